"""Checks that the commands of a lesson share: texts, numbers and words from outside."""

from __future__ import annotations

import math
import re

from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.model import Span

LONGEST_TEXT = 600
MOST_ENTRIES = 60


def within(value: float, least: float, most: float, what: str) -> float:
    """`value` when it lies between. Raises LessonError."""
    if not math.isfinite(value) or not least <= value <= most:
        raise LessonError(f"{what} goes from {least:g} to {most:g}.", next_step="Choose a value between.")
    return float(value)


def tidy(text: str, what: str, longest: int = LONGEST_TEXT) -> str:
    """`text` with single spaces. Raises LessonError when it is too long for a card."""
    clean = " ".join(text.split())
    if len(clean) > longest:
        raise LessonError(
            f"{what} has {len(clean)} characters; there is room for {longest}.", next_step="Make it shorter."
        )
    return clean


def tidied(texts: tuple[str, ...], what: str, most: int = MOST_ENTRIES) -> tuple[str, ...]:
    """Texts tidied, without the empty ones. Raises LessonError when there are too many."""
    clean = tuple(text for text in (tidy(one, what) for one in texts) if text)
    if len(clean) > most:
        raise LessonError(f"{what} can have {most} entries.", next_step="Leave some out.")
    return clean


def known_word(lesson: Lesson, word: str) -> None:
    """Raises LessonError when there is no such word."""
    if word not in lesson.positions():
        raise LessonError("This word is not in the passage any more.", next_step="Choose another word.")


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
