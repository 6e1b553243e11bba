"""Directions: what the teacher did on the stage in a take. Commands, and what they do."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from wordtrail.core.changes.checked import one_of
from wordtrail.core.changes.command import Command, ScreenCommand
from wordtrail.core.changes.kept import Stock, put_in
from wordtrail.core.changes.limits import LONGEST_TAKE
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.boards import boards, script
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.tidy import within
from wordtrail.core.trail.closer_targets import OnWords, read_target
from wordtrail.core.trail.directions import PLACE, Deed, Direction

MOST_DIRECTIONS = 2000
MOST_PLACES, LONGEST_WAY = 400, 120.0
"""Places on a pointer's way, and seconds it may take."""

MOST_PARTS = 48
"""Choices or boxes of one thing."""


def can_be_done(lesson: Lesson, deed: Deed, target: str) -> bool:
    """Whether there is in the lesson what a direction is about."""
    points = {point.id for point in lesson.pause_points}
    if deed is Deed.TURN:
        pages = {page.id for passage in lesson.passages for page in passage.pages}
        return target.partition(".")[0] in pages
    if deed is Deed.SHOW:
        return target in points | {board.id for board in boards(lesson)}
    if deed is Deed.STOP:
        return target in points
    if deed is Deed.PART:
        return target in points | {chart.id for chart in lesson.plan.organizers}
    if deed is Deed.CLOSER and target:
        return _is_there(lesson, target)
    # A pointer that moved over a page has its way, wherever that page is now.
    return deed is not Deed.POINT or read_target(target) is None or _is_there(lesson, target)


def _is_there(lesson: Lesson, target: str) -> bool:
    """Whether what she came closer to, or pointed at, is in the lesson."""
    wanted = read_target(target)
    if isinstance(wanted, OnWords):
        words = {word.id for word in script(lesson)}
        return wanted.first in words and wanted.last in words
    pages = {page.id for passage in lesson.passages for page in passage.pages if page.photo}
    blocks = {block.id for passage in lesson.passages for block in passage.blocks if block.picture}
    return wanted is not None and wanted.block in blocks | pages


def with_direction(lesson: Lesson, direction: Direction) -> Lesson:
    """The lesson with a direction, new or in the place of the one with its id. Raises LessonError."""
    if not can_be_done(lesson, direction.deed, direction.target):
        raise LessonError("What is shown there is not in the lesson any more.", kept="The lesson is as it was.")
    at = within(direction.at, 0.0, LONGEST_TAKE, "The moment")
    part = min(max(direction.part, 0), MOST_PARTS)
    wanted = replace(direction, at=round(at, 3), part=part, path=_checked_path(direction.path))
    lesson, kept = put_in(lesson, lesson.directions, wanted, Stock("direct", "direction", MOST_DIRECTIONS))
    return replace(lesson, directions=tuple(sorted(kept, key=lambda one: (one.take, one.at))))


def _checked_path(path: tuple[float, ...]) -> tuple[float, ...]:
    """A pointer's way as it may be kept. Raises LessonError."""
    times = path[::PLACE]
    whole = len(path) % PLACE == 0 and all(map(math.isfinite, path)) and list(times) == sorted(times)
    if not whole or len(path) > PLACE * MOST_PLACES or (path and not 0 <= times[0] <= times[-1] <= LONGEST_WAY):
        raise LessonError("This way of the pointer is damaged.", kept="The lesson is as it was.")
    return tuple(round(value, 2) for value in path)


@dataclass(frozen=True, slots=True)
class KeepDirection(ScreenCommand):
    """A direction: put there, or moved to another moment."""

    label: ClassVar[str] = "moving what is done on the stage"
    direction: Direction
    kind: Literal["keep direction"] = "keep direction"

    @property
    def called(self) -> str:
        """A new one is added."""
        return self.label if self.direction.id else "putting something on the stage"

    def apply(self, lesson: Lesson) -> Lesson:
        return with_direction(lesson, self.direction)


@dataclass(frozen=True, slots=True)
class RemoveDirection(ScreenCommand):
    """Take a direction away."""

    label: ClassVar[str] = "removing what is done on the stage"
    id: str
    kind: Literal["remove direction"] = "remove direction"

    def apply(self, lesson: Lesson) -> Lesson:
        one_of(lesson.directions, self.id, "direction")
        return replace(lesson, directions=tuple(one for one in lesson.directions if one.id != self.id))


@dataclass(frozen=True, slots=True)
class KeepRecorded(Command):
    """The directions that were given while recording. Those about what is not in the lesson any more are passed
    over."""

    label: ClassVar[str] = "directing while recording"
    directions: tuple[Direction, ...]
    kind: Literal["keep recorded"] = "keep recorded"

    def apply(self, lesson: Lesson) -> Lesson:
        for one in self.directions:
            if can_be_done(lesson, one.deed, one.target):
                lesson = with_direction(lesson, one)
        return lesson
