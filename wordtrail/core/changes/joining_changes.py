"""What a lesson is put together from: commands, and what they do."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import reduce
from typing import ClassVar, Literal

from wordtrail.core.changes.command import Command, ScreenCommand
from wordtrail.core.changes.limits import LONGEST_TAKE
from wordtrail.core.edit.joining import SHORTEST_CLIP, Replacement, with_replacement
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.tidy import within
from wordtrail.core.trail.again import Again

MOST_REPLACEMENTS = 2000


def _checked(one: Replacement) -> Replacement:
    start = within(one.start, 0.0, LONGEST_TAKE, "The beginning")
    end = within(one.end, 0.0, LONGEST_TAKE, "The end")
    by_start = within(one.by_start, 0.0, LONGEST_TAKE, "The beginning")
    by_end = within(one.by_end, 0.0, LONGEST_TAKE, "The end")
    if end < start or by_end - by_start < SHORTEST_CLIP:
        raise LessonError(
            "The beginning must come before the end.", kept="The lesson is as it was.", advice="Choose the line again."
        )
    if one.take == one.by and start < by_end and by_start < end:
        raise LessonError("A stretch cannot stand in its own place.", kept="The lesson is as it was.")
    return Replacement(one.take, start, end, one.by, by_start, by_end)


def with_stretch(lesson: Lesson, wanted: Replacement) -> Lesson:
    """The lesson in which one stretch is heard in the place of another. Raises LessonError."""
    kept = with_replacement(lesson.replacements, _checked(wanted))
    if len(kept) > MOST_REPLACEMENTS:
        raise LessonError(f"A lesson is put together from at most {MOST_REPLACEMENTS:,} stretches.")
    return replace(lesson, replacements=kept)


@dataclass(frozen=True, slots=True)
class UseStretch(ScreenCommand):
    """A stretch of one take is heard in the place of a stretch of another."""

    label: ClassVar[str] = "choosing a reading of a line"
    stretch: Replacement
    kind: Literal["use stretch"] = "use stretch"

    def apply(self, lesson: Lesson) -> Lesson:
        return with_stretch(lesson, self.stretch)


@dataclass(frozen=True, slots=True)
class PutStretchBack(ScreenCommand):
    """What a stretch was put in the place of is heard again."""

    label: ClassVar[str] = "putting a reading back"
    stretch: Replacement
    kind: Literal["put stretch back"] = "put stretch back"

    def apply(self, lesson: Lesson) -> Lesson:
        return replace(lesson, replacements=tuple(one for one in lesson.replacements if one != self.stretch))


@dataclass(frozen=True, slots=True)
class PutInPlace(Command):
    """What was recorded for a stretch goes into its place, or into the places of its parts."""

    label: ClassVar[str] = "putting a recording in its place"
    stretches: tuple[Replacement, ...]
    kind: Literal["put in place"] = "put in place"

    def apply(self, lesson: Lesson) -> Lesson:
        return reduce(with_stretch, self.stretches, lesson)


@dataclass(frozen=True, slots=True)
class KeepAgains(Command):
    """Where she went back while recording: what was read before is dropped. Words that are not in the lesson any more
    are passed over."""

    label: ClassVar[str] = "reading again while recording"
    agains: tuple[Again, ...]
    kind: Literal["keep agains"] = "keep agains"

    def apply(self, lesson: Lesson) -> Lesson:
        known = {word.id for word in script(lesson)}
        fresh = (replace(one, at=round(one.at, 3)) for one in self.agains if one.word in known)
        return replace(lesson, agains=tuple(dict.fromkeys((*lesson.agains, *fresh))))


@dataclass(frozen=True, slots=True)
class PutReadingBack(ScreenCommand):
    """A reading that was dropped at the desk is heard again."""

    label: ClassVar[str] = "putting a dropped reading back"
    again: Again
    kind: Literal["put reading back"] = "put reading back"

    def apply(self, lesson: Lesson) -> Lesson:
        return replace(lesson, agains=tuple(one for one in lesson.agains if one != self.again))
