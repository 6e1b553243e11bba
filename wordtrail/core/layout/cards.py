"""A pause point's signpost beside its line."""

from __future__ import annotations

from wordtrail.core.layout.lines import set_text
from wordtrail.core.layout.model import Ink, LaidCard, Look, Point, SetPiece, WordBox
from wordtrail.core.layout.stages import Stage
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.text.look import USUAL_LOOK, TextLook
from wordtrail.core.text.model import Style

HEADER = 64.0
ROOM = 30.0
TIP = 28.0
SIZES = (38.0, 34.0, 30.0, 26.0, 23.0)
STONES = 8
HEADING = "Your turn"


def laid_card(point: PausePoint, page: int, box: WordBox, stage: Stage, look: TextLook = USUAL_LOOK) -> LaidCard:
    """The signpost of `point`, which stands after the word at `box`.

    The question is set at the largest size at which the card keeps to two thirds of the stage.
    """
    width = stage.card_width
    for size in SIZES:
        lines = set_text(point.question, size, width - 2 * ROOM, Style.PLAIN, TextLook(look.typeface))
        height = HEADER + ROOM + len(lines) * size * 1.4 + ROOM + (2 * ROOM if point.think_seconds else 0.0)
        if height <= stage.height * 0.66:
            break
    line_y = box.baseline + Look().dots_below * box.size
    y = min(max(line_y - HEADER / 2, stage.text_top), stage.text_top + stage.text_height - height)
    left = stage.card_left
    pieces = list[SetPiece]()
    for line in set_text(HEADING, 30.0, width, Style.BOLD, TextLook(look.typeface)):
        pieces += line.set_at(left + ROOM, y + HEADER / 2 + 10.5, Ink.WHITE)
    baseline = y + HEADER + ROOM + size
    for line in lines:
        pieces += line.set_at(left + ROOM, baseline, Ink.INK)
        baseline += size * 1.4
    stones = _stones(left + ROOM, y + height - 1.6 * ROOM) if point.think_seconds else ()
    tip_y = y + HEADER / 2
    return LaidCard(
        point.id, page, left, round(y, 3), width, round(height, 3), HEADER, TIP, tuple(pieces), stones,
        _footpath(box, line_y, left - TIP, tip_y, stage), point.think_seconds,
    )  # fmt: skip


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
    return tuple(round(point, 2) for point in points)
