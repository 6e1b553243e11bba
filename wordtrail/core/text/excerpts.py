"""Parts of a block that are quoted: whole sentences (in verse: lines), with "…" where something is left out."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import replace
from itertools import groupby

from wordtrail.core.text.model import Block, BlockKind, Word

LEFT_OUT = "…"


def excerpt(block: Block, wanted: Collection[str]) -> Block:
    """The block with only those of its sentences (of a stanza: lines) that hold a wanted word (its id); the block
    itself when that is all of them. Words keep their ids; emphasis is left out where something else is."""
    kept: list[tuple[Word, ...]] = []
    gap = [False]
    for _, run in groupby(block.words, key=lambda word: unit_of(block, word)):
        words = tuple(run)
        if any(word.id in wanted for word in words):
            kept.append(words)
            gap.append(False)
        else:
            gap[-1] = True
    if not any(gap) or not kept:
        return block
    text, moved = "", list[Word]()
    between = "\n" if block.kind is BlockKind.STANZA else " "
    for left_out, words in zip(gap, kept, strict=False):
        text += between if text else ""
        text += f"{LEFT_OUT}{between}" if left_out else ""
        start, end = words[0].start, _end(block, words)
        shift = len(text) - start
        moved += [replace(word, start=word.start + shift, end=word.end + shift) for word in words]
        text += block.text[start:end]
    text += f"{between}{LEFT_OUT}" if gap[-1] else ""
    return replace(block, text=text, words=tuple(moved), emphasis=())


def unit_of(block: Block, word: Word) -> int:
    """Which of a block's sentences a word belongs to; of a stanza, which of its lines."""
    return block.text.count("\n", 0, word.start) if block.kind is BlockKind.STANZA else word.sentence


def _end(block: Block, words: tuple[Word, ...]) -> int:
    """Where the run ends: dashes and marks that follow its last word belong to it."""
    after = next((word.start for word in block.words if word.start >= words[-1].end), len(block.text))
    return words[-1].end + len(block.text[words[-1].end : after].rstrip())
