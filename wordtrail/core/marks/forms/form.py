"""What every form of a mark is, and the pen that it is drawn with."""

from __future__ import annotations

import math
from collections.abc import Collection
from dataclasses import dataclass
from enum import StrEnum
from typing import ClassVar, Protocol, Self

from wordtrail.core.marks.lines import Points, rounded
from wordtrail.core.marks.meaning import Line, Meaning
from wordtrail.core.marks.moment import Moment
from wordtrail.core.marks.stretch import Stretch

THICK = 0.06
"""Width of a drawn line, times the font size."""

THICK_ON_PICTURES = 5.0
"""Width of a line that is drawn on a picture, in page units."""

AROUND = 0.16
"""Room that a circle or box leaves at the sides of its words, times the font size."""

ABOVE, BELOW = 0.98, 0.36
"""From the baseline to the top and the foot of a circle or box, times the font size."""


class Letter(StrEnum):
    """Where the letter of a mark's meaning stands."""

    AFTER = "after its words"
    BEFORE = "before their first line"
    NOWHERE = "nowhere"


@dataclass(frozen=True, slots=True)
class Trace:
    """A line along points (page units) of so many page units' width, or the area inside them."""

    points: Points
    width: float = 0.0
    fill: bool = False


@dataclass(frozen=True, slots=True)
class Area:
    """A picture, or a part of it, on page `page`, in page units; where the pen drew an arrow on it, the `way` from its
    beginning (or only its end, where it begins at words) to its head. The whole picture ends at `edge` on the right."""

    page: int
    left: float
    top: float
    right: float
    bottom: float
    way: Points | None = None
    edge: float = math.inf

    @property
    def size(self) -> float:
        """The font size of what is written on it."""
        return min(64.0, max(30.0, (self.bottom - self.top) / 3))


class Pen(Protocol):
    """What a mark is drawn with. What is drawn with one call comes together, one call after the other."""

    @property
    def meaning(self) -> Meaning: ...

    @property
    def stretches(self) -> tuple[Stretch, ...]:
        """The mark's words, a stretch for each of their lines; at least one."""
        ...

    @property
    def text_edges(self) -> tuple[float, float]:
        """Where the column of text begins and ends, in page units."""
        ...

    def place_of(self, word: str) -> Stretch | None:
        """Where a word stands; None where it is on no page."""
        ...

    def letter_edges(self) -> tuple[float, ...]:
        """The left edge of each letter of the mark's first word, and the right edge of the last."""
        ...

    def draw(self, page: int, *traces: Trace) -> None:
        """Draw some lines in the colour of the meaning."""
        ...

    def underline(self, line: Line) -> None:
        """Draw a line under every stretch."""
        ...

    def number(self, page: int, text: str, x: float, y: float, radius: float) -> None:
        """Write a number in a filled circle around (x, y)."""
        ...

    def label(self, page: int, text: str, x: float, y: float, size: float, edge: float = math.inf) -> None:
        """Write words of this size on a ground of their own, their left edge at `x`, or further left so that they end
        at `edge`; their baseline at `y`."""
        ...

    def note(self, text: str) -> None:
        """Write words into the right margin, with a line to the last of the stretches."""
        ...


class Form:
    """How a mark is drawn."""

    __slots__ = ()

    kind: str
    """Its name in documents and files."""

    name: ClassVar[str]
    """What teachers choose it by."""

    key: ClassVar[str]
    """The key that draws it on the chosen words (empty: none does)."""

    rank: ClassVar[int]
    """Where it stands among the others in menus."""

    usual_moment: ClassVar[Moment] = Moment.TALK
    """When a fresh one is drawn: most are drawn while talking about their words."""

    letter: ClassVar[Letter] = Letter.AFTER

    in_margin: ClassVar[bool] = False
    """Whether it stands beside the text, where none may lie on another."""

    has_fields: ClassVar[bool] = False
    """Whether it has something to fill in, so that it opens as soon as it is drawn."""

    needs_word: ClassVar[bool] = False
    """Whether it needs a word beside those it is drawn on."""

    def checked(self, *, on_picture: bool) -> Self:
        """It as it may be kept. Raises LessonError."""
        return self

    def numbered(self, number: int) -> Self:
        """A fresh one, when it is the so manyth of its form in the lesson."""
        return self

    def words(self) -> tuple[str, ...]:
        """The words that it needs beside those it is drawn on."""
        return ()

    def says(self) -> str:
        """What is written in it."""
        return ""

    def tie(self) -> tuple[str, str] | None:
        """The chart, and its box, that it stands for."""
        return None

    def untied(self) -> Self:
        """The same, standing for no box."""
        return self

    def among(self, words: Collection[str]) -> Form:
        """What becomes of it where only these words are left."""
        return self

    def draw(self, pen: Pen) -> None:
        """Draw it on its words."""

    def draw_on_picture(self, pen: Pen, area: Area) -> None:
        """Draw it on a picture or a region of it: a box around it, where it is not said otherwise."""
        outline = rounded(area.left, area.top, area.right, area.bottom, 0.06)
        pen.draw(area.page, Trace(outline, THICK_ON_PICTURES))


def around(stretch: Stretch, corners: float) -> Trace:
    """A line around a stretch whose corners are rounded by a share of its height."""
    size = stretch.size
    outline = rounded(
        stretch.left - AROUND * size, stretch.baseline - ABOVE * size,
        stretch.right + AROUND * size, stretch.baseline + BELOW * size, corners,
    )  # fmt: skip
    return Trace(outline, THICK * size)
