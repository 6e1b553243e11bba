"""Changing one passage of a lesson, with everything still on its words."""

from __future__ import annotations

from collections.abc import Callable

from wordtrail.core.changes.reworded import reworded
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.model import Passage

Change = Callable[[Passage], Passage]


def changed(lesson: Lesson, id: str, change: Change) -> Lesson:
    """The lesson with its passage `id` changed, and everything still on its words."""
    if all(passage.id != id for passage in lesson.passages):
        raise LessonError("This passage is not in the lesson any more.")
    return reworded(lesson, [change(passage) if passage.id == id else passage for passage in lesson.passages])


def in_passage(lesson: Lesson, block: str, change: Change) -> Lesson:
    """The lesson with the passage changed in which a block stands. Raises LessonError."""
    holder = next((p.id for p in lesson.passages if any(one.id == block for one in p.blocks)), "")
    if not holder:
        raise LessonError("This block is not in the passage any more.", advice="Look at the newer text.")
    return changed(lesson, holder, change)


def on_page(lesson: Lesson, page: str, change: Change) -> Lesson:
    """The lesson with the passage changed that has a page. Raises LessonError."""
    holder = next((p.id for p in lesson.passages if any(one.id == page for one in p.pages)), "")
    if not holder:
        raise LessonError("This page is not in the passage any more.", advice="Look at the newer text.")
    return changed(lesson, holder, change)


def at_word(lesson: Lesson, word: str, change: Change) -> Lesson:
    """The lesson with the passage changed in which a word stands. Raises LessonError."""
    holder = next((p.id for p in lesson.passages if any(one.id == word for one in p.words)), "")
    if not holder:
        raise LessonError("This word is not in the passage any more.", advice="Look at the newer text.")
    return changed(lesson, holder, change)
