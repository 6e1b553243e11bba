"""Checks that the commands of a lesson share: texts, numbers and words from outside."""

from __future__ import annotations

import re

from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.span import Span


def known_word(lesson: Lesson, word: str) -> None:
    """Raises LessonError when there is no such word."""
    if word not in lesson.positions():
        raise LessonError("This word is not in the passage any more.", advice="Choose another word.")


def in_order(lesson: Lesson, span: Span) -> Span:
    """The span from its first word to its last. Raises LessonError."""
    positions = lesson.positions()
    for word in (span.first, span.last):
        known_word(lesson, word)
    return span if positions[span.first] <= positions[span.last] else Span(span.last, span.first)


def one_of(values: tuple, id: str, name: str) -> None:
    """Raises LessonError when none of `values` has this id."""
    if all(value.id != id for value in values):
        raise LessonError(f"This {name} is not in the lesson any more.")


_PICTURE_FILE = re.compile(r"^[0-9a-f]{32}\.(?:png|jpg)$")


def is_picture_file(name: str) -> bool:
    """Whether this is the name of a picture that we keep."""
    return bool(_PICTURE_FILE.match(name))
