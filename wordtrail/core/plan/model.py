"""A pause point."""

from __future__ import annotations

from dataclasses import dataclass

SHORTEST_THINK, LONGEST_THINK = 0.0, 600.0
"""Seconds of think time a pause point may have."""


@dataclass(frozen=True, slots=True)
class PausePoint:
    """The reading stops after the word `after`; `question` is asked; the video waits for
    `think_seconds`, the student page until the student goes on."""

    id: str
    after: str
    question: str
    think_seconds: float
