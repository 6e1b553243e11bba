"""Bounds of what commands may say of takes."""

from __future__ import annotations

from wordtrail.core.errors import LessonError
from wordtrail.core.text.tidy import within

LONGEST_TAKE = 3 * 3600.0
"""Seconds."""

SHORTEST_KEPT = 0.2
"""Seconds of a take that are kept at the least."""

SHORTEST_STRETCH = 0.02
"""Seconds of a stretch of a take that anything is said about, at the least."""


def stretch_of(start: float, end: float) -> tuple[float, float]:
    """A stretch of a take (seconds of take time) as it was asked for. Raises LessonError where it is none."""
    first = within(start, 0.0, LONGEST_TAKE, "The beginning")
    last = within(end, 0.0, LONGEST_TAKE, "The end")
    if last - first < SHORTEST_STRETCH:
        raise LessonError("That stretch is empty.", kept="The lesson is as it was.", advice="Choose some words.")
    return first, last
