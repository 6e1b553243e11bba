"""Where a lesson stands still for a while and goes on by itself: time to think, or to say it back."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

SHORTEST_HOLD, LONGEST_HOLD = 0.5, 300.0
"""Seconds."""


@dataclass(frozen=True, slots=True)
class HoldAfter:
    """After `word`, which ends at `at` (seconds of take time) in `take`, the lesson stands still for `seconds`;
    `counted`: stones are used up meanwhile, as at a pause point."""

    id: str
    take: str
    word: str
    at: float
    seconds: float
    counted: bool = False


@dataclass(frozen=True, slots=True)
class Echo:
    """How long students have to say back what they heard: `factor` times as long as it took, from `least` to `most`
    seconds."""

    factor: float = 1.3
    least: float = 1.5
    most: float = 15.0

    def seconds_for(self, took: float) -> float:
        """The time for something that took so many seconds."""
        return round(min(self.most, max(self.least, took * self.factor)), 2)


def held_at(holds: Sequence[HoldAfter], take: str, at: float) -> HoldAfter | None:
    """The hold at a moment of a take, if there is one."""
    return next((one for one in holds if one.take == take and abs(one.at - at) < 0.05), None)
