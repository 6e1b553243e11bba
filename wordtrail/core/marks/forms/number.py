"""A number in a circle over the words; it can stand for a box of a chart, and is drawn there too."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import ClassVar, Literal, Self

from wordtrail.core.marks.forms.form import Area, Form, Letter, Pen
from wordtrail.core.text.tidy import tidy

LONGEST_NUMBER = 160


@dataclass(frozen=True, slots=True)
class Number(Form):
    """The number `text` in a circle over the words; it can stand for the box `box` of the chart `chart`, and is drawn
    there too."""

    name: ClassVar[str] = "Number"
    key: ClassVar[str] = "n"
    rank: ClassVar[int] = 100
    letter: ClassVar[Letter] = Letter.NOWHERE
    has_fields: ClassVar[bool] = True
    text: str = ""
    chart: str = ""
    box: str = ""
    kind: Literal["number"] = "number"

    def checked(self, *, on_picture: bool) -> Self:
        return replace(self, text=tidy(self.text, "A number", LONGEST_NUMBER))

    def numbered(self, number: int) -> Self:
        return self if self.text else replace(self, text=str(number))

    def says(self) -> str:
        return self.text

    def tie(self) -> tuple[str, str] | None:
        return (self.chart, self.box) if self.chart else None

    def untied(self) -> Self:
        return replace(self, chart="", box="")

    def draw(self, pen: Pen) -> None:
        first = pen.stretches[0]
        pen.number(first.page, self.text, first.left, first.baseline - 1.02 * first.size, 0.25 * first.size)

    def draw_on_picture(self, pen: Pen, area: Area) -> None:
        off = 0.3 * area.size
        pen.number(area.page, self.text, area.left + off, area.top + off, 0.25 * area.size)
