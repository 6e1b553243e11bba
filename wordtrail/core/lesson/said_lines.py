"""What is said in one breath, by the text: a sentence, or in verse a line."""

from __future__ import annotations

from itertools import pairwise

from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.model import BlockKind

Line = tuple[str, int]
"""A block (its id), and the number of a sentence or line in it."""


def line_of(lesson: Lesson) -> dict[str, Line]:
    """Word → its sentence, in verse its line."""
    found: dict[str, Line] = {}
    for passage in lesson.passages:
        for block in passage.blocks:
            for word in block.words:
                verse = block.text.count("\n", 0, word.start)
                found[word.id] = (block.id, verse if block.kind is BlockKind.STANZA else word.sentence)
    return found


def line_ends(lesson: Lesson) -> set[str]:
    """The last word of each line of verse, but for the last of a stanza."""
    verse = {block.id for passage in lesson.passages for block in passage.blocks if block.kind is BlockKind.STANZA}
    return {
        here
        for (here, own), (_, following) in pairwise(line_of(lesson).items())
        if own[0] in verse and own[0] == following[0] and own != following
    }
