"""Room on a page where nothing stands: for the camera's picture.

The page is looked at as a grid of small squares, of which each is taken or free; how many of any rectangle are taken
follows from sums over the grid (a summed-area table: Crow, SIGGRAPH 1984), so that every place of every size is tried.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from itertools import pairwise

import numpy as np

from wordtrail.core.layout.model import (
    LaidMark,
    LaidPage,
    LaidPart,
    LaidStroke,
    Layout,
    Panel,
    SetPiece,
    Signpost,
)

STEP = 10.0
"""Page units along a square of the grid."""

EDGE = 24.0
"""Page units that are left free along the edges of the stage."""

BESIDE = 14.0
"""Page units that are left free around all that stands on a page."""

SMALLEST, LARGEST = 150.0, 400.0
"""Height of a place in page units: smaller, and a face is not seen; larger, and it is all that is looked at."""


@dataclass(frozen=True, slots=True)
class Place:
    """A rectangle on the stage, in page units."""

    x: float
    y: float
    width: float
    height: float


def free_place(layout: Layout, page: int, ratio: float) -> Place | None:
    """The largest rectangle of a page, `ratio` times as wide as it is high, that touches no word, mark, card, picture
    or signpost of it, whatever comes on it in the lesson; of several as large the one furthest down and to the right.
    None where there is none that is large enough."""
    taken = _sums(_taken(layout, page), layout)
    rows, columns = taken.shape[0] - 1, taken.shape[1] - 1
    for height in np.arange(LARGEST, SMALLEST - 1, -STEP):
        high, wide = int(np.ceil(height / STEP)), int(np.ceil(height * ratio / STEP))
        if high > rows or wide > columns:
            continue
        inside = taken[high:, wide:] - taken[:-high, wide:] - taken[high:, :-wide] + taken[:-high, :-wide]
        free = np.argwhere(inside == 0)
        if len(free):
            row, column = max(map(tuple, free), key=lambda at: (at[0] + at[1], at[1]))
            return Place(float(column * STEP), float(row * STEP), round(float(height * ratio), 2), float(height))
    return None


def whole_place(layout: Layout, ratio: float) -> Place:
    """The largest rectangle of that ratio in the middle of the stage."""
    wide, high = layout.width - 2 * EDGE, layout.height - 2 * EDGE
    width = min(wide, high * ratio)
    height = width / ratio
    x, y = (layout.width - width) / 2, (layout.height - height) / 2
    return Place(round(x, 2), round(y, 2), round(width, 2), round(height, 2))


Box = tuple[float, float, float, float]
"""Left, top, right, bottom in page units."""


def _sums(boxes: Iterable[Box], layout: Layout) -> np.ndarray:
    """For each corner of the grid, how many squares above and left of it are taken."""
    rows, columns = int(layout.height // STEP), int(layout.width // STEP)
    grid = np.zeros((rows, columns), np.int32)
    edge = int(np.ceil(EDGE / STEP))
    grid[:edge], grid[-edge:], grid[:, :edge], grid[:, -edge:] = 1, 1, 1, 1
    for left, top, right, bottom in boxes:
        first, last = max(0, int((left - BESIDE) // STEP)), int(np.ceil((right + BESIDE) / STEP))
        above, below = max(0, int((top - BESIDE) // STEP)), int(np.ceil((bottom + BESIDE) / STEP))
        grid[above : max(0, below), first : max(0, last)] = 1
    sums = np.zeros((rows + 1, columns + 1), np.int32)
    sums[1:, 1:] = grid.cumsum(0).cumsum(1)
    return sums


def _taken(layout: Layout, index: int) -> Iterator[Box]:
    """All that is ever seen on a page."""
    page = layout.pages[index]
    yield from _of_part(page)
    for picture in page.pictures:
        yield picture.x, picture.y, picture.x + picture.width, picture.y + picture.height
    for part in page.parts:
        yield from _of_part(part)
    if page.title:
        foot = max((piece.baseline for piece in page.pieces), default=layout.height / 2)
        yield layout.width * 0.1, 0.0, layout.width * 0.9, foot + 150
    for mark in layout.marks:
        yield from _of_mark(mark, index)
    for one in layout.signposts:
        if one.page == index:
            yield from _of_signpost(one)
    for sign in layout.signs:
        yield sign.x, sign.y, sign.x + sign.width, sign.y + sign.height


def _of_part(part: LaidPage | LaidPart) -> Iterator[Box]:
    for piece in part.pieces:
        yield _of_piece(piece)
    for panel in part.panels:
        yield _of_panel(panel)
    for stroke in part.strokes:
        yield _of_stroke(stroke)


def _of_piece(piece: SetPiece) -> Box:
    """A piece with its light, and the path below it."""
    return _around(piece.x, piece.x + piece.width, piece.baseline, piece.size)


def _around(left: float, right: float, baseline: float, size: float) -> Box:
    return left - 0.3 * size, baseline - 1.1 * size, right + 0.3 * size, baseline + 0.7 * size


def _of_panel(panel: Panel) -> Box:
    return panel.x, panel.y, panel.x + panel.width, panel.y + panel.height


def _of_stroke(stroke: LaidStroke) -> Box:
    xs, ys, half = stroke.points[::2], stroke.points[1::2], stroke.width / 2
    return min(xs) - half, min(ys) - half, max(xs) + half, max(ys) + half


def _of_mark(mark: LaidMark, page: int) -> Iterator[Box]:
    for one in mark.stretches:
        if one.page == page:
            yield _around(one.left, one.right, one.baseline, one.size)
    for drawn in mark.strokes:
        if drawn.page == page:
            yield from (_of_stroke(stroke) for stroke in drawn.strokes if stroke.points)
            yield from (_of_piece(piece) for piece in drawn.pieces)


FOOTPATH_STEPS = 24


def _of_signpost(one: Signpost) -> Iterator[Box]:
    yield one.x, one.y, one.x + one.width, one.y + one.height
    points = list(_along(one.footpath)) + list(zip(one.tip[::2], one.tip[1::2], strict=True))
    for (x0, y0), (x1, y1) in pairwise(points):
        yield min(x0, x1), min(y0, y1), max(x0, x1), max(y0, y1)


def _along(footpath: tuple[float, ...]) -> Iterator[tuple[float, float]]:
    """Points of a footpath: straight to the edge of the text, then along its curve."""
    if len(footpath) < 10:
        return
    start, edge, first, second, end = ((footpath[n], footpath[n + 1]) for n in range(0, 10, 2))
    yield start
    for n in range(FOOTPATH_STEPS + 1):
        t = n / FOOTPATH_STEPS
        a, b, c, d = (1 - t) ** 3, 3 * t * (1 - t) ** 2, 3 * t * t * (1 - t), t**3
        x, y = (a * edge[i] + b * first[i] + c * second[i] + d * end[i] for i in (0, 1))
        yield x, y
