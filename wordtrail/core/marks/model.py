"""A mark, and the legend of what its colour, line and letter stand for."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum


class MarkKind(StrEnum):
    """How a mark is drawn."""

    HIGHLIGHT = "highlight"
    UNDERLINE = "underline"


class Line(StrEnum):
    """The line style that carries a meaning where colours cannot be seen."""

    SOLID = "solid"
    DASHED = "dashed"
    DOUBLE = "double"


@dataclass(frozen=True, slots=True)
class Meaning:
    """One entry of the legend. `colour` is the name of a design token."""

    id: str
    name: str
    letter: str
    colour: str
    line: Line


@dataclass(frozen=True, slots=True)
class Mark:
    """Drawn on the run from `first` to `last` (word ids, in reading order, both included)
    when the run is first read."""

    id: str
    kind: MarkKind
    first: str
    last: str
    meaning: str


FIRST_LEGEND = (
    Meaning("evidence", "evidence", "E", "lake", Line.SOLID),
    Meaning("new-word", "new word", "N", "ochre", Line.DOUBLE),
    Meaning("signal", "signal word", "S", "moss", Line.DASHED),
)
"""The legend a fresh lesson starts with."""
