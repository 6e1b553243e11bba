"""A chart with the text beside it: every page of the text once more, with the chart in the room of its signposts.

The text stands where it stands on its own page, to the point, so that words light and marks are drawn in the same
places; only what is written into the chart comes to it.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from wordtrail.core.layout.board_draft import BoardBench, Draft, is_readable
from wordtrail.core.layout.chart_board import BOX_SCALES, READABLE_OR_NOT, in_a_column, lay_chart
from wordtrail.core.layout.model import LaidPage
from wordtrail.core.layout.stages import Stage
from wordtrail.core.lesson.boards import Board
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.organizers import Organizer
from wordtrail.core.remembered import remembered
from wordtrail.core.text.look import TextLook

MOST_BOXES = 6
"""Boxes of the largest chart that can be taken in beside the text."""

EDGE, TOP = 50.0, 50.0
"""Its room to the edges of the stage, in page units."""


@remembered(64)
def has_text_beside(chart: Organizer, lesson: Lesson, stage: Stage) -> bool:
    """Whether a chart wants the text beside it, and can be read there; one that cannot has the stage to itself."""
    if not chart.beside_text or len(chart.boxes) > MOST_BOXES or stage.below:
        return False
    draft = Draft(TextLook(lesson.look.typeface))
    _lay(draft, chart, None, BoardBench(lesson, (), stage), READABLE_OR_NOT)
    return is_readable(draft, stage.sizes[-1])


def pages_beside(boards: Sequence[Board], bench: BoardBench) -> list[LaidPage]:
    """The pages of the text once more for each chart that wants the text beside it."""
    return [
        _laid(page, board, board.organizer, bench)
        for board in boards
        if board.organizer and has_text_beside(board.organizer, bench.lesson, bench.stage)
        for page in bench.text
        if page.boxes and not page.title and not page.photo
    ]


def _laid(page: LaidPage, board: Board, chart: Organizer, bench: BoardBench) -> LaidPage:
    draft = Draft(TextLook(bench.lesson.look.typeface), lines=max(box.line for box in page.boxes) + 1)
    _lay(draft, chart, board, bench, BOX_SCALES)
    return replace(
        page, id=f"{page.id}+{chart.id}", board=chart.id, beside=page.id, pieces=(*page.pieces, *draft.pieces),
        boxes=(*page.boxes, *draft.boxes), panels=(*page.panels, *draft.panels),
        strokes=(*page.strokes, *draft.strokes), parts=(*page.parts, *draft.parts),
    )  # fmt: skip


def _lay(draft: Draft, chart: Organizer, board: Board | None, bench: BoardBench, scales: Sequence[float]) -> None:
    """The chart in the room of the signposts, its boxes below one another."""
    stage = bench.stage
    place = (stage.signpost_left, TOP, stage.width - EDGE, stage.height - TOP)
    lay_chart(draft, in_a_column(chart), board, bench, place, stage.sizes[-1], scales)
