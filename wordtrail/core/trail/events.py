"""What happened while a take was recorded, and the marks that were drawn by hand meanwhile."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from wordtrail.core.marks.model import PlacedMark

DRAWN, TAKEN_BACK = "mark", "mark taken back"
"""The events whose detail is a mark (its id)."""

AGAIN = "again"
"""The event whose detail is the word from which on is read again."""


@dataclass(frozen=True, slots=True)
class TakeEvent:
    """Something that happened `at` seconds of take time while recording."""

    at: float
    what: str
    detail: str = ""


def drawn_by_hand(events: Iterable[TakeEvent], take: str) -> tuple[PlacedMark, ...]:
    """The marks that were drawn while `take` was recorded and not taken back, in the order of their moments.
    Nothing is lost by taking back: it is an event too, and a mark that was drawn once more has its last moment."""
    last: dict[str, TakeEvent] = {}
    for event in sorted(events, key=lambda one: one.at):
        if event.what in (DRAWN, TAKEN_BACK):
            last.pop(event.detail, None)
            last[event.detail] = event
    return tuple(PlacedMark(mark, take, event.at) for mark, event in last.items() if event.what == DRAWN)
