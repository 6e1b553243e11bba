"""The legend: what the colour, line and letter of a mark stand for."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum


class Line(StrEnum):
    """The line style that carries a meaning where colours cannot be seen."""

    SOLID = "solid"
    DASHED = "dashed"
    DOUBLE = "double"


COLOURS = ("lake", "moss", "ochre", "plum", "clay")
"""The design tokens that a meaning can have."""


@dataclass(frozen=True, slots=True)
class Meaning:
    """One entry of the legend. `colour` is the name of a design token."""

    id: str
    name: str
    letter: str
    colour: str
    line: Line


FIRST_LEGEND = (
    Meaning("evidence", "evidence", "E", "lake", Line.SOLID),
    Meaning("new-word", "new word", "N", "ochre", Line.DOUBLE),
    Meaning("signal", "signal word", "S", "moss", Line.DASHED),
)
"""The legend of a lesson whose kind of text is not known."""
