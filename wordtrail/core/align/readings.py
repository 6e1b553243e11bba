"""Which words on the path are a reading, and which only chance in the middle of talk.

Design: three or more words of the script said in their order are a reading, wherever they stand (a
quotation lights). One or two are not, unless they begin or end a reading beside them.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

import numpy as np

from wordtrail.core.align.fit import Fit
from wordtrail.core.align.path import MOST_LEFT_OUT, REST, Path, Said, Talked
from wordtrail.core.align.sounds import FRAME_SECONDS, Frames
from wordtrail.core.trail.model import QUOTATION

BESIDE = 0.7
"""Seconds between a reading and one or two words that begin or end it."""

WORST_FIT, WORST_SHORT_FIT = 1.5, 0.8
"""What the sounds of a reading may lose on the mean; stricter for one of fewer than six words."""

SURE_FIT = 0.25
"""What the sounds of one or two words may lose on the mean where they are just the words that come next: then they are
no chance."""

SHORT = 6

GLUED = 0.2
"""Seconds from talk within which words run into it."""

STRAY = 2
"""Sounds that are no talk: a breath, a click."""

FEW_RESTS, USUAL = 5, 0.8
"""Rests between words below which a reader's own are not known; the part of them that are no longer than the usual."""

NEVER = 9.0
"""Seconds that stand for: there is none."""

GOES_ON = 4
"""Words further on with which a reading goes on behind a misread word."""

HOLE = 2
"""Words passed over beyond which a single word that runs into talk is part of that talk."""


@dataclass(frozen=True, slots=True)
class Reading:
    """Words said in their order, some perhaps left out, with no talk between them."""

    said: tuple[Said, ...]

    @property
    def first(self) -> int:
        """The frame in which it begins."""
        return self.said[0].first

    @property
    def last(self) -> int:
        """The frame in which its last phone begins."""
        return self.said[-1].last

    @property
    def fit(self) -> float:
        """What its sounds lose, on the mean."""
        return sum(word.cost for word in self.said) / max(1, sum(word.phones for word in self.said))


def readings_of(path: Path, frames: Frames, fit: Fit) -> tuple[tuple[Reading, ...], tuple[Talked, ...]]:
    """The readings on a path, and everything else that was said."""
    whole = fluent(path, fit)
    spoken = [talked for talked in path.talked if _sounds(talked, fit) > STRAY]
    own = usual_rest(whole, frames)
    runs = [part for index in range(len(whole)) for part in _parted_at_talk(index, whole, spoken, frames, own)]
    kept = [
        len(run.said) >= QUOTATION and run.fit <= (WORST_SHORT_FIT if len(run.said) < SHORT else WORST_FIT)
        for run in runs
    ]
    if sum(len(run.said) for run in runs) and not any(kept) and not path.talked:
        kept = [run.fit <= WORST_SHORT_FIT for run in runs]
    changed = True
    while changed:
        changed = False
        for index, run in enumerate(runs):
            if kept[index]:
                continue
            beside = run.fit <= WORST_FIT and _beside_reading(index, runs, kept, path, spoken, frames, own)
            next_ones = run.fit <= SURE_FIT and _comes_next(index, runs, kept)
            if beside or (next_ones and not _amid_talk(run, spoken, frames)):
                kept[index] = changed = True
    talk = [*path.talked, *(Talked(run.first, run.last) for run, keep in zip(runs, kept, strict=True) if not keep)]
    readings = tuple(run for run, keep in zip(runs, kept, strict=True) if keep)
    return readings, tuple(sorted(talk, key=lambda talked: talked.first))


def usual_rest(readings: Sequence[Reading], frames: Frames) -> float:
    """Seconds from one word to the next as this reader usually rests between them; 0 where too little was read to
    tell."""
    rests = [
        float(frames.at[after.first] - frames.at[before.last])
        for reading in readings
        for before, after in pairwise(reading.said)
    ]
    return float(np.quantile(rests, USUAL)) if len(rests) >= FEW_RESTS else 0.0


def fluent(path: Path, fit: Fit) -> list[Reading]:
    """The words of a path put together to runs that go forward without talk between."""
    runs: list[list[Said]] = []
    for word in path.said:
        before = runs[-1][-1] if runs else None
        if (
            before
            and 0 < word.word - before.word <= MOST_LEFT_OUT + 1
            and not _talk_between(before.last, word.first, path.talked, fit)
        ):
            runs[-1].append(word)
        else:
            runs.append([word])
    return [Reading(tuple(run)) for run in runs]


