"""Time that students get without a question: to say back what they heard."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from itertools import groupby

from wordtrail.core.edit.holds import Echo, held_at
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.current_trail import current_trail
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.said_lines import line_of
from wordtrail.core.trail.model import Trail

FEWEST_WORDS = 2
"""Words below which there is nothing to say back."""


class EchoAfter(StrEnum):
    """After what students say it back."""

    SENTENCE = "sentence"
    """In verse: after each line."""
    PARAGRAPH = "paragraph"


@dataclass(frozen=True, slots=True)
class NewHold:
    """After `word`, which ends at `at` (seconds of take time), the lesson is to stand still for `seconds`."""

    word: str
    at: float
    seconds: float


def echo_holds(
    lesson: Lesson, take: str, trail: Trail, after: EchoAfter, echo: Echo, start: float, end: float
) -> tuple[NewHold, ...]:
    """Time to say back each sentence (in verse each line) or paragraph of a take that ends between two moments (seconds
    of take time), where there is none yet: as long as it is heard, times a factor. Raises LessonError for impossible
    lengths."""
    if not 0.5 <= echo.factor <= 4 or not 0 < echo.least <= echo.most <= 120:
        raise LessonError("That is no time to say something back.", kept="Nothing was added.")
    lines = line_of(lesson)
    visits = [visit for visit in current_trail(lesson, take, trail).visits if visit.word in lines]
    found = []
    for _, group in groupby(visits, key=lambda visit: lines[visit.word][: 2 if after is EchoAfter.SENTENCE else 1]):
        said = list(group)
        last = said[-1]
        if len(said) >= FEWEST_WORDS and start <= last.end <= end and not held_at(lesson.holds, take, last.end):
            took = (last.end - said[0].start) / _pace(lesson, take, last.start)
            found.append(NewHold(last.word, round(last.end, 3), echo.seconds_for(took)))
    return tuple(found)


def _pace(lesson: Lesson, take: str, at: float) -> float:
    return next((one.pace for one in lesson.slower if one.take == take and one.start <= at < one.end), 1.0)
