"""A bracket at the left of the lines."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import groupby
from typing import ClassVar, Literal

from wordtrail.core.marks.forms.form import THICK, Form, Letter, Pen, Trace


@dataclass(frozen=True, slots=True)
class Bracket(Form):
    """A bracket at the left of the lines."""

    name: ClassVar[str] = "Bracket"
    key: ClassVar[str] = "k"
    rank: ClassVar[int] = 80
    letter: ClassVar[Letter] = Letter.BEFORE
    kind: Literal["bracket"] = "bracket"

    def draw(self, pen: Pen) -> None:
        for page, run in groupby(pen.stretches, key=lambda one: one.page):
            lines = list(run)
            size = lines[0].size
            left = min([pen.text_edges[0], *(one.left for one in lines)]) - 16
            top, foot = lines[0].baseline - 0.85 * size, lines[-1].baseline + 0.3 * size
            tick = 0.22 * size
            points = [(left + tick, top), (left, top), (left, foot), (left + tick, foot)]
            pen.draw(page, Trace(points, THICK * pen.stretches[0].size * 1.2))
