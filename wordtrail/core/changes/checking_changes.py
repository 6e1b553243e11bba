"""Places of a take that were checked: commands, and what they do."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from wordtrail.core.changes.command import ScreenCommand
from wordtrail.core.changes.limits import LONGEST_TAKE, stretch_of
from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.tidy import within
from wordtrail.core.trail.checks import OnPurpose, Settled


@dataclass(frozen=True, slots=True)
class CheckedPlace:
    """A place to check: its word, and where the ear found it (seconds of take time)."""

    word: str
    found: float


@dataclass(frozen=True, slots=True)
class SettlePlaces(ScreenCommand):
    """These places of a take are fine as they are."""

    label: ClassVar[str] = "checking places"
    take: str
    places: tuple[CheckedPlace, ...]
    kind: Literal["settle places"] = "settle places"

    def apply(self, lesson: Lesson) -> Lesson:
        known = {word.id for word in script(lesson)}
        fine = (
            Settled(self.take, one.word, within(one.found, 0.0, LONGEST_TAKE, "The place"))
            for one in self.places
            if one.word in known
        )
        return replace(lesson, settled=tuple(dict.fromkeys((*lesson.settled, *fine))))


@dataclass(frozen=True, slots=True)
class SettleStretch(ScreenCommand):
    """Everything in a stretch of a take (seconds of take time) is as it was meant to be."""

    label: ClassVar[str] = "checking places"
    take: str
    start: float
    end: float
    kind: Literal["settle stretch"] = "settle stretch"

    def apply(self, lesson: Lesson) -> Lesson:
        start, end = stretch_of(self.start, self.end)
        return replace(lesson, on_purpose=(*lesson.on_purpose, OnPurpose(self.take, start, end)))


@dataclass(frozen=True, slots=True)
class CheckAgain(ScreenCommand):
    """All places of a take are offered again, also those that were found fine or not meant to be read."""

    label: ClassVar[str] = "checking all places again"
    take: str
    kind: Literal["check again"] = "check again"

    def apply(self, lesson: Lesson) -> Lesson:
        return replace(
            lesson,
            settled=tuple(one for one in lesson.settled if one.take != self.take),
            on_purpose=tuple(one for one in lesson.on_purpose if one.take != self.take),
            left_unread=tuple(one for one in lesson.left_unread if one.take != self.take),
        )
