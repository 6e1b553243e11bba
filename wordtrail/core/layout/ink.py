"""Ink → mark: what a drawn stroke means on the words under it.

In: strokes (points in page units) and the boxes of a page's words. Out: form, words and certainty. A line under
words is an underline, a loop a circle, a scratch to and fro a cross-out, an upright stroke at the edge a bracket
on its lines, a line with a head an arrow; what is none of these stays ink.

Hands are shaky: a stroke may lie 40 % of the line spacing too high or low, be tilted by 4°, wobble, end 40 % of a
word too early or late, and a loop may be left open. So the line is the nearest one, and each end is the word end
that the stroke most probably meant: errors grow with the word, so between two words that it could mean the
shorter one is likelier.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import groupby, pairwise

import numpy as np
import numpy.typing as npt

from wordtrail.core.layout.model import WordBox
from wordtrail.core.marks.forms.arrow import Arrow
from wordtrail.core.marks.forms.bracket import Bracket
from wordtrail.core.marks.forms.circle import Circle
from wordtrail.core.marks.forms.cross_out import CrossOut
from wordtrail.core.marks.forms.form import Form
from wordtrail.core.marks.forms.ink import AsDrawn
from wordtrail.core.marks.forms.underline import Underline
from wordtrail.core.marks.model import Stroke

MISSED = 0.45
"""Share of a word by which a stroke may end too early or too late and still mean it."""

UNDER = 0.27
"""Where an underline lies below the baseline, times the font size."""

MIDDLE = -0.3
"""The middle of the letters, from the baseline, times the font size."""

LOOP_ROOM = 0.2
"""How far outside its words a loop runs, times the font size."""

LINE_HEIGHT = 1.6
"""Times the size: the spacing of lines where a page has but one."""

STEEP = 2.2
"""Times as high as wide: an upright stroke."""

TO_AND_FRO = 2.3
"""Length of a stroke against its width, from which it is a scratch; a wobbly line stays below 2."""

LEAST_ROUND = 0.45
"""Share of its bounding box that a loop encloses, at the least."""

STRAIGHT = 0.05
"""Times the size: how little a line wanders that was meant to strike words through."""

Points = npt.NDArray[np.float64]


@dataclass(frozen=True, slots=True)
class Canvas:
    """The word boxes of one page in reading order, and its font size in page units."""

    boxes: Sequence[WordBox]
    size: float


@dataclass(frozen=True, slots=True)
class SeenMark:
    """What was drawn: its form, the first and last word, how certain that is (0 to 1), and the ink measured from the
    first word's left end and baseline in font sizes."""

    form: Form
    first: str
    last: str
    certainty: float
    ink: tuple[Stroke, ...]


@dataclass(frozen=True, slots=True)
class _Line:
    """The words of one printed line."""

    boxes: tuple[WordBox, ...]

    @property
    def baseline(self) -> float:
        return self.boxes[0].baseline

    @property
    def size(self) -> float:
        return self.boxes[0].size

    @property
    def left(self) -> float:
        return self.boxes[0].x

    @property
    def right(self) -> float:
        return self.boxes[-1].x + self.boxes[-1].width


def mark_of_ink(strokes: Sequence[Stroke], canvas: Canvas) -> SeenMark:
    """The mark that `strokes` (each of points in page units) mean on a page with at least one word."""
    lines = [_Line(tuple(run)) for _, run in groupby(canvas.boxes, key=lambda box: box.line)]
    drawn = [np.array(stroke, float).reshape(-1, 2) for stroke in strokes if len(stroke) > 3]
    spacing = _spacing(lines, canvas.size)
    if len(drawn) > 1 and (arrow := _arrow(drawn, lines, canvas.size)):
        return _kept(strokes, canvas, *arrow)
    whole = np.concatenate(drawn)
    (left, top), (right, bottom) = whole.min(axis=0), whole.max(axis=0)
    width, height = right - left, bottom - top
    length = sum(float(np.hypot(*np.diff(points, axis=0).T).sum()) for points in drawn)
    if is_loop(drawn, width, height, canvas.size):
        return _kept(strokes, canvas, *_circle(left, top, right, bottom, lines, spacing))
    if height > STEEP * width and height > 0.6 * canvas.size:
        if (bracket := _bracket(left, top, right, bottom, lines, spacing)) is not None:
            return _kept(strokes, canvas, *bracket)
    elif length > TO_AND_FRO * width and width > 0.3 * canvas.size:
        line = _nearest_line(float((top + bottom) / 2), lines, MIDDLE)
        first, last, sure = _run(line, left, right, 0.0)
        return _kept(strokes, canvas, CrossOut(), first, last, sure)
    elif width > 1.5 * height or width > canvas.size:
        return _kept(strokes, canvas, *_underline(whole, lines))
    nearest = min(canvas.boxes, key=lambda box: distance(box, (left + right) / 2, (top + bottom) / 2))
    return _kept(strokes, canvas, AsDrawn(), nearest, nearest, 0.3)


