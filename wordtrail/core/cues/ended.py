"""The end card's time: when all has been said, a film stands still on it."""

from __future__ import annotations

from collections.abc import Sequence

from wordtrail.core.cues.model import Gate
from wordtrail.core.layout.end_card import END_CARD
from wordtrail.core.layout.model import Layout

END_SECONDS = 10.0
"""Seconds for which it is seen: to read it, and to take out a phone for its code."""


def with_end(gates: Sequence[Gate], layout: Layout, seconds: float) -> tuple[Gate, ...]:
    """The gates, and where the layout has an end card, one on each of its pages at the end of the lesson (`seconds` of
    lesson time)."""
    cards = [index for index, page in enumerate(layout.pages) if page.board == END_CARD]
    at = round(seconds, 4)
    ends = [
        Gate(f"{END_CARD}-{n + 1}", at, END_SECONDS, "", "", END_CARD, "", page, auto=True)
        for n, page in enumerate(cards)
    ]
    return (*gates, *ends)
