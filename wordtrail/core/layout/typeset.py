"""Putting a whole lesson on the stage: title card, pages, marks and signposts."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import replace
from itertools import groupby

from wordtrail.core.layout.beside_text import pages_beside
from wordtrail.core.layout.board_draft import BoardBench, picture_of
from wordtrail.core.layout.boards import laid_board
from wordtrail.core.layout.boxes import boxes_of
from wordtrail.core.layout.faces import shape
from wordtrail.core.layout.fit import Row, column_height, fitted
from wordtrail.core.layout.mark_shapes import Ground, laid_marks
from wordtrail.core.layout.model import Ink, LaidPage, LaidPicture, Layout, Panel, SetPiece, WordBox
from wordtrail.core.layout.photo import laid_photo, shows_photo
from wordtrail.core.layout.signposts import as_point, laid_signpost
from wordtrail.core.layout.signs import laid_signs
from wordtrail.core.layout.stages import WIDE, Stage
from wordtrail.core.layout.title_page import title_card
from wordtrail.core.layout.whole_width import stage_for
from wordtrail.core.lesson.boards import boards, has_page, run_boards
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.title_texts import has_title_card, heading_like_title
from wordtrail.core.remembered import remembered
from wordtrail.core.text.look import USUAL_LOOK, TextLook
from wordtrail.core.text.model import BlockKind, Page, Passage, Picture, Region, Style

ASCENT = 1.18
"""Times the size: from the top of a line's room to its baseline."""

NUMBER_SIZE = 0.5

MOST_WORDS_REMEMBERED = 200_000
"""Words of the pages whose layout is remembered; one takes about a kilobyte."""


@remembered(16)
def typeset(lesson: Lesson, stage: Stage = WIDE) -> Layout:
    """The layout of `lesson` for one shape of stage, page units throughout: title card, what comes before the
    reading, the pages of the passages, what comes after it, the pages of questions and organizers, and those on which
    an organizer stands beside the text."""
    cover = picture_of(lesson, lesson.plan.opening.cover)
    title = title_card(lesson.passages[0], 0, stage, lesson.look, cover)
    text = text_pages(lesson, stage)
    bench = BoardBench(lesson, tuple(text), stage)
    made = boards(lesson)
    before = [page for board in run_boards(lesson) for page in laid_board(board, bench)]
    after = [page for board in run_boards(lesson, after=True) for page in laid_board(board, bench)]
    placed = {page.board for page in (*before, *after)}
    others = [page for board in made if board.id not in placed for page in laid_board(board, bench)]
    pages = (title, *before, *text, *after, *others, *pages_beside(made, bench))
    places = Layout(stage.name, stage.width, stage.height, pages, (), ()).places()
    ground = Ground(
        pages, places, [word.id for word in lesson.words], lesson.legend, regions_of(lesson.passages), stage,
        lesson.look,
    )  # fmt: skip
    signposts = tuple(
        laid_signpost(point, *places[point.after], stage, lesson.look)
        for point in lesson.pause_points
        if point.after in places and not has_page(point)
    )
    counted = tuple(
        laid_signpost(as_point(hold), *places[hold.word], stage, lesson.look)
        for hold in lesson.holds
        if hold.counted and hold.word in places
    )
    closing = tuple(
        laid_signpost(point, *places[lesson.words[-1].id], stage, lesson.look)
        for point in lesson.pause_points
        if not point.after and not has_page(point) and lesson.words
    )
    marks = laid_marks(lesson.marks, ground)
    return Layout(
        stage.name, stage.width, stage.height, pages, marks, (*signposts, *closing, *counted),
        text_edge=stage.text_edge, signs=laid_signs(stage, lesson.look), caption_room=stage.caption_room,
    )  # fmt: skip


def text_pages(lesson: Lesson, stage: Stage = WIDE) -> list[LaidPage]:
    """The pages of the passages, each but the first behind a title card of its own."""
    pages: list[LaidPage] = []
    for number, passage in enumerate(lesson.passages):
        if number and has_title_card(passage, number):
            pages.append(title_card(passage, number, stage, lesson.look))
        heading = heading_like_title(passage)
        for page in passage.pages:
            if heading and heading in page.blocks:
                page = replace(page, blocks=page.blocks[1:])
            if shows_photo(page):
                pages += laid_photo(page, page.photo, stage_for(page, lesson, stage) if stage.below else stage)
            else:
                pages += laid_pages(page, stage_for(page, lesson, stage), lesson.look)
    return pages


