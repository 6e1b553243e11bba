"""Lines that a hand draws, as points in page units."""

from __future__ import annotations

import math

Points = list[tuple[float, float]]


def rounded(left: float, top: float, right: float, bottom: float, share: float) -> Points:
    """The outline of a rectangle whose corners are rounded by `share` of its height, drawn once around
    from the upper left and a little beyond where it began, as a hand does."""
    radius = min((bottom - top) * share, (right - left) / 2)
    corners = (
        (right - radius, top + radius, -90), (right - radius, bottom - radius, 0),
        (left + radius, bottom - radius, 90), (left + radius, top + radius, 180),
    )  # fmt: skip
    points = [(left + radius, top)]
    for x, y, start in corners:
        for step in range(9):
            angle = math.radians(start + 90 * step / 8)
            points.append((x + radius * math.cos(angle), y + radius * math.sin(angle)))
    return points


def ellipse(left: float, top: float, right: float, bottom: float) -> Points:
    """The outline of an ellipse in a rectangle, drawn once around and a little beyond where it began."""
    x, y = (left + right) / 2, (top + bottom) / 2
    turns = [math.tau * n / 40 - 2.2 for n in range(42)]
    return [(x + (right - left) / 2 * math.cos(a), y + (bottom - top) / 2 * math.sin(a)) for a in turns]


def curve(begin: tuple[float, float], middle: tuple[float, float], end: tuple[float, float], steps: int = 20) -> Points:
    """A quadratic curve as points."""
    points = []
    for step in range(steps + 1):
        t = step / steps
        a, b, c = (1 - t) ** 2, 2 * t * (1 - t), t * t
        points.append((a * begin[0] + b * middle[0] + c * end[0], a * begin[1] + b * middle[1] + c * end[1]))
    return points


def arrow_head(points: Points, length: float) -> Points:
    """The two sides of the head at the end of a line."""
    (x0, y0), (x1, y1) = points[-3], points[-1]
    angle = math.atan2(y1 - y0, x1 - x0)
    sides = [(x1 - length * math.cos(angle + turn), y1 - length * math.sin(angle + turn)) for turn in (0.5, -0.5)]
    return [sides[0], (x1, y1), sides[1]]
