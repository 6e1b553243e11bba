"""What a teacher did on the stage: during a take, or put there afterwards."""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass
from enum import StrEnum

from wordtrail.core.trail.events import AGAIN, TakeEvent


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
    POINT = "point"
    """The pointer moves over a page (its id in the layout) along `path`, or along words, or rests on a picture or a
    part of it (see `closer_targets`), and leaves nothing."""
    CLOSER = "closer"
    """Words, a picture or a part of it fill the stage (see `closer_targets`); without a target the whole page again."""


TAKEN_BACK = "taken back"
"""The event that takes the last thing done back that was not taken back yet."""

CAN_BE_TAKEN_BACK = frozenset((*(deed.value for deed in Deed), AGAIN))
"""The events that it takes back."""


@dataclass(frozen=True, slots=True)
class Direction:
    """At `at` (seconds of take time of `take`) the teacher does something with a `target`; `part` counts choices or
    boxes from 1 (0: the next one). `path` is the way of the pointer: seconds from `at`, x and y in page units of the
    wide stage, for each of its places in turn."""

    id: str
    take: str
    at: float
    deed: Deed
    target: str = ""
    part: int = 0
    path: tuple[float, ...] = ()


PLACE = 3
"""Numbers of a place on the pointer's way."""


def standing(events: Iterable[TakeEvent]) -> tuple[TakeEvent, ...]:
    """What was done, and not taken back, in the order of its moments."""
    done: list[TakeEvent] = []
    for event in sorted(events, key=lambda one: one.at):
        if event.what == TAKEN_BACK:
            del done[-1:]
        elif event.what in CAN_BE_TAKEN_BACK:
            done.append(event)
    return tuple(done)


def directions_in(events: Iterable[TakeEvent], take: str) -> tuple[Direction, ...]:
    """The directions that were given while `take` was recorded and not taken back, in order, without ids. In an
    event the deed says what happened, the detail what it happened to, with its part or way behind a "#"."""
    return tuple(_direction(event, take) for event in standing(events) if event.what != AGAIN)


def _direction(event: TakeEvent, take: str) -> Direction:
    target, _, more = event.detail.partition("#")
    deed = Deed(event.what)
    number = int(more) if more.isascii() and more.isdigit() and deed is Deed.PART else 0
    return Direction("", take, event.at, deed, target, number, _path_in(more) if deed is Deed.POINT else ())


def _path_in(text: str) -> tuple[float, ...]:
    """The places of a pointer's way, as they stand in an event: "0 960.5 540 0.2 970 541"; none where they are
    damaged."""
    try:
        numbers = tuple(float(word) for word in text.split())
    except ValueError:
        return ()
    return numbers if len(numbers) % PLACE == 0 and all(map(math.isfinite, numbers)) else ()
