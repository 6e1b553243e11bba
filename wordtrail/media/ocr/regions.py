"""The parts of a page in reading order: columns beside one another, boxes with a ground of their own."""

from __future__ import annotations

from dataclasses import dataclass, replace

import cv2
import numpy as np

from wordtrail.media.ocr.straighten import Gray

GUTTER = 1.6
"""Letter heights that are at least between two columns."""

COLUMN_LINES = 5
"""Letter heights (lines, roughly twice) that a column is at least high."""

NARROWEST = 0.14
"""Share of the page's width that a column has at least."""

BAND_GAP = 2.2
"""Letter heights between two bands of a page that may have different columns."""

COLOURED = 14.0
"""How much further from gray than the paper (of 255) the ground of a box is."""

SMALLEST_BOX, LARGEST_BOX = 0.012, 0.6
FULL = 0.8
"""Shares of the page, and share of its own rectangle, that a box fills."""

WIDER = 1.4
"""How much wider a gutter must be below a heading than through it."""

LIKE_SPACES = 1.6
"""How many times as wide as the other spaces of a heading the one at a gutter is at most."""

LETTERS_APART, MOST_GROWN = 1.3, 0.35
"""Letter heights of empty paper beside a box, and share of the page's width by which its sides may be off."""

DEEPEST = 5


@dataclass(frozen=True, slots=True)
class Region:
    """A rectangle of the page in pixels; `boxed` says that it has a ground of its own."""

    left: int
    top: int
    right: int
    bottom: int
    boxed: bool = False


def regions_of(ink: Gray, colours: Gray, letter: float) -> list[Region]:
    """The regions of a straight page, in reading order. `ink` is 1 where there is ink, `colours` how far
    each pixel is from gray; `letter` is the usual letter's height in pixels."""
    height, width = ink.shape
    boxes = [_grown(box, ink, letter) for box in _boxes(colours)]
    free = ink.copy()
    for box in boxes:
        free[box.top : box.bottom, box.left : box.right] = 0
    free = _without_specks_and_rules(free, letter)
    parts = _cut(free, Region(0, 0, width, height), letter, 0)
    return _with_boxes(parts, boxes)


