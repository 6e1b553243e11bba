"""An arrow from the words to another word."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass
from typing import ClassVar, Literal, Self

from wordtrail.core.errors import LessonError
from wordtrail.core.marks.forms.form import THICK, THICK_ON_PICTURES, Area, Form, Pen, Trace
from wordtrail.core.marks.forms.underline import Underline
from wordtrail.core.marks.lines import Points, arrow_head, curve
from wordtrail.core.marks.meaning import Line


@dataclass(frozen=True, slots=True)
class Arrow(Form):
    """An arrow from the words to another word."""

    name: ClassVar[str] = "Arrow"
    key: ClassVar[str] = "a"
    rank: ClassVar[int] = 90
    needs_word: ClassVar[bool] = True
    to: str = ""
    kind: Literal["arrow"] = "arrow"

    def checked(self, *, on_picture: bool) -> Self:
        if not self.to and not on_picture:
            raise LessonError("An arrow needs a word to point at.", advice="Choose the word it points at.")
        return self

    def words(self) -> tuple[str, ...]:
        return (self.to,) if self.to else ()

    def among(self, words: Collection[str]) -> Form:
        """An arrow whose word is gone is a line under its own words."""
        return self if not self.to or self.to in words else Underline()

    def draw(self, pen: Pen) -> None:
        """Over the line to the word it points at; to another page, off the stage."""
        pen.underline(Line.SOLID)
        last, size = pen.stretches[-1], pen.stretches[-1].size
        begin = ((last.left + last.right) / 2, last.baseline - 0.95 * size)
        target = pen.place_of(self.to)
        if target and target.page == last.page:
            same_line = abs(target.baseline - last.baseline) < 0.5 * size
            below = target.baseline > last.baseline and not same_line
            over = (1.05 if below or same_line else -0.42) * target.size
            end = ((target.left + target.right) / 2, target.baseline - over)
            if below:
                begin = (begin[0], last.baseline + 0.42 * size)
            elif not same_line:
                begin = (begin[0], last.baseline - 0.98 * size)
        else:
            same_line, end = True, (pen.text_edges[1] + 60, last.baseline - 1.1 * size)
        across = (begin[0] + end[0]) / 2
        bow = min(begin[1], end[1]) - 0.55 * size if same_line else (begin[1] + end[1]) / 2
        points, width = curve(begin, (across, bow), end), THICK * pen.stretches[0].size
        pen.draw(last.page, Trace(points, width))
        pen.draw(last.page, Trace(arrow_head(points, 0.3 * size), width))

    def draw_on_picture(self, pen: Pen, area: Area) -> None:
        """From part to part, or from the words to a part; where no pen said so, from the upper left to the middle."""
        size = area.size
        if area.way and len(area.way) > 1:
            points = _straight(area.way[0], area.way[-1])
        elif area.way and pen.stretches:
            last = pen.stretches[-1]
            begin = ((last.left + last.right) / 2, last.baseline + 0.42 * last.size)
            points = _straight(begin, area.way[-1])
        else:
            middle = ((area.left + area.right) / 2, (area.top + area.bottom) / 2)
            begin = (max(8.0, area.left - 2.2 * size), area.top - 0.6 * size)
            points = curve(begin, (area.left - 0.4 * size, area.top - 0.5 * size), middle)
        pen.draw(area.page, Trace(points, THICK_ON_PICTURES))
        pen.draw(area.page, Trace(arrow_head(points, 0.5 * size), THICK_ON_PICTURES))


def _straight(begin: tuple[float, float], end: tuple[float, float]) -> Points:
    return curve(begin, ((begin[0] + end[0]) / 2, (begin[1] + end[1]) / 2), end)
