"""The stage's course: which word is lit and which page is shown. All times are seconds of lesson time."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class PageTurn:
    """From `at` on, the page with this index of the layout is shown."""

    at: float
    page: int


@dataclass(frozen=True, slots=True)
class Light:
    """The word is lit on `[start, end)`. `sure` is false where the ear was in doubt."""

    word: str
    start: float
    end: float
    sure: bool = True
