"""Breaking a block into lines of set pieces at a given size."""

from __future__ import annotations

import itertools
from dataclasses import dataclass, replace

from wordtrail.core.layout.faces import shape
from wordtrail.core.layout.model import Ink, SetPiece
from wordtrail.core.text.model import Block, Emphasis, Style
from wordtrail.core.text.pieces import Piece, pieces_of

LINE_HEIGHT = 1.8
"""Times the size: room for the footpath of dots and for marks between the lines."""


@dataclass(frozen=True, slots=True)
class Chunk:
    """Pieces that must stay on one line (a word and the dash that clings to it), with the pieces
    placed from x = 0."""

    pieces: tuple[SetPiece, ...]
    width: float
    space_before: float


@dataclass(frozen=True, slots=True)
class Line:
    """One line: its pieces with x from the block's left edge and baseline 0."""

    pieces: tuple[SetPiece, ...]
    width: float
    first_of_verse: bool = True


def broken(block: Block, size: float, width: float, style: Style = Style.PLAIN, ink: Ink = Ink.INK) -> tuple[Line, ...]:
    """The lines of `block` set at `size` in a column of `width` page units.

    A verse line that is too long goes on in the next line, indented by one and a half ems. A word
    wider than the column stands alone on its line and is not cut.
    """
    words = {word.start: word.id for word in block.words}
    lines: list[Line] = []
    offset = 0
    for verse in block.text.split("\n"):
        chunks = _chunks(verse, offset, words, block.emphasis, size, style, ink)
        lines += _filled(chunks, width, hanging=1.5 * size if "\n" in block.text else 0.0)
        offset += len(verse) + 1
    return tuple(lines)


def set_text(text: str, size: float, width: float, style: Style, ink: Ink) -> tuple[Line, ...]:
    """Lines of plain text that belongs to no passage (cards, credits)."""
    chunks = _chunks(text, 0, {}, (), size, style, ink)
    return tuple(_filled(chunks, width, hanging=0.0))


def _chunks(
    text: str, offset: int, words: dict[int, str], emphasis: tuple[Emphasis, ...],
    size: float, style: Style, ink: Ink,
) -> list[Chunk]:  # fmt: skip
    chunks: list[Chunk] = []
    space = shape(" ", style).advance * size
    end_before = -1
    for piece in pieces_of(text):
        runs = _runs(piece, offset, emphasis, style)
        word = words.get(offset + piece.start, "")
        placed, x = list[SetPiece](), 0.0
        for run, run_style in runs:
            shaped = shape(run, run_style)
            letters = tuple(round(x + at * size, 3) for at in shaped.letters)
            placed.append(SetPiece(run, x, 0.0, shaped.advance * size, size, run_style, word, letters, ink))
            x += shaped.advance * size
        clings = piece.start == end_before and not piece.is_word
        if clings and chunks:
            before = chunks[-1]
            moved = tuple(moved_by(p, before.width, 0.0) for p in placed)
            chunks[-1] = replace(before, pieces=(*before.pieces, *moved), width=before.width + x)
        else:
            chunks.append(Chunk(tuple(placed), x, 0.0 if piece.start == end_before else space))
        end_before = piece.end
    return chunks


def _runs(piece: Piece, offset: int, emphasis: tuple[Emphasis, ...], style: Style) -> list[tuple[str, Style]]:
    """The piece cut where its emphasis changes."""
    start, end = piece.start + offset, piece.end + offset
    cuts = {start, end}
    for run in emphasis:
        cuts |= {cut for cut in (run.start, run.end) if start < cut < end}
    edges = sorted(cuts)
    return [(piece.text[a - start : b - start], _style_at(a, emphasis, style)) for a, b in itertools.pairwise(edges)]


def _style_at(offset: int, emphasis: tuple[Emphasis, ...], style: Style) -> Style:
    here = next((run.style for run in emphasis if run.start <= offset < run.end), Style.PLAIN)
    both = {here, style} - {Style.PLAIN}
    if not both:
        return Style.PLAIN
    return both.pop() if len(both) == 1 else Style.BOLD_ITALIC


def _filled(chunks: list[Chunk], width: float, hanging: float) -> list[Line]:
    lines: list[Line] = []
    current, x = list[SetPiece](), 0.0
    for chunk in chunks:
        indent = hanging if lines else 0.0
        gap = chunk.space_before if current else 0.0
        if current and indent + x + gap + chunk.width > width:
            lines.append(_line(current, x, indent, first=not lines))
            current, x, gap = [], 0.0, 0.0
        current += [moved_by(piece, x + gap, 0.0) for piece in chunk.pieces]
        x += gap + chunk.width
    if current:
        lines.append(_line(current, x, hanging if lines else 0.0, first=not lines))
    return lines


def _line(pieces: list[SetPiece], width: float, indent: float, *, first: bool) -> Line:
    return Line(tuple(moved_by(piece, indent, 0.0) for piece in pieces), width + indent, first)


def moved_by(piece: SetPiece, right: float, down: float) -> SetPiece:
    """The piece moved right and down by so many page units."""
    return replace(
        piece,
        x=round(piece.x + right, 3),
        baseline=round(piece.baseline + down, 3),
        letters=tuple(round(letter + right, 3) for letter in piece.letters),
    )
