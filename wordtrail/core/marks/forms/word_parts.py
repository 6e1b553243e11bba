"""Loops under the parts of a word."""

from __future__ import annotations

from dataclasses import dataclass, replace
from itertools import pairwise
from typing import ClassVar, Literal, Self

from wordtrail.core.marks.forms.form import THICK, Form, Letter, Pen, Trace
from wordtrail.core.marks.lines import curve

MOST_CUTS = 12


@dataclass(frozen=True, slots=True)
class WordParts(Form):
    """A loop under each part of a word; `cuts` are the letters (counted from 0) with which the second and later parts
    begin."""

    name: ClassVar[str] = "Word parts"
    key: ClassVar[str] = "o"
    rank: ClassVar[int] = 130
    letter: ClassVar[Letter] = Letter.NOWHERE
    has_fields: ClassVar[bool] = True
    cuts: tuple[int, ...] = ()
    kind: Literal["word parts"] = "word parts"

    def checked(self, *, on_picture: bool) -> Self:
        return replace(self, cuts=tuple(sorted({cut for cut in self.cuts if cut > 0}))[:MOST_CUTS])

    def draw(self, pen: Pen) -> None:
        first, edges = pen.stretches[0], pen.letter_edges()
        cuts = [cut for cut in sorted(set(self.cuts)) if 0 < cut < len(edges) - 1]
        xs = [first.left, *(edges[cut] for cut in cuts), first.right]
        size = first.size
        y, deep, gap = first.baseline + 0.16 * size, 0.3 * size, 0.03 * size
        loops = (curve((a + gap, y), ((a + b) / 2, y + 2 * deep), (b - gap, y)) for a, b in pairwise(xs))
        pen.draw(first.page, *(Trace(loop, THICK * size) for loop in loops))
