"""What a teacher did on the stage: during a take, or put there afterwards."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from enum import StrEnum

from wordtrail.core.trail.events import TakeEvent


class Deed(StrEnum):
    """What is done on the stage."""

    TURN = "turn"
    """A page of the text is turned to (its id in the layout)."""
    SHOW = "show"
    """A card, question, chart or another board is brought up (its id)."""
    BACK = "back"
    """What was brought up is put away: back to the text."""
    STOP = "stop"
    """The lesson stops for the students at a pause point (its id)."""
    PART = "part"
    """The next thing is shown on a question or chart (its id), or the one with the number `part`."""


TAKEN_BACK = "taken back"
"""The event that takes the last direction back that was not taken back yet."""


@dataclass(frozen=True, slots=True)
class Direction:
    """At `at` (seconds of take time of `take`) the teacher does something with a `target`; `part` counts choices or
    boxes from 1 (0: the next one)."""

    id: str
    take: str
    at: float
    deed: Deed
    target: str = ""
    part: int = 0


def directions_in(events: Iterable[TakeEvent], take: str) -> tuple[Direction, ...]:
    """The directions that were given while `take` was recorded and not taken back, in order, without ids. In an
    event the deed says what happened, the detail what it happened to, with its part behind a "#"."""
    given: list[Direction] = []
    deeds = set(Deed)
    for event in sorted(events, key=lambda one: one.at):
        if event.what == TAKEN_BACK:
            del given[-1:]
        elif event.what in deeds:
            target, _, part = event.detail.partition("#")
            number = int(part) if part.isascii() and part.isdigit() else 0
            given.append(Direction("", take, event.at, Deed(event.what), target, number))
    return tuple(given)
