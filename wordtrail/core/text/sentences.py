"""Where sentences end, found by pysbd's published rules for English.

Sadvilkar and Neumann, "PySBD: Pragmatic Sentence Boundary Disambiguation", 2020.
"""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Iterator
from functools import lru_cache

import pysbd

LONGEST_STRETCH = 1500
"""Characters that are looked through at once: the work grows with their square. Few paragraphs are longer."""


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
    return tuple(sorted({0, *_starts_in(flat)}))


def _starts_in(text: str) -> Iterator[int]:
    """Where sentences begin. A long text is looked through in stretches: the last sentence of a stretch, which may be
    cut off, is looked at again in the next one."""
    begin, goes_on = 0, False
    while True:
        stretch = text[begin : begin + LONGEST_STRETCH]
        starts = [begin + span.start for span in _segmenter().segment(stretch) if span.sent.strip()]
        is_last = begin + len(stretch) >= len(text)
        cut_off = not is_last and len(starts) > 1
        yield from starts[1 if goes_on else 0 : -1 if cut_off else None]
        if is_last:
            return
        # A sentence as long as a stretch is cut between its words, and goes on.
        begin, goes_on = (starts[-1], False) if cut_off else (begin + _between_words(stretch), True)


def _between_words(stretch: str) -> int:
    return stretch.rfind(" ") + 1 or len(stretch)


def sentence_index(starts: tuple[int, ...], offset: int) -> int:
    """Which of the sentences that begin at `starts` holds the character at `offset`."""
    return max(0, bisect_right(starts, offset) - 1)
