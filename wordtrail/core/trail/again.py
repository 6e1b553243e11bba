"""Read again from a sentence on: pressed at the desk, what was said of it before is dropped.

Nothing is taken out of the take: a dropped reading can be put back.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from wordtrail.core.trail.directions import standing
from wordtrail.core.trail.events import AGAIN, TakeEvent
from wordtrail.core.trail.model import Trail, Visit
from wordtrail.core.trail.rests import seam_before, voiced

STONES_SECONDS = 2.4
"""Seconds of the count between the key and her voice. What is said in it ("sorry") is dropped too."""

EARLY = 0.3
"""Seconds before the end of the count from which on a voice is the new reading."""


@dataclass(frozen=True, slots=True)
class Again:
    """At `at` (seconds of take time) of `take`, she went back to read again from `word` on."""

    take: str
    at: float
    word: str


@dataclass(frozen=True, slots=True)
class Dropped:
    """What is dropped by going back: from `start` to `end` (seconds of take time)."""

    again: Again
    start: float
    end: float


def agains_in(events: Iterable[TakeEvent], take: str) -> tuple[Again, ...]:
    """When she went back while `take` was recorded, in order, without what she took back."""
    return tuple(Again(take, event.at, event.detail) for event in standing(events) if event.what == AGAIN)


def dropped_readings(
    trail: Trail, agains: Iterable[Again], order: Mapping[str, int], sentence: Mapping[str, int]
) -> tuple[Dropped, ...]:
    """What of a take is dropped by going back, each from before the first word of the reading that was broken off to
    before the first of the new one. `order` is the place of each word in the script, `sentence` the sentence it is in.
    Where nothing of the sentence was heard before, what follows the last word is dropped. Who goes back further than
    the time before drops that one's new reading too."""
    found: list[Dropped] = []
    for again in sorted(agains, key=lambda one: one.at):
        place = order.get(again.word)
        if place is None or again.at > trail.seconds:
            continue
        left = [visit for visit in trail.visits if visit.start < again.at and not _is_dropped(visit, found)]
        first = _broken_off(left, place, order, sentence, again.word)
        start = seam_before(trail, first) if first is not None else left[-1].end if left else 0.0
        end = _resumed(trail, again, place, order)
        if end > start:
            found.append(Dropped(again, round(start, 4), round(end, 4)))
    return tuple(found)


def _is_dropped(visit: Visit, found: Iterable[Dropped]) -> bool:
    return any(one.start <= visit.start < one.end for one in found)


def _broken_off(
    visits: list[Visit], place: int, order: Mapping[str, int], sentence: Mapping[str, int], word: str
) -> float | None:
    """When the reading that ends with the last of these began to be one of what is read again; None where it was
    not read. Words further on are of another reading."""
    if not visits:
        return None
    own = max(
        (order[one] for one, number in sentence.items() if number == sentence.get(word) and one in order), default=place
    )
    furthest = max(own, order.get(visits[-1].word, place))
    first: float | None = None
    for visit in reversed(visits):
        if not place <= order.get(visit.word, -1) <= furthest:
            break
        first = visit.start
    return first


def _resumed(trail: Trail, again: Again, place: int, order: Mapping[str, int]) -> float:
    """Where the new reading begins: with her voice after the count, or before it with a word that is read again."""
    read = [visit.start for visit in trail.visits if visit.start >= again.at and order.get(visit.word, -1) >= place]
    after = again.at + STONES_SECONDS - EARLY
    voice = [start for start, _ in voiced(trail) if start >= after]
    begins = min([*read, *voice], default=None)
    return trail.seconds if begins is None else max(again.at, seam_before(trail, begins, least=again.at))
