"""What students are asked in a lesson."""

from __future__ import annotations

from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.matching import matching_question
from wordtrail.core.plan.model import PausePoint


def asked_in(lesson: Lesson) -> tuple[PausePoint, ...]:
    """All that students are asked: at pause points, and with the matching card."""
    plan = lesson.plan
    matching = matching_question(plan.cards, pictures=plan.matching_pictures) if plan.matching else None
    return (*lesson.pause_points, *([matching] if matching else []))
