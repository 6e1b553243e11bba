"""What is shown of an answer, one thing after another, and which key shows which."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from wordtrail.core.lesson.model import Lesson
from wordtrail.core.pace.silent import SETTLE
from wordtrail.core.plan.activities.activity import Disclosure
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.plan.organizers import Organizer
from wordtrail.core.plan.part_names import answer_part, box_part, evidence_part, strike_part


@dataclass(frozen=True, slots=True)
class PartByPart:
    """A question or chart (its id) that a teacher shows part by part: the parts of its page that come with each step,
    and for each number, from 1, the steps that it names (from 0), one after another."""

    target: str
    steps: tuple[tuple[str, ...], ...]
    numbers: tuple[tuple[int, ...], ...]


def part_by_part(lesson: Lesson) -> tuple[PartByPart, ...]:
    """Everything in a lesson that can be shown part by part."""
    found = []
    for point in lesson.pause_points:
        shown = disclosures(point)
        if shown:
            found.append(PartByPart(point.id, tuple(one.parts for one in shown), numbered(point, shown)))
    return (*found, *map(chart_by_part, lesson.plan.organizers))


def chart_by_part(chart: Organizer) -> PartByPart:
    """A chart, box by box; a number names a box, the first time its first step."""
    steps: list[tuple[str, ...]] = []
    numbers = []
    for box in chart.boxes:
        numbers.append(tuple(range(len(steps), len(steps) + len(box.steps))))
        steps += [(box_part(chart.id, box.id, step),) for step in range(len(box.steps))]
    return PartByPart(chart.id, tuple(steps), tuple(numbers))


def disclosures(point: PausePoint) -> tuple[Disclosure, ...]:
    """What is shown after the think time, one after another."""
    before = point.activity.before_answer(point.id)
    if not point.answer and not (point.has_answer and point.activity.shows_evidence):
        return before
    own = point.activity.with_answer(point.id)
    evidence = (evidence_part(point.id, number) for number in range(len(point.evidence)))
    parts = (answer_part(point.id), *evidence, *own.parts)
    return (*before, Disclosure(parts, SETTLE + own.seconds, f"{own.reads} {point.answer}"))


def numbered(point: PausePoint, shown: Sequence[Disclosure]) -> tuple[tuple[int, ...], ...]:
    """Which of what is shown (from 0) a number names: choices in the order in which they are printed (all right ones
    come together), anything else in the order in which it is shown."""
    options = point.activity.options()
    if not any(one.reason or one.right for one in options):
        return tuple((number,) for number in range(len(shown)))
    found = []
    for number in range(len(options)):
        struck = (n for n, one in enumerate(shown) if strike_part(point.id, number) in one.parts)
        found.append((next(struck, len(shown) - 1),))
    return tuple(found)
