"""Giving students time: stretches that are heard more slowly, and moments at which the lesson stands still."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from wordtrail.core.changes.command import ScreenCommand
from wordtrail.core.changes.kept import issue
from wordtrail.core.changes.limits import LONGEST_TAKE, stretch_of
from wordtrail.core.edit.holds import LONGEST_HOLD, SHORTEST_HOLD, HoldAfter, held_at
from wordtrail.core.edit.slowing import SLOWEST_PACE, Slower, with_pace
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.giving_time import NewHold
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.tidy import within

MOST_HOLDS = 500


@dataclass(frozen=True, slots=True)
class SetSpeed(ScreenCommand):
    """A stretch of a take (seconds of take time) is heard at `pace` times its speed, at the same pitch; 1: as it was
    said."""

    label: ClassVar[str] = "hearing it more slowly"
    take: str
    start: float
    end: float
    pace: float
    kind: Literal["set speed"] = "set speed"

    def apply(self, lesson: Lesson) -> Lesson:
        start, end = stretch_of(self.start, self.end)
        pace = round(within(self.pace, SLOWEST_PACE, 1.0, "The speed"), 3)
        return replace(lesson, slower=with_pace(lesson.slower, Slower(self.take, start, end, pace)))


@dataclass(frozen=True, slots=True)
class SlowDown(ScreenCommand):
    """Several stretches are heard more slowly, each at its own pace."""

    label: ClassVar[str] = "hearing it more slowly"
    stretches: tuple[Slower, ...]
    kind: Literal["slow down"] = "slow down"

    def apply(self, lesson: Lesson) -> Lesson:
        for one in self.stretches:
            lesson = SetSpeed(one.take, one.start, one.end, one.pace).apply(lesson)
        return lesson


@dataclass(frozen=True, slots=True)
class AddHolds(ScreenCommand):
    """After these words of a take the lesson stands still for a while, with stones that are used up (`counted`) or
    without, in the place of what was held there before. Beside a card or a question there is no room for stones."""

    label: ClassVar[str] = "giving students time"
    take: str
    holds: tuple[NewHold, ...]
    counted: bool
    kind: Literal["add holds"] = "add holds"

    def apply(self, lesson: Lesson) -> Lesson:
        known, passage = {word.id for word in script(lesson)}, {word.id for word in lesson.words}
        for one in self.holds:
            if one.word not in known:
                raise LessonError("This word is not in the lesson any more.", advice="Choose another word.")
            at = within(one.at, 0.0, LONGEST_TAKE, "The moment")
            seconds = round(within(one.seconds, SHORTEST_HOLD, LONGEST_HOLD, "The time"), 2)
            before = held_at(lesson.holds, self.take, at)
            counted = self.counted and one.word in passage
            lesson, id = issue(lesson, "hold")
            kept = tuple(other for other in lesson.holds if other is not before)
            lesson = replace(lesson, holds=(*kept, HoldAfter(id, self.take, one.word, at, seconds, counted)))
        if len(lesson.holds) > MOST_HOLDS:
            raise LessonError(f"A lesson stands still at most {MOST_HOLDS:,} times.", kept="Nothing was added.")
        return lesson


@dataclass(frozen=True, slots=True)
class RemoveHolds(ScreenCommand):
    """The lesson does not stand still there any more (the ids of its holds)."""

    label: ClassVar[str] = "going straight on"
    holds: tuple[str, ...]
    kind: Literal["remove holds"] = "remove holds"

    def apply(self, lesson: Lesson) -> Lesson:
        return replace(lesson, holds=tuple(one for one in lesson.holds if one.id not in self.holds))
