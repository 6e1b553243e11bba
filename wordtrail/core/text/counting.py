"""Counting through a passage: sentences, and the numbers in the margin."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, replace

from wordtrail.core.text.model import Block, BlockKind, Numbers, Page, Passage, Word
from wordtrail.core.text.sentences import sentence_index, sentence_starts

SENTENCES_OF_A_BLOCK = 10_000
"""More sentences than a block can hold."""


@dataclass(slots=True)
class _Counts:
    """How far the counting has come."""

    paragraphs: int = 0
    lines: int = 0
    steps: int = 0


def recounted(passage: Passage) -> Passage:
    """`passage` with the sentence of every word and the number of every block counted anew."""
    counts = _Counts()
    pages = []
    for page in passage.pages:
        if passage.numbers is Numbers.PER_PAGE:
            counts.paragraphs = counts.lines = 0
        pages.append(_counted_page(page, counts, passage.numbers is not Numbers.OFF))
    return replace(passage, pages=tuple(pages))


def _counted_page(page: Page, counts: _Counts, numbers: bool) -> Page:
    blocks = tuple(_counted(block, counts, numbers) for block in page.blocks)
    same = all(counted is block for counted, block in zip(blocks, page.blocks, strict=True))
    return page if same else replace(page, blocks=blocks)


def _counted(block: Block, counts: _Counts, numbers: bool) -> Block:
    starts = sentence_starts(block.text)
    words = tuple(_in_sentence(block.words, starts, first_sentence(block.id)))
    number = _number(block, counts)
    shown = number if block.kind is BlockKind.STEP or numbers else None
    if words == block.words and shown == block.number:
        return block
    return replace(block, words=words, number=shown)


def first_sentence(block: str) -> int:
    """The number of the first sentence of the block with this id. Each block has numbers of its own, so that a
    sentence more in one of them leaves all others as they are."""
    digits = block[len(block.rstrip("0123456789")) :]
    return int(digits or 0) * SENTENCES_OF_A_BLOCK


def _in_sentence(words: Iterable[Word], starts: tuple[int, ...], before: int) -> Iterable[Word]:
    for word in words:
        sentence = before + sentence_index(starts, word.start)
        yield word if word.sentence == sentence else replace(word, sentence=sentence)


def _number(block: Block, counts: _Counts) -> int | None:
    if block.kind is BlockKind.STEP:
        counts.steps += 1
        return counts.steps
    if block.kind not in (BlockKind.PICTURE, BlockKind.CAPTION, BlockKind.FACT_BOX):
        counts.steps = 0
    if not block.numbered:
        return None
    if block.kind is BlockKind.STANZA:
        first = counts.lines + 1
        counts.lines += block.text.count("\n") + 1
        return first
    if block.kind is BlockKind.PARAGRAPH:
        counts.paragraphs += 1
        return counts.paragraphs
    return None
