"""A board as it grows: texts set under one another, boxes, pictures, and small shapes."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, field, replace
from typing import TypeVar

from wordtrail.core.layout.boxes import boxes_of
from wordtrail.core.layout.lines import Line, set_words
from wordtrail.core.layout.model import (
    AnswerPlace,
    Ink,
    LaidPage,
    LaidPart,
    LaidPicture,
    LaidStroke,
    Panel,
    SetPiece,
    Side,
    WordBox,
)
from wordtrail.core.layout.stages import Stage
from wordtrail.core.lesson.boards import BoardText, Role
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.cards import SIDE, WordCard
from wordtrail.core.text.look import TextLook
from wordtrail.core.text.model import WHOLE, Area, Picture, Style

Placed = TypeVar("Placed", Panel, LaidPicture, AnswerPlace)

SCALES = (1.0, 0.9, 0.8, 0.7, 0.62, 0.55, 0.48, 0.42, 0.36, 0.3, 0.25, 0.2, 0.16)
"""Sizes that are tried for a board, the largest first."""

BOX_SIZES = (54.0, 48.0, 44.0, 40.0, 34.0, 29.0, 25.0, 21.0, 18.0, 15.0, 12.0, 10.0, 8.0, 6.0)
"""Sizes that are tried for a text in a box."""

LEADING = 1.4

SIZES = {
    Role.TITLE: 46.0, Role.BIG: 76.0, Role.BODY: 60.0, Role.ITEM: 52.0, Role.QUIET: 40.0, Role.REASON: 44.0,
    Role.ANSWER: 44.0, Role.CHOICE: 44.0,
}  # fmt: skip
STYLES = {Role.TITLE: Style.BOLD, Role.BIG: Style.BOLD, Role.REASON: Style.ITALIC, Role.QUIET: Style.PLAIN}
INKS = {Role.TITLE: Ink.MOSS, Role.QUIET: Ink.QUIET}

Place = tuple[float, float, float, float]
"""Left, top, right, bottom in page units."""


@dataclass(frozen=True, slots=True)
class BoardBench:
    """What boards are laid out from: the lesson, its text pages and the stage."""

    lesson: Lesson
    text: Sequence[LaidPage]
    stage: Stage


@dataclass(slots=True)
class Draft:
    """A page as it grows."""

    look: TextLook
    pieces: list[SetPiece] = field(default_factory=list)
    boxes: list[WordBox] = field(default_factory=list)
    panels: list[Panel] = field(default_factory=list)
    pictures: list[LaidPicture] = field(default_factory=list)
    strokes: list[LaidStroke] = field(default_factory=list)
    parts: list[LaidPart] = field(default_factory=list)
    answers: list[AnswerPlace] = field(default_factory=list)
    lines: int = 0

    def put(self, lines: Iterable[Line], left: float, top: float, ink: Ink = Ink.INK) -> float:
        """Set lines under one another from `top`; where they end."""
        y = top
        for line in lines:
            placed = line.set_at(left, y + line.size * 1.08, ink)
            self.pieces += placed
            self.boxes += boxes_of(placed, self.lines)
            self.lines += 1
            y += line.size * LEADING
        return y

    def text(self, one: BoardText, size: float, left: float, top: float, width: float) -> float:
        """Set a text of a board; where it ends."""
        lines = set_words(one.text, one.words, size, width, STYLES.get(one.role, Style.PLAIN), self.look)
        return self.put(lines, left, top, INKS.get(one.role, Ink.INK))

    def answer(self, side: Side, row: int, text: str, place: Place) -> None:
        """Say that a printed answer stands at this place."""
        left, top, right, bottom = place
        box = (round(left, 2), round(top, 2), round(right - left, 2), round(bottom - top, 2))
        self.answers.append(AnswerPlace(side, row, text, *box))

    def hang(self, foot: float) -> None:
        """Hang what stands there a little above the middle of what is left down to `foot`."""
        panels = [*self.panels, *(panel for part in self.parts for panel in part.panels)]
        pieces = [*self.pieces, *(piece for part in self.parts for piece in part.pieces)]
        spare = foot - max((panel.y + panel.height for panel in panels), default=0.0)
        spare = min(spare, foot - max((piece.baseline + 0.4 * piece.size for piece in pieces), default=0.0))
        spare = min(spare, foot - max((picture.y + picture.height for picture in self.pictures), default=0.0))
        down = round(0.38 * spare, 2)
        if down <= 0:
            return
        self.pieces = [_lower(one, down) for one in self.pieces]
        self.boxes = [replace(one, baseline=round(one.baseline + down, 3)) for one in self.boxes]
        self.panels = [_lowered(one, down) for one in self.panels]
        self.pictures = [_lowered(one, down) for one in self.pictures]
        self.answers = [_lowered(one, down) for one in self.answers]
        self.strokes = [_stroke_lowered(one, down) for one in self.strokes]
        self.parts = [
            LaidPart(
                part.id, tuple(_lower(one, down) for one in part.pieces),
                tuple(_lowered(one, down) for one in part.panels),
                tuple(_stroke_lowered(one, down) for one in part.strokes),
            )
            for part in self.parts
        ]  # fmt: skip

    def page(self, id: str, board: str) -> LaidPage:
        size = max((piece.size for piece in self.pieces), default=44.0)
        return LaidPage(
            id, "", size, tuple(self.pieces), tuple(self.boxes), tuple(self.panels), pictures=tuple(self.pictures),
            board=board, strokes=tuple(self.strokes), parts=tuple(self.parts), answers=tuple(self.answers),
        )  # fmt: skip


def _lower(piece: SetPiece, down: float) -> SetPiece:
    return replace(piece, baseline=round(piece.baseline + down, 3))


def _lowered(one: Placed, down: float) -> Placed:
    return replace(one, y=round(one.y + down, 2))


def _stroke_lowered(stroke: LaidStroke, down: float) -> LaidStroke:
    points = tuple(round(value + down, 2) if n % 2 else value for n, value in enumerate(stroke.points))
    return replace(stroke, points=points)


@dataclass(frozen=True, slots=True)
class Row:
    """Two things that belong together: a text on the left, and what `draws` itself into a place on the right,
    in the row `put` (counted from 0), where it `says` this. `number` is its row on the left."""

    left: BoardText
    draws: Callable[[Place], None]
    put: int
    says: str
    number: int


TALLEST_ROW, ROW_GAP = 150.0, 20.0

NARROW = 1200.0
"""Page units of width up to which two columns leave less room between them."""


def two_columns(draft: Draft, rows: Sequence[Row], part: str, place: Place, tallest: float = TALLEST_ROW) -> None:
    """Things that belong together in two columns, the right ones in another order. The lines that join them come
    later, as a part. Some of the rows stand closer together: in the same order."""
    x0, top, x1, bottom = place
    high = min(tallest, (bottom - top) / max(len(rows), 1) - ROW_GAP)
    left_share, right_share = (0.36, 0.46) if x1 - x0 > NARROW else (0.44, 0.48)
    half = (x1 - x0) * left_share
    other = x1 - (x1 - x0) * right_share
    lines: list[LaidStroke] = []
    put = sorted(row.put for row in rows)
    for n, row in enumerate(rows):
        y, y_other = top + n * (high + ROW_GAP), top + put.index(row.put) * (high + ROW_GAP)
        left, right = (x0, y, x0 + half, y + high), (other, y_other, x1, y_other + high)
        boxed(draft, row.left, left, "white", "lake")
        row.draws(right)
        draft.answer(Side.LEFT, row.number, row.left.text, left)
        draft.answer(Side.RIGHT, row.put, row.says, right)
        joined = [(x0 + half + 6, y + high / 2), (other - 6, y_other + high / 2)]
        lines.append(LaidStroke(flat(joined), 5.0, "lake"))
    draft.parts.append(LaidPart(part, strokes=tuple(lines)))


def boxed(draft: Draft, text: BoardText, place: Place, fill: str, edge: str) -> None:
    """A text in a box, as large as it fits."""
    left, top, right, bottom = place
    draft.panels.append(
        Panel(round(left, 2), round(top, 2), round(right - left, 2), round(bottom - top, 2), fill, edge)
    )
    for size in BOX_SIZES:
        lines = set_words(text.text, text.words, size, right - left - 44, Style.PLAIN, draft.look)
        if len(lines) * size * LEADING <= bottom - top - 8 and all(line.width <= right - left - 44 for line in lines):
            break
    draft.put(lines, left + 22, (top + bottom - len(lines) * size * LEADING) / 2 + 0.05 * size)


LONGEST_NUMBER = 3
"""Characters of a paragraph's number, or of the letter of an answer."""


