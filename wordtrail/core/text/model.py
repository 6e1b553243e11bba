"""The values a passage is made of."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from enum import StrEnum


class BlockKind(StrEnum):
    """What a block is, which decides how it is set and whether it is numbered."""

    HEADING = "heading"
    SUBHEADING = "subheading"
    PARAGRAPH = "paragraph"
    STANZA = "stanza"
    LIST_ITEM = "list item"
    CAPTION = "caption"
    FACT_BOX = "fact box"
    FOOTNOTE = "footnote"
    PICTURE = "picture"


class Style(StrEnum):
    """Inline emphasis."""

    PLAIN = "plain"
    BOLD = "bold"
    ITALIC = "italic"
    BOLD_ITALIC = "bold italic"


@dataclass(frozen=True, slots=True)
class Emphasis:
    """A run of characters `[start, end)` of the block's text in a style other than plain."""

    start: int
    end: int
    style: Style


@dataclass(frozen=True, slots=True)
class Word:
    """One readable token: its id, the characters `[start, end)` of its block, and its sentence.

    `text` is as printed, with the punctuation that clings to it. `sentence` counts from 0
    through the passage.
    """

    id: str
    text: str
    start: int
    end: int
    sentence: int


@dataclass(frozen=True, slots=True)
class Block:
    """A heading, a paragraph, a stanza (lines parted by a line feed), and so on.

    `number` is what is printed in the margin: the paragraph's number; for a stanza the number
    of its first line.
    """

    id: str
    kind: BlockKind
    text: str
    words: tuple[Word, ...]
    emphasis: tuple[Emphasis, ...] = ()
    number: int | None = None


@dataclass(frozen=True, slots=True)
class Page:
    """Blocks that are seen together; `label` is the printed book's page label, if any."""

    id: str
    blocks: tuple[Block, ...]
    label: str = ""


@dataclass(frozen=True, slots=True)
class Passage:
    """A text to be read. `issued` is the highest number ever given to a word of it, so that
    the id of a word that went away is never given to another."""

    id: str
    title: str
    author: str
    permission: str
    pages: tuple[Page, ...]
    issued: int = 0

    @property
    def blocks(self) -> Iterator[Block]:
        """All blocks in reading order."""
        return (block for page in self.pages for block in page.blocks)

    @property
    def words(self) -> tuple[Word, ...]:
        """All words in reading order."""
        return tuple(word for block in self.blocks for word in block.words)


def sentence_of(passage: Passage, word_id: str) -> tuple[Word, ...]:
    """The words of the sentence in which `word_id` stands; empty when there is no such word."""
    words = passage.words
    found = next((word for word in words if word.id == word_id), None)
    return tuple(word for word in words if found and word.sentence == found.sentence)