def regions_of(passages: tuple[Passage, ...]) -> dict[tuple[str, str], Region]:
    """The named regions of all pictures, by block and region."""
    return {
        (block.id, region.id): region
        for passage in passages
        for block in passage.blocks
        if block.picture
        for region in block.picture.regions
    }


def _pieces_of(page: Page, *_: object) -> float:
    return 20.0 + sum(len(block.words) for block in page.blocks)


@remembered(MOST_WORDS_REMEMBERED, by_value=True, weight=_pieces_of)
def laid_pages(page: Page, stage: Stage, look: TextLook = USUAL_LOOK) -> tuple[LaidPage, ...]:
    """One page of the passage as one or more pages of the stage. Kept, so that a change to one page of
    a long passage does not set all the others anew."""
    size, parts = fitted(page, stage, look)
    return tuple(
        _laid(f"{page.id}" if len(parts) == 1 else f"{page.id}.{index + 1}", page.labels, size, rows, stage, look)
        for index, rows in enumerate(parts)
    )


def _laid(id: str, label: str, size: float, rows: list[Row], stage: Stage, look: TextLook) -> LaidPage:
    # A short page hangs a little above the middle, as a picture is hung.
    spare = stage.text_height - column_height(rows)
    y = stage.text_top + min(spare * 0.4, 1.2 * size)
    pieces: list[SetPiece] = []
    tops: list[tuple[Row, float, float]] = []
    boxes: list[WordBox] = []
    pictures: list[LaidPicture] = []
    for line, (row, left, top) in enumerate(_placed(rows, stage.text_left, y)):
        if row.block.picture:
            pictures.append(_laid_picture(row, row.block.picture, left, top))
        baseline = top + row.size * ASCENT
        placed = row.line.set_at(left + row.inset, baseline, row.ink)
        boxes += boxes_of(placed, line)
        pieces += placed
        if row.number:
            edge = stage.number_right + left - stage.text_left
            pieces.append(_margin_number(row.number, row.size * NUMBER_SIZE, baseline, edge, look))
        tops.append((row, left, top))
    return LaidPage(
        id, label, size, tuple(pieces), tuple(boxes), _panels(tops, stage), pictures=tuple(pictures),
        text_edge=stage.text_edge, foot=stage.text_foot,
    )  # fmt: skip


def _placed(rows: Iterable[Row], left: float, top: float) -> Iterator[tuple[Row, float, float]]:
    """Every row with its left edge and its top; of rows side by side, those of the left column first."""
    y = top
    for index, row in enumerate(rows):
        y += row.gap if index else 0.0
        if row.beside:
            for across, column in row.beside:
                yield from _placed(column, left + across, y)
        else:
            yield row, left, y
        y += row.height


def _laid_picture(row: Row, picture: Picture, left: float, y: float) -> LaidPicture:
    return LaidPicture(
        row.block.id, picture.file, picture.crop, round(left, 3), round(y, 3), round(row.line.width, 3),
        round(row.height, 3), row.block.text,
    )  # fmt: skip


def _margin_number(text: str, size: float, baseline: float, right: float, look: TextLook) -> SetPiece:
    shaped = shape(text, Style.PLAIN, look.typeface)
    x = right - shaped.advance * size
    return SetPiece(
        text, round(x, 3), round(baseline, 3), shaped.advance * size, size, Style.PLAIN, "", Ink.QUIET,
        look.typeface,
    )  # fmt: skip


def _panels(tops: list[tuple[Row, float, float]], stage: Stage) -> tuple[Panel, ...]:
    panels = []
    for _, run in groupby(tops, key=lambda top: top[0].block.id):
        rows = list(run)
        first, left, y = rows[0]
        if first.block.kind is BlockKind.FACT_BOX:
            top = y - first.inset * 0.6
            bottom = rows[-1][2] + rows[-1][0].height
            width = stage.text_left + stage.text_width - left
            panels.append(Panel(round(left, 3), round(top, 3), round(width, 3), round(bottom - top, 3)))
    return tuple(panels)
