"""The largest size at which a page fits, and where it is parted when no size is large enough.

A page of the passage is shown whole, at the largest size of the type scale at which it fits. Where
it does not even fit at the smallest, it is parted into as few pages as that size allows, and these
are then set as large as that many pages allow.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

from wordtrail.core.layout.lines import Chunk, Line, broken, verses_of
from wordtrail.core.layout.model import Ink
from wordtrail.core.layout.side_by_side import Group, Verses, groups_of, standing_alone
from wordtrail.core.layout.stages import Stage
from wordtrail.core.text.look import USUAL_LOOK, TextLook
from wordtrail.core.text.model import Block, BlockKind, Page, Picture, Style

_RELATIVE = {
    BlockKind.HEADING: 1.25,
    BlockKind.SUBHEADING: 1.1,
    BlockKind.CAPTION: 0.78,
    BlockKind.FOOTNOTE: 0.72,
    BlockKind.FACT_BOX: 0.85,
    BlockKind.GLOSSARY_ENTRY: 0.85,
    BlockKind.PICTURE: 0.72,
}
_STYLES = {BlockKind.HEADING: Style.BOLD, BlockKind.SUBHEADING: Style.BOLD, BlockKind.PICTURE: Style.ITALIC}
_QUIET = (BlockKind.CAPTION, BlockKind.FOOTNOTE, BlockKind.PICTURE)

BLOCK_GAP = 0.45
PANEL_ROOM = 0.6

PICTURE_HEIGHT = 6.0
"""Times the size: how high a picture is at most, so that it grows and shrinks with its page's text."""


@dataclass(frozen=True, slots=True)
class Row:
    """One line of a block, or its picture, in a column: how high it is with the gap above, whether the
    page may end after it, and what is printed in the margin beside it."""

    block: Block
    line: Line
    size: float
    gap: float
    height: float
    may_end: bool
    number: str
    inset: float
    beside: tuple[tuple[float, tuple[Row, ...]], ...] = ()
    """Columns side by side instead of a line: how far right each begins (page units), and its rows."""

    @property
    def ink(self) -> Ink:
        """What the line is printed in."""
        return Ink.QUIET if self.block.kind in _QUIET else Ink.INK


COLUMN_GAP = 104.0
"""Page units between two columns that stand side by side: a paragraph's number has room there."""

PICTURE_SHARE = 0.45
"""Share of the width that a picture beside its text has."""


def rows_at(
    blocks: Sequence[tuple[Block, Verses]], size: float, stage: Stage, look: TextLook = USUAL_LOOK
) -> tuple[Row, ...]:
    """All lines and pictures of a page's blocks set at `size`, top to bottom."""
    rows: list[Row] = []
    for group in groups_of(blocks):
        if group.right:
            rows.append(_side_by_side(group, size, stage, look))
        else:
            rows += _column(group.left, size, stage.text_width, look)
    return tuple(rows)


def _side_by_side(group: Group, size: float, stage: Stage, look: TextLook) -> Row:
    """Two columns as one row, which stays whole. Where a word is wider than its column, the row is too wide as well."""
    room = stage.text_width - COLUMN_GAP
    left_width = room * (0.5 if group.right[0][0].picture else PICTURE_SHARE)
    widths = (left_width, room - left_width)
    columns = [
        tuple(_column(blocks, size, width, look))
        for blocks, width in zip((group.left, group.right), widths, strict=True)
    ]
    fits = all(
        row.line.width <= width * look.line_length - 2 * row.inset + 0.5 or row.block.picture
        for rows, width in zip(columns, widths, strict=True)
        for row in rows
    )
    height = max(column_height(list(rows)) for rows in columns)
    beside = ((0.0, columns[0]), (left_width + COLUMN_GAP, columns[1]))
    line = Line((), size, 0.0 if fits else math.inf)
    return Row(group.left[0][0], line, size, BLOCK_GAP * size, height, True, "", 0.0, beside)


def _column(blocks: Sequence[tuple[Block, Verses]], size: float, width: float, look: TextLook) -> list[Row]:
    """Lines and pictures under one another in a column of this width."""
    rows: list[Row] = []
    for block, verses in blocks:
        if block.picture:
            rows.append(_picture_row(block, block.picture, size, width))
            continue
        own = size * _RELATIVE.get(block.kind, 1.0)
        boxed = block.kind is BlockKind.FACT_BOX
        inset = own * PANEL_ROOM if boxed else 0.0
        lines = broken(verses, own, width * look.line_length - 2 * inset)
        verse_line = block.number or 0
        for index, line in enumerate(lines):
            first, last = index == 0, index == len(lines) - 1
            number = ""
            if block.number is not None and line.first_of_verse:
                if block.kind is BlockKind.STANZA:
                    number, verse_line = str(verse_line), verse_line + 1
                elif first:
                    number = f"{block.number}." if block.kind is BlockKind.STEP else str(block.number)
            gap = (BLOCK_GAP * size if first else 0.0) + (inset if boxed and first else 0.0)
            height = own * look.line_spacing + (inset if boxed and last else 0.0)
            rows.append(Row(block, line, own, gap, height, _may_end(block, index, len(lines)), number, inset))
    return rows


