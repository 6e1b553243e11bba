"""What hung on words that went away: commands, and what they do."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from wordtrail.core.changes.checked import known_word
from wordtrail.core.changes.command import ScreenCommand
from wordtrail.core.changes.kept import issue
from wordtrail.core.changes.mark_changes import with_mark
from wordtrail.core.changes.point_changes import points_in_order
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.model import Lesson


def _put_back(lesson: Lesson, command: PutBack) -> Lesson:
    end = next((end for end in lesson.loose_ends if end.id == command.id), None)
    if end is None or not (end.mark or end.point):
        raise LessonError("This loose end holds nothing that could be put back.")
    lesson = replace(lesson, loose_ends=tuple(one for one in lesson.loose_ends if one.id != end.id))
    if end.mark:
        return with_mark(lesson, replace(end.mark, id="", first=command.first, last=command.last))
    assert end.point
    known_word(lesson, command.last)
    lesson, id = issue(lesson, "pause")
    point = replace(end.point, id=id, after=command.last)
    return replace(lesson, pause_points=points_in_order(lesson, (*lesson.pause_points, point)))


@dataclass(frozen=True, slots=True)
class ClearLooseEnds(ScreenCommand):
    """The teacher has read what hung on words that went away."""

    label: ClassVar[str] = "clearing the loose ends"
    kind: Literal["clear loose ends"] = "clear loose ends"

    def apply(self, lesson: Lesson) -> Lesson:
        return replace(lesson, loose_ends=())


@dataclass(frozen=True, slots=True)
class PutBack(ScreenCommand):
    """A loose end's mark goes on the words from `first` to `last`; its pause point after `last`."""

    label: ClassVar[str] = "putting back a loose end"
    id: str
    first: str
    last: str
    kind: Literal["put back"] = "put back"

    def apply(self, lesson: Lesson) -> Lesson:
        return _put_back(lesson, self)
