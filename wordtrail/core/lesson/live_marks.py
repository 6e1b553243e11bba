"""Marks that a teacher can draw by hand while recording."""

from __future__ import annotations

from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.moment import Moment

DRAWN_IN_TALK = 1.1
"""Seconds over which a mark is drawn in talk, when there is time for it."""


def live_marks(lesson: Lesson) -> tuple[str, ...]:
    """The marks (ids, in the order of their words) that wait for the teacher's hand: those for the talk, whose moment
    nobody knows before. All others come by themselves, when their words are read or where the lesson stops."""
    return tuple(mark.id for mark in lesson.marks if mark.moment is Moment.TALK)
