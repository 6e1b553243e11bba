"""Which words stayed after an edit of a text: they keep their ids, and what hangs on them.

Words are compared by a longest-matching-blocks diff (Ratcliff and Metzener's gestalt matching,
as in Python's difflib) after the common beginning and end have been set aside. Where as many
words were put in as taken out, a word that is still much like the old one is the same word
mended ("feild" → "field") and keeps its id too.
"""

from __future__ import annotations

from collections.abc import Sequence
from difflib import SequenceMatcher

MENDED_LIKENESS = 0.5
"""From this likeness (0 to 1, difflib's ratio) on, a replaced word is the old one, mended."""


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
