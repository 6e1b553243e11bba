"""What of its takes a film is made of: the lesson's edit list, without what is left out, and at its own pace.

Everything that is heard is a piece: a word that is read, or talk. A film keeps some of them; the stretches between, and
what nobody wants of them, are cut in the rests beside.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import groupby

from wordtrail.core.cues.compile import edit_list_of
from wordtrail.core.direct.heard import said_in
from wordtrail.core.direct.passes import Passes
from wordtrail.core.direct.quoted import quoted_in_talk
from wordtrail.core.edit.edit_list import ROOM, Clip, EditList
from wordtrail.core.edit.parting import Change, parted
from wordtrail.core.film.model import OWN_RATES, SLOWEST_TOGETHER, Extent, Film, FilmVersion
from wordtrail.core.lesson.boards import boards, script
from wordtrail.core.lesson.left_out import as_filmed, words_shown
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.trail.model import Trail

BESIDE = 0.15
"""Seconds of rest beside a stretch that is read that go along with it."""

PACES = (0.25, 4.0)
"""How much more slowly or quickly words can be read that nobody says."""


@dataclass(frozen=True, slots=True)
class Piece:
    """Something that is said on `[start, end)` (seconds of lesson time): a `word` (its id), or talk (empty); in a film
    (`kept`) or not."""

    word: str
    start: float
    end: float
    kept: bool = True


def film_edits(lesson: Lesson, trails: Mapping[str, Trail], film: Film) -> EditList:
    """What is heard of the takes in a film of `lesson`, behind the title."""
    edits = edit_list_of(as_filmed(lesson, film), trails)
    pieces = _pieces(lesson, trails, edits, film)
    edits = edits.without(_unwanted(pieces, edits))
    if film.version not in (FilmVersion.TOGETHER, FilmVersion.ALONE):
        return edits
    runs = reading_runs(as_filmed(lesson, film), trails, edits)
    if film.version is FilmVersion.TOGETHER:
        return _changed(edits, runs, lambda run, clip: replace(clip, pace=clip.pace * _together(film)))
    return _changed(edits, runs, lambda run, clip: replace(clip, silent=True, pace=_own_pace(clip, run, film)))


@dataclass(frozen=True, slots=True)
class Run:
    """Words of the passages that are read one after another, from `start` to `end` (lesson time, with the rests beside
    them that go along)."""

    words: int
    said: float
    start: float
    end: float


def reading_runs(lesson: Lesson, trails: Mapping[str, Trail], edits: EditList) -> tuple[Run, ...]:
    """The stretches in which the passages are read aloud: not what is quoted in talk, and no prompts."""
    lights, asides = said_in(lesson, trails, edits)
    passage = {word.id for word in lesson.words}
    quoted = quoted_in_talk(lights, asides, {word.id: word.sentence for word in lesson.words})
    pieces = sorted(
        [
            *(Piece(one.word if n not in quoted else "", one.start, one.end) for n, one in enumerate(lights)),
            *(Piece("", one.start, one.end) for one in asides),
        ],
        key=lambda one: one.start,
    )
    groups = [(reads, list(group)) for reads, group in groupby(pieces, key=lambda one: one.word in passage)]
    runs = []
    for number, (reads, group) in enumerate(groups):
        if reads:
            before = max((one.end for one in groups[number - 1][1]), default=0.0) if number else edits.lead
            after = groups[number + 1][1][0].start if number + 1 < len(groups) else edits.seconds
            start, end = group[0].start, max(one.end for one in group)
            begin = min(start, max(before, start - BESIDE, edits.lead))
            runs.append(Run(len(group), end - start, begin, max(end, min(after, end + BESIDE))))
    return tuple(runs)


def _together(film: Film) -> float:
    return min(1.0, max(SLOWEST_TOGETHER, film.choices.pace))


def _own_pace(clip: Clip, run: Run, film: Film) -> float:
    """How quickly a clip of a run goes by when students read it at their own rate."""
    if not film.choices.own_rate or run.said <= 0:
        return clip.pace
    rate = min(max(film.choices.own_rate, OWN_RATES[0]), OWN_RATES[1])
    read_at = run.words * 60 / run.said
    return min(max(clip.pace * rate / read_at, PACES[0]), PACES[1])


def _changed(edits: EditList, runs: Sequence[Run], change: Callable[[Run, Clip], Clip]) -> EditList:
    """The edit list with a change to every clip of its runs."""
    clips: list[Clip] = []
    now = edits.lead
    for clip in edits.clips:
        own = [
            Change(clip.said_at(run.start - now), clip.said_at(run.end - now), lambda part, run=run: change(run, part))  # type: ignore[misc]
            for run in runs
            if run.end > now and run.start < now + clip.seconds
        ]
        clips += parted(clip, own)
        now += clip.seconds
    return replace(edits, clips=tuple(clips))


def _pieces(lesson: Lesson, trails: Mapping[str, Trail], edits: EditList, film: Film) -> list[Piece]:
    """All that is heard in `edits`, and what of it is in the film."""
    choices, extent = film.choices, film.choices.shown.extent
    lights, asides = said_in(lesson, trails, edits)
    made = as_filmed(lesson, film)
    sentence = {word.id: word.sentence for word in script(lesson)}
    quoted = quoted_in_talk(lights, asides, sentence)
    wanted = _words_wanted(made, film)
    passes = Passes(lights, sentence)
    found = []
    goes_along = extent is Extent.WHOLE
    talk = [Piece("", one.start, one.end) for one in asides]
    said = [(Piece(one.word, one.start, one.end), n) for n, one in enumerate(lights)]
    for piece, n in sorted([*said, *((one, -1) for one in talk)], key=lambda item: item[0].start):
        if n < 0 or n in quoted:
            kept = choices.talk and goes_along
        else:
            kept = piece.word in wanted and (extent is not Extent.READING or passes.number(n) == choices.shown.reading)
            goes_along = kept or extent is Extent.WHOLE
        found.append(replace(piece, kept=kept))
    return found


def _words_wanted(made: Lesson, film: Film) -> frozenset[str]:
    """The words that light in a film: those of the passages that it shows, and of its boards and prompts."""
    shown = film.choices.shown
    if shown.extent is Extent.CARDS:
        return frozenset(word.id for board in boards(made) if board.card for word in board.words)
    passage = {word.id for word in made.words}
    others = {word.id for word in script(made)} - passage
    return words_shown(made, shown) | others if shown.extent is not Extent.WHOLE else frozenset(passage | others)


def _unwanted(pieces: Sequence[Piece], edits: EditList) -> Iterator[tuple[float, float]]:
    """The stretches that are cut: from 0.4 s behind what is kept to 0.4 s before what is kept next."""
    groups = [(kept, list(group)) for kept, group in groupby(pieces, key=lambda one: one.kept)]
    for number, (kept, group) in enumerate(groups):
        if kept:
            continue
        first, last = group[0].start, max(one.end for one in group)
        before = max(one.end for one in groups[number - 1][1]) if number else None
        after = groups[number + 1][1][0].start if number + 1 < len(groups) else None
        start = edits.lead if before is None else min(before + ROOM, max(before, first))
        end = edits.seconds if after is None else max(after - ROOM, min(after, last))
        if start < end:
            yield start, end