def _kept(
    strokes: Sequence[Stroke], canvas: Canvas, form: Form, first: WordBox, last: WordBox, sure: float,
) -> SeenMark:  # fmt: skip
    ink = tuple(
        tuple(round((value - (first.baseline if n % 2 else first.x)) / first.size, 3) for n, value in enumerate(stroke))
        for stroke in strokes
    )
    return SeenMark(form, first.word, last.word, round(sure, 2), ink)


def _spacing(lines: list[_Line], size: float) -> float:
    gaps = [b.baseline - a.baseline for a, b in pairwise(lines) if 0 < b.baseline - a.baseline < 2.5 * size]
    return float(np.median(gaps)) if gaps else LINE_HEIGHT * size


def _nearest_line(y: float, lines: list[_Line], offset: float) -> _Line:
    """The line for which a stroke at `y` lies nearest to where it belongs (`offset` sizes from the baseline)."""
    return min(lines, key=lambda line: abs(y - line.baseline - offset * line.size))


def _run(line: _Line, left: float, right: float, room: float) -> tuple[WordBox, WordBox, float]:
    """The words of a line that a stroke from `left` to `right` means, `room` being how far it runs beyond
    them, and how certain that is."""
    boxes = line.boxes
    starts = [(left + room * line.size - box.x, box.width) for box in boxes]
    ends = [(right - room * line.size - box.x - box.width, box.width) for box in boxes]
    first, sure_first = _likeliest(starts, range(len(boxes)))
    last, sure_last = _likeliest(ends, range(first, len(boxes)))
    return boxes[first], boxes[last], min(sure_first, sure_last)


def _likeliest(ends: list[tuple[float, float]], among: range) -> tuple[int, float]:
    """Which word's end is meant, by how far (page units) the stroke is from each and how long each word is.

    An error is a share of the word, alike likely up to `MISSED`: its density is one over the word's width."""
    costs = []
    for index in among:
        off, width = ends[index]
        share = abs(off) / max(width, 1.0)
        costs.append((math.log(max(width, 1.0)) + 1.2 * share + 30.0 * max(0.0, share - MISSED), index, share))
    costs.sort()
    _, best, share = costs[0]
    apart = costs[1][0] - costs[0][0] if len(costs) > 1 else 9.0
    return best, max(0.2, min(1.0, 1.0 - 0.8 * share) * min(1.0, 0.6 + apart / 4))


def _underline(points: Points, lines: list[_Line]) -> tuple[Form, WordBox, WordBox, float]:
    left, right = float(points[:, 0].min()), float(points[:, 0].max())
    y = _level(points)
    near = [line for line in lines if line.right > left and line.left < right] or lines
    line = _nearest_line(y, near, UNDER)
    first, last, sure = _run(line, left, right, 0.0)
    wander = float(np.abs(points[:, 1] - y).max())
    if wander < STRAIGHT * line.size and abs(y - line.baseline - MIDDLE * line.size) < 0.12 * line.size:
        return CrossOut(), first, last, 0.7 * sure
    off = abs(y - line.baseline - UNDER * line.size) / line.size
    return Underline(), first, last, sure * max(0.4, 1 - 0.5 * off)


def _level(points: Points) -> float:
    """The height of a line in the middle of its way: of the straight line that fits it best, however densely
    its points lie."""
    x, y = points.T
    at = np.linspace(x.min(), x.max(), 60)
    order = np.argsort(x, kind="stable")
    return float(np.interp(at, x[order], y[order]).mean())


