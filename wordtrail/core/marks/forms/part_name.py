"""A name at a part of a picture, or over words."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import ClassVar, Literal, Self

from wordtrail.core.marks.forms.form import THICK_ON_PICTURES, Area, Form, Letter, Pen, Trace
from wordtrail.core.marks.lines import curve
from wordtrail.core.text.tidy import tidy

LONGEST_NAME = 60

NAME_SIZE = 0.5
"""Size of a name, times that of what it stands at."""


@dataclass(frozen=True, slots=True)
class PartName(Form):
    """The name `text` (empty: that of its meaning) at a part of a picture, with a line to its middle; over words, above
    them."""

    name: ClassVar[str] = "Name"
    key: ClassVar[str] = ""
    rank: ClassVar[int] = 125
    letter: ClassVar[Letter] = Letter.NOWHERE
    has_fields: ClassVar[bool] = True
    text: str = ""
    kind: Literal["part name"] = "part name"

    def checked(self, *, on_picture: bool) -> Self:
        return replace(self, text=tidy(self.text, "A name", LONGEST_NAME))

    def says(self) -> str:
        return self.text

    def draw(self, pen: Pen) -> None:
        first = pen.stretches[0]
        size = NAME_SIZE * first.size
        pen.label(first.page, self.text or pen.meaning.name, first.left, first.baseline - 1.05 * first.size, size)

    def draw_on_picture(self, pen: Pen, area: Area) -> None:
        size = NAME_SIZE * area.size + 8
        x, y = (area.left + area.right) / 2, (area.top + area.bottom) / 2
        above = max(area.top - 1.2 * size, size * 1.4)
        points = curve((x, above + 0.4 * size), (x, (above + y) / 2), (x, y))
        pen.draw(area.page, Trace(points, THICK_ON_PICTURES * 0.7))
        pen.label(area.page, self.text or pen.meaning.name, x, above, size, area.edge)
