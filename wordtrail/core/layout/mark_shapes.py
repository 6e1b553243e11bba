"""Marks as strokes: what is drawn around, under, over and beside their words.

Every shape is a line along points, so that browser and video draw the same and a mark can be drawn to any
share of its length. Measures are parts of the font size, from `Look`.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import accumulate, groupby, pairwise

from wordtrail.core.layout.faces import shape
from wordtrail.core.layout.lines import letters_of, set_text
from wordtrail.core.layout.model import (
    Ink,
    LaidMark,
    LaidPage,
    LaidPicture,
    LaidStroke,
    Look,
    PageStrokes,
    SetPiece,
    Stretch,
    WordBox,
)
from wordtrail.core.layout.stages import Stage
from wordtrail.core.layout.symbols import outline_of
from wordtrail.core.layout.tied_numbers import numbered_disc
from wordtrail.core.marks.model import Line, Mark, MarkKind, Meaning, Stroke
from wordtrail.core.text.look import USUAL_LOOK, TextLook
from wordtrail.core.text.model import Region, Style

LOOK = Look()

THICK = 0.06
"""Width of a drawn line, times the font size."""

AROUND = 0.16
"""Room that a circle or box leaves at the sides of its words, times the font size."""

ABOVE, BELOW = 0.98, 0.36
"""From the baseline to the top and the foot of a circle or box, times the font size."""

NOTE_SIZE = 27.0
NOTE_LEAD = 1.25

_INKS = {"lake": Ink.LAKE, "moss": Ink.MOSS, "ochre": Ink.OCHRE, "plum": Ink.PLUM, "clay": Ink.CLAY}

_UNDERLINES = {
    MarkKind.DOUBLE_UNDERLINE: Line.DOUBLE,
    MarkKind.DASHED_UNDERLINE: Line.DASHED,
}

Points = list[tuple[float, float]]


@dataclass(frozen=True, slots=True)
class Ground:
    """What marks are laid on: the pages with their words' places, the words of the passage in order, the
    legend, and the named regions of pictures by block and region."""

    pages: Sequence[LaidPage]
    places: Mapping[str, tuple[int, WordBox]]
    order: Sequence[str]
    legend: Sequence[Meaning]
    regions: dict[tuple[str, str], Region]
    stage: Stage
    look: TextLook = USUAL_LOOK


def laid_marks(marks: Iterable[Mark], ground: Ground) -> tuple[LaidMark, ...]:
    """All marks as shapes; margin notes that would lie on one another are moved apart."""
    laid = [_laid(mark, ground) for mark in marks]
    return tuple(_apart(laid))


def _laid(mark: Mark, ground: Ground) -> LaidMark:
    meaning = next(one for one in ground.legend if one.id == mark.meaning)
    first, last = ground.order.index(mark.first), ground.order.index(mark.last)
    run = [word for word in ground.order[first : last + 1] if word in ground.places]
    stretches = _trimmed(mark, _stretches(run, ground), ground)
    if mark.picture:
        return _on_picture(mark, meaning, ground)
    if mark.ink and (mark.as_drawn or mark.kind is MarkKind.INK):
        drawn = _as_drawn(mark, meaning, ground)
    else:
        drawn = _drawn(mark, meaning, stretches, run, ground)
    strokes = _timed(drawn)
    return LaidMark(
        mark.id, mark.kind.value, meaning.colour, stretches, _with_letter(mark, meaning, strokes, stretches, ground)
    )


Drawn = list[tuple[int, list[LaidStroke], list[SetPiece]]]
"""Page, strokes and pieces, in drawing order."""


def _stretches(run: Iterable[str], ground: Ground) -> tuple[Stretch, ...]:
    return stretches_of(ground.places[word] for word in run)


def stretches_of(placed: Iterable[tuple[int, WordBox]]) -> tuple[Stretch, ...]:
    """A run of words as one stretch per line."""
    stretches = []
    for (page, _), run in groupby(placed, key=lambda place: (place[0], place[1].line)):
        boxes = [box for _, box in run]
        last = boxes[-1]
        stretches.append(Stretch(page, boxes[0].x, last.x + last.width, boxes[0].baseline, boxes[0].size))
    return tuple(stretches)


def letter_edges(word: str, ground: Ground) -> tuple[float, ...]:
    """The x of each letter's left edge in a word, and the right edge of the last; evenly parted where the
    word is part of a photo."""
    page, box = ground.places[word]
    pieces = [piece for piece in ground.pages[page].pieces if piece.word == word]
    if not pieces:
        return (box.x, box.x + box.width)
    letters = [letters_of(piece) for piece in pieces]
    return (*(x for edges in letters for x in edges[:-1]), letters[-1][-1])


def _trimmed(mark: Mark, stretches: tuple[Stretch, ...], ground: Ground) -> tuple[Stretch, ...]:
    """Without the letters that a mark leaves out at its ends."""
    if not stretches or not (mark.skip or mark.drop):
        return stretches
    begin, end = letter_edges(mark.first, ground), letter_edges(mark.last, ground)
    cut = list(stretches)
    if mark.skip and mark.first in ground.places:
        cut[0] = replace(cut[0], left=begin[min(mark.skip, len(begin) - 2)])
    if mark.drop and mark.last in ground.places:
        cut[-1] = replace(cut[-1], right=max(end[max(len(end) - 1 - mark.drop, 1)], cut[-1].left + 1))
    return tuple(cut)


def _drawn(mark: Mark, meaning: Meaning, stretches: tuple[Stretch, ...], run: list[str], ground: Ground) -> Drawn:
    kind = mark.kind
    if not stretches or kind is MarkKind.HIGHLIGHT:
        return []
    first, last = stretches[0], stretches[-1]
    colour, size = meaning.colour, first.size
    width = THICK * size
    if kind in (MarkKind.UNDERLINE, MarkKind.DOUBLE_UNDERLINE, MarkKind.DASHED_UNDERLINE):
        line = _UNDERLINES.get(kind, meaning.line)
        return [(one.page, _underline(one, line, colour), []) for one in stretches]
    if kind is MarkKind.CIRCLE:
        return [(one.page, [LaidStroke(_flat(_rounded(*_around(one), 0.5)), width, colour)], []) for one in stretches]
    if kind is MarkKind.BOX:
        return [(one.page, [LaidStroke(_flat(_rounded(*_around(one), 0.1)), width, colour)], []) for one in stretches]
    if kind is MarkKind.CROSS_OUT:
        return [(one.page, [LaidStroke(_flat(_scratch(one)), width * 1.1, colour)], []) for one in stretches]
    if kind is MarkKind.ARROW:
        return _arrow(mark, stretches, ground, colour, width)
    if kind is MarkKind.BRACKET:
        return _brackets(stretches, ground, colour, width)
    if kind is MarkKind.NUMBER:
        return [
            (first.page, *_badge(mark.text or "1", first.left, first.baseline - 1.02 * size, size, meaning, ground))
        ]
    if kind is MarkKind.SYMBOL:
        centre = (last.right + 0.32 * size, last.baseline - 0.86 * size)
        outline = _flat(outline_of(mark.text, *centre, 0.26 * size))
        return [(last.page, [LaidStroke(outline, 0.0, colour, fill=True)], [])]
    if kind is MarkKind.PARTS:
        return [(first.page, _loops(mark, first, ground, colour), [])]
    if kind is MarkKind.NOTE:
        return [_note(mark, meaning, stretches, ground)]
    return []


def _underline(stretch: Stretch, line: Line, colour: str) -> list[LaidStroke]:
    size = stretch.size
    thick, y = LOOK.underline * size, stretch.baseline + LOOK.underline_below * size

    def at(y: float, width: float, dashes: tuple[float, ...] = ()) -> LaidStroke:
        return LaidStroke(_flat([(stretch.left, y), (stretch.right, y)]), round(width, 3), colour, dashes)

    if line is Line.DOUBLE:
        return [at(y - thick * 0.6, thick * 0.55), at(y + thick * 0.6, thick * 0.55)]
    return [at(y, thick, (round(thick * 3, 3), round(thick * 1.6, 3)) if line is Line.DASHED else ())]


def _around(stretch: Stretch) -> tuple[float, float, float, float]:
    """Left, top, right, bottom of the room around a stretch."""
    size = stretch.size
    return (
        stretch.left - AROUND * size, stretch.baseline - ABOVE * size,
        stretch.right + AROUND * size, stretch.baseline + BELOW * size,
    )  # fmt: skip


def _rounded(left: float, top: float, right: float, bottom: float, share: float) -> Points:
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


def _scratch(stretch: Stretch) -> Points:
    size, y = stretch.size, stretch.baseline - 0.3 * stretch.size
    return [(stretch.left - 0.08 * size, y + 0.06 * size), (stretch.right + 0.08 * size, y - 0.06 * size)]


def _arrow(mark: Mark, stretches: tuple[Stretch, ...], ground: Ground, colour: str, width: float) -> Drawn:
    """From the run to the word it points at, over the line; to another page it points off the stage."""
    last = stretches[-1]
    size = last.size
    underlines: Drawn = [(one.page, _underline(one, Line.SOLID, colour), []) for one in stretches]
    begin = ((last.left + last.right) / 2, last.baseline - 0.95 * size)
    target = ground.places.get(mark.to)
    if target and target[0] == last.page:
        box = target[1]
        same_line = abs(box.baseline - last.baseline) < 0.5 * size
        below = box.baseline > last.baseline and not same_line
        end = (box.x + box.width / 2, box.baseline - (1.05 if below or same_line else -0.42) * box.size)
        if below:
            begin = ((last.left + last.right) / 2, last.baseline + 0.42 * size)
        elif not same_line:
            begin = ((last.left + last.right) / 2, last.baseline - 0.98 * size)
    else:
        same_line, end = True, (ground.stage.text_left + ground.stage.text_width + 60, last.baseline - 1.1 * size)
    bow = 0.55 * size if same_line else 0.0
    middle = ((begin[0] + end[0]) / 2, min(begin[1], end[1]) - bow if same_line else (begin[1] + end[1]) / 2)
    points = _curve(begin, middle, end)
    head = _arrow_head(points, 0.3 * size)
    return [
        *underlines,
        (last.page, [LaidStroke(_flat(points), width, colour)], []),
        (last.page, [LaidStroke(_flat(head), width, colour)], []),
    ]


def _curve(
    begin: tuple[float, float], middle: tuple[float, float], end: tuple[float, float], steps: int = 20
) -> Points:
    """A quadratic curve as points."""
    points = []
    for step in range(steps + 1):
        t = step / steps
        a, b, c = (1 - t) ** 2, 2 * t * (1 - t), t * t
        points.append((a * begin[0] + b * middle[0] + c * end[0], a * begin[1] + b * middle[1] + c * end[1]))
    return points


def _arrow_head(points: Points, length: float) -> Points:
    (x0, y0), (x1, y1) = points[-3], points[-1]
    angle = math.atan2(y1 - y0, x1 - x0)
    sides = [(x1 - length * math.cos(angle + turn), y1 - length * math.sin(angle + turn)) for turn in (0.5, -0.5)]
    return [sides[0], (x1, y1), sides[1]]


def _brackets(stretches: tuple[Stretch, ...], ground: Ground, colour: str, width: float) -> Drawn:
    drawn: Drawn = []
    for page, run in groupby(stretches, key=lambda one: one.page):
        lines = list(run)
        size = lines[0].size
        left = min([ground.stage.text_left, *(one.left for one in lines)]) - 16
        top, foot = lines[0].baseline - 0.85 * size, lines[-1].baseline + 0.3 * size
        tick = 0.22 * size
        points = [(left + tick, top), (left, top), (left, foot), (left + tick, foot)]
        drawn.append((page, [LaidStroke(_flat(points), width * 1.2, colour)], []))
    return drawn


def _badge(
    text: str, x: float, y: float, size: float, meaning: Meaning, ground: Ground
) -> tuple[list[LaidStroke], list[SetPiece]]:
    """A filled circle with a number in it."""
    disc, pieces = numbered_disc(text, x, y, 0.25 * size, meaning.colour, ground.look)
    return [disc], pieces


def _loops(mark: Mark, stretch: Stretch, ground: Ground, colour: str) -> list[LaidStroke]:
    """A loop under each part of a word, from cut to cut."""
    edges = letter_edges(mark.first, ground)
    cuts = [cut for cut in sorted(set(mark.cuts)) if 0 < cut < len(edges) - 1]
    xs = [stretch.left, *(edges[cut] for cut in cuts), stretch.right]
    size = stretch.size
    y, deep, gap = stretch.baseline + 0.16 * size, 0.3 * size, 0.03 * size
    return [
        LaidStroke(_flat(_curve((a + gap, y), ((a + b) / 2, y + 2 * deep), (b - gap, y))), THICK * size, colour)
        for a, b in pairwise(xs)
    ]


def _note(
    mark: Mark, meaning: Meaning, stretches: tuple[Stretch, ...], ground: Ground
) -> tuple[int, list[LaidStroke], list[SetPiece]]:
    """Words in the right margin, with a line to the text."""
    last, stage = stretches[-1], ground.stage
    left = stage.text_left + stage.text_width + 56
    width = stage.width - left - 40
    lines = set_text(mark.text or meaning.name, NOTE_SIZE, width, Style.ITALIC, TextLook(ground.look.typeface))
    y = last.baseline - 0.2 * last.size
    pieces: list[SetPiece] = []
    for number, line in enumerate(lines):
        pieces += line.set_at(left, y + number * NOTE_SIZE * NOTE_LEAD, _INKS[meaning.colour])
    start = last.right + 0.2 * last.size
    y_line = last.baseline + LOOK.dots_below * last.size
    edge = stage.text_left + stage.text_width + 14
    way = [(start, y_line), (max(start, edge), y_line), (left - 14, y - 0.3 * NOTE_SIZE)]
    underlines = [
        stroke for one in stretches if one.page == last.page for stroke in _underline(one, Line.SOLID, meaning.colour)
    ]
    return last.page, [*underlines, LaidStroke(_flat(way), 2.5, meaning.colour, (7.0, 6.0))], pieces


def _as_drawn(mark: Mark, meaning: Meaning, ground: Ground) -> Drawn:
    """What the pen drew, at its word."""
    place = ground.places.get(mark.first)
    if place is None:
        return []
    page, box = place
    strokes = [
        LaidStroke(
            _placed_ink(stroke, box),
            THICK * box.size,
            meaning.colour,
        )
        for stroke in mark.ink
    ]
    return [(page, [stroke], []) for stroke in strokes]


def _placed_ink(stroke: Stroke, box: WordBox) -> tuple[float, ...]:
    return tuple(round((box.baseline if n % 2 else box.x) + value * box.size, 2) for n, value in enumerate(stroke))


def _on_picture(mark: Mark, meaning: Meaning, ground: Ground) -> LaidMark:
    """A mark on a picture or on a named region of it."""
    found = next(
        (
            (n, p)
            for n, page in enumerate(ground.pages)
            if not page.sheet
            for p in page.pictures
            if p.id == mark.picture
        ),
        None,
    )
    if found is None:
        return LaidMark(mark.id, mark.kind.value, meaning.colour, ())
    page, picture = found
    left, top, right, bottom = region_on(picture, ground.regions.get((mark.picture, mark.region)))
    size = min(64.0, max(30.0, (bottom - top) / 3))
    width, colour = 5.0, meaning.colour
    pieces: list[SetPiece] = []
    if mark.kind is MarkKind.CIRCLE:
        strokes = [LaidStroke(_flat(_ellipse(left, top, right, bottom)), width, colour)]
    elif mark.kind is MarkKind.NUMBER:
        strokes, pieces = _badge(mark.text or "1", left + 0.3 * size, top + 0.3 * size, size, meaning, ground)
    elif mark.kind is MarkKind.SYMBOL:
        strokes = [
            LaidStroke(
                _flat(outline_of(mark.text, (left + right) / 2, top + 0.3 * size, 0.3 * size)), 0.0, colour, fill=True
            )
        ]
    elif mark.kind is MarkKind.CROSS_OUT:
        strokes = [
            LaidStroke(_flat([(left, top), (right, bottom)]), width, colour),
            LaidStroke(_flat([(left, bottom), (right, top)]), width, colour),
        ]
    elif mark.kind is MarkKind.ARROW:
        middle = ((left + right) / 2, (top + bottom) / 2)
        points = _curve((max(8.0, left - 2.2 * size), top - 0.6 * size), (left - 0.4 * size, top - 0.5 * size), middle)
        strokes = [
            LaidStroke(_flat(points), width, colour),
            LaidStroke(_flat(_arrow_head(points, 0.5 * size)), width, colour),
        ]
    else:
        strokes = [LaidStroke(_flat(_rounded(left, top, right, bottom, 0.06)), width, colour)]
    timed = _timed([(page, [stroke], pieces if n == len(strokes) - 1 else []) for n, stroke in enumerate(strokes)])
    return LaidMark(mark.id, mark.kind.value, colour, (), timed)


def region_on(picture: LaidPicture, region: Region | None) -> tuple[float, float, float, float]:
    """Left, top, right and bottom, in page units, of a region of a picture as far as it is shown (None: the
    whole picture)."""
    if region is None:
        return picture.x, picture.y, picture.x + picture.width, picture.y + picture.height
    crop, area = picture.crop, region.area
    across, down = picture.width / crop.width, picture.height / crop.height
    left, top = picture.x + (area.x - crop.x) * across, picture.y + (area.y - crop.y) * down
    right, bottom = left + area.width * across, top + area.height * down
    return (
        max(left, picture.x), max(top, picture.y),
        min(right, picture.x + picture.width), min(bottom, picture.y + picture.height),
    )  # fmt: skip


def _ellipse(left: float, top: float, right: float, bottom: float) -> Points:
    x, y = (left + right) / 2, (top + bottom) / 2
    turns = [math.tau * n / 40 - 2.2 for n in range(42)]
    return [(x + (right - left) / 2 * math.cos(a), y + (bottom - top) / 2 * math.sin(a)) for a in turns]


def _timed(drawn: Drawn) -> tuple[PageStrokes, ...]:
    """Strokes with the share of the mark's progress in which each is drawn, by its length; the strokes of
    one entry are drawn together. Gathered by page."""
    lengths = [max((_length(s.points) for s in strokes), default=0.0) for _, strokes, _ in drawn]
    total = sum(lengths) or 1.0
    ends = [0.0, *accumulate(length / total for length in lengths)]
    pages: dict[int, tuple[list[LaidStroke], list[SetPiece]]] = {}
    for (page, strokes, pieces), begin, end in zip(drawn, ends, ends[1:], strict=False):
        own = pages.setdefault(page, ([], []))
        own[0].extend(replace(stroke, begin=round(begin, 4), end=round(max(end, begin), 4)) for stroke in strokes)
        own[1].extend(pieces)
    return tuple(PageStrokes(page, tuple(strokes), tuple(pieces)) for page, (strokes, pieces) in pages.items())


def _with_letter(
    mark: Mark, meaning: Meaning, strokes: tuple[PageStrokes, ...], stretches: tuple[Stretch, ...], ground: Ground
) -> tuple[PageStrokes, ...]:
    """With the letter of the meaning at the end of the last line."""
    if not stretches or mark.kind in (MarkKind.NUMBER, MarkKind.NOTE, MarkKind.SYMBOL, MarkKind.PARTS):
        return strokes
    last = stretches[-1]
    size = LOOK.letter * last.size
    y = last.baseline + (LOOK.underline_below + 0.14) * last.size
    letter = _piece(meaning.letter, last.right + 0.1 * last.size, y, size, _INKS[meaning.colour], ground)
    if mark.kind is MarkKind.BRACKET:
        first = stretches[0]
        left = min([ground.stage.text_left, *(one.left for one in stretches)])
        letter = replace(
            letter, x=round(left - 16 - 0.75 * size, 3), baseline=round(first.baseline - 0.85 * first.size - 4, 3)
        )
        last = first
    for index, page in enumerate(strokes):
        if page.page == last.page:
            with_it = replace(page, pieces=(*page.pieces, letter))
            return (*strokes[:index], with_it, *strokes[index + 1 :])
    return (*strokes, PageStrokes(last.page, (), (letter,)))


def _piece(text: str, x: float, y: float, size: float, ink: Ink, ground: Ground) -> SetPiece:
    shaped = shape(text, Style.BOLD, ground.look.typeface)
    return SetPiece(
        text, round(x, 3), round(y, 3), round(shaped.advance * size, 3), round(size, 3), Style.BOLD, "", ink,
        ground.look.typeface,
    )  # fmt: skip


def _apart(marks: list[LaidMark]) -> list[LaidMark]:
    """Margin notes under one another, none upon another."""
    lowest: dict[int, float] = {}
    result = []
    for mark in marks:
        if mark.kind == MarkKind.NOTE.value and mark.strokes and mark.strokes[0].pieces:
            page = mark.strokes[0]
            top = min(piece.baseline for piece in page.pieces) - NOTE_SIZE
            down = max(0.0, lowest.get(page.page, 0.0) - top)
            lowest[page.page] = max(piece.baseline for piece in page.pieces) + down + NOTE_SIZE * 0.5
            if down:
                pieces = tuple(replace(piece, baseline=round(piece.baseline + down, 3)) for piece in page.pieces)
                way = page.strokes[-1]
                moved = replace(way, points=(*way.points[:-1], round(way.points[-1] + down, 3)))
                mark = replace(mark, strokes=(replace(page, pieces=pieces, strokes=(*page.strokes[:-1], moved)),))
        result.append(mark)
    return result


def _length(points: tuple[float, ...]) -> float:
    pairs = list(zip(points[::2], points[1::2], strict=True))
    return sum(math.dist(a, b) for a, b in pairwise(pairs))


def _flat(points: Iterable[tuple[float, float]]) -> tuple[float, ...]:
    return tuple(round(value, 2) for point in points for value in point)
