"""Strokes as hands draw them, clean and shaky, with what they mean."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from wordtrail.core.layout.model import WordBox
from wordtrail.core.marks.forms.bracket import Bracket
from wordtrail.core.marks.forms.circle import Circle
from wordtrail.core.marks.forms.cross_out import CrossOut
from wordtrail.core.marks.forms.form import Form
from wordtrail.core.marks.forms.underline import Underline
from wordtrail.core.marks.model import Stroke

Points = npt.NDArray[np.float64]
Random = np.random.Generator


@dataclass(frozen=True, slots=True)
class Drawn:
    """Strokes, and the form and words they were meant for."""

    strokes: tuple[Stroke, ...]
    form: Form
    first: str
    last: str


@dataclass(frozen=True, slots=True)
class Hand:
    """How far a hand goes wrong: smooth jitter (of the line height), shift (of the line spacing), tilt in
    degrees, ends (of a word) too long or short, how far a loop is left open (of its length)."""

    jitter: float
    shift: float
    tilt: float
    ends: float
    gap: float


CLEAN = Hand(0.03, 0.06, 0.5, 0.06, 0.02)
SHAKY = Hand(0.35, 0.40, 4.0, 0.40, 0.20)


def drawings(boxes: tuple[WordBox, ...], spacing: float, hand: Hand, count: int, seed: int) -> list[Drawn]:
    """So many drawings of all kinds, each on a random run of words."""
    random = np.random.default_rng(seed)
    makers: list[Callable[[tuple[WordBox, ...], float, Hand, Random], Drawn]] = [_underline, _loop, _scratch, _bracket]
    return [makers[n % len(makers)](boxes, spacing, hand, random) for n in range(count)]


def _run(boxes: tuple[WordBox, ...], random: Random) -> list[WordBox]:
    """One to five words on one line."""
    begin = int(random.integers(len(boxes)))
    same = [box for box in boxes[begin:] if box.line == boxes[begin].line]
    return same[: int(random.integers(1, 6))]


def _ends(run: list[WordBox], hand: Hand, random: Random) -> tuple[float, float]:
    left = run[0].x + random.uniform(-hand.ends, hand.ends) * run[0].width
    right = run[-1].x + run[-1].width + random.uniform(-hand.ends, hand.ends) * run[-1].width
    return left, max(right, left + 8)


def _smooth(length: int, random: Random) -> Points:
    """A smooth curve between −1 and 1: a few slow waves."""
    at = np.linspace(0, 1, length)
    waves = sum(random.normal() * np.sin(math.tau * (n * at + random.uniform())) / n for n in (1, 2, 3))
    return np.asarray(waves / max(1e-9, np.abs(waves).max()))


def _tilted(points: Points, hand: Hand, random: Random) -> Points:
    angle = math.radians(random.uniform(-hand.tilt, hand.tilt))
    middle = points.mean(axis=0)
    turn = np.array([[math.cos(angle), -math.sin(angle)], [math.sin(angle), math.cos(angle)]])
    return np.asarray((points - middle) @ turn.T + middle)


def _flat(points: Points) -> Stroke:
    return tuple(float(value) for value in points.round(1).ravel())


def _underline(boxes: tuple[WordBox, ...], spacing: float, hand: Hand, random: Random) -> Drawn:
    run = _run(boxes, random)
    left, right = _ends(run, hand, random)
    size = run[0].size
    x = np.linspace(left, right, 40)
    y = run[0].baseline + 0.27 * size + random.uniform(-hand.shift, hand.shift) * spacing
    wobble = _smooth(40, random) * hand.jitter * size * random.uniform(0.3, 1)
    points = _tilted(np.stack([x, y + wobble - wobble.mean()], axis=1), hand, random)
    return Drawn((_flat(points),), Underline(), run[0].word, run[-1].word)


def _loop(boxes: tuple[WordBox, ...], spacing: float, hand: Hand, random: Random) -> Drawn:
    run = _run(boxes, random)
    left, right = _ends(run, hand, random)
    size = run[0].size
    room = 0.2 * size
    middle_y = run[0].baseline - 0.3 * size + random.uniform(-hand.shift, hand.shift) * spacing
    begin = random.uniform(0, math.tau)
    turns = np.linspace(begin, begin + math.tau * (1 - random.uniform(0, hand.gap)), 60)
    wobble = 1 + _smooth(60, random) * hand.jitter * 0.5
    x = (left + right) / 2 + ((right - left) / 2 + room) * np.cos(turns)
    y = middle_y + 0.75 * size * wobble * np.sin(turns)
    return Drawn((_flat(_tilted(np.stack([x, y], axis=1), hand, random)),), Circle(), run[0].word, run[-1].word)


def _scratch(boxes: tuple[WordBox, ...], spacing: float, hand: Hand, random: Random) -> Drawn:
    """To and fro along the words, or up and down across them."""
    run = _run(boxes, random)
    left, right = _ends(run, hand, random)
    size = run[0].size
    y = run[0].baseline - 0.3 * size + random.uniform(-hand.shift, hand.shift) * spacing
    if random.uniform() < 0.5:
        passes = int(random.integers(3, 6))
        xs = np.concatenate([np.linspace(left, right, 14)[:: 1 if n % 2 == 0 else -1] for n in range(passes)])
        ys = y + np.linspace(-0.2, 0.2, len(xs)) * size
    else:
        teeth = max(6, int((right - left) / (0.16 * size)))
        xs = np.repeat(np.linspace(left, right, teeth), 4)[: 4 * teeth]
        ys = y + 0.45 * size * np.cos(np.arange(len(xs)) * math.pi / 4)
    jitter = _smooth(len(xs), random) * hand.jitter * 0.3 * size
    return Drawn(
        (_flat(_tilted(np.stack([xs, ys + jitter], axis=1), hand, random)),),
        CrossOut(),
        run[0].word,
        run[-1].word,
    )


def _bracket(boxes: tuple[WordBox, ...], spacing: float, hand: Hand, random: Random) -> Drawn:
    """Upright beside one to four lines, on the left."""
    lines: dict[int, list[WordBox]] = {}
    for box in boxes:
        lines.setdefault(box.line, []).append(box)
    begin = int(random.integers(len(lines)))
    covered = list(lines.values())[begin : begin + int(random.integers(1, 5))]
    size = covered[0][0].size
    x = min(line[0].x for line in covered) - random.uniform(0.25, 0.6) * size
    off = random.uniform(-hand.shift, hand.shift) * spacing
    top = covered[0][0].baseline - 0.85 * size + off
    foot = covered[-1][0].baseline + 0.3 * size + off
    y = np.linspace(top, foot, 40)
    wobble = _smooth(40, random) * min(hand.jitter, 0.2) * size * 0.5
    points = _tilted(np.stack([x + wobble, y], axis=1), hand, random)
    return Drawn((_flat(points),), Bracket(), covered[0][0].word, covered[-1][-1].word)
