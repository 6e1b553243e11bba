"""Texts of a board under one another: as large as they fit on one page, else on as many as they need in letters that
can still be read."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from wordtrail.core.layout.board_draft import INKS, LEADING, SCALES, SIZES, STYLES, Draft, dot
from wordtrail.core.layout.lines import Line, set_words
from wordtrail.core.layout.model import Ink
from wordtrail.core.lesson.boards import BoardText, Role
from wordtrail.core.text.look import TextLook
from wordtrail.core.text.model import Style

USUAL_SIZE = 52.0
INDENT, GAP = 56.0, 0.35
"""How far an item is set in (page units, at scale 1), and the room behind a text (times its size)."""

FEWEST_LINES = 2
"""Lines of a text that stay together where it is parted."""


@dataclass(frozen=True, slots=True)
class SetText:
    """A text of a board, or some of its lines: `begins` where the first of them is there."""

    text: BoardText
    lines: tuple[Line, ...]
    size: float
    indent: float
    begins: bool = True

    @property
    def height(self) -> float:
        """How high it is with the room behind it (page units)."""
        return len(self.lines) * self.size * LEADING + self.size * GAP


Column = list[SetText]


def set_texts(texts: Sequence[BoardText], width: float, look: TextLook, scale: float, least: float) -> Column:
    """Texts in a column at a scale, none smaller than `least`; only a word that is wider than the column is."""
    column = []
    for one in texts:
        size, style = max(SIZES.get(one.role, USUAL_SIZE) * scale, least), STYLES.get(one.role, Style.PLAIN)
        indent = INDENT * max(scale, 0.5) if one.role is Role.ITEM else 0.0
        lines = set_words(one.text, one.words, size, width - indent, style, look)
        widest = max((line.width for line in lines), default=0.0)
        if widest > width - indent:
            size *= (width - indent) / widest
            lines = set_words(one.text, one.words, size, width - indent, style, look)
        column.append(SetText(one, lines, size, indent))
    return column


def height_of(column: Column) -> float:
    """How high a column is (page units)."""
    return sum(one.height for one in column)


def largest(
    texts: Sequence[BoardText], width: float, look: TextLook, room: float, least: float,
    scales: Sequence[float] = SCALES,
) -> Column | None:  # fmt: skip
    """The column at the largest of the scales at which it is no higher than `room`; None where it never is."""
    columns = (set_texts(texts, width, look, scale, least) for scale in scales)
    return next((column for column in columns if height_of(column) <= room), None)


def flowed(texts: Sequence[BoardText], width: float, look: TextLook, room: float, least: float) -> list[Column]:
    """The column on one page of `room` height, else on as many pages as it needs in the smallest letters."""
    whole = largest(texts, width, look, room, least)
    return [whole] if whole else parted(set_texts(texts, width, look, SCALES[-1], least), room)


def parted(column: Column, room: float) -> list[Column]:
    """A column on pages of `room` height: a text that does not fit goes on on the next one, where it has lines enough
    for both."""
    pages: list[Column] = [[]]
    waiting = list(column)
    while waiting:
        one = waiting.pop(0)
        left = room - height_of(pages[-1])
        fit = int((left - one.size * GAP) / (one.size * LEADING))
        if fit >= len(one.lines):
            pages[-1].append(one)
            continue
        fit = min(fit, len(one.lines) - FEWEST_LINES)
        if not pages[-1]:
            fit = max(1, fit)
        if fit >= FEWEST_LINES or not pages[-1]:
            pages[-1].append(replace(one, lines=one.lines[:fit]))
            one = replace(one, lines=one.lines[fit:], begins=False)
        pages.append([])
        if one.lines:
            waiting.insert(0, one)
    return [page for page in pages if page]


def lay_column(draft: Draft, column: Column, left: float, top: float) -> float:
    """Set a column from `top`; where it ends. An item that begins there has its dot."""
    y = top
    for one in column:
        if one.text.role is Role.ITEM and one.begins:
            draft.strokes.append(dot(left + 0.29 * one.indent, y + one.size * 0.72, 0.18 * one.indent, "moss"))
        y = draft.put(one.lines, left + one.indent, y, INKS.get(one.text.role, Ink.INK)) + one.size * GAP
    return y
