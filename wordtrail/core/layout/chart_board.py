"""An organizer in a place of a stage page. What the teacher fills in comes later, box by box."""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence
from dataclasses import replace

from wordtrail.core.layout.board_draft import (
    LEADING,
    BoardBench,
    Draft,
    Place,
    flat,
    in_groups,
    is_readable,
)
from wordtrail.core.layout.lines import set_text, set_words
from wordtrail.core.layout.model import Ink, LaidPart, LaidStroke, Panel
from wordtrail.core.layout.tied_numbers import lay_tied_numbers
from wordtrail.core.lesson.boards import Board, BoardText, Role
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.organizers import Box, BoxArrow, Organizer
from wordtrail.core.plan.part_names import box_part, box_text
from wordtrail.core.text.look import TextLook
from wordtrail.core.text.model import Style
from wordtrail.core.text.span import Span

TITLE_SIZE, TITLE_SIZE_AT_A_QUESTION = 50.0, 48.0
"""Sizes of a chart's title on its own page, and beside a question."""

BOX_SCALES = (1.0, 0.9, 0.8, 0.72, 0.64, 0.56, 0.5, 0.44, 0.38, 0.32, 0.27, 0.23, 0.2, 0.17, 0.14, 0.11)
"""Sizes that are tried for what stands in a box, the largest first."""


def chart_pages(organizer: Organizer, board: Board | None, bench: BoardBench, place: Place) -> list[Draft]:
    """An organizer on a page of its own; where what stands in its boxes would be too small, some of them at a time,
    below one another."""
    least = bench.stage.sizes[-1]

    def laid(chart: Organizer, scales: Sequence[float]) -> Draft:
        draft = Draft(TextLook(bench.lesson.look.typeface))
        lay_chart(draft, chart, board, bench, place, TITLE_SIZE, scales)
        return draft

    whole = laid(organizer, READABLE_OR_NOT)
    if is_readable(whole, least):
        return [whole]
    ordered = in_a_column(organizer)

    def some(boxes: Sequence[Box]) -> Draft:
        first, known = boxes[0].row, {box.id for box in boxes}
        own = tuple(replace(box, row=box.row - first) for box in boxes)
        arrows = tuple(one for one in ordered.arrows if {one.begin, one.end} <= known)
        chart = replace(ordered, rows=len(own), boxes=own, arrows=arrows)
        # A box that is too full by itself is set smaller all the same.
        return laid(chart, READABLE_OR_NOT if len(own) > 1 else BOX_SCALES)

    return in_groups(ordered.boxes, some, least)


READABLE_OR_NOT = (1.0, 0.5)
"""Two scales that tell whether what stands in a box fits in the smallest letters that can be read."""


def in_a_column(chart: Organizer) -> Organizer:
    """A chart with its boxes below one another in reading order; of its arrows those from one box to the next."""
    ordered = sorted(chart.boxes, key=lambda box: (box.row, box.column))
    boxes = tuple(replace(box, column=0, row=row, wide=1, high=1) for row, box in enumerate(ordered))
    follows = {(here.id, there.id) for here, there in itertools.pairwise(boxes)}
    arrows: tuple[BoxArrow, ...] = tuple(one for one in chart.arrows if (one.begin, one.end) in follows)
    return replace(chart, columns=1, rows=len(boxes), boxes=boxes, arrows=arrows)


def lay_chart(
    draft: Draft,
    organizer: Organizer,
    board: Board | None,
    bench: BoardBench,
    place: Place,
    title_size: float,
    scales: Sequence[float] = BOX_SCALES,
) -> None:
    """An organizer in a place of the page, with its title in a size. What the teacher fills in comes later, box by box,
    at the largest of the `scales` at which it fits. Its words light where its `board` is given."""
    left, top, right, bottom = place
    if organizer.columns > organizer.rows and bottom - top > TALL * (right - left):
        organizer = _turned(organizer)
    by_id = {one.id: one for one in board.texts} if board else {}
    title = by_id.get("title") or BoardText("title", Role.TITLE, organizer.title)
    top = draft.text(title, title_size, left, top, right - left) + 16
    gap = 40.0 if organizer.arrows else 22.0
    wide = (right - left - gap * (organizer.columns - 1)) / organizer.columns
    heights = _row_heights(organizer, draft.look, bench, wide, gap, bottom - top - gap * (organizer.rows - 1))
    tops = [top + sum(heights[:row]) + row * gap for row in range(organizer.rows)]
    areas: dict[str, Place] = {}
    for box in organizer.boxes:
        x, last = left + box.column * (wide + gap), box.row + box.high - 1
        areas[box.id] = (x, tops[box.row], x + box.wide * wide + (box.wide - 1) * gap, tops[last] + heights[last])
        _chart_box(draft, organizer, box, by_id, areas[box.id], bench, scales)
    for arrow in organizer.arrows:
        draft.strokes += _box_arrow(areas[arrow.begin], areas[arrow.end])
    lay_tied_numbers(draft, bench.lesson, organizer.id, areas)


TALL = 1.15
"""Times as high as wide, from which on the columns of a chart stand under one another."""


