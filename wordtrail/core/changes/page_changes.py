"""Pages of the text: commands, and what they do."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from wordtrail.core.changes.command import ScreenCommand
from wordtrail.core.changes.in_passage import in_passage, on_page
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text import shaping
from wordtrail.core.text.model import Passage


def _shown(passage: Passage, command: ShowPage) -> Passage:
    page = shaping.page_of(passage, command.page)
    if command.as_photo and page.photo is None:
        raise LessonError("This page has no photo.")
    return shaping.with_page(passage, replace(page, as_photo=command.as_photo))


@dataclass(frozen=True, slots=True)
class BreakPage(ScreenCommand):
    """A new page begins with this block."""

    label: ClassVar[str] = "beginning a new page"
    block: str
    kind: Literal["break page"] = "break page"

    def apply(self, lesson: Lesson) -> Lesson:
        return in_passage(lesson, self.block, lambda p: shaping.with_page_break(p, self.block))


@dataclass(frozen=True, slots=True)
class JoinPage(ScreenCommand):
    """A page goes on the one before it."""

    label: ClassVar[str] = "joining two pages"
    page: str
    kind: Literal["join page"] = "join page"

    def apply(self, lesson: Lesson) -> Lesson:
        return on_page(lesson, self.page, lambda p: shaping.without_page_break(p, self.page))


@dataclass(frozen=True, slots=True)
class LabelPage(ScreenCommand):
    """A page's labels in the printed book and on the screen."""

    label: ClassVar[str] = "labelling a page"
    page: str
    printed: str = ""
    screen: str = ""
    kind: Literal["label page"] = "label page"

    def apply(self, lesson: Lesson) -> Lesson:
        return on_page(lesson, self.page, lambda p: shaping.with_labels(p, self.page, self.printed, self.screen))


@dataclass(frozen=True, slots=True)
class ShowPage(ScreenCommand):
    """A page is shown as its photo, or typeset."""

    label: ClassVar[str] = "showing a page another way"
    page: str
    as_photo: bool
    kind: Literal["show page"] = "show page"

    def apply(self, lesson: Lesson) -> Lesson:
        return on_page(lesson, self.page, lambda p: _shown(p, self))
