"""Things that a lesson has several of: kept in the place of an older one, or new."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import TypeVar

from wordtrail.core.changes.checked import one_of
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.model import Mark
from wordtrail.core.plan.cards import WordCard
from wordtrail.core.plan.model import CloseUp, CueNote, PausePoint, Reading
from wordtrail.core.plan.organizers import Organizer
from wordtrail.core.trail.directions import Direction


def issue(lesson: Lesson, kind: str) -> tuple[Lesson, str]:
    """The lesson that has given out one id more, and the id."""
    number = lesson.issued + 1
    return replace(lesson, issued=number), f"{kind}{number}"


@dataclass(frozen=True, slots=True)
class Stock:
    """Things that a lesson has several of: what their ids begin with, what one is called, how many there can be."""

    letter: str
    name: str
    most: int


Thing = TypeVar("Thing", PausePoint, Mark, WordCard, Organizer, Reading, Direction, CueNote, CloseUp)


def put_in(lesson: Lesson, things: tuple[Thing, ...], thing: Thing, stock: Stock) -> tuple[Lesson, tuple[Thing, ...]]:
    """The things with this one: in the place of the one that has its id, or new, at the end."""
    if thing.id:
        one_of(things, thing.id, stock.name)
        return lesson, tuple(thing if one.id == thing.id else one for one in things)
    if len(things) >= stock.most:
        raise LessonError(f"A lesson has at most {stock.most} {stock.name}s.")
    lesson, id = issue(lesson, stock.letter)
    new: Thing = replace(thing, id=id)
    return lesson, things + (new,)  # noqa: RUF005 -- mypy loses the type of an unpacked tuple here
