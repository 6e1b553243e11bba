"""Spaces that the reading network overlooked: "atin" where the ink says "a tin".

A word that no dictionary has is parted where it would be two common words, if the ink leaves there a gap
like those between the words of its line; before the article "a" also without one.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from itertools import pairwise
from statistics import median

import numpy as np

from wordtrail.core.proof.checks import VERY_COMMON
from wordtrail.core.proof.likely import partings
from wordtrail.core.speech.common import rank
from wordtrail.core.speech.pronunciation import in_dictionary
from wordtrail.core.text.bare import bare
from wordtrail.core.text.draft import DraftWord
from wordtrail.media.ocr.straighten import Gray

GAP, CLEARLY = 0.4, 1.4
"""Share of the line's usual gap between words that the gap has at least, and how much wider it is than
every gap between the letters."""

NEAR = 0.2
"""Share of the word's width by which the gap may lie off where the letters say."""


def parted(words: Sequence[DraftWord], ink: Gray) -> list[DraftWord]:
    """The words of a line, with those parted that are two."""
    gaps = [after.x - before.x - before.width for before, after in pairwise(words)]
    usual = median(gap for gap in gaps if gap > 0) if any(gap > 0 for gap in gaps) else 0.0
    result: list[DraftWord] = []
    for word in words:
        result += _two(word, usual, ink) or [word]
    return result


def _two(word: DraftWord, usual: float, ink: Gray) -> list[DraftWord]:
    text = bare(word.text)
    at = word.text.lower().find(text)
    if text in rank() or not text.isalpha() or at < 0 or usual <= 0:
        return []
    columns = _columns(word, ink)
    certain = _before_a(text) if word.text[at : at + len(text)].islower() else 0
    cuts = [at + certain] if certain else [at + len(first) for first, _ in partings(text)]
    gaps = [(gap, cut) for cut in cuts if (gap := _gap_near(columns, cut / len(word.text)))]
    if not certain and (not gaps or in_dictionary(text)):
        return []
    share = round(len(columns) * (at + certain) / len(word.text))
    (low, high), cut = max(gaps, key=lambda one: one[0][1] - one[0][0], default=((share, share + 1), at + certain))
    others = [end - begin for begin, end in _runs(columns) if (begin, end) != (low, high)]
    if not certain and high - low < max(GAP * usual, CLEARLY * max(others, default=0)):
        return []
    first = replace(word, text=word.text[:cut], width=float(low))
    second = replace(word, text=word.text[cut:], x=word.x + high, width=word.width - high)
    return [first, second]


def _before_a(text: str) -> int:
    """Letters before the article in a word that is none, or a rare name, but a word with "a" behind it ("ona",
    "mendeda"): that space is overlooked most. 0 where it is none of these."""
    stem = text[:-1]
    known = in_dictionary(text)
    article = text.endswith("a") and len(stem) > 1 and in_dictionary(stem)
    return len(stem) if article and (not known or rank().get(stem, VERY_COMMON) < VERY_COMMON) else 0


def _middle(gap: tuple[int, int], columns: np.ndarray) -> float:
    return (gap[0] + gap[1]) / 2 / len(columns)


def _columns(word: DraftWord, ink: Gray) -> np.ndarray:
    top, left = round(word.y), round(word.x)
    part = ink[top : top + round(word.height), left : left + round(word.width)]
    return np.asarray(part.any(axis=0))


def _gap_near(columns: np.ndarray, share: float) -> tuple[int, int] | None:
    """The widest empty run of columns around a share of the word's width."""
    near = [run for run in _runs(columns) if abs(_middle(run, columns) - share) < NEAR]
    return max(near, key=lambda run: run[1] - run[0], default=None)


def _runs(columns: np.ndarray) -> list[tuple[int, int]]:
    """The empty runs of columns, as [from, to)."""
    edges = np.flatnonzero(np.diff(np.concatenate([[0], (~columns).astype(np.int8), [0]])))
    return [(int(low), int(high)) for low, high in zip(edges[::2], edges[1::2], strict=True)]
