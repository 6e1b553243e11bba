"""The readings of a lesson: one pass over the text after another."""

from __future__ import annotations

from wordtrail.core.lesson.model import Lesson


def reading_number(lesson: Lesson, reading: str) -> int:
    """Which reading it is, from 1; 1 for what belongs to all."""
    names = [one.id for one in lesson.plan.readings]
    return names.index(reading) + 1 if reading in names else 1
