"""What is shown of talk: a guess at its words, where there is one worth showing."""

from __future__ import annotations

from dataclasses import replace
from itertools import groupby

from wordtrail.core.trail.model import Trail

FEWEST, VARIED = 2, 0.5
"""Different words that a guess has at the least, and their share of all: "i'm i'm i'm i'm" is breath or noise."""


def guess(heard: str) -> str:
    """What may have been said, each word once where it was heard several times on end; nothing where it is no more
    than noise."""
    words = [word for word, _ in groupby(heard.split())]
    different = len(set(words))
    return " ".join(words) if different >= FEWEST and different >= VARIED * len(heard.split()) else ""


def with_guesses(trail: Trail) -> Trail:
    """`trail` with what may have been said in its talk, a guess in one piece."""
    return replace(trail, asides=tuple(replace(aside, heard=guess(aside.heard), words=()) for aside in trail.asides))
