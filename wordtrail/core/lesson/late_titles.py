"""The rule for titles that are heard late: who says a title's word while its text is read speaks of the text."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Protocol, TypeVar

from wordtrail.core.lesson.boards import title_only
from wordtrail.core.lesson.model import Lesson


class Said(Protocol):
    """A word and when it was said (seconds)."""

    @property
    def word(self) -> str: ...

    @property
    def start(self) -> float: ...


Word = TypeVar("Word", bound=Said)


def without_late_titles(lesson: Lesson, said: Sequence[Word]) -> tuple[Word, ...]:
    """What was said, in its order, without the title words that come after the reading of their text has begun."""
    titles = title_only(lesson)
    if not any(one.word in titles for one in said):
        return tuple(said)
    passage_of = {word.id: number for number, passage in enumerate(lesson.passages) for word in passage.words}
    begun: dict[int, float] = {}
    for one in said:
        if one.word in passage_of:
            begun.setdefault(passage_of[one.word], one.start)
    never = float("inf")
    return tuple(one for one in said if one.word not in titles or one.start < begun.get(titles[one.word], never))
