"""Slips that the teacher has listened to and found fine."""

from __future__ import annotations

from wordtrail.core.lesson.model import Lesson
from wordtrail.core.trail.model import Slip


def is_settled(lesson: Lesson, take: str, slip: Slip) -> bool:
    """Whether a slip of a take was found fine: alone, or in a stretch that is as it was meant to be."""
    alone = any(one.is_at(take, slip.word, slip.start) for one in lesson.settled)
    return alone or any(one.holds(take, slip.start) for one in lesson.on_purpose)
