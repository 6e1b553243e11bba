"""Breaking a block into lines.

Chunks are measured once, at size 1, and only added up for each size that is tried; pieces are set
at their places once the size is known.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise

from wordtrail.core.layout.faces import shape, typeface_for
from wordtrail.core.layout.model import Ink, SetPiece
from wordtrail.core.text.look import USUAL_LOOK, TextLook, Typeface
from wordtrail.core.text.model import Block, Emphasis, Style, Word
from wordtrail.core.text.pieces import Piece, pieces_of

HANGING = 1.5
"""Ems by which a verse line that is too long is indented where it goes on."""


@dataclass(frozen=True, slots=True)
class _Run:
    """Text of one style at size 1, beginning at `x` in its chunk."""

    text: str
    style: Style
    word: str
    x: float
    typeface: Typeface


@dataclass(frozen=True, slots=True)
class Chunk:
    """What must stay on one line (a word and the dash that clings to it): its runs, its width and
    the space before it, all at size 1."""

    runs: tuple[_Run, ...]
    width: float
    space_before: float


@dataclass(frozen=True, slots=True)
class Line:
    """Chunks with the left edge of each from the block's left edge, for one size, and the width."""

    chunks: tuple[tuple[float, Chunk], ...]
    size: float
    width: float
    first_of_verse: bool = True

    def set_at(self, left: float, baseline: float, ink: Ink) -> list[SetPiece]:
        """The line's pieces with the block's left edge at `left` and the baseline at `baseline`."""
        return [
            _set(run, left + x + run.x * self.size, baseline, self.size, ink)
            for x, chunk in self.chunks
            for run in chunk.runs
        ]


def _set(run: _Run, x: float, baseline: float, size: float, ink: Ink) -> SetPiece:
    shaped = shape(run.text, run.style, run.typeface)
    return SetPiece(
        run.text,
        round(x, 3),
        round(baseline, 3),
        round(shaped.advance * size, 3),
        size,
        run.style,
        run.word,
        ink,
        run.typeface,
    )


def letters_of(piece: SetPiece) -> tuple[float, ...]:
    """The x of each character's left edge in a piece, and the right edge of the last, in page units."""
    shaped = shape(piece.text, piece.style, piece.typeface)
    return tuple(round(piece.x + at * piece.size, 3) for at in shaped.letters)


def verses_of(block: Block, style: Style, look: TextLook = USUAL_LOOK) -> tuple[tuple[Chunk, ...], ...]:
    """The chunks of each line feed's line of `block`; a paragraph is one such line."""
    words = {word.start: word.id for word in block.words}
    verses, offset = [], 0
    for verse in block.text.split("\n"):
        verses.append(tuple(_chunks(verse, offset, words, block.emphasis, style, look)))
        offset += len(verse) + 1
    return tuple(verses)


def broken(verses: Sequence[tuple[Chunk, ...]], size: float, width: float) -> tuple[Line, ...]:
    """Verses set at `size` in a column of `width` page units. A word wider than the column stands
    alone on its line and is not cut."""
    hanging = HANGING * size if len(verses) > 1 else 0.0
    return tuple(line for verse in verses for line in _filled(verse, size, width, hanging))


def set_text(text: str, size: float, width: float, style: Style, look: TextLook = USUAL_LOOK) -> tuple[Line, ...]:
    """Lines of plain text that belongs to no passage (cards, credits)."""
    return tuple(_filled(_chunks(text, 0, {}, (), style, look), size, width, 0.0))


def set_words(
    text: str, words: Sequence[Word], size: float, width: float, style: Style, look: TextLook = USUAL_LOOK
) -> tuple[Line, ...]:
    """Lines of a text whose `words` can light (cards, prompts, organizers)."""
    ids = {word.start: word.id for word in words}
    return tuple(_filled(_chunks(text, 0, ids, (), style, look), size, width, 0.0))


def _chunks(
    text: str, offset: int, words: dict[int, str], emphasis: tuple[Emphasis, ...], style: Style, look: TextLook
) -> list[Chunk]:
    chunks: list[Chunk] = []
    space = shape(" ", style, look.typeface).advance * look.word_spacing
    end_before = -1
    for piece in pieces_of(text):
        touches = piece.start == end_before
        runs, x = list[_Run](), 0.0
        for run, run_style in _runs(piece, offset, emphasis, style):
            typeface = typeface_for(run, run_style, look.typeface)
            runs.append(_Run(run, run_style, words.get(offset + piece.start, ""), x, typeface))
            x += shape(run, run_style, typeface).advance
        if touches and not piece.is_word and chunks:
            before = chunks[-1]
            clinging = (replace(run, x=run.x + before.width) for run in runs)
            chunks[-1] = Chunk((*before.runs, *clinging), before.width + x, before.space_before)
        else:
            chunks.append(Chunk(tuple(runs), x, 0.0 if touches else space))
        end_before = piece.end
    return chunks


def _runs(piece: Piece, offset: int, emphasis: tuple[Emphasis, ...], style: Style) -> list[tuple[str, Style]]:
    """The piece cut where its emphasis changes."""
    start, end = piece.start + offset, piece.end + offset
    cuts = {start, end}
    for run in emphasis:
        cuts |= {cut for cut in (run.start, run.end) if start < cut < end}
    return [(piece.text[a - start : b - start], _style_at(a, emphasis, style)) for a, b in pairwise(sorted(cuts))]


def _style_at(offset: int, emphasis: tuple[Emphasis, ...], style: Style) -> Style:
    here = next((run.style for run in emphasis if run.start <= offset < run.end), Style.PLAIN)
    both = {here, style} - {Style.PLAIN}
    if not both:
        return Style.PLAIN
    return both.pop() if len(both) == 1 else Style.BOLD_ITALIC


def _filled(chunks: Iterable[Chunk], size: float, width: float, hanging: float) -> list[Line]:
    lines: list[Line] = []
    current, x = list[tuple[float, Chunk]](), 0.0
    for chunk in chunks:
        gap = chunk.space_before * size if current else 0.0
        own = chunk.width * size
        if current and x + gap + own > width:
            lines.append(Line(tuple(current), size, x, not lines))
            current, x, gap = [], hanging, 0.0
        current.append((x + gap, chunk))
        x += gap + own
    if current:
        lines.append(Line(tuple(current), size, x, not lines))
    return lines
