"""Where eyes are led while words are read, the stage coming closer or the pointer going along: commands, and what they
do."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from wordtrail.core.changes.checked import one_of
from wordtrail.core.changes.command import ScreenCommand
from wordtrail.core.changes.kept import Stock, put_in
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.model import CloseUp

MOST_CLOSE_UPS = 200


@dataclass(frozen=True, slots=True)
class KeepCloseUp(ScreenCommand):
    """While some words are read, the stage comes closer to them, or to a picture, or the pointer goes along."""

    label: ClassVar[str] = "leading the eye"
    close_up: CloseUp
    kind: Literal["keep close-up"] = "keep close-up"

    def apply(self, lesson: Lesson) -> Lesson:
        wanted = self.close_up
        if not lesson.run(wanted.first, wanted.last):
            raise LessonError("These words are not in the lesson in this order.", advice="Choose others.")
        pictures = {block.id for passage in lesson.passages for block in passage.blocks if block.picture}
        if wanted.picture and wanted.picture not in pictures:
            raise LessonError("This picture is not in the lesson any more.", advice="Choose another one.")
        lesson, kept = put_in(lesson, lesson.plan.close_ups, wanted, Stock("close", "close-up", MOST_CLOSE_UPS))
        order = lesson.positions()
        ordered = tuple(sorted(kept, key=lambda one: order[one.first]))
        return replace(lesson, plan=replace(lesson.plan, close_ups=ordered))


@dataclass(frozen=True, slots=True)
class RemoveCloseUp(ScreenCommand):
    """The stage stays as it is while these words are read."""

    label: ClassVar[str] = "leading the eye no more"
    id: str
    kind: Literal["remove close-up"] = "remove close-up"

    def apply(self, lesson: Lesson) -> Lesson:
        one_of(lesson.plan.close_ups, self.id, "close-up")
        left = tuple(one for one in lesson.plan.close_ups if one.id != self.id)
        return replace(lesson, plan=replace(lesson.plan, close_ups=left))
