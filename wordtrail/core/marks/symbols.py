"""The outlines of symbol marks."""

from __future__ import annotations

import math
from enum import StrEnum

from wordtrail.core.marks.lines import Points


class Symbol(StrEnum):
    """What a symbol mark shows."""

    STAR = "star"
    QUESTION = "question"
    WONDER = "exclamation"
    HEART = "heart"
    CHECK = "check"
    EYE = "eye"


def outline_of(symbol: Symbol, x: float, y: float, radius: float) -> Points:
    """The outline of a symbol around a centre, in page units."""
    shapes = {
        Symbol.STAR: _star,
        Symbol.HEART: _heart,
        Symbol.CHECK: _check,
        Symbol.QUESTION: _question,
        Symbol.WONDER: _wonder,
        Symbol.EYE: _eye,
    }
    return [(x + radius * across, y + radius * down) for across, down in shapes[symbol]()]


def _turned(angle: float, length: float) -> tuple[float, float]:
    return length * math.sin(angle), -length * math.cos(angle)


def _star() -> Points:
    return [_turned(math.tau * n / 10, 1.0 if n % 2 == 0 else 0.42) for n in range(10)]


def _heart() -> Points:
    """x = 16 sin³ t, y = 13 cos t − 5 cos 2t − 2 cos 3t − cos 4t, the well-known curve."""
    points = []
    for n in range(32):
        t = math.tau * n / 32
        down = 13 * math.cos(t) - 5 * math.cos(2 * t) - 2 * math.cos(3 * t) - math.cos(4 * t)
        points.append((math.sin(t) ** 3, -down / 16))
    return points


def _check() -> Points:
    return [(-0.95, 0.05), (-0.6, -0.3), (-0.25, 0.15), (0.7, -0.85), (1.0, -0.5), (-0.2, 0.85)]


def _wonder() -> Points:
    """A tall drop over a dot, joined by a thread too fine to be seen."""
    dot = [(0.24 * math.sin(math.tau * n / 12), 0.78 - 0.24 * math.cos(math.tau * n / 12)) for n in range(13)]
    return [(-0.26, -1.0), (0.26, -1.0), (0.13, 0.34), (0.0, 0.34), *dot, (0.0, 0.34), (-0.13, 0.34)]


def _question() -> Points:
    """A bow, thick as a pen's stroke, over a dot."""
    outer = [_turned(math.radians(angle), 0.62) for angle in range(-100, 171, 15)]
    inner = [_turned(math.radians(angle), 0.28) for angle in range(170, -101, -15)]
    up = [(x, y - 0.38) for x, y in outer]
    back = [(x, y - 0.38) for x, y in inner]
    dot = [(0.24 * math.sin(math.tau * n / 12), 0.8 - 0.24 * math.cos(math.tau * n / 12)) for n in range(13)]
    return [*up, (0.17, 0.42), *dot, (-0.17, 0.42), (-0.17, 0.05), *back]


def _eye() -> Points:
    """Two bows that meet, with a pupil left open."""
    top = [(x / 10, -0.6 * math.cos(math.pi * x / 20)) for x in range(-10, 11)]
    bottom = [(x / 10, 0.6 * math.cos(math.pi * x / 20)) for x in range(10, -11, -1)]
    pupil = [(0.3 * math.sin(math.tau * n / 16), 0.3 * math.cos(math.tau * n / 16)) for n in range(17)]
    return [*top, *bottom, (-1.0, 0.0), (-0.3, 0.0), *[(y, x) for x, y in pupil], (-0.3, 0.0)]
