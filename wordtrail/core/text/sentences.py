"""Where sentences end, found by pysbd's published rules for English.

Sadvilkar and Neumann, "PySBD: Pragmatic Sentence Boundary Disambiguation", 2020.
"""

from __future__ import annotations

from bisect import bisect_right
from functools import lru_cache

import pysbd


@lru_cache(maxsize=1)
def _segmenter() -> pysbd.Segmenter:
    return pysbd.Segmenter(language="en", clean=False, char_span=True)


@lru_cache(maxsize=8192)
def sentence_starts(text: str) -> tuple[int, ...]:
    """Character offsets at which the sentences of one block's `text` begin; always includes 0.

    A line feed inside a stanza counts as a space: a sentence may run over several lines.
    """
    flat = text.replace("\n", " ")
    if not flat.strip():
        return (0,)
    spans = _segmenter().segment(flat)
    return tuple(sorted({0, *(span.start for span in spans if span.sent.strip())}))


def sentence_index(starts: tuple[int, ...], offset: int) -> int:
    """Which of the sentences that begin at `starts` holds the character at `offset`."""
    return max(0, bisect_right(starts, offset) - 1)
