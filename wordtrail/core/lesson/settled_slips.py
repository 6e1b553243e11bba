"""Slips that the teacher has listened to and found fine."""

from __future__ import annotations

from wordtrail.core.lesson.model import Lesson
from wordtrail.core.trail.checks import SAME_MOMENT
from wordtrail.core.trail.model import Slip


def is_settled(lesson: Lesson, take: str, slip: Slip) -> bool:
    """Whether a slip of a take was found fine: alone, or in a stretch that is as it was meant to be."""
    on_purpose = any(one.take == take and one.start <= slip.start < one.end for one in lesson.on_purpose)
    return on_purpose or any(
        (one.take, one.word) == (take, slip.word) and abs(one.found - slip.start) < SAME_MOMENT
        for one in lesson.settled
    )
