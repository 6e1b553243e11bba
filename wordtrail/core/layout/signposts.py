"""A pause point's signpost beside its line."""

from __future__ import annotations

from wordtrail.core.edit.holds import HoldAfter
from wordtrail.core.layout.boxes import boxes_of
from wordtrail.core.layout.lines import set_text, set_words
from wordtrail.core.layout.model import Ink, Look, Point, SetPiece, Signpost, WordBox
from wordtrail.core.layout.stages import Stage
from wordtrail.core.lesson.boards import BoardText, Role, point_texts
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.text.look import USUAL_LOOK, TextLook
from wordtrail.core.text.model import Style

HEADER = 64.0
ROOM = 30.0
TIP = 28.0
SIZES = (38.0, 34.0, 30.0, 26.0, 23.0)
SIZES_BELOW = (56.0, 52.0, 48.0, 44.0, 40.0, 36.0, 32.0, 28.0)
"""Sizes that are tried for what a signpost says, beside the text and below it."""

HEADING, HEADING_BELOW = 30.0, 38.0
STONES = 8
LEADING = 1.4
CARD_LINES = 1000
"""Lines on a signpost are counted from here, apart from those of its page."""


def laid_signpost(point: PausePoint, page: int, box: WordBox, stage: Stage, look: TextLook = USUAL_LOOK) -> Signpost:
    """The signpost of `point`, which stands after the word at `box`.

    Its texts are set at the largest size at which the signpost keeps to two thirds of the stage.
    """
    width, own_look = stage.signpost_width, TextLook(look.typeface)
    texts = point_texts(point)
    for size in SIZES_BELOW if stage.below else SIZES:
        lines = [
            (line, Ink.INK if text.role is Role.BODY else Ink.QUIET)
            for text in texts
            for line in set_words(text.text, text.words, _own(text, size), width - 2 * ROOM, Style.PLAIN, own_look)
        ]
        answer = set_text(point.answer, 0.85 * size, width - 2 * ROOM, Style.PLAIN, own_look) if point.answer else ()
        height = HEADER + ROOM + sum(line.size * LEADING for line, _ in lines) + ROOM
        height += (2 * ROOM if point.think_seconds else 0.0) + sum(line.size * LEADING for line in answer)
        if height <= (stage.signpost_height - TIP if stage.below else stage.height * 0.66):
            break
    line_y = box.baseline + Look().dots_below * box.size
    if stage.below:
        y = stage.signpost_top + TIP
    else:
        y = min(max(line_y - HEADER / 2, stage.text_top), stage.text_foot - height)
    left = stage.signpost_left
    pieces = list[SetPiece]()
    heading = HEADING_BELOW if stage.below else HEADING
    for line in set_text(point.activity.heading, heading, width, Style.BOLD, own_look):
        pieces += line.set_at(left + ROOM, y + HEADER / 2 + 0.35 * heading, Ink.WHITE)
    boxes: list[WordBox] = []
    top = y + HEADER + ROOM
    for index, (line, ink) in enumerate(lines):
        placed = line.set_at(left + ROOM, top + line.size, ink)
        pieces += placed
        boxes += boxes_of(placed, CARD_LINES + index)
        top += line.size * LEADING
    shown: list[SetPiece] = []
    for line in answer:
        shown += line.set_at(left + ROOM, top + line.size, Ink.MOSS)
        top += line.size * LEADING
    stones = _stones(left + ROOM, y + height - 1.6 * ROOM) if point.think_seconds else ()
    tip = _tip(left, y, width, stage)
    return Signpost(
        point.id, page, left, round(y, 3), width, round(height, 3), HEADER, tip, tuple(pieces), stones,
        _footpath(box, line_y, tip[4], tip[5], stage), point.think_seconds, tuple(boxes), tuple(shown),
    )  # fmt: skip


def _tip(left: float, top: float, width: float, stage: Stage) -> tuple[float, ...]:
    """The corners (x and y in turn) of the arrow with which a signpost points; the third is its point."""
    right = left + width - 2 * ROOM
    points = (
        (right - TIP, top + 14, right - TIP, top, right, top - TIP, right + TIP, top, right + TIP, top + 14)
        if stage.below
        else (left + 14, top, left, top, left - TIP, top + HEADER / 2, left, top + HEADER, left + 14, top + HEADER)
    )
    return tuple(round(one, 2) for one in points)


def as_point(hold: HoldAfter) -> PausePoint:
    """A hold with stones, as a pause point that asks nothing."""
    return PausePoint(hold.id, hold.word, "", hold.seconds)


def _own(text: BoardText, size: float) -> float:
    return size if text.role is Role.BODY else 0.75 * size


def _stones(left: float, y: float) -> tuple[Point, ...]:
    """Centres of the thinking stones, laid like steps of a path."""
    step = 3.1 * Look().stone
    offsets = (0.0, 8.0, 3.0, 9.0, 1.0, 7.0, 2.0, 6.0)
    return tuple(
        Point(round(left + Look().stone + index * step, 2), round(y + offsets[index], 2)) for index in range(STONES)
    )


def _footpath(box: WordBox, line_y: float, tip_x: float, tip_y: float, stage: Stage) -> tuple[float, ...]:
    """From the end of the word, between the lines, to the edge of the text and on to the tip."""
    start = box.x + box.width + 0.3 * box.size
    edge = max(start, stage.text_left + stage.text_width + 20)
    bend = (edge + tip_x) / 2
    points = (start, line_y, edge, line_y, bend, line_y, bend, tip_y, tip_x, tip_y)
    if stage.below:
        # Down the right margin, and only below the text to the arrow.
        points = (start, line_y, edge, line_y, edge + 8, tip_y, edge + 8, tip_y, tip_x, tip_y)
    return tuple(round(point, 2) for point in points)