def halves(region: Region, ink: Gray) -> list[Region]:
    """A tall region as two, cut at the empty row nearest to its middle, so that two cores can read it."""
    part = ink[region.top : region.bottom, region.left : region.right]
    height = region.bottom - region.top
    gaps = [(low + high) // 2 for low, high in _empty_runs(part.max(axis=1) == 0)]
    middle = [at for at in gaps if 0.3 * height < at < 0.7 * height]
    if height < 0.25 * ink.shape[0] or not middle:
        return [region]
    at = region.top + min(middle, key=lambda one: abs(one - height / 2))
    return [replace(region, bottom=at), replace(region, top=at)]


def _boxes(colours: Gray) -> list[Region]:
    small = cv2.resize(colours, None, fx=0.25, fy=0.25, interpolation=cv2.INTER_AREA)
    reach = max(3, max(small.shape) // 60) | 1
    kernel = np.ones((reach, reach), np.uint8)
    # Closing fills the letters of a box with its ground; opening drops coloured letters on the page.
    ground = cv2.morphologyEx(cv2.morphologyEx(small, cv2.MORPH_CLOSE, kernel), cv2.MORPH_OPEN, kernel)
    paper = float(np.median(ground))
    mask = np.asarray(ground > paper + COLOURED, np.uint8)
    stats = cv2.connectedComponentsWithStats(mask)[2]
    found = []
    for left, top, width, height, area in stats[1:]:
        share = width * height / mask.size
        if SMALLEST_BOX < share < LARGEST_BOX and area > FULL * width * height and width > 3 * reach:
            found.append(Region(4 * left, 4 * top, 4 * (left + width), 4 * (top + height), True))
    return found


def _grown(box: Region, ink: Gray, letter: float) -> Region:
    """A box whose sides were found in the middle of print (in a shadow), wide enough to hold its lines."""
    room = round(LETTERS_APART * letter)
    most = round(MOST_GROWN * ink.shape[1])
    rows = ink[box.top : box.bottom]
    left, right = box.left, box.right
    while left > max(0, box.left - most) and rows[:, max(0, left - room) : left + 1].any():
        left -= 1
    while right < min(ink.shape[1], box.right + most) and rows[:, right - 1 : right + room].any():
        right += 1
    return replace(box, left=max(0, left), right=right)


def _without_specks_and_rules(ink: Gray, letter: float) -> Gray:
    """Ink without dust, and without lines and pictures that would bridge a gutter."""
    _, labels, stats, _ = cv2.connectedComponentsWithStats(ink)
    height, width = stats[:, cv2.CC_STAT_HEIGHT], stats[:, cv2.CC_STAT_WIDTH]
    dust = np.maximum(height, width) < letter * 0.25
    large = (width > 12 * letter) | (height > 6 * letter)
    drop = dust | large
    drop[0] = True
    return np.asarray(~drop[labels], np.uint8)


def _cut(ink: Gray, region: Region, letter: float, depth: int) -> list[Region]:
    """A region cut at its gutters; where it has none, at the bands below which a gutter begins or ends
    (recursive XY cut, Nagy and Seth 1984)."""
    part = ink[region.top : region.bottom, region.left : region.right]
    if depth >= DEEPEST or not part.any():
        return [region] if part.any() else []
    page_width = ink.shape[1]
    gutter = _gutter(part, letter, page_width)
    bands = _bands(part, letter)
    for low, high in bands:
        above, below = _gutter(part[:low], letter, page_width), _gutter(part[high:], letter, page_width)
        # A heading over two columns narrows their gutter to one of its own spaces: it is cut off first.
        widest = max(_width(above), _width(below))
        heading = gutter is not None and widest > 0 and _crosses(part[:low], gutter, letter)
        if heading or (widest > 0 and widest > WIDER * _width(gutter)):
            at = region.top + (low + high) // 2
            parts = (replace(region, bottom=at), replace(region, top=at))
            return [found for one in parts for found in _cut(ink, one, letter, depth + 1)]
    if gutter is not None:
        at = region.left + (gutter[0] + gutter[1]) // 2
        parts = (replace(region, right=at), replace(region, left=at))
        return [found for one in parts for found in _cut(ink, one, letter, depth + 1)]
    return [region]


def _crosses(above: Gray, gutter: tuple[int, int], letter: float) -> bool:
    """Whether a line of print runs over a gutter: there it has a gap like those between its other words."""
    rows = np.flatnonzero(above.any(axis=1))
    if len(rows) == 0 or rows[-1] - rows[0] > COLUMN_LINES * letter:
        return False
    columns = np.flatnonzero(above.any(axis=0))
    runs = [run for run in _empty_runs(above.max(axis=0) == 0) if columns[0] < run[0] and run[1] <= columns[-1]]
    over = next((run for run in runs if run[0] <= sum(gutter) / 2 < run[1]), None)
    spaces = [high - low for low, high in runs if high - low > 0.4 * letter and (low, high) != over]
    return over is not None and len(spaces) > 0 and over[1] - over[0] < LIKE_SPACES * max(spaces)


def _width(gutter: tuple[int, int] | None) -> int:
    return gutter[1] - gutter[0] if gutter else 0


def _gutter(part: Gray, letter: float, page_width: int) -> tuple[int, int] | None:
    """The widest empty strip between two columns, from where to where; None without one."""
    rows = np.flatnonzero(part.any(axis=1))
    columns = np.flatnonzero(part.any(axis=0))
    if len(rows) == 0 or rows[-1] - rows[0] < COLUMN_LINES * letter:
        return None
    first, last = int(columns[0]), int(columns[-1])
    best: tuple[int, int] | None = None
    for low, high in _empty_runs(part.max(axis=0) == 0):
        if low <= first or high >= last or high - low < GUTTER * letter:
            continue
        wide_enough = low - first > NARROWEST * page_width and last - high > NARROWEST * page_width
        if (
            wide_enough
            and _tall(part[:, :low], letter)
            and _tall(part[:, high:], letter)
            and (best is None or high - low > best[1] - best[0])
        ):
            best = (low, high)
    return best


def _tall(part: Gray, letter: float) -> bool:
    rows = np.flatnonzero(part.any(axis=1))
    return len(rows) > 0 and rows[-1] - rows[0] >= COLUMN_LINES * letter


def _bands(part: Gray, letter: float) -> list[tuple[int, int]]:
    """Empty bands between rows of print, the highest first."""
    rows = np.flatnonzero(part.any(axis=1))
    runs = [(low, high) for low, high in _empty_runs(part.max(axis=1) == 0) if low > rows[0] and high <= rows[-1]]
    wide = [run for run in runs if run[1] - run[0] > 0.6 * BAND_GAP * letter]
    return sorted(wide, key=lambda run: run[0] - run[1])[:8]


def _empty_runs(empty: np.ndarray) -> list[tuple[int, int]]:
    """Runs of true values as [from, to)."""
    edges = np.flatnonzero(np.diff(np.concatenate([[0], empty.astype(np.int8), [0]])))
    return [(int(low), int(high)) for low, high in zip(edges[::2], edges[1::2], strict=True)]


def _with_boxes(parts: list[Region], boxes: list[Region]) -> list[Region]:
    """Boxes at their place among the other regions: behind what stands beside or above them."""
    ordered = list(parts)
    for box in sorted(boxes, key=lambda one: (one.top, one.left)):
        place = len(ordered)
        for index, part in enumerate(ordered):
            beside = min(part.right, box.right) - max(part.left, box.left) <= 0.3 * (box.right - box.left)
            if not beside and part.top > box.bottom - 0.3 * (box.bottom - box.top):
                place = index
                break
        ordered.insert(place, box)
    return ordered
