"""When there is a voice and when there is none."""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

BREATH = 0.3
"""Seconds without a voice that may still be a breath between two words."""

FAR = 3.0
"""Seconds from a moment beyond which a silence is somewhere else."""


@dataclass(frozen=True, slots=True)
class Silence:
    """Nobody speaks on `[start, end)`."""

    start: float
    end: float

    @property
    def seconds(self) -> float:
        """How long it lasts."""
        return self.end - self.start


class Speech:
    """The silences of a lesson of so many seconds, in which somebody speaks during `pieces` (start and end of each,
    in any order; they may overlap)."""

    def __init__(self, pieces: Iterable[tuple[float, float]], seconds: float) -> None:
        self.silences = _between(sorted(pieces), seconds)
        self._starts = [one.start for one in self.silences]

    def silence_at(self, time: float) -> Silence | None:
        """The silence in which `time` is; None while somebody speaks. Its very end belongs to it."""
        found = bisect_right(self._starts, time) - 1
        return self.silences[found] if found >= 0 and time <= self.silences[found].end else None

    def first_silence(self, begin: float, end: float, least: float) -> Silence | None:
        """The first silence of at least so many seconds between two moments (what of it lies between them counts);
        where there is none so long, the longest. None where somebody speaks all the while."""
        inside = [
            Silence(max(one.start, begin), min(one.end, end))
            for one in self.silences
            if one.end > begin and one.start < end
        ]
        enough = (one for one in inside if one.seconds >= least)
        return next(enough, max(inside, key=lambda one: one.seconds, default=None))

    def silence_near(self, time: float, since: float = 0.0) -> Silence | None:
        """The silence nearest to a moment that does not end before `since`: one that is more than a breath, where there
        is one near; None where somebody speaks from then on to the end."""

        def away(one: Silence) -> float:
            return max(one.start - time, time - one.end, 0.0)

        allowed = [one for one in self.silences if one.end >= since]
        nearest = min(allowed, key=away, default=None)
        rests = (one for one in allowed if one.seconds >= BREATH and away(one) <= FAR)
        return min(rests, key=away, default=nearest)


def _between(pieces: Sequence[tuple[float, float]], seconds: float) -> tuple[Silence, ...]:
    found, now = [], 0.0
    for start, end in pieces:
        if start > now:
            found.append(Silence(now, start))
        now = max(now, end)
    if seconds > now:
        found.append(Silence(now, seconds))
    return tuple(found)
