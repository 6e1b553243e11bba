"""What a word that is none was probably meant to be.

Candidates within one or two changes (Norvig, "How to write a spelling corrector", 2007), changes that
photo readers make being cheaper; the commonest come first.
"""

from __future__ import annotations

from collections.abc import Iterator
from functools import lru_cache

from wordtrail.core.speech.common import rank

MOST = 3
"""Words that are offered."""

SHORTEST_PART = 2
_LONE = ("a", "i")
_LETTERS = "abcdefghijklmnopqrstuvwxyz'"
_LOOK_ALIKE = (
    ("rn", "m"), ("m", "rn"), ("1", "l"), ("0", "o"), ("cl", "d"), ("d", "cl"), ("vv", "w"), ("ii", "u"), ("li", "h"),
    ("5", "s"), ("8", "b"), ("6", "b"), ("9", "g"), ("|", "l"), ("!", "l"), ("!", "i"), ("l", "i"), ("i", "l"),
    ("c", "e"), ("e", "c"), ("h", "b"), ("f", "t"), ("t", "f"), ("tn", "m"), ("nn", "m"), ("fi", "h"), ("q", "g"),
)  # fmt: skip
"""What photo readers take for what."""


@lru_cache(maxsize=4096)
def likely_words(text: str) -> tuple[str, ...]:
    """Common words that `text` (bare, lower case) could have been, the likeliest first."""
    common = rank()
    near = {word for word in _confused(text) if word in common and word != text}
    once = {word for word in _changed(text) if word in common and word != text} - near
    ordered = sorted(near, key=common.__getitem__) + sorted(once, key=common.__getitem__)
    if not ordered and 4 <= len(text) <= 12:
        twice = {word for one in _changed(text) for word in _confused(one) if word in common}
        ordered = sorted(twice, key=common.__getitem__)
    return tuple(ordered[:MOST])


def _confused(text: str) -> Iterator[str]:
    for read, meant in _LOOK_ALIKE:
        start = text.find(read)
        while start >= 0:
            yield text[:start] + meant + text[start + len(read) :]
            start = text.find(read, start + 1)


def _changed(text: str) -> Iterator[str]:
    """All texts one letter away: left out, swapped with its neighbour, another, or one more."""
    for at in range(len(text) + 1):
        head, tail = text[:at], text[at:]
        if tail:
            yield head + tail[1:]
            yield from (head + letter + tail[1:] for letter in _LETTERS)
        if len(tail) > 1:
            yield head + tail[1] + tail[0] + tail[2:]
        yield from (head + letter + tail for letter in _LETTERS)


@lru_cache(maxsize=4096)
def run_together(text: str) -> str:
    """Two common words that `text` is made of ("ofthe" → "of the"); empty when there are none."""
    common = rank()
    found = min(partings(text), key=lambda pair: max(common[pair[0]], common[pair[1]]), default=None)
    return " ".join(found) if found else ""


def partings(text: str) -> tuple[tuple[str, str], ...]:
    """All ways to part `text` into two common words."""
    common = rank()
    pairs = ((text[:at], text[at:]) for at in range(1, len(text)))
    return tuple(
        (first, second)
        for first, second in pairs
        if first in common
        and second in common
        and all(len(part) >= SHORTEST_PART or part in _LONE for part in (first, second))
    )
