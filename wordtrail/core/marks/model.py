"""A mark on words or on a picture."""

from __future__ import annotations

from dataclasses import dataclass

from wordtrail.core.marks.forms.all import AnyForm
from wordtrail.core.marks.forms.arrow import Arrow
from wordtrail.core.marks.moment import Moment

LONGEST_DRAWING = 60.0
"""Seconds over which a mark may be drawn at the most."""

Stroke = tuple[float, ...]
"""What one movement of the pen drew: points, x and y in turn."""


@dataclass(frozen=True, slots=True)
class Mark:
    """Drawn in a `form` on the run from `first` to `last` (word ids, in reading order, both included).

    `skip` characters of the first word and `drop` of the last one are left out: so it sits on an ending, a
    first letter or a comma. On a picture, `picture` is its block (of a page's photo the page) and `region` one of its
    regions (or empty: the whole); the words then say when it is drawn. `ink` is what the pen drew: measured from the
    first word's left end and baseline in font sizes, so that it stays on its word; on a picture in shares of its width
    and height, of an arrow behind the points of its way. It is shown instead of the tidy shape when `as_drawn`.

    `moment` is when it is drawn: of READ, the `nth` time its words are read (QUOTED: any later time); of PAUSE,
    at the point `pause`. It takes `seconds` (0: as long as its words take). `reading` names the reading it
    belongs to (empty: all).
    """

    id: str
    form: AnyForm
    first: str
    last: str
    meaning: str
    skip: int = 0
    drop: int = 0
    picture: str = ""
    region: str = ""
    ink: tuple[Stroke, ...] = ()
    as_drawn: bool = False
    moment: Moment = Moment.READ
    nth: int = 1
    pause: str = ""
    seconds: float = 0.0
    reading: str = ""


def pen_strokes(mark: Mark) -> tuple[Stroke, ...]:
    """What the pen drew on a picture, in shares of it."""
    return mark.ink[1:] if isinstance(mark.form, Arrow) and len(mark.ink) > 1 else mark.ink


@dataclass(frozen=True, slots=True)
class PlacedMark:
    """The moment of a mark, set by hand in one take: it is drawn from `start` (seconds of take time), over
    `seconds` (0: as long as a mark takes that is drawn in talk)."""

    mark: str
    take: str
    start: float
    seconds: float = 0.0