def _turned(organizer: Organizer) -> Organizer:
    """A chart whose columns are rows."""
    boxes = (replace(box, column=box.row, row=box.column, wide=box.high, high=box.wide) for box in organizer.boxes)
    return replace(organizer, columns=organizer.rows, rows=organizer.columns, boxes=tuple(boxes))


def _row_heights(
    organizer: Organizer, look: TextLook, bench: BoardBench, wide: float, gap: float, room: float
) -> list[float]:
    """How high the rows of a chart are, in page units: alike; where something does not fit so, as high as what stands
    in them wants it, if all of it fits then. A column is `wide`, a `gap` lies between two, and all rows have `room`."""
    alike = [room / organizer.rows] * organizer.rows
    if any(box.high > 1 for box in organizer.boxes):
        return alike
    wants = [0.0] * organizer.rows
    for box in organizer.boxes:
        inner = box.wide * wide + (box.wide - 1) * gap - 2 * INSET
        want, _ = _wanted(bench.lesson, box, bench.stage.sizes[-1], inner, look)
        wants[box.row] = max(wants[box.row], want)
    spare = room - sum(wants)
    if max(wants) <= alike[0] or spare < 0:
        return alike
    return [want + spare / organizer.rows for want in wants]


INSET = 24.0
"""Page units between the edge of a box and what stands in it, to the left and to the right."""


def _wanted(lesson: Lesson, box: Box, size: float, inner: float, look: TextLook) -> tuple[float, float]:
    """How high a box has to be, and how wide its widest line is, with letters of a size in lines of `inner` page
    units."""
    high, widest = 24.0, 0.0
    for text, style in (
        (box.heading, Style.BOLD), (box.ask, Style.PLAIN), *((line, Style.PLAIN) for line in box.steps),
        (_quoted(lesson, box.quote), Style.ITALIC),
    ):  # fmt: skip
        lines = set_text(text, size, inner, style, look) if text else ()
        high += len(lines) * size * LEADING + 10 if text else 0.0
        widest = max([widest, *(line.width for line in lines)])
    return high, widest


def _chart_box(
    draft: Draft, organizer: Organizer, box: Box, by_id: dict[str, BoardText],
    area: Place, bench: BoardBench, scales: Sequence[float],
) -> None:  # fmt: skip
    left, top, right, bottom = area
    draft.panels.append(
        Panel(round(left, 2), round(top, 2), round(right - left, 2), round(bottom - top, 2), "white", "lake")
    )
    inner = right - left - 2 * INSET
    quote = _quoted(bench.lesson, box.quote)
    least = bench.stage.sizes[-1]
    for scale in scales:
        need, widest = _wanted(bench.lesson, box, least * scale, inner, draft.look)
        if need <= bottom - top and widest <= inner:
            break
    y = top + 14
    for name, text, style, ink in (
        ("h", box.heading, Style.BOLD, Ink.LAKE), ("a", box.ask, Style.PLAIN, Ink.QUIET),
    ):  # fmt: skip
        if text:
            words = by_id[f"{box.id}{name}"].words if f"{box.id}{name}" in by_id else ()
            y = draft.put(set_words(text, words, least * scale, inner, style, draft.look), left + INSET, y, ink) + 6
    for step, line in enumerate(box.steps):
        filled = Draft(draft.look, lines=draft.lines)
        if line:
            name = box_text(box.id, step)
            words = by_id[name].words if name in by_id else ()
            y = filled.put(set_words(line, words, least * scale, inner, Style.PLAIN, draft.look), left + INSET, y) + 6
        if quote and step == len(box.steps) - 1:
            filled.put(set_text(quote, least * scale, inner, Style.ITALIC, draft.look), left + INSET, y, Ink.MOSS)
        draft.boxes += filled.boxes
        draft.lines = filled.lines
        if filled.pieces:
            draft.parts.append(LaidPart(box_part(organizer.id, box.id, step), tuple(filled.pieces)))


def _quoted(lesson: Lesson, span: Span | None) -> str:
    if span is None:
        return ""
    text = " ".join(word.text for word in lesson.run(span.first, span.last)).strip('“”"')
    return f"“{text}”"


def _box_arrow(a: Place, b: Place) -> list[LaidStroke]:
    """From the edge of one box to the edge of another."""
    if b[0] >= a[2]:
        begin, end = (a[2] + 4, (a[1] + a[3]) / 2), (b[0] - 4, (b[1] + b[3]) / 2)
    elif b[1] >= a[3]:
        begin, end = ((a[0] + a[2]) / 2, a[3] + 4), ((b[0] + b[2]) / 2, b[1] - 4)
    else:
        begin, end = (a[0] - 4, (a[1] + a[3]) / 2), (b[2] + 4, (b[1] + b[3]) / 2)
    angle = math.atan2(end[1] - begin[1], end[0] - begin[0])
    head = [(end[0] - 18 * math.cos(angle + t), end[1] - 18 * math.sin(angle + t)) for t in (0.5, -0.5)]
    return [LaidStroke(flat([begin, end]), 5.0, "lake"), LaidStroke(flat([head[0], end, head[1]]), 5.0, "lake")]
