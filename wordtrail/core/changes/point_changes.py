"""Pause points: commands, and what they do."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import partial
from typing import ClassVar, Literal

from wordtrail.core.changes.checked import in_order, known_word, one_of
from wordtrail.core.changes.command import ScreenCommand
from wordtrail.core.changes.kept import Stock, put_in
from wordtrail.core.errors import LessonError
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.moment import Moment
from wordtrail.core.plan.model import THINK, PausePoint, Reach
from wordtrail.core.text.tidy import tidy, within

MOST_POINTS = 300


def points_in_order(lesson: Lesson, points: tuple[PausePoint, ...]) -> tuple[PausePoint, ...]:
    """Pause points in the order of their words; those at the end of the lesson last."""
    positions = lesson.positions()
    return tuple(sorted(points, key=lambda point: positions.get(point.after, len(positions))))


def with_questions_in_order(lesson: Lesson, ids: Sequence[str]) -> Lesson:
    """The lesson with its questions at the end in this order. Raises LessonError."""
    asked = [point for point in lesson.pause_points if not point.after]
    if sorted(ids) != sorted(point.id for point in asked):
        raise LessonError("The questions have changed meanwhile.", advice="Order them once more.")
    others = tuple(point for point in lesson.pause_points if point.after)
    return replace(lesson, pause_points=(*others, *sorted(asked, key=lambda point: ids.index(point.id))))


def with_point(lesson: Lesson, command: KeepPoint) -> Lesson:
    """The lesson with a pause point, new or in the place of the one with its id. Raises LessonError."""
    point = _point(lesson, command.point)
    if not point.id and point.after:
        point = replace(point, after=_reached(lesson, point.after, command.reach))
    lesson, points = put_in(lesson, lesson.pause_points, point, Stock("pause", "pause point", MOST_POINTS))
    return replace(lesson, pause_points=points_in_order(lesson, points))


def _reached(lesson: Lesson, word: str, reach: Reach) -> str:
    """The last word of the line, sentence, paragraph or page in which `word` stands."""
    known_word(lesson, word)
    if reach is Reach.WORD:
        return word
    if reach is Reach.LINE:
        places = typeset(lesson).places()
        page, box = places[word]
        return [one for one, (p, b) in places.items() if p == page and b.line == box.line][-1]
    for passage in lesson.passages:
        for page_of in passage.pages:
            for block in page_of.blocks:
                found = next((one for one in block.words if one.id == word), None)
                if found is None:
                    continue
                if reach is Reach.SENTENCE:
                    return [one for one in block.words if one.sentence == found.sentence][-1].id
                if reach is Reach.PARAGRAPH:
                    return block.words[-1].id
                return [one for each in page_of.blocks for one in each.words][-1].id
    return word


def _point(lesson: Lesson, point: PausePoint) -> PausePoint:
    """A pause point as it may be kept. Raises LessonError."""
    if point.after:
        known_word(lesson, point.after)
    question = tidy(point.question, "The question")
    if not question:
        raise LessonError("A pause point needs a question.", advice="Write what students should do here.")
    evidence = tuple(in_order(lesson, span) for span in point.evidence)
    activity = point.activity.with_spans(partial(in_order, lesson)).checked(evidence)
    if point.reading:
        one_of(lesson.plan.readings, point.reading, "reading")
    if point.organizer:
        one_of(lesson.plan.organizers, point.organizer, "organizer")
    return replace(
        point, question=question, activity=activity, evidence=evidence,
        think_seconds=within(point.think_seconds, THINK.least, THINK.most, "Think time"),
        answer=tidy(point.answer, "The answer"), paper=tidy(point.paper, "What is asked for on paper", 300),
    )  # fmt: skip


def _without_point(lesson: Lesson, id: str) -> Lesson:
    """Marks drawn at the point are drawn when their words are read; boxes filled in there, from the start."""
    marks = tuple(replace(m, moment=Moment.READ, pause="") if m.pause == id else m for m in lesson.marks)
    charts = tuple(
        replace(chart, boxes=tuple(replace(box, pause="") if box.pause == id else box for box in chart.boxes))
        for chart in lesson.plan.organizers
    )
    points = tuple(point for point in lesson.pause_points if point.id != id)
    return replace(lesson, pause_points=points, marks=marks, plan=replace(lesson.plan, organizers=charts))


@dataclass(frozen=True, slots=True)
class KeepPoint(ScreenCommand):
    """A pause point. A new one stands after the word, line, sentence, paragraph or page of its word."""

    label: ClassVar[str] = "changing a pause point"
    point: PausePoint
    reach: Reach = Reach.WORD
    kind: Literal["keep point"] = "keep point"

    @property
    def called(self) -> str:
        """A new one is added."""
        return self.label if self.point.id else "adding a pause point"

    def apply(self, lesson: Lesson) -> Lesson:
        return with_point(lesson, self)


@dataclass(frozen=True, slots=True)
class OrderQuestions(ScreenCommand):
    """The questions at the end in this order (their ids)."""

    label: ClassVar[str] = "ordering the questions"
    ids: tuple[str, ...]
    kind: Literal["order questions"] = "order questions"

    def apply(self, lesson: Lesson) -> Lesson:
        return with_questions_in_order(lesson, self.ids)


@dataclass(frozen=True, slots=True)
class RemovePausePoint(ScreenCommand):
    """Take a pause point away."""

    label: ClassVar[str] = "removing a pause point"
    id: str
    kind: Literal["remove pause point"] = "remove pause point"

    def apply(self, lesson: Lesson) -> Lesson:
        one_of(lesson.pause_points, self.id, "pause point")
        return _without_point(lesson, self.id)
