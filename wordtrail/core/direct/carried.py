"""The pointer's way on a stage of another shape: a way is kept in page units of the wide stage, and goes past the same
words on any other."""

from __future__ import annotations

import math
from collections.abc import Sequence

from wordtrail.core.layout.model import LaidPage, Layout, WordBox
from wordtrail.core.trail.directions import PLACE


def carried(path: Sequence[float], drawn_on: LaidPage, layout: Layout) -> tuple[int, tuple[float, ...]] | None:
    """A way over a page of the wide stage as it goes on `layout`: the number of its page there, and its path (seconds,
    x and y in turn). Each place keeps where it was to its nearest word, in sizes of that word's letters; places whose
    word stands on another page there are left out. None where there is no word to go by."""
    places = layout.places()
    boxes = [box for box in drawn_on.boxes if box.word in places]
    found: list[tuple[int, float, float, float]] = []
    for place in range(0, len(path), PLACE):
        time, x, y = path[place : place + PLACE]
        box = min(boxes, key=lambda one: _away(one, x, y), default=None)
        if box is None:
            return None
        page, there = places[box.word]
        across, down = (x - box.x) / box.size, (y - box.baseline) / box.size
        found.append((page, time, there.x + across * there.size, there.baseline + down * there.size))
    page = found[0][0]
    kept = [value for number, *values in found if number == page for value in values]
    return page, tuple(round(value, 2) for value in kept)


def _away(box: WordBox, x: float, y: float) -> float:
    """How far a place is from a word."""
    across = max(box.x - x, 0.0, x - box.x - box.width)
    return math.hypot(across, y - (box.baseline - 0.35 * box.size))