def is_readable(draft: Draft, least: float) -> bool:
    """Whether no words are set smaller than that: beside them stand smaller numbers and letters."""
    pieces = [*draft.pieces, *(piece for part in draft.parts for piece in part.pieces)]
    return all(piece.size >= least - 0.01 for piece in pieces if piece.word or len(piece.text) > LONGEST_NUMBER)


T = TypeVar("T")


def in_groups(things: Sequence[T], lay: Callable[[Sequence[T]], Draft], least: float) -> list[Draft]:
    """Things laid on as few pages as it takes for all letters to be read: each page has about as many of them."""
    drafts: list[Draft] = []
    for count in range(1, len(things) + 1):
        each = -(-len(things) // count)
        drafts = [lay(things[first : first + each]) for first in range(0, len(things), each)]
        if all(is_readable(draft, least) for draft in drafts):
            break
    return drafts


def picture_of(lesson: Lesson, block_id: str) -> Picture | None:
    """The picture of a block (its id), where it has one."""
    blocks = (block for passage in lesson.passages for block in passage.blocks)
    return next((block.picture for block in blocks if block_id and block.id == block_id), None)


def around(area: Area) -> Area:
    """A named region with some of its surroundings."""
    room = 0.12 * max(area.width, area.height)
    x, y = max(0.0, area.x - room), max(0.0, area.y - room)
    return Area(x, y, min(1.0 - x, area.width + 2 * room), min(1.0 - y, area.height + 2 * room))


def placed_picture(id: str, picture: Picture, crop: Area, place: Place) -> LaidPicture:
    """A picture as large as it fits into a place, in its middle."""
    left, top, right, bottom = place
    shape = crop.width * picture.width / (crop.height * picture.height)
    width = min(right - left, (bottom - top) * shape)
    height = width / shape
    x, y = left + (right - left - width) / 2, top + (bottom - top - height) / 2
    return LaidPicture(id, picture.file, crop, round(x, 2), round(y, 2), round(width, 2), round(height, 2), "")


def contained_picture(file: str, shows: str, id: str, place: Place) -> LaidPicture:
    """A card's picture: square, since its own shape is not known to the card."""
    left, top, right, bottom = place
    side = min(right - left, bottom - top)
    x, y = left + (right - left - side) / 2, top + (bottom - top - side) / 2
    return LaidPicture(id, file, WHOLE, round(x, 2), round(y, 2), round(side, 2), round(side, 2), shows)


PEN = 7.0
"""Width of a drawing's lines in a square of 620 page units; with the square it grows and shrinks."""


def lay_card_picture(draft: Draft, card: WordCard, id: str, place: Place) -> None:
    """A card's picture and what is drawn on it, as large as they fit into a place."""
    square = contained_picture(card.picture, card.picture_shows, id, place)
    scale = square.width / SIDE
    if card.picture:
        draft.pictures.append(square)
    for line in card.drawing:
        points = zip(line.points[::2], line.points[1::2], strict=True)
        there = flat((square.x + x * scale, square.y + y * scale) for x, y in points)
        draft.strokes.append(LaidStroke(there, round(PEN * square.width / 620, 2), line.colour))


def dot(x: float, y: float, radius: float, colour: str) -> LaidStroke:
    """A filled circle around (x, y)."""
    return LaidStroke(flat(_circle_points(x, y, radius)), 0.0, colour, fill=True)


def ring(x: float, y: float, radius: float, colour: str) -> LaidStroke:
    """A circle around (x, y)."""
    return LaidStroke(flat(_circle_points(x, y, radius)), 3.0, colour)


def _circle_points(x: float, y: float, radius: float) -> list[tuple[float, float]]:
    return [(x + radius * math.cos(math.tau * n / 24), y + radius * math.sin(math.tau * n / 24)) for n in range(25)]


def flat(points: Iterable[tuple[float, float]]) -> tuple[float, ...]:
    """Points as x and y in turn, as strokes carry them."""
    return tuple(round(value, 2) for point in points for value in point)
