"""How a lesson's text is set: its typeface, how large it may be, and how much room it has."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

LINE_SPACING = (1.6, 2.4)
"""Times the size, least and most: below, footpaths and marks have no room between the lines."""

WORD_SPACING = (1.0, 2.0)
LINE_LENGTH = (0.5, 1.0)
LARGEST_SIZE = (44.0, 96.0)


class Typeface(StrEnum):
    """The typefaces that ship with the application."""

    ANDIKA = "Andika"
    LEXEND = "Lexend"
    LITERATA = "Literata"
    OPEN_DYSLEXIC = "OpenDyslexic"


@dataclass(frozen=True, slots=True)
class TextLook:
    """`largest` is the largest size in page units that a page may be set in, `line_spacing` is times
    the size, `word_spacing` times the typeface's own space, `line_length` a share of the column. With `whole_width` a
    page beside which nothing stands has the whole width of the stage; it is set anew when something comes to stand
    there, which is why it is the teacher's choice."""

    typeface: Typeface = Typeface.ANDIKA
    largest: float = 96.0
    line_spacing: float = 1.8
    word_spacing: float = 1.0
    line_length: float = 1.0
    whole_width: bool = False


USUAL_LOOK = TextLook()