def is_loop(drawn: Sequence[Points], width: float, height: float, size: float) -> bool:
    """Whether the longest stroke comes back to where it began, around an area."""
    points = max(drawn, key=len)
    if len(points) < 6 or height < 0.5 * size or width < 0.4 * size:
        return False
    steps = np.diff(points, axis=0)
    length = float(np.hypot(*steps.T).sum())
    gap = float(np.hypot(*(points[-1] - points[0])))
    x, y = points.T
    area = abs(float(np.dot(x, np.roll(y, -1)) - np.dot(y, np.roll(x, -1)))) / 2
    angles = np.unwrap(np.arctan2(*steps[np.hypot(*steps.T) > 0][:, ::-1].T))
    turned = abs(float(angles[-1] - angles[0]))
    return area > LEAST_ROUND * width * height and gap < 0.34 * length and 3.2 < turned < 11.0


def _circle(
    left: float, top: float, right: float, bottom: float, lines: list[_Line], spacing: float
) -> tuple[Form, WordBox, WordBox, float]:
    size = lines[0].size
    count = max(1, round((bottom - top - 1.4 * size) / spacing) + 1)
    middle = (top + bottom) / 2
    covered = _lines_around(middle, count, lines, MIDDLE)
    if len(covered) == 1:
        first, last, sure = _run(covered[0], left, right, LOOP_ROOM)
        return Circle(), first, last, sure
    first, _, one = _run(covered[0], left, max(right, left + 1), LOOP_ROOM)
    _, last, other = _run(covered[-1], left, right, LOOP_ROOM)
    return Circle(), first, last, 0.8 * min(one, other)


def _lines_around(middle: float, count: int, lines: list[_Line], offset: float) -> list[_Line]:
    """So many lines after one another whose middle is nearest to `middle`."""
    count = min(count, len(lines))

    def off(at: int) -> float:
        run = lines[at : at + count]
        return abs((run[0].baseline + run[-1].baseline) / 2 + offset * run[0].size - middle)

    begin = min(range(len(lines) - count + 1), key=off)
    return lines[begin : begin + count]


def _bracket(
    left: float, top: float, right: float, bottom: float, lines: list[_Line], spacing: float
) -> tuple[Form, WordBox, WordBox, float] | None:
    """Of lines whose edge the stroke runs along; None for one in the midst of the words."""
    size = lines[0].size
    count = max(1, round((bottom - top - 1.15 * size) / spacing) + 1)
    covered = _lines_around((top + bottom) / 2, count, lines, MIDDLE)
    x = (left + right) / 2
    at_edge = (
        x < min(line.left for line in covered) + 0.5 * size or x > max(line.right for line in covered) - 0.3 * size
    )
    if not at_edge:
        return None
    off = abs((covered[0].baseline + covered[-1].baseline) / 2 + MIDDLE * size - (top + bottom) / 2) / spacing
    return Bracket(), covered[0].boxes[0], covered[-1].boxes[-1], max(0.4, 1 - off)


def arrow_way(drawn: Sequence[Points], size: float) -> Points | None:
    """The shaft of an arrow, from where it begins to its head: a long stroke, and short ones at its end. None for what
    is no arrow."""
    shaft, *rest = sorted(drawn, key=lambda points: -float(np.hypot(*np.diff(points, axis=0).T).sum()))
    reach = float(np.hypot(*(shaft[-1] - shaft[0])))
    if reach < 1.2 * size or any(float(np.ptp(points, axis=0).max()) > 0.5 * reach for points in rest):
        return None
    heads = np.concatenate(rest)
    near_end = float(np.hypot(*(heads - shaft[-1]).T).min())
    near_begin = float(np.hypot(*(heads - shaft[0]).T).min())
    if min(near_end, near_begin) > 0.6 * size:
        return None
    return shaft if near_end <= near_begin else shaft[::-1]


def _arrow(drawn: Sequence[Points], lines: list[_Line], size: float) -> tuple[Form, WordBox, WordBox, float] | None:
    way = arrow_way(drawn, size)
    if way is None:
        return None
    boxes = [box for line in lines for box in line.boxes]
    source = min(boxes, key=lambda box: distance(box, *way[0]))
    target = min(boxes, key=lambda box: distance(box, *way[-1]))
    return None if source is target else (Arrow(target.word), source, source, 0.8)


def distance(box: WordBox, x: float, y: float) -> float:
    """How far a point is from a word, in page units."""
    across = max(box.x - x, 0.0, x - box.x - box.width)
    top, bottom = box.baseline - 0.75 * box.size, box.baseline + 0.2 * box.size
    down = max(top - y, 0.0, y - bottom)
    return math.hypot(across, down) + 0.001 * abs(y - (top + bottom) / 2)
