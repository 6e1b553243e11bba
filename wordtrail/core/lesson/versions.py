"""Which readings of each sentence there are in the takes of a lesson, which is heard, and how another comes in."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from functools import partial
from itertools import groupby

from wordtrail.core.edit.edit_list import Clip
from wordtrail.core.edit.joining import Replacement
from wordtrail.core.lesson.current_trail import current_trail
from wordtrail.core.lesson.kept_clips import kept_clips
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.excerpts import unit_of
from wordtrail.core.text.model import Word
from wordtrail.core.trail.model import SlipKind, Trail, Visit
from wordtrail.core.trail.rests import seam_after, seam_before

HEARD_FROM = 0.5
"""Share of a reading's words that lie in what is kept, from which on it is heard in the lesson."""

WORTH_CHOOSING = 0.5
"""Share of a sentence's words from which on a reading of it is offered."""


@dataclass(frozen=True, slots=True)
class Version:
    """One reading of a sentence: from `start` to `end` (seconds of take time, with the breath beside it), so many of
    its words, so many slips. `choose` is what puts it into the place of the one that is heard (None: it is heard);
    `put_back` what brought it here and can be taken back."""

    take: str
    start: float
    end: float
    read: int
    slips: int
    heard: bool
    choose: Replacement | None = None
    put_back: Replacement | None = None


@dataclass(frozen=True, slots=True)
class SentenceReadings:
    """A sentence of the passages, or a line of verse, by its first and last word, with its readings in all takes."""

    first: str
    last: str
    words: int
    versions: tuple[Version, ...]


@dataclass(frozen=True, slots=True)
class _Run:
    """Visits of one sentence, one after another in a take."""

    take: str
    visits: Sequence[Visit]
    start: float
    end: float


def lines_of(lesson: Lesson, trails: Mapping[str, Trail]) -> tuple[SentenceReadings, ...]:
    """The sentences and lines of verse of the passages in order, with all readings of which at least half was read:
    those that are heard first, then the newest takes."""
    shown = {take: current_trail(lesson, take, trail) for take, trail in trails.items()}
    clips = kept_clips(lesson, trails)
    runs: dict[int, list[_Run]] = {}
    sentences = sentences_of(lesson)
    sentence = {word.id: number for number, words in enumerate(sentences) for word in words}
    for take, trail in shown.items():
        for number, run in _runs(take, trail, sentence):
            runs.setdefault(number, []).append(run)
    found: list[SentenceReadings] = []
    before: _Run | None = None
    for number, words in enumerate(sentences):
        own = [run for run in runs.get(number, ()) if len({v.word for v in run.visits}) >= WORTH_CHOOSING * len(words)]
        heard = [run for run in own if _is_heard(run, clips)]
        found.append(_line(lesson, words, own, heard, before, shown, clips))
        before = heard[-1] if heard else before
    return tuple(found)


def sentences_of(lesson: Lesson) -> list[list[Word]]:
    """The words of each sentence or line of verse of the passages, in order."""
    return [
        list(group)
        for passage in lesson.passages
        for block in passage.blocks
        for _, group in groupby(block.words, key=partial(unit_of, block))
    ]


def stretch_of(lesson: Lesson, take: str, trail: Trail, first: str, last: str) -> tuple[float, float] | None:
    """From when to when a stretch of words was read in a take, with the breath beside it: the last time that most of
    it was; None where nothing of it was."""
    shown = current_trail(lesson, take, trail)
    order = lesson.positions()
    low, high = order.get(first, -1), order.get(last, -1)
    if low < 0 or high < low:
        return None
    best: list[Visit] = []
    for inside, group in groupby(shown.visits, key=lambda visit: low <= order.get(visit.word, -1) <= high):
        for run in _passes(list(group), order) if inside else ():
            if len({visit.word for visit in run}) >= len({visit.word for visit in best}):
                best = run
    return (seam_before(shown, best[0].start), seam_after(shown, best[-1].end)) if best else None


def _passes(visits: Sequence[Visit], order: Mapping[str, int]) -> Iterator[list[Visit]]:
    """Visits parted where the voice went back."""
    run: list[Visit] = []
    for visit in visits:
        if run and order[visit.word] <= order[run[-1].word]:
            yield run
            run = []
        run.append(visit)
    if run:
        yield run


def _runs(take: str, trail: Trail, sentence: Mapping[str, int]) -> Iterator[tuple[int, _Run]]:
    order = {word: place for place, word in enumerate(sentence)}
    for number, group in groupby(
        (visit for visit in trail.visits if visit.word in sentence), key=lambda visit: sentence[visit.word]
    ):
        for visits in _passes(list(group), order):
            start, end = seam_before(trail, visits[0].start), seam_after(trail, visits[-1].end)
            yield number, _Run(take, visits, round(start, 4), round(end, 4))


def _is_heard(run: _Run, clips: Sequence[Clip]) -> bool:
    inside = [
        visit
        for visit in run.visits
        if any(clip.take == run.take and clip.start <= visit.start < clip.end for clip in clips)
    ]
    return len(inside) >= HEARD_FROM * len(run.visits)


def _line(
    lesson: Lesson,
    words: Sequence[Word],
    own: Sequence[_Run],
    heard: Sequence[_Run],
    before: _Run | None,
    trails: Mapping[str, Trail],
    clips: Sequence[Clip],
) -> SentenceReadings:
    newest = {take: number for number, take in enumerate(trails)}
    ordered = sorted(own, key=lambda run: (run not in heard, -newest[run.take], -run.start))
    versions = tuple(
        Version(
            run.take,
            run.start,
            run.end,
            len({visit.word for visit in run.visits}),
            _slips(run, trails[run.take]),
            run in heard,
            None if run in heard or not clips else _to_choose(lesson, run, heard, before, clips[0]),
            _brought_by(lesson, run) if run in heard else None,
        )
        for run in ordered
    )
    return SentenceReadings(words[0].id, words[-1].id, len(words), versions)


def _to_choose(lesson: Lesson, run: _Run, heard: Sequence[_Run], before: _Run | None, begin: Clip) -> Replacement:
    """What puts a reading into the place of the one that is heard; where none is, behind the sentence before, or at the
    beginning."""
    if not heard:
        take, at = (before.take, before.end) if before else (begin.take, begin.start)
        return Replacement(take, at, at, run.take, run.start, run.end)
    brought = _brought_by(lesson, heard[0])
    if brought:
        return Replacement(brought.take, brought.start, brought.end, run.take, run.start, run.end)
    return Replacement(heard[0].take, heard[0].start, heard[0].end, run.take, run.start, run.end)


def _brought_by(lesson: Lesson, run: _Run) -> Replacement | None:
    """The replacement that brought just this reading."""
    return next(
        (
            one
            for one in lesson.replacements
            if one.by == run.take and abs(one.by_start - run.start) < SAME and abs(one.by_end - run.end) < SAME
        ),
        None,
    )


SAME = 0.25
"""Seconds by which the ends of a stretch may differ from what brought it: its words may have been found again."""


def _slips(run: _Run, trail: Trail) -> int:
    return sum(run.start <= slip.start < run.end and slip.kind is not SlipKind.SAID_TWICE for slip in trail.slips)