def _parted_at_talk(
    index: int, runs: Sequence[Reading], spoken: Sequence[Talked], frames: Frames, own: float
) -> list[Reading]:
    """A run, parted from one or two words at its end, and at its beginning, that run into talk and
    stand apart from the rest of it: by more than the reader's `own` rests, where the reading does not go on behind that
    talk (a word misread); one word also by a hole in the text."""
    rest = max(REST, own)
    said = runs[index].said
    last, first = len(said), 0
    on = index + 1 < len(runs) and 0 < runs[index + 1].said[0].word - said[-1].word <= GOES_ON
    came = index > 0 and 0 < said[0].word - runs[index - 1].said[-1].word <= GOES_ON
    into = _nearest_talk(runs[index], spoken, frames, after=True) < GLUED
    out_of = _nearest_talk(runs[index], spoken, frames, after=False) < GLUED
    for count in range(1, min(QUOTATION, len(said))):
        end = len(said) - count
        if into and ((not on and _gap(said, end, frames) > rest) or (count == 1 and _hole(said, end) >= HOLE)):
            last = end
        apart = (not came and _gap(said, count, frames) > rest) or (count == 1 and _hole(said, count) >= HOLE)
        if out_of and count < last and apart:
            first = count
    return [Reading(part) for part in (said[:first], said[first:last], said[last:]) if part]


def _gap(said: Sequence[Said], place: int, frames: Frames) -> float:
    """Seconds between a word and the one before it."""
    return float(frames.at[said[place].first] - frames.at[said[place - 1].last])


def _hole(said: Sequence[Said], place: int) -> int:
    """How many words are passed over between a word and the one before it."""
    return said[place].word - said[place - 1].word - 1


def _amid_talk(run: Reading, spoken: Sequence[Talked], frames: Frames) -> bool:
    """Whether a single word stands in the middle of talk, without a rest on either side."""
    sides = (_nearest_talk(run, spoken, frames, after=after) < GLUED for after in (False, True))
    return len(run.said) == 1 and all(sides)


def _talk_between(first: int, last: int, talked: Sequence[Talked], fit: Fit) -> bool:
    """Whether more than a breath or a stray sound lies in talk between two frames."""
    return sum(_sounds(one, fit) for one in talked if first < one.first < last) > STRAY


def _sounds(talked: Talked, fit: Fit) -> int:
    """How many new sounds there are in talk."""
    return int(fit.new_sound[talked.first : talked.last + 1].sum())


def _beside_reading(
    index: int,
    runs: Sequence[Reading],
    kept: Sequence[bool],
    path: Path,
    spoken: Sequence[Talked],
    frames: Frames,
    own: float,
) -> bool:
    """Whether a reading stands beside a run, with no talk between, and nearer than the talk on the
    other side of it."""
    run = runs[index]
    for other in (index - 1, index + 1):
        if 0 <= other < len(runs) and kept[other]:
            early, late = (runs[other], run) if other < index else (run, runs[other])
            if any(early.last < talked.first < late.first for talked in path.talked):
                continue
            gap = float(frames.at[late.first] - frames.at[early.last])
            talk = _nearest_talk(run, spoken, frames, after=other < index)
            if gap <= min(max(BESIDE, own) + FRAME_SECONDS, talk):
                return True
    return False


def _comes_next(index: int, runs: Sequence[Reading], kept: Sequence[bool]) -> bool:
    """Whether the words of a run are just those between what was read before it and what is read after it."""
    before = next((runs[n] for n in range(index - 1, -1, -1) if kept[n]), None)
    after = next((runs[n] for n in range(index + 1, len(runs)) if kept[n]), None)
    run = runs[index]
    follows = before is not None and run.said[0].word == before.said[-1].word + 1
    return follows and after is not None and after.said[0].word == run.said[-1].word + 1


def _nearest_talk(run: Reading, spoken: Sequence[Talked], frames: Frames, after: bool) -> float:
    """Seconds from a run to the talk after it (or before it)."""
    at = frames.at
    gaps = (
        (at[talked.first] - at[run.last] for talked in spoken if talked.first > run.last)
        if after
        else (at[run.first] - at[talked.last] for talked in spoken if talked.last < run.first)
    )
    return min(map(float, gaps), default=NEVER)
