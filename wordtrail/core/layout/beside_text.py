"""A chart with the text beside it: every page of the text once more, with the chart in the room of its signposts.

The text stands where it stands on its own page, to the point, so that words light and marks are drawn in the same
places; only what is written into the chart comes to it.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from wordtrail.core.layout.board_draft import BoardBench, Draft
from wordtrail.core.layout.chart_board import in_a_column, lay_chart
from wordtrail.core.layout.model import LaidPage
from wordtrail.core.layout.stages import Stage
from wordtrail.core.lesson.boards import Board
from wordtrail.core.plan.organizers import Organizer
from wordtrail.core.text.look import TextLook

MOST_BOXES = 6
"""Boxes of the largest chart that can be read beside the text; a larger one has the stage to itself."""

TITLE_SIZE, EDGE, TOP = 40.0, 50.0, 60.0
"""The size of its title, and its room to the edges of the stage, in page units."""


def has_text_beside(chart: Organizer, stage: Stage) -> bool:
    """Whether a chart wants the text beside it, and has room there."""
    return chart.beside_text and len(chart.boxes) <= MOST_BOXES and not stage.below


def pages_beside(boards: Sequence[Board], bench: BoardBench) -> list[LaidPage]:
    """The pages of the text once more for each chart that wants the text beside it."""
    return [
        _laid(page, board, board.organizer, bench)
        for board in boards
        if board.organizer and has_text_beside(board.organizer, bench.stage)
        for page in bench.text
        if page.boxes and not page.title and not page.photo
    ]


def _laid(page: LaidPage, board: Board, chart: Organizer, bench: BoardBench) -> LaidPage:
    stage = bench.stage
    draft = Draft(TextLook(bench.lesson.look.typeface), lines=max(box.line for box in page.boxes) + 1)
    place = (stage.signpost_left, TOP, stage.width - EDGE, stage.height - TOP)
    lay_chart(draft, in_a_column(chart), board, bench, place, TITLE_SIZE)
    return replace(
        page, id=f"{page.id}+{chart.id}", board=chart.id, beside=page.id, pieces=(*page.pieces, *draft.pieces),
        boxes=(*page.boxes, *draft.boxes), panels=(*page.panels, *draft.panels),
        strokes=(*page.strokes, *draft.strokes), parts=(*page.parts, *draft.parts),
    )  # fmt: skip
