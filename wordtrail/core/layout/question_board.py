"""A question as a stage page: what is asked on the left, its evidence, picture or chart on the right."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import partial
from itertools import groupby

from wordtrail.core.layout.board_draft import (
    LEADING,
    ROW_GAP,
    SCALES,
    TALLEST_ROW,
    BoardBench,
    Draft,
    Place,
    Row,
    around,
    boxed,
    flat,
    picture_of,
    placed_picture,
    ring,
    two_columns,
)
from wordtrail.core.layout.chart_board import TITLE_SIZE_AT_A_QUESTION, lay_chart
from wordtrail.core.layout.fit import Row as TextRow
from wordtrail.core.layout.fit import rows_at
from wordtrail.core.layout.lines import set_text, set_words, verses_of
from wordtrail.core.layout.model import Ink, LaidPart, LaidStroke, Panel, SetPiece, Side, WordBox
from wordtrail.core.layout.stages import Stage
from wordtrail.core.lesson.boards import Board, BoardText, Role
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.activities.activity import LETTERS
from wordtrail.core.plan.as_put import places_as_put
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.plan.part_names import (
    answer_part,
    evidence_part,
    proof_part,
    strike_part,
)
from wordtrail.core.text.excerpts import excerpt
from wordtrail.core.text.look import TextLook
from wordtrail.core.text.model import Block, BlockKind, Style
from wordtrail.core.text.span import Span

EVIDENCE_SIZES = (54.0, 48.0, 44.0, 40.0, 36.0, 32.0, 28.0)
"""Sizes at which whole paragraphs are tried beside a question; where even the smallest is too large, only the
sentences of the evidence are shown, and then still smaller ones are tried."""

SMALLER = (25.0, 22.0, 19.0, 16.0, 13.0, 11.0, 9.0, 7.0)


def lay_question(draft: Draft, board: Board, point: PausePoint, bench: BoardBench) -> None:
    """The question on the left, its evidence (or picture, or organizer) on the right; with both an organizer and
    evidence, the words stand under the question, beside the chart."""
    stage = bench.stage
    organizer = next((one for one in bench.lesson.plan.organizers if one.id == point.organizer), None)
    options = point.activity.options()
    shown = bool(point.evidence or board.picture or organizer or any(one.proof for one in options))
    places = _places(stage, shown=shown, beneath=bool(organizer and point.evidence))
    left, _, right, low = places.asked
    width = right - left
    draft.panels.append(Panel(left, 60, width, 70, "lake"))
    (heading, *_) = set_text(point.activity.heading, 36.0, width - 60, Style.BOLD, draft.look)
    draft.pieces += heading.set_at(left + 30, 108, Ink.WHITE)
    asked = [one for one in board.texts if one.role in (Role.BODY, Role.QUIET)]
    offered = [one for one in board.texts if one.role is Role.CHOICE]
    answer = next((one for one in board.texts if one.role is Role.ANSWER), None)
    room = low - 158.0 - 22.0
    for scale in SCALES:
        need = _need(asked, width, draft.look, scale) + _choices_need(offered, point, width, draft.look, scale)
        need += _need([answer], width - 60, draft.look, scale) + 40 if answer else 0
        if need <= room:
            break
    y = 158.0
    for one in asked:
        size = (54.0 if one.role is Role.BODY else 34.0) * scale
        y = draft.text(one, size, left, y, width) + size * 0.3
    y += 10
    if point.activity.pairs_to_match():
        rows = _paired(draft, board)
        foot = low - 30
        foot -= _need([answer], width - 60, draft.look, scale) + 40 if answer else 0
        foot = max(y + 40, min(foot, y + len(rows) * (TALLEST_ROW + ROW_GAP)))
        two_columns(draft, rows, answer_part(point.id), (left, y, left + width, foot))
        y = foot + 10
    elif offered:
        y = _choices(draft, offered, point, (left, y, width), scale)
    if answer:
        y = _answer(draft, answer, point, (left, y, width), scale)
    if not shown:
        return
    there = places.shown
    if organizer and places.beneath:
        low = _evidence(draft, board, point, bench, (left, y + 24, left + width, places.beneath[3]))
        there = (there[0], low + 24, *there[2:]) if stage.below else there
    elif stage.below:
        there = (there[0], y + 24, *there[2:])
    if organizer:
        lay_chart(draft, organizer, None, bench, there, TITLE_SIZE_AT_A_QUESTION)
    else:
        _evidence(draft, board, point, bench, there)


@dataclass(frozen=True, slots=True)
class _Places:
    """Where the question stands, what it is about (evidence, a picture, a chart), and evidence that stands under the
    question when the chart is beside it."""

    asked: Place
    shown: Place
    beneath: Place | None = None


def _places(stage: Stage, *, shown: bool, beneath: bool) -> _Places:
    """Beside one another on a wide stage, else under one another."""
    top, foot = 60.0, stage.height - 60
    if stage.below:
        left, right = stage.margin, stage.width - stage.margin
        if not shown:
            return _Places((left, top, right, foot), (left, top, right, foot))
        parts = (0.36, 0.64) if beneath else (0.6, 1.0)
        first, second = (top + part * (foot - top) for part in parts)
        if beneath:
            return _Places((left, top, right, first), (left, second + 24, right, foot), (left, first, right, second))
        return _Places((left, top, right, first), (left, first + 24, right, foot))
    if not shown:
        side = (stage.width - 1400.0) / 2
        return _Places((side, top, side + 1400.0, foot), (side, top, side + 1400.0, foot))
    left, right = 80.0, 880.0
    there = (right + 60, top, stage.width - 80, foot)
    if not beneath:
        return _Places((left, top, right, foot), there)
    half = (top + foot) / 2 + 60
    return _Places((left, top, right, half), there, (left, half, right, foot))


def _paired(draft: Draft, board: Board) -> list[Row]:
    """The pairs of a question to match, left and right in turn among its texts."""
    pairs = [one for one in board.texts if one.role is Role.ITEM]
    places = places_as_put(tuple(right.text for right in pairs[1::2]))
    return [
        Row(left, partial(boxed, draft, right, fill="mist", edge=""), place, right.text)
        for left, right, place in zip(pairs[::2], pairs[1::2], places, strict=True)
    ]


def _need(texts: Sequence[BoardText | None], width: float, look: TextLook, scale: float) -> float:
    need = 0.0
    for one in texts:
        if one:
            size = {Role.BODY: 54.0, Role.ANSWER: 40.0}.get(one.role, 34.0) * scale
            need += len(set_text(one.text, size, width, Style.PLAIN, look)) * size * LEADING + size * 0.3
    return need


def _choices_need(offered: Sequence[BoardText], point: PausePoint, width: float, look: TextLook, scale: float) -> float:
    need = 110.0 * len(point.activity.pairs_to_match())
    for one, option in zip(offered, point.activity.options(), strict=True):
        size = 42.0 * scale
        need += len(set_text(one.text, size, width - 130, Style.PLAIN, look)) * size * LEADING + 40
        if option.reason:
            need += len(set_text(option.reason, 32.0 * scale, width - 130, Style.PLAIN, look)) * 32.0 * scale * 1.3
    return need


def _choices(
    draft: Draft, offered: Sequence[BoardText], point: PausePoint, place: tuple[float, float, float], scale: float
) -> float:
    """Answers in boxes with letters (things to order: with empty rings), and what comes later: wrong ones
    struck out with their reason, the right one lit, the numbers of the order. Where they end."""
    left, y, width = place
    size, small = 42.0 * scale, 32.0 * scale
    shown: list[Panel] = []
    pieces: list[SetPiece] = []
    for n, (one, option) in enumerate(zip(offered, point.activity.options(), strict=True)):
        lines = set_words(one.text, one.words, size, width - 130, Style.PLAIN, draft.look)
        reason = set_text(option.reason, small, width - 130, Style.ITALIC, draft.look) if option.reason else ()
        high = len(lines) * size * LEADING + len(reason) * small * 1.3 + 22
        draft.panels.append(Panel(left, round(y, 2), width, round(high, 2), "white", "hairline"))
        draft.answer(Side.ITEM if option.place else Side.CHOICE, n, one.text, (left, y, left + width, y + high))
        if not option.place:
            (letter,) = set_text(LETTERS[n], size, 99, Style.BOLD, draft.look)
            draft.pieces += letter.set_at(left + 34, y + 8 + size * 1.08, Ink.LAKE)
        else:
            draft.strokes.append(ring(left + 52, y + 8 + size * 0.72, size * 0.52, "lake"))
        end = draft.put(lines, left + 100, y + 8)
        later: list[SetPiece] = []
        for line in reason:
            later += line.set_at(left + 100, end + small * 0.9, Ink.MOSS if option.right else Ink.CLAY)
            end += small * 1.3
        if option.place:
            (number,) = set_text(str(option.place), size * 0.72, 99, Style.BOLD, draft.look)
            pieces += number.set_at(left + 52 - number.width / 2, y + 8 + size * 0.98, Ink.LAKE)
        elif option.right:
            shown.append(Panel(left, round(y, 2), width, round(high, 2), "moss-pale", "moss"))
            pieces += later
        else:
            first = lines[0]
            struck = [(left + 30, y + 8 + size * 0.76), (left + 100 + first.width + 14, y + 8 + size * 0.7)]
            strokes = [LaidStroke(flat(struck), 5.0 * max(scale, 0.7), "clay")]
            draft.parts.append(LaidPart(strike_part(point.id, n), tuple(later), (), tuple(strokes)))
        y += high + 18
    draft.parts.append(LaidPart(answer_part(point.id), tuple(pieces), tuple(shown)))
    return y


def _answer(
    draft: Draft, answer: BoardText, point: PausePoint, place: tuple[float, float, float], scale: float
) -> float:
    """The answer in its own panel; its words can be read aloud, so they stand there from when it is shown. Where
    it ends."""
    left, y, width = place
    size = 40.0 * scale
    lines = set_words(answer.text, answer.words, size, width - 60, Style.PLAIN, draft.look)
    high = len(lines) * size * LEADING + 28
    own = Draft(draft.look, lines=draft.lines)
    own.put(lines, left + 30, y + 12)
    draft.boxes += own.boxes
    draft.lines = own.lines
    part = LaidPart(
        answer_part(point.id), tuple(own.pieces), (Panel(left, round(y + 2, 2), width, round(high, 2), "moss-pale"),)
    )
    draft.parts.append(part)
    return y + high


def _evidence(draft: Draft, board: Board, point: PausePoint, bench: BoardBench, place: Place) -> float:
    """A picture, and the paragraphs that the evidence stands in, whole; the evidence is lit with the answer. Where they
    end."""
    left, top, right, bottom = place
    picture = picture_of(bench.lesson, board.picture)
    options = point.activity.options()
    spans = [*point.evidence, *(span for option in options for span in option.proof)]
    if picture:
        foot = bottom if not spans else top + (bottom - top) * 0.5
        region = next((r for r in picture.regions if r.id == point.activity.looks_at()[1]), None)
        crop = around(region.area) if region else picture.crop
        draft.pictures.append(placed_picture(board.picture, picture, crop, (left, top, right, foot)))
        top = foot + 30
    if not spans:
        return bottom
    blocks = _blocks_of(bench.lesson, spans)
    order = [word.id for word in bench.lesson.words]
    column = Stage(
        "evidence", right, bottom, left + 84, right - left - 124, top + 24, bottom - top - 48, left + 62, right, 0, 0
    )
    rows = _fitting(blocks, column, draft.look, EVIDENCE_SIZES)
    if rows is None:
        quoted = {word for span in spans for word in order[order.index(span.first) : order.index(span.last) + 1]}
        short = [excerpt(block, quoted) for block in blocks]
        rows = _fitting(short, column, draft.look, (*EVIDENCE_SIZES, *SMALLER)) or ()
    if bench.stage.below:
        bottom = min(bottom, column.text_top + sum(row.gap + row.height for row in rows) - rows[0].gap + 24)
    draft.panels.append(Panel(left, top, right - left, round(bottom - top, 2), "mist"))
    y = column.text_top
    for index, row in enumerate(rows):
        y += row.gap if index else 0.0
        if row.number:
            (number,) = set_text(row.number, row.size * 0.5, 99, Style.PLAIN, draft.look)
            draft.pieces += number.set_at(column.number_right - number.width, y + row.size * 1.18, Ink.QUIET)
        draft.put([row.line], column.text_left + row.inset, y + 0.1 * row.size, row.ink)
        y += row.height
    places = {box.word: box for box in draft.boxes}
    for n, span in enumerate(point.evidence):
        draft.parts.append(LaidPart(evidence_part(point.id, n), panels=_lit(span, order, places, "ochre-pale")))
    # The words that prove the right answer are lit last, over what the wrong ones have in common with it.
    for n, option in sorted(enumerate(options), key=lambda item: item[1].right):
        panels = tuple(
            panel
            for span in option.proof
            for panel in _lit(span, order, places, "moss-pale" if option.right else "clay-pale")
        )
        if panels:
            draft.parts.append(LaidPart(proof_part(point.id, n), panels=panels))
    return bottom


def _fitting(
    blocks: Sequence[Block], column: Stage, look: TextLook, sizes: Sequence[float]
) -> tuple[TextRow, ...] | None:
    """The rows of the blocks at the largest size at which they fit into the column; None: at none of them."""
    set_blocks = [(block, verses_of(block, Style.PLAIN, look)) for block in blocks]
    for size in sizes:
        rows = rows_at(set_blocks, size, column, look)
        if sum(row.gap + row.height for row in rows) - rows[0].gap <= column.text_height:
            return rows
    return None


def _lit(span: Span, order: list[str], places: dict[str, WordBox], fill: str) -> tuple[Panel, ...]:
    run = [places[word] for word in order[order.index(span.first) : order.index(span.last) + 1] if word in places]
    panels = []
    for _, group in groupby(run, key=lambda box: box.line):
        line = list(group)
        first, last = line[0], line[-1]
        size = first.size
        panels.append(
            Panel(
                round(first.x - 0.1 * size, 2), round(first.baseline - 0.92 * size, 2),
                round(last.x + last.width - first.x + 0.2 * size, 2), round(1.26 * size, 2), fill,
            )
        )  # fmt: skip
    return tuple(panels)


def _blocks_of(lesson: Lesson, spans: Sequence[Span]) -> list[Block]:
    """The blocks in which the words of the spans stand, in reading order."""
    order = lesson.positions()
    wanted = {place for span in spans for place in range(order[span.first], order[span.last] + 1)}
    return [
        block
        for passage in lesson.passages
        for block in passage.blocks
        if block.kind is not BlockKind.PICTURE and any(order[word.id] in wanted for word in block.words)
    ]
