"""The opening, the ending and the order of the parts: commands, and what they do."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from wordtrail.core.changes.command import ScreenCommand
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.opening import LONGEST, Closing, Opening, Part, PictureQuestion
from wordtrail.core.text.tidy import tidied, tidy, within


def checked_opening(lesson: Lesson, opening: Opening) -> Opening:
    """The opening as it may be kept, without what is empty or belongs to pictures that are gone. Raises
    LessonError."""
    pictures = {block.id for passage in lesson.passages for block in passage.blocks if block.picture}
    walk = tuple(
        PictureQuestion(one.picture, tidy(one.question, "A question"))
        for one in opening.picture_walk
        if one.question.strip() and one.picture in pictures
    )
    return Opening(
        objectives=tidied(opening.objectives, "The objectives", 8),
        purpose=tidy(opening.purpose, "The purpose"),
        focus=tidy(opening.focus, "The focus question"),
        look_back=tidy(opening.look_back, "The look back"),
        at_hand=tidied(opening.at_hand, "What to have at hand", 10),
        quick_write=tidy(opening.quick_write, "The question to write about"),
        sight_words=tidied(opening.sight_words, "The sight words", 24),
        picture_walk=walk,
        write_seconds=within(opening.write_seconds, 0.0, LONGEST, "The time to write"),
        hand_seconds=within(opening.hand_seconds, 0.0, LONGEST, "The time to get things"),
        cover=opening.cover if opening.cover in pictures else "",
    )


def checked_closing(closing: Closing) -> Closing:
    """The closing as it may be kept. Raises LessonError."""
    return Closing(
        tidy(closing.recap, "The recap"), tidy(closing.task, "The task"),
        within(closing.recap_seconds, 0.0, LONGEST, "The time for the recap"),
        within(closing.task_seconds, 0.0, LONGEST, "The time for the task"),
    )  # fmt: skip


@dataclass(frozen=True, slots=True)
class SetOpening(ScreenCommand):
    """What comes before the reading."""

    label: ClassVar[str] = "changing the opening"
    opening: Opening
    kind: Literal["set opening"] = "set opening"

    def apply(self, lesson: Lesson) -> Lesson:
        return replace(lesson, plan=replace(lesson.plan, opening=checked_opening(lesson, self.opening)))


@dataclass(frozen=True, slots=True)
class SetClosing(ScreenCommand):
    """What comes after it."""

    label: ClassVar[str] = "changing the ending"
    closing: Closing
    kind: Literal["set closing"] = "set closing"

    def apply(self, lesson: Lesson) -> Lesson:
        return replace(lesson, plan=replace(lesson.plan, closing=checked_closing(self.closing)))


@dataclass(frozen=True, slots=True)
class SetOrder(ScreenCommand):
    """The order in which the parts of the lesson run."""

    label: ClassVar[str] = "changing the order"
    order: tuple[Part, ...]
    kind: Literal["set order"] = "set order"

    def apply(self, lesson: Lesson) -> Lesson:
        return replace(lesson, plan=replace(lesson.plan, order=tuple(dict.fromkeys(self.order))))
