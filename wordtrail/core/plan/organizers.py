"""Organizers: charts of boxes that are filled in as the reading goes."""

from __future__ import annotations

import itertools
from dataclasses import dataclass, replace
from enum import StrEnum

from wordtrail.core.text.model import BlockKind, Passage
from wordtrail.core.text.span import Span

MOST_COLUMNS, MOST_ROWS = 6, 8
MOST_STEPS = 4
"""Lines that are filled into one box."""


@dataclass(frozen=True, slots=True)
class Box:
    """A box of a chart: its place in the grid (counted from 0) and how many columns and rows it covers, its
    heading, a question for students, and what the teacher fills in: words of her own, words of the text. Each line of
    her own words is a step that comes by itself, the words of the text with the last one.
    It is filled in at the pause point `pause` (empty: from the start)."""

    id: str
    column: int
    row: int
    heading: str = ""
    ask: str = ""
    text: str = ""
    quote: Span | None = None
    pause: str = ""
    wide: int = 1
    high: int = 1

    @property
    def steps(self) -> tuple[str, ...]:
        """The lines that are filled in one after another: at least one, which is empty where only words of the text
        are filled in, or nothing."""
        return tuple(self.text.split("\n"))


@dataclass(frozen=True, slots=True)
class BoxArrow:
    """An arrow from one box of a chart to another."""

    begin: str
    end: str


@dataclass(frozen=True, slots=True)
class Organizer:
    """A chart: its boxes in a grid of `columns` and `rows`, and arrows from box to box. `at_hand`: it is at
    hand at every pause point, and carried on from one passage or day to the next. `beside_text`: while it is on the
    stage, the page of the text stays beside it."""

    id: str
    title: str
    columns: int
    rows: int
    boxes: tuple[Box, ...]
    arrows: tuple[BoxArrow, ...] = ()
    at_hand: bool = False
    beside_text: bool = False


class Shape(StrEnum):
    """Charts that one can start from."""

    STORY = "who, trouble, tries, end"
    THREE = "beginning, middle, end"
    COMPARE = "two to compare"
    CAUSE = "cause and effect"
    ORDER = "order of events"
    SUMMARY = "summary from headings"
    STEPS = "chart of steps"
    OWN = "rows and columns"


_HEADINGS = {
    Shape.STORY: ("Who wants what", "What is in the way", "What they try", "How it ends"),
    Shape.THREE: ("Beginning", "Middle", "End"),
    Shape.COMPARE: ("The first", "Both", "The second"),
    Shape.CAUSE: ("Cause", "Effect"),
    Shape.ORDER: ("First", "Next", "Then", "Last"),
    Shape.STEPS: ("1", "2", "3", "4"),
}
_TITLES = {
    Shape.STORY: "How the story goes",
    Shape.THREE: "Beginning, middle, end",
    Shape.COMPARE: "Alike and different",
    Shape.CAUSE: "Why it happens",
    Shape.ORDER: "What happens when",
    Shape.SUMMARY: "What each part says",
    Shape.STEPS: "How we do it",
    Shape.OWN: "Our chart",
}
_WITH_ARROWS = (Shape.CAUSE, Shape.ORDER)


def organizer_of(shape: Shape, passage: Passage | None = None, columns: int = 2, rows: int = 2) -> Organizer:
    """A fresh organizer of a shape, without an id. A summary has a box for each heading of `passage`;
    beginning, middle and end say which of its paragraphs they are; rows and columns as asked for."""
    if shape is Shape.OWN:
        columns, rows = min(max(columns, 1), MOST_COLUMNS), min(max(rows, 1), MOST_ROWS)
        boxes = tuple(
            Box(f"b{row * columns + column + 1}", column, row) for row in range(rows) for column in range(columns)
        )
        return Organizer("", _TITLES[shape], columns, rows, boxes)
    if shape is Shape.CAUSE:
        boxes = tuple(
            Box(f"b{2 * row + column + 1}", column, row, _HEADINGS[shape][column])
            for row in range(2)
            for column in range(2)
        )
        return Organizer("", _TITLES[shape], 2, 2, boxes, (BoxArrow("b1", "b2"), BoxArrow("b3", "b4")))
    headings, asks = _HEADINGS.get(shape, ()), tuple[str, ...]()
    if shape is Shape.SUMMARY:
        headings = tuple(block.text for block in passage.blocks if block.kind is BlockKind.HEADING) if passage else ()
        headings = headings[:MOST_ROWS] or ("First part", "Last part")
    if shape is Shape.THREE and passage:
        asks = _thirds(passage)
    columns = (2 if len(headings) > 2 else 1) if shape in (Shape.STORY, Shape.SUMMARY, Shape.STEPS) else len(headings)
    boxes = tuple(
        Box(f"b{n + 1}", n % columns, n // columns, heading, asks[n] if n < len(asks) else "")
        for n, heading in enumerate(headings)
    )
    rows = -(-len(headings) // columns)
    arrows = tuple(BoxArrow(a.id, b.id) for a, b in itertools.pairwise(boxes)) if shape in _WITH_ARROWS else ()
    return Organizer("", _TITLES[shape], columns, rows, boxes, arrows)


def on_grid(organizer: Organizer, columns: int, rows: int) -> Organizer:
    """The organizer on another grid: boxes that do not fit any more go, and every empty place gets a box."""
    columns, rows = min(max(columns, 1), MOST_COLUMNS), min(max(rows, 1), MOST_ROWS)
    left = [box for box in organizer.boxes if box.column + box.wide <= columns and box.row + box.high <= rows]
    taken = {(box.column + x, box.row + y) for box in left for x in range(box.wide) for y in range(box.high)}
    free = [(column, row) for row in range(rows) for column in range(columns) if (column, row) not in taken]
    used = {box.id for box in left}
    names = (name for n in itertools.count(1) if (name := f"b{n}") not in used)
    boxes = (*left, *(Box(next(names), column, row) for column, row in free))
    ids = {box.id for box in boxes}
    arrows = tuple(one for one in organizer.arrows if {one.begin, one.end} <= ids)
    return replace(organizer, columns=columns, rows=rows, boxes=boxes, arrows=arrows)


def _thirds(passage: Passage) -> tuple[str, ...]:
    """Which paragraphs are the beginning (a quarter), the middle and the end (a quarter)."""
    numbers = [block.number for block in passage.blocks if block.kind is BlockKind.PARAGRAPH and block.number]
    if len(numbers) < 3:
        return ()
    edge = max(1, round(len(numbers) / 4))
    parts = (numbers[:edge], numbers[edge:-edge], numbers[-edge:])
    return tuple(f"Paragraph {part[0]}" if len(part) == 1 else f"Paragraphs {part[0]} to {part[-1]}" for part in parts)
