"""Word cards: a word to teach, and what is said of it."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from wordtrail.core.speech.word_parts import WordPart


class Shown(StrEnum):
    """When a word card is shown."""

    BEFORE = "before the reading"
    REACHED = "when its word is reached"
    BOTH = "both times"


SIDE = 1000.0
"""The side of the square that is drawn on."""

PENS = ("ink", "lake", "moss", "ochre", "clay")
"""The colours of the design that a drawing can have."""


@dataclass(frozen=True, slots=True)
class PenLine:
    """A line of a simple drawing: points, x and y in turn, in a square of 1000 by 1000."""

    points: tuple[float, ...]
    colour: str = PENS[0]


@dataclass(frozen=True, slots=True)
class WordCard:
    """A word to teach. `syllables` and `parts` come from the core and can be corrected; `at` is the word of
    the passage where it stands; `picture` is a picture file of ours; `drawing` stands in its place, or on it."""

    id: str
    word: str
    at: str = ""
    part_of_speech: str = ""
    meaning: str = ""
    example: str = ""
    syllables: tuple[str, ...] = ()
    parts: tuple[WordPart, ...] = ()
    related: tuple[str, ...] = ()
    picture: str = ""
    picture_shows: str = ""
    say_it: bool = True
    shown: Shown = Shown.BEFORE
    drawing: tuple[PenLine, ...] = ()
