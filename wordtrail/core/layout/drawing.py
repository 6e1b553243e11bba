"""Where light, dots and marks lie around words, and how much of them is drawn: for the video, and for the
browser's `stage/shapes.ts`, which golden vectors hold to this."""

from __future__ import annotations

import math
from dataclasses import dataclass
from itertools import pairwise

from wordtrail.core.layout.model import LaidMark, LaidStroke, Look, Signpost, WordBox
from wordtrail.core.marks.stretch import Stretch

HIGHLIGHT_RADIUS = 0.12
"""Radius of a highlight's corners, in font sizes."""

Points = list[tuple[float, float]]

Rectangle = tuple[float, float, float, float]
"""Left, top, right, bottom in page units."""

ROOM_AROUND, LEAST_ROOM = 0.12, 40.0
"""Room around what the stage comes closer to: a share of its longer side, and page units at the least."""

CLOSEST = 4.0
"""How many times as large as on the whole page anything is at the most."""


def drawn_points(stroke: LaidStroke, progress: float) -> Points:
    """The points of a stroke as far as it is drawn when its whole mark is drawn to `progress` (0 to 1); a filled
    one is there as soon as its turn is over."""
    points = list(zip(stroke.points[::2], stroke.points[1::2], strict=True))
    if progress >= stroke.end:
        return points
    if progress <= stroke.begin or stroke.fill:
        return []
    left = (progress - stroke.begin) / (stroke.end - stroke.begin) * sum(math.dist(a, b) for a, b in pairwise(points))
    drawn = points[:1]
    for a, b in pairwise(points):
        step = math.dist(a, b)
        if step > left:
            share = left / step
            return [*drawn, (a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share)]
        drawn.append(b)
        left -= step
    return drawn


@dataclass(frozen=True, slots=True)
class RoundedBox:
    """A rounded rectangle under a word: left, top, size and radius of its corners, in page units."""

    x: float
    y: float
    width: float
    height: float
    radius: float


@dataclass(frozen=True, slots=True)
class Dots:
    """The read path under a word: a dotted line from `x1` to `x2` at the height `y`, dots of `width`, `gap` from
    one to the next, in page units."""

    x1: float
    x2: float
    y: float
    width: float
    gap: float


def stone_of(box: WordBox, look: Look) -> RoundedBox:
    """The stone under a lit word; its foot is the lowest `look.foot` font sizes of it."""
    top, bottom = box.baseline - look.stone_above * box.size, box.baseline + look.stone_below * box.size
    side = look.stone_side * box.size
    return RoundedBox(box.x - side, top, box.width + 2 * side, bottom - top, look.stone_radius * box.size)


def dots_of(box: WordBox, look: Look) -> Dots:
    """The dots that a word leaves when it has been read."""
    width = look.dot * box.size
    y = box.baseline + look.dots_below * box.size
    return Dots(box.x + width / 2, box.x + box.width - width / 2, y, width, look.dot_gap * box.size)


def highlight_of(stretch: Stretch, share: float, look: Look) -> RoundedBox:
    """A stretch's highlight when `share` (0 to 1) of it is drawn."""
    side = look.stone_side * stretch.size
    return RoundedBox(
        stretch.left - side,
        stretch.baseline - look.highlight_above * stretch.size,
        (stretch.right - stretch.left) * share + 2 * side,
        (look.highlight_above + look.highlight_below) * stretch.size,
        HIGHLIGHT_RADIUS * stretch.size,
    )


def shares(mark: LaidMark, progress: float) -> list[tuple[Stretch, float]]:
    """How much of each stretch is drawn (0 to 1) when the whole mark is drawn to `progress`."""
    total = sum(stretch.right - stretch.left for stretch in mark.stretches)
    left = total * progress
    result = []
    for stretch in mark.stretches:
        length = stretch.right - stretch.left
        result.append((stretch, min(1.0, max(0.0, left / length))))
        left -= length
    return result


def stones_used(card: Signpost, waited: float) -> int:
    """How many thinking stones are used up after `waited` seconds."""
    return stones_used_of(len(card.stones), waited, card.think_seconds)


def stones_used_of(count: int, waited: float, seconds: float) -> int:
    """How many of `count` stones are used up after `waited` of so many seconds."""
    return min(count, int(count * waited / seconds + 1e-9)) if seconds > 0 else 0


def closer_view(place: Rectangle, width: float, height: float) -> tuple[float, float, float, float]:
    """The view (left, top, width, height) in which a place of a page fills the stage, whose whole is `width` by
    `height` page units: as close as its shape allows, inside the page."""
    left, top, right, bottom = place
    room = max(LEAST_ROOM, ROOM_AROUND * max(right - left, bottom - top))
    across = max(right - left + 2 * room, (bottom - top + 2 * room) * width / height, width / CLOSEST)
    across = min(across, width)
    down = across * height / width
    x = min(max((left + right) / 2 - across / 2, 0.0), width - across)
    y = min(max((top + bottom) / 2 - down / 2, 0.0), height - down)
    return (hundredths(x), hundredths(y), hundredths(across), hundredths(down))


def hundredths(value: float) -> float:
    """A number of page units to two places, half up, as the browser rounds."""
    return math.floor(value * 100 + 0.5) / 100
