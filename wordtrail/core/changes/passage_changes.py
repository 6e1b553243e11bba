"""Passages as a whole, and how their text looks: commands, and what they do."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from wordtrail.core.changes.checked import is_picture_file
from wordtrail.core.changes.command import Command, ScreenCommand
from wordtrail.core.changes.in_passage import changed
from wordtrail.core.changes.reworded import reworded
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.counting import recounted
from wordtrail.core.text.draft import DraftPassage
from wordtrail.core.text.intake import with_pages
from wordtrail.core.text.look import LARGEST_SIZE, LINE_LENGTH, LINE_SPACING, WORD_SPACING, TextLook
from wordtrail.core.text.model import Numbers, Passage, PermissionKind
from wordtrail.core.text.tidy import tidy

LONGEST_CREDIT = 300
MOST_PASSAGES = 20


def _credited(passage: Passage, command: SetCredits) -> Passage:
    title, author, illustrator, source, permission = (
        _credit(text)
        for text in (command.title, command.author, command.illustrator, command.source, command.permission)
    )
    return replace(
        passage, title=title, author=author, illustrator=illustrator, source=source,
        permission_kind=command.permission_kind, permission=permission,
    )  # fmt: skip


def _credit(text: str) -> str:
    return tidy(text, "A credit", LONGEST_CREDIT)


def _with_pages(lesson: Lesson, command: AddPages) -> Lesson:
    draft = command.draft
    files = [block.picture.file for page in draft.pages for block in page.blocks if block.picture]
    if not all(is_picture_file(file) for file in [*files, *(page.photo.file for page in draft.pages if page.photo)]):
        raise LessonError("A picture of these pages is not kept here.", advice="Bring the file in again.")
    if command.passage:
        return changed(lesson, command.passage, lambda p: with_pages(p, draft.pages))
    if len(lesson.passages) >= MOST_PASSAGES:
        raise LessonError(f"A lesson holds at most {MOST_PASSAGES} passages.", advice="Make another lesson.")
    number = lesson.issued + 1
    empty = Passage(f"t{number}-", draft.title, draft.author, "", (), source=draft.source)
    added = (*lesson.passages, with_pages(empty, draft.pages))
    return replace(lesson, passages=added, issued=number)


def _without_passage(lesson: Lesson, id: str) -> Lesson:
    rest = [passage for passage in lesson.passages if passage.id != id]
    if not rest:
        raise LessonError("A lesson needs at least one passage.", advice="Bring another one in first.")
    return reworded(lesson, rest)


def _look(look: TextLook) -> TextLook:
    for value, (least, most), what in (
        (look.largest, LARGEST_SIZE, "The largest size"),
        (look.line_spacing, LINE_SPACING, "Line spacing"),
        (look.word_spacing, WORD_SPACING, "Word spacing"),
        (look.line_length, LINE_LENGTH, "Line length"),
    ):
        if not math.isfinite(value) or not least <= value <= most:
            raise LessonError(f"{what} goes from {least:g} to {most:g}.", advice="Choose a value between.")
    return look


@dataclass(frozen=True, slots=True)
class SetNumbers(ScreenCommand):
    """How a passage's paragraphs and lines are numbered."""

    label: ClassVar[str] = "numbering the passage"
    passage: str
    numbers: Numbers
    kind: Literal["set numbers"] = "set numbers"

    def apply(self, lesson: Lesson) -> Lesson:
        return changed(lesson, self.passage, lambda p: recounted(replace(p, numbers=self.numbers)))


@dataclass(frozen=True, slots=True)
class SetCredits(ScreenCommand):
    """Whose text it is, and why it may be used."""

    label: ClassVar[str] = "changing the credits"
    passage: str
    title: str
    author: str = ""
    illustrator: str = ""
    source: str = ""
    permission_kind: PermissionKind = PermissionKind.UNSAID
    permission: str = ""
    kind: Literal["set credits"] = "set credits"

    def apply(self, lesson: Lesson) -> Lesson:
        return changed(lesson, self.passage, lambda p: _credited(p, self))


@dataclass(frozen=True, slots=True)
class NameLesson(ScreenCommand):
    """The lesson's title: that of its first passage."""

    label: ClassVar[str] = "changing the title"
    title: str
    kind: Literal["name lesson"] = "name lesson"

    def apply(self, lesson: Lesson) -> Lesson:
        title = tidy(self.title, "The title", LONGEST_CREDIT)
        if not title:
            raise LessonError("A lesson needs a title.", kept="The old one stays.")
        first, *others = lesson.passages
        return replace(lesson, passages=(replace(first, title=title), *others))


@dataclass(frozen=True, slots=True)
class AddPages(Command):
    """Pages that were read from files go to the end of a passage, or make a new one (empty)."""

    label: ClassVar[str] = "bringing in pages"
    passage: str
    draft: DraftPassage
    kind: Literal["add pages"] = "add pages"

    def apply(self, lesson: Lesson) -> Lesson:
        return _with_pages(lesson, self)


@dataclass(frozen=True, slots=True)
class RemovePassage(ScreenCommand):
    """A passage goes, with all its words."""

    label: ClassVar[str] = "removing a passage"
    passage: str
    kind: Literal["remove passage"] = "remove passage"

    def apply(self, lesson: Lesson) -> Lesson:
        return _without_passage(lesson, self.passage)


@dataclass(frozen=True, slots=True)
class SetLook(ScreenCommand):
    """Typeface, sizes and spaces of the lesson's text."""

    label: ClassVar[str] = "changing how the text looks"
    look: TextLook
    kind: Literal["set look"] = "set look"

    def apply(self, lesson: Lesson) -> Lesson:
        return replace(lesson, look=_look(self.look))
