"""The words are struck through."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar, Literal

from wordtrail.core.marks.forms.form import THICK, THICK_ON_PICTURES, Area, Form, Pen, Trace


@dataclass(frozen=True, slots=True)
class CrossOut(Form):
    """The words are struck through."""

    name: ClassVar[str] = "Cross out"
    key: ClassVar[str] = "x"
    rank: ClassVar[int] = 70
    kind: Literal["cross-out"] = "cross-out"

    def draw(self, pen: Pen) -> None:
        for one in pen.stretches:
            size, y = one.size, one.baseline - 0.3 * one.size
            begin, end = (one.left - 0.08 * size, y + 0.06 * size), (one.right + 0.08 * size, y - 0.06 * size)
            pen.draw(one.page, Trace([begin, end], THICK * pen.stretches[0].size * 1.1))

    def draw_on_picture(self, pen: Pen, area: Area) -> None:
        for points in (
            [(area.left, area.top), (area.right, area.bottom)],
            [(area.left, area.bottom), (area.right, area.top)],
        ):
            pen.draw(area.page, Trace(points, THICK_ON_PICTURES))
