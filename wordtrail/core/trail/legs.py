"""Which visits of a trail belong together: words read on, without going back, talking or resting long."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from wordtrail.core.trail.model import Aside, Trail, Visit

LONGEST_REST = 4.0
"""Seconds without a word after which the voice sets out anew."""


@dataclass(frozen=True, slots=True)
class Leg:
    """Visits `first` to `last` of a trail (counted from 0, both included), read on one after another."""

    first: int
    last: int


def legs(trail: Trail, order: Mapping[str, int]) -> tuple[Leg, ...]:
    """All visits of a trail as legs, in their order; `order` gives the place of each word of the script."""
    found: list[Leg] = []
    for index, visit in enumerate(trail.visits):
        if index and _goes_on(trail.visits[index - 1], visit, trail.asides, order):
            found[-1] = Leg(found[-1].first, index)
        else:
            found.append(Leg(index, index))
    return tuple(found)


def _goes_on(before: Visit, visit: Visit, asides: tuple[Aside, ...], order: Mapping[str, int]) -> bool:
    forward = order.get(visit.word, 0) > order.get(before.word, 0)
    rested = visit.start - before.end >= LONGEST_REST
    talked = any(aside.start >= before.start and aside.end <= visit.start for aside in asides)
    return forward and not rested and not talked
