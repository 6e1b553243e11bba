"""What is planned as files to take away and to bring in: marks, questions, word cards."""

from __future__ import annotations

from wordtrail.core.changes.taking_over import BringPlan
from wordtrail.core.lesson.model import Lesson
from wordtrail.formats import cards_csv, qti, web_annotation
from wordtrail.formats.copies import Copy

PLAN_KINDS = ("marks", "questions", "cards")


def plan_file(lesson: Lesson, kind: str) -> Copy:
    """Marks as web annotations, questions as a QTI package, or word cards as CSV."""
    match kind:
        case "marks":
            return Copy(web_annotation.write(lesson).encode(), "jsonld", "application/ld+json")
        case "questions":
            return Copy(qti.write(lesson), "zip", "application/zip")
        case _:
            return Copy(cards_csv.write(lesson.plan.cards).encode("utf-8-sig"), "csv", "text/csv")


def brought(lesson: Lesson, kind: str, data: bytes) -> BringPlan:
    """What such a file brings to a lesson. Raises NotReadable."""
    match kind:
        case "marks":
            found = web_annotation.read(data, lesson)
            return BringPlan(marks=found.marks, legend=found.legend)
        case "questions":
            return BringPlan(points=qti.read(data, lesson))
        case _:
            return BringPlan(cards=cards_csv.read(data))
