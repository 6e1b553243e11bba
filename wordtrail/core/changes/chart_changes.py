"""Organizers: commands, and what they do."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from wordtrail.core.changes.checked import in_order, one_of
from wordtrail.core.changes.command import ScreenCommand
from wordtrail.core.changes.kept import Stock, put_in
from wordtrail.core.changes.mark_changes import with_ties_kept
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.organizers import MOST_COLUMNS, MOST_ROWS, MOST_STEPS, Organizer, Shape, on_grid, organizer_of
from wordtrail.core.text.tidy import tidy, tidy_lines

MOST_ORGANIZERS = 12


def with_organizer(lesson: Lesson, organizer: Organizer) -> Lesson:
    """The lesson with an organizer, new or in the place of the one with its id. Raises LessonError."""
    if not (1 <= organizer.columns <= MOST_COLUMNS and 1 <= organizer.rows <= MOST_ROWS):
        raise LessonError(f"A chart has up to {MOST_COLUMNS} columns and {MOST_ROWS} rows.")
    points = {point.id for point in lesson.pause_points}
    boxes = tuple(
        replace(
            box, heading=tidy(box.heading, "A heading", 80), ask=tidy(box.ask, "A question", 160),
            text=tidy_lines(box.text, "What is filled in", MOST_STEPS, 300),
            pause=box.pause if box.pause in points else "",
            quote=in_order(lesson, box.quote) if box.quote else None,
            column=min(max(box.column, 0), organizer.columns - 1), row=min(max(box.row, 0), organizer.rows - 1),
        )
        for box in organizer.boxes
    )  # fmt: skip
    taken: set[tuple[int, int]] = set()
    for box in boxes:
        cells = {(box.column + c, box.row + r) for c in range(max(1, box.wide)) for r in range(max(1, box.high))}
        if cells & taken or any(c >= organizer.columns or r >= organizer.rows for c, r in cells):
            raise LessonError("Two boxes of the chart lie on one another, or one stands out of it.")
        taken |= cells
    ids = {box.id for box in boxes}
    if not boxes or len(ids) < len(boxes):
        raise LessonError("A chart needs boxes, each with an id of its own.")
    arrows = tuple(one for one in organizer.arrows if {one.begin, one.end} <= ids and one.begin != one.end)
    organizer = replace(organizer, title=tidy(organizer.title, "The title", 120), boxes=boxes, arrows=arrows)
    lesson, kept = put_in(lesson, lesson.plan.organizers, organizer, Stock("chart", "organizer", MOST_ORGANIZERS))
    return with_ties_kept(replace(lesson, plan=replace(lesson.plan, organizers=kept)))


def without_organizer(lesson: Lesson, id: str) -> Lesson:
    """The lesson without a chart: pause points no longer show it, its numbers stay as plain ones."""
    one_of(lesson.plan.organizers, id, "organizer")
    points = tuple(replace(p, organizer="") if p.organizer == id else p for p in lesson.pause_points)
    left = tuple(one for one in lesson.plan.organizers if one.id != id)
    return with_ties_kept(replace(lesson, pause_points=points, plan=replace(lesson.plan, organizers=left)))


@dataclass(frozen=True, slots=True)
class MakeOrganizer(ScreenCommand):
    """A fresh organizer of a shape, for the first passage."""

    label: ClassVar[str] = "making an organizer"
    shape: Shape
    columns: int = 2
    rows: int = 2
    kind: Literal["make organizer"] = "make organizer"

    def apply(self, lesson: Lesson) -> Lesson:
        return with_organizer(lesson, organizer_of(self.shape, lesson.passages[0], self.columns, self.rows))


@dataclass(frozen=True, slots=True)
class KeepOrganizer(ScreenCommand):
    """An organizer."""

    label: ClassVar[str] = "changing an organizer"
    organizer: Organizer
    kind: Literal["keep organizer"] = "keep organizer"

    def apply(self, lesson: Lesson) -> Lesson:
        return with_organizer(lesson, self.organizer)


@dataclass(frozen=True, slots=True)
class SetGrid(ScreenCommand):
    """An organizer gets other rows and columns: boxes that no longer fit go, empty places get a box."""

    label: ClassVar[str] = "changing an organizer"
    id: str
    columns: int
    rows: int
    kind: Literal["set grid"] = "set grid"

    def apply(self, lesson: Lesson) -> Lesson:
        one_of(lesson.plan.organizers, self.id, "organizer")
        chart = next(one for one in lesson.plan.organizers if one.id == self.id)
        return with_organizer(lesson, on_grid(chart, self.columns, self.rows))


@dataclass(frozen=True, slots=True)
class RemoveOrganizer(ScreenCommand):
    """Take an organizer away."""

    label: ClassVar[str] = "removing an organizer"
    id: str
    kind: Literal["remove organizer"] = "remove organizer"

    def apply(self, lesson: Lesson) -> Lesson:
        return without_organizer(lesson, self.id)
