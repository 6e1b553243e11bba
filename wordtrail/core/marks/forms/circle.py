"""A line around the words."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar, Literal

from wordtrail.core.marks.forms.form import THICK_ON_PICTURES, Area, Form, Pen, Trace, around
from wordtrail.core.marks.lines import ellipse


@dataclass(frozen=True, slots=True)
class Circle(Form):
    """A line around the words."""

    name: ClassVar[str] = "Circle"
    key: ClassVar[str] = "c"
    rank: ClassVar[int] = 50
    kind: Literal["circle"] = "circle"

    def draw(self, pen: Pen) -> None:
        for one in pen.stretches:
            pen.draw(one.page, around(one, 0.5))

    def draw_on_picture(self, pen: Pen, area: Area) -> None:
        outline = ellipse(area.left, area.top, area.right, area.bottom)
        pen.draw(area.page, Trace(outline, THICK_ON_PICTURES))
