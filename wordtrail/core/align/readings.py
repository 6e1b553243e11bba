"""Which words on the path are a reading, and which only chance in the middle of talk.

Design: three or more words of the script said in their order are a reading, wherever they stand (a
quotation lights). One or two are not, unless they begin or end a reading beside them.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from wordtrail.core.align.path import MOST_LEFT_OUT, Fit, Path, Said, Talked
from wordtrail.core.align.sounds import FRAME_SECONDS, Frames

QUOTATION = 3
"""Words of the script in their order that are a reading wherever they stand."""

BESIDE = 0.7
"""Seconds between a reading and one or two words that begin or end it."""

WORST_FIT, WORST_SHORT_FIT = 1.5, 0.8
"""What the sounds of a reading may lose on the mean; stricter for one of fewer than six words."""

SHORT = 6


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
    runs = fluent(path, fit)
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
            if not kept[index] and run.fit <= WORST_FIT and _beside_reading(index, runs, kept, path, frames):
                kept[index] = changed = True
    talk = [*path.talked, *(Talked(run.first, run.last) for run, keep in zip(runs, kept, strict=True) if not keep)]
    readings = tuple(run for run, keep in zip(runs, kept, strict=True) if keep)
    return readings, tuple(sorted(talk, key=lambda talked: talked.first))


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


def _talk_between(first: int, last: int, talked: Sequence[Talked], fit: Fit) -> bool:
    """Whether more than a breath or a stray sound lies in talk between two frames."""
    return sum(int(fit.new_sound[t.first : t.last + 1].sum()) for t in talked if first < t.first < last) > 2


def _beside_reading(index: int, runs: Sequence[Reading], kept: Sequence[bool], path: Path, frames: Frames) -> bool:
    for other in (index - 1, index + 1):
        if 0 <= other < len(runs) and kept[other]:
            early, late = (runs[other], runs[index]) if other < index else (runs[index], runs[other])
            talk = any(early.last < talked.first < late.first for talked in path.talked)
            if not talk and frames.at[late.first] - frames.at[early.last] <= BESIDE + FRAME_SECONDS:
                return True
    return False
