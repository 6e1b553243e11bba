"""The 8,000 commonest words of English that the dictionary knows, the commonest first."""

from __future__ import annotations

from functools import lru_cache
from importlib import resources


@lru_cache(maxsize=1)
def rank() -> dict[str, int]:
    """Each common word with its place, counted from 0."""
    text = resources.files("wordtrail.core.speech").joinpath("common_words.txt").read_text(encoding="utf-8")
    return {word: index for index, word in enumerate(text.split())}
