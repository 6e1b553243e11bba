"""A passage before its words have ids: what every reader of a format hands over."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from wordtrail.core.text.model import BlockKind, Emphasis, Picture


@dataclass(frozen=True, slots=True)
class DraftBlock:
    """A block before its words have ids. `picture` belongs to a picture block that has a file."""

    kind: BlockKind
    text: str
    emphasis: tuple[Emphasis, ...] = ()
    picture: Picture | None = None


@dataclass(frozen=True, slots=True)
class DraftWord:
    """A word found on a photo, in reading order: pixels from the top left, and how sure it is (0 to 1)."""

    text: str
    x: float
    y: float
    width: float
    height: float
    baseline: float
    confidence: float


@dataclass(frozen=True, slots=True)
class DraftPhoto:
    """The photo of a page, with its words in the order in which they stand in the page's blocks."""

    file: str
    width: int
    height: int
    words: tuple[DraftWord, ...]


@dataclass(frozen=True, slots=True)
class DraftPage:
    """A page before its blocks have ids."""

    label: str
    blocks: tuple[DraftBlock, ...]
    photo: DraftPhoto | None = None


@dataclass(frozen=True, slots=True)
class DraftPassage:
    """What a file holds: pages, what it says about itself, and what the reader wants to tell (in
    sentences for the teacher)."""

    pages: tuple[DraftPage, ...]
    title: str = ""
    author: str = ""
    source: str = ""
    notes: tuple[str, ...] = ()


KeepPicture = Callable[[bytes], Picture | None]
"""Keeps the bytes of a picture that stands in a file, and says as what; None for one that is no picture."""


def keep_none(data: bytes) -> Picture | None:
    """Keeps no picture."""
    return None
