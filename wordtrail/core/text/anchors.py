"""Re-anchoring: after an edit of the text, every word that stayed keeps its id.

Words are compared by a longest-matching-blocks diff (Ratcliff and Metzener's gestalt matching,
as in Python's difflib) after the common beginning and end have been set aside. Where as many
words were put in as taken out, a word that is still much like the old one is the same word
mended ("feild" → "field") and keeps its id too.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from difflib import SequenceMatcher

from wordtrail.core.text.model import BlockKind, Passage, Word

MENDED_LIKENESS = 0.5
"""From this likeness (0 to 1, difflib's ratio) on, a replaced word is the old one, mended."""


@dataclass(frozen=True, slots=True)
class Reanchored:
    """The new passage with its kept ids, and the old words that have no place in it."""

    passage: Passage
    gone: tuple[Word, ...]


def reanchor(old: Passage, new: Passage) -> Reanchored:
    """Give the words of `new` the ids they had in `old`; words that are new get fresh ids.

    Runs in time linear in the length for edits in one place, and never reuses an id.
    """
    before, after = old.words, new.words
    kept = same_words([word.text for word in before], [word.text for word in after])
    ids: dict[int, str] = {position: before[origin].id for origin, position in kept.items()}
    issued = max(old.issued, 0)
    for position in range(len(after)):
        if position not in ids:
            issued += 1
            ids[position] = f"{old.id}{issued}"
    gone = tuple(word for origin, word in enumerate(before) if origin not in kept)
    return Reanchored(replace(_renamed(new, ids), id=old.id, issued=issued), gone)


def carried(old: Passage, new: Passage) -> Passage:
    """`new`, which was written as plain text, with what plain text cannot say: credits, numbering, picture
    files, and each page's photo and on-screen label where its first word stayed on the page."""
    files = {block.text: block.picture for block in old.blocks if block.picture}
    known = {page.blocks[0].words[0].id: page for page in old.pages if page.blocks[0].words}
    pages = []
    for page in new.pages:
        blocks = tuple(
            replace(block, picture=files.get(block.text)) if block.kind is BlockKind.PICTURE else block
            for block in page.blocks
        )
        same = next((known[word.id] for block in blocks for word in block.words if word.id in known), None)
        if same:
            page = replace(page, screen_label=same.screen_label, photo=same.photo, as_photo=same.as_photo)
        pages.append(replace(page, blocks=blocks))
    return replace(
        new, pages=tuple(pages), parts=max(old.parts, new.parts), numbers=old.numbers, illustrator=old.illustrator,
        source=old.source, permission_kind=old.permission_kind,
    )  # fmt: skip


def same_words(before: Sequence[str], after: Sequence[str]) -> dict[int, int]:
    """Old place → new place of every printed word that stayed or was only mended."""
    return _pairs([_key(text) for text in before], [_key(text) for text in after])


def _key(text: str) -> str:
    return "".join(c for c in text.casefold() if c.isalnum() or c == "'") or text


def _pairs(before: list[str], after: list[str]) -> dict[int, int]:
    """Old position → new position of every word that stayed."""
    head = 0
    while head < min(len(before), len(after)) and before[head] == after[head]:
        head += 1
    tail = 0
    while tail < min(len(before), len(after)) - head and before[-1 - tail] == after[-1 - tail]:
        tail += 1
    pairs = {index: index for index in range(head)}
    pairs |= {len(before) - 1 - index: len(after) - 1 - index for index in range(tail)}
    middle_before, middle_after = before[head : len(before) - tail], after[head : len(after) - tail]
    matcher = SequenceMatcher(None, middle_before, middle_after, autojunk=len(middle_before) > 2000)
    for what, low, high, new_low, new_high in matcher.get_opcodes():
        if what == "equal" or (what == "replace" and high - low == new_high - new_low):
            for step in range(high - low):
                origin, position = low + step, new_low + step
                same = what == "equal" or _alike(middle_before[origin], middle_after[position])
                if same:
                    pairs[head + origin] = head + position
    return pairs


def _alike(one: str, other: str) -> bool:
    return SequenceMatcher(None, one, other).ratio() >= MENDED_LIKENESS


def _renamed(passage: Passage, ids: dict[int, str]) -> Passage:
    position = 0
    pages = []
    for page in passage.pages:
        blocks = []
        for block in page.blocks:
            words = tuple(replace(word, id=ids[position + step]) for step, word in enumerate(block.words))
            position += len(words)
            blocks.append(replace(block, words=words))
        pages.append(replace(page, blocks=tuple(blocks)))
    return replace(passage, pages=tuple(pages))
