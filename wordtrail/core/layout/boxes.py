"""The boxes of words, from the pieces that were set on a line."""

from __future__ import annotations

from collections.abc import Iterable
from itertools import groupby

from wordtrail.core.layout.model import SetPiece, WordBox


def boxes_of(placed: Iterable[SetPiece], line: int) -> list[WordBox]:
    """The boxes of the words on one line, which is the `line`-th of its page."""
    boxes = []
    for word, run in groupby((piece for piece in placed if piece.word), key=lambda piece: piece.word):
        parts = list(run)
        first, right = parts[0], parts[-1].x + parts[-1].width
        boxes.append(WordBox(word, first.x, round(right - first.x, 3), first.baseline, first.size, line))
    return boxes