def least_height(
    blocks: Sequence[tuple[Block, Verses]], size: float, stage: Stage, look: TextLook = USUAL_LOOK
) -> float:
    """A height in page units that these blocks cannot be set below at `size`, whatever the lines: all words of a
    verse in a row, parted where the column ends. It tells sizes that need not be tried."""
    height = 0.0
    alone = (blocks for group in groups_of(blocks) if not group.right for blocks in group.left)
    for block, verses in alone:
        if block.picture:
            continue
        own = size * _RELATIVE.get(block.kind, 1.0)
        inset = own * PANEL_ROOM if block.kind is BlockKind.FACT_BOX else 0.0
        width = stage.text_width * look.line_length - 2 * inset
        lines = sum(max(1, math.ceil(_length(verse) * own / width)) for verse in verses if verse)
        height += lines * own * look.line_spacing
    return height


def _length(verse: tuple[Chunk, ...]) -> float:
    """The words of a verse at size 1, without the space before them: where a line ends, it is not there."""
    return sum(chunk.width for chunk in verse)


def _picture_row(block: Block, picture: Picture, size: float, width: float) -> Row:
    shown = picture.crop.width * picture.width / (picture.crop.height * picture.height)
    height = min(PICTURE_HEIGHT * size, width / shown)
    line = Line((), size, height * shown)
    return Row(block, line, size, BLOCK_GAP * size, height, False, "", 0.0)


def _may_end(block: Block, index: int, lines: int) -> bool:
    """Headings stay with what follows; stanzas and boxes stay whole when they are short; no
    paragraph leaves a single line behind."""
    if block.kind in (BlockKind.HEADING, BlockKind.SUBHEADING):
        return False
    if index == lines - 1:
        return True
    if block.kind in (BlockKind.STANZA, BlockKind.FACT_BOX) and lines <= 8:
        return False
    return lines > 3 and 1 <= index < lines - 2


def pages_of_rows(rows: tuple[Row, ...], height: float) -> list[list[Row]]:
    """Rows parted into pages no higher than `height`; a page ends where it may, or, when there is
    no such place, where it must."""
    pages: list[list[Row]] = []
    current: list[Row] = []
    for row in rows:
        current.append(row)
        if column_height(current) > height and len(current) > 1:
            cut = next((at for at in range(len(current) - 1, 0, -1) if current[at - 1].may_end), len(current) - 1)
            pages.append(current[:cut])
            current = current[cut:]
    return [*pages, current] if current else pages


def column_height(rows: list[Row]) -> float:
    """Height of rows set under one another, without the gap above the first."""
    return sum(row.gap + row.height for row in rows) - (rows[0].gap if rows else 0.0)


def fitted(page: Page, stage: Stage, look: TextLook = USUAL_LOOK) -> tuple[float, list[list[Row]]]:
    """The size in page units at which `page` is set, and its rows on one or more pages."""
    smallest = stage.sizes[-1]
    blocks = [(block, verses_of(block, _STYLES.get(block.kind, Style.PLAIN), look)) for block in page.blocks]
    densest = rows_at(blocks, smallest, stage, look)
    if any(row.beside and row.height > stage.text_height for row in densest):
        # What is too long to stand beside a picture stands under it, where it can go on over the page.
        return fitted(replace(page, blocks=tuple(map(standing_alone, page.blocks))), stage, look)
    fewest = len(pages_of_rows(densest, stage.text_height))
    width = stage.text_width * look.line_length
    for size in stage.sizes:
        if size > look.largest and size != smallest:
            continue
        if least_height(blocks, size, stage, look) > fewest * stage.text_height and size != smallest:
            continue
        rows = rows_at(blocks, size, stage, look)
        too_wide = any(
            row.line.width > width - 2 * row.inset + 0.5 for row in rows if row.beside or not row.block.picture
        )
        too_high = any(row.beside and row.height > stage.text_height for row in rows)
        if (too_wide or too_high) and size != smallest:
            continue
        pages = pages_of_rows(rows, stage.text_height)
        if len(pages) <= fewest:
            return size, _evened(rows, pages, stage)
    return smallest, pages_of_rows(densest, stage.text_height)


def _evened(rows: tuple[Row, ...], pages: list[list[Row]], stage: Stage) -> list[list[Row]]:
    """The same number of pages, filled as evenly as whole lines allow."""
    best = pages
    height = stage.text_height
    while len(pages) > 1 and height > stage.text_height / 2:
        height -= stage.text_height / 40
        tighter = pages_of_rows(rows, height)
        if len(tighter) > len(pages):
            break
        best = tighter
    return best
