"""Readings: commands, and what they do."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from wordtrail.core.changes.checked import in_order, one_of
from wordtrail.core.changes.command import ScreenCommand
from wordtrail.core.changes.kept import Stock, put_in
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.model import Reading
from wordtrail.core.text.tidy import tidy

MOST_READINGS = 9


def _with_reading(lesson: Lesson, command: KeepReading) -> Lesson:
    reading = command.reading
    name = tidy(reading.name, "The name", 60) or f"Reading {len(lesson.plan.readings) + 1}"
    stretch = in_order(lesson, reading.stretch) if reading.stretch else None
    reading = replace(reading, name=name, purpose=tidy(reading.purpose, "The purpose"), stretch=stretch)
    lesson, kept = put_in(lesson, lesson.plan.readings, reading, Stock("reading", "reading", MOST_READINGS))
    return replace(lesson, plan=replace(lesson.plan, readings=kept))


def _without_reading(lesson: Lesson, id: str) -> Lesson:
    return replace(
        lesson,
        marks=tuple(replace(one, reading="") if one.reading == id else one for one in lesson.marks),
        pause_points=tuple(replace(one, reading="") if one.reading == id else one for one in lesson.pause_points),
        plan=replace(lesson.plan, readings=tuple(one for one in lesson.plan.readings if one.id != id)),
    )


@dataclass(frozen=True, slots=True)
class KeepReading(ScreenCommand):
    """A reading."""

    label: ClassVar[str] = "changing a reading"
    reading: Reading
    kind: Literal["keep reading"] = "keep reading"

    def apply(self, lesson: Lesson) -> Lesson:
        return _with_reading(lesson, self)


@dataclass(frozen=True, slots=True)
class RemoveReading(ScreenCommand):
    """Take a reading away; its marks and pause points belong to all readings then."""

    label: ClassVar[str] = "removing a reading"
    id: str
    kind: Literal["remove reading"] = "remove reading"

    def apply(self, lesson: Lesson) -> Lesson:
        one_of(lesson.plan.readings, self.id, "reading")
        return _without_reading(lesson, self.id)
