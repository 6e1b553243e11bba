"""The legend that a fresh lesson starts with, by its kind of text."""

from __future__ import annotations

from enum import StrEnum

from wordtrail.core.marks.meaning import FIRST_LEGEND, Line, Meaning
from wordtrail.core.text.model import BlockKind, Passage

MOSTLY = 0.5
"""Share of the words from which a kind of block makes the kind of text."""

SPOKEN = 0.15
"""Share of a story's paragraphs in which somebody speaks, at the least."""


class TextKind(StrEnum):
    """What kind of text a passage is, as far as marking it goes."""

    STORY = "story"
    INFORMATIONAL = "informational"
    POEM = "poem"
    OTHER = "other"


LEGENDS: dict[TextKind, tuple[Meaning, ...]] = {
    TextKind.STORY: (
        Meaning("who", "who", "W", "lake", Line.SOLID),
        Meaning("where", "where", "P", "moss", Line.DASHED),
        Meaning("trouble", "trouble", "T", "clay", Line.DOUBLE),
        Meaning("turning-point", "turning point", "!", "plum", Line.SOLID),
        Meaning("evidence", "evidence", "E", "ochre", Line.DASHED),
    ),
    TextKind.INFORMATIONAL: (
        Meaning("main-idea", "main idea", "M", "lake", Line.SOLID),
        Meaning("detail", "detail", "D", "moss", Line.DASHED),
        Meaning("new-word", "new word", "N", "ochre", Line.DOUBLE),
        Meaning("signal", "signal word", "S", "plum", Line.DASHED),
        Meaning("evidence", "evidence", "E", "clay", Line.SOLID),
    ),
    TextKind.POEM: (
        Meaning("repeated-sound", "repeated sound", "S", "lake", Line.DASHED),
        Meaning("rhyme", "rhyme", "R", "plum", Line.SOLID),
        Meaning("picture", "picture in the mind", "P", "moss", Line.SOLID),
        Meaning("mood", "mood", "M", "ochre", Line.DOUBLE),
    ),
    TextKind.OTHER: FIRST_LEGEND,
}


def text_kind(passage: Passage) -> TextKind:
    """A poem when most of its words stand in stanzas; a story when people speak in it and it has no
    headings, steps, captions or boxes; informational when it has those."""
    blocks = list(passage.blocks)
    words = len(passage.words)
    in_stanzas = sum(len(block.words) for block in blocks if block.kind is BlockKind.STANZA)
    if words and in_stanzas > MOSTLY * words:
        return TextKind.POEM
    paragraphs = [block for block in blocks if block.kind is BlockKind.PARAGRAPH]
    speaking = sum("“" in block.text or '"' in block.text for block in paragraphs)
    told = (BlockKind.PARAGRAPH, BlockKind.HEADING, BlockKind.PICTURE)
    if paragraphs and speaking >= SPOKEN * len(paragraphs) and all(block.kind in told for block in blocks):
        return TextKind.STORY
    return TextKind.INFORMATIONAL if any(block.kind is not BlockKind.PARAGRAPH for block in blocks) else TextKind.OTHER


def legend_for(passage: Passage) -> tuple[Meaning, ...]:
    """The legend that suits a passage."""
    return LEGENDS[text_kind(passage)]
