"""How much of a stroke is drawn: the same for video and browser."""

from __future__ import annotations

import math
from itertools import pairwise

from wordtrail.core.layout.model import LaidStroke

Points = list[tuple[float, float]]


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
