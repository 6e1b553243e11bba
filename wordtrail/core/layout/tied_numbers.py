"""Numbers that tie words of the text to boxes of a chart, on the pages that show the chart."""

from __future__ import annotations

from collections.abc import Mapping
from functools import partial
from itertools import groupby

from wordtrail.core.layout.board_draft import Draft, Place, dot
from wordtrail.core.layout.lines import set_text
from wordtrail.core.layout.model import Ink, LaidPart, LaidStroke, SetPiece
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.model import Mark
from wordtrail.core.plan.part_names import tie_part
from wordtrail.core.text.look import TextLook
from wordtrail.core.text.model import Style

RADIUS = 25.0
"""Of a number at a box, in page units."""

AT_A_WORD = 0.3
"""Radius of a number at a word, times the font size."""


def lay_tied_numbers(draft: Draft, lesson: Lesson, chart: str, boxes: Mapping[str, Place]) -> None:
    """Each number of the lesson that stands for a box of the chart: on the upper edge of its box, side by side
    with others, and above its words where they stand on this page. They come when their mark is drawn."""
    colours = {meaning.id: meaning.colour for meaning in lesson.legend}
    places = {box.word: box for box in draft.boxes}
    tied = sorted((mark for mark in lesson.marks if _box_in(chart, mark) in boxes), key=partial(_by_box, chart))
    for box, marks in groupby(tied, key=partial(_box_in, chart)):
        _, top, right, _ = boxes[box]
        for n, mark in enumerate(marks):
            colour = colours[mark.meaning]
            disc, pieces = numbered_disc(mark.form.says(), right - 44 - n * 62.0, top, RADIUS, colour, draft.look)
            strokes = [disc]
            if at := places.get(mark.first):
                disc, own = numbered_disc(
                    mark.form.says(), at.x, at.baseline - 1.02 * at.size, AT_A_WORD * at.size, colour, draft.look
                )
                strokes.append(disc)
                pieces += own
            draft.parts.append(LaidPart(tie_part(mark.id), tuple(pieces), strokes=tuple(strokes)))


def _box_in(chart: str, mark: Mark) -> str:
    """The box of the chart that a mark stands for (empty: none)."""
    tie = mark.form.tie()
    return tie[1] if tie and tie[0] == chart else ""


def _by_box(chart: str, mark: Mark) -> tuple[str, int, str]:
    return _box_in(chart, mark), len(mark.form.says()), mark.form.says()


def numbered_disc(
    text: str, x: float, y: float, radius: float, colour: str, look: TextLook
) -> tuple[LaidStroke, list[SetPiece]]:
    """A filled circle around (x, y) with a number in it."""
    size = radius * 1.36
    (line,) = set_text(text or "1", size, 999.0, Style.BOLD, look)[:1]
    return dot(x, y, radius, deep(colour)), list(line.set_at(x - line.width / 2, y + 0.35 * size, Ink.WHITE))


def deep(colour: str) -> str:
    """A colour that white letters can be read on."""
    return "ochre-deep" if colour == "ochre" else colour
