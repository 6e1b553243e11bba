"""A mark, and the legend of what its colour, line and letter stand for."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum


class MarkKind(StrEnum):
    """How a mark is drawn."""

    HIGHLIGHT = "highlight"
    UNDERLINE = "underline"
    DOUBLE_UNDERLINE = "double underline"
    DASHED_UNDERLINE = "dashed underline"
    CIRCLE = "circle"
    BOX = "box"
    CROSS_OUT = "cross-out"
    ARROW = "arrow"
    BRACKET = "bracket"
    NUMBER = "number"
    SYMBOL = "symbol"
    NOTE = "margin note"
    PARTS = "word parts"
    INK = "ink"


class Symbol(StrEnum):
    """What a symbol mark shows."""

    STAR = "star"
    QUESTION = "question"
    WONDER = "exclamation"
    HEART = "heart"
    CHECK = "check"
    EYE = "eye"


class Moment(StrEnum):
    """When a mark is drawn."""

    READ = "when read"
    TALK = "in the talk after"
    PAUSE = "at a pause point"
    QUOTED = "when quoted later"
    START = "from the start"


WITH_THE_VOICE = (MarkKind.HIGHLIGHT, MarkKind.UNDERLINE)
"""Marks that usually go along with the voice; all others are drawn while talking about them."""


def usual_moment(kind: MarkKind) -> Moment:
    """When a fresh mark of a kind is drawn."""
    return Moment.READ if kind in WITH_THE_VOICE else Moment.TALK


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


LONGEST_DRAWING = 60.0
"""Seconds over which a mark may be drawn at the most."""

Stroke = tuple[float, ...]
"""What one movement of the pen drew: points, x and y in turn."""


@dataclass(frozen=True, slots=True)
class Mark:
    """Drawn on the run from `first` to `last` (word ids, in reading order, both included).

    `skip` characters of the first word and `drop` of the last one are left out: so it sits on an ending, a
    first letter or a comma. `to` is the word an arrow points at. `text` is the number, the symbol or the note.
    `cuts` are the places (characters of the first word) at which word parts meet. On a picture, `picture` is
    its block and `region` one of its regions (or empty: the whole); the words then say when it is drawn.
    `ink` is what the pen drew, measured from the first word's left end and baseline in font sizes, so that it
    stays on its word; it is shown instead of the tidy shape when `as_drawn`.

    `moment` is when it is drawn: of READ, the `nth` time its words are read (QUOTED: any later time); of PAUSE,
    at the point `pause`. It takes `seconds` (0: as long as its words take). `reading` names the reading it
    belongs to (empty: all). A number can stand for the box `box` of the chart `chart`: it is drawn there too.
    """

    id: str
    kind: MarkKind
    first: str
    last: str
    meaning: str
    skip: int = 0
    drop: int = 0
    to: str = ""
    text: str = ""
    cuts: tuple[int, ...] = ()
    picture: str = ""
    region: str = ""
    ink: tuple[Stroke, ...] = ()
    as_drawn: bool = False
    moment: Moment = Moment.READ
    nth: int = 1
    pause: str = ""
    seconds: float = 0.0
    reading: str = ""
    chart: str = ""
    box: str = ""


@dataclass(frozen=True, slots=True)
class PlacedMark:
    """The moment of a mark, set by hand in one take: it is drawn from `start` (seconds of take time), over
    `seconds` (0: as long as a mark takes that is drawn in talk)."""

    mark: str
    take: str
    start: float
    seconds: float = 0.0


FIRST_LEGEND = (
    Meaning("evidence", "evidence", "E", "lake", Line.SOLID),
    Meaning("new-word", "new word", "N", "ochre", Line.DOUBLE),
    Meaning("signal", "signal word", "S", "moss", Line.DASHED),
)
"""The legend of a lesson whose kind of text is not known."""
