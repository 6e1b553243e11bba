"""A question as a stage page: what is asked on the left, its evidence, picture or chart on the right."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import partial
from itertools import groupby

from wordtrail.core.layout.board_draft import (
    LEADING,
    ROW_GAP,
    TALLEST_ROW,
    BoardBench,
    Draft,
    Place,
    Row,
    around,
    boxed,
    flat,
    is_readable,
    picture_of,
    placed_picture,
    ring,
    two_columns,
)
from wordtrail.core.layout.chart_board import TITLE_SIZE_AT_A_QUESTION, lay_chart
from wordtrail.core.layout.fit import Row as TextRow
from wordtrail.core.layout.fit import rows_at
from wordtrail.core.layout.lines import Line, set_text, set_words, verses_of
from wordtrail.core.layout.model import Ink, LaidPart, LaidStroke, Panel, SetPiece, Side, WordBox
from wordtrail.core.layout.stages import Stage
from wordtrail.core.lesson.boards import Board, BoardText, Role
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.activities.activity import LETTERS, Option
from wordtrail.core.plan.as_put import places_as_put
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.plan.organizers import Organizer
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

EVIDENCE_SIZES = (54.0, 48.0, 44.0)
"""Sizes at which whole paragraphs are tried beside a question; where even the smallest is too large, only the
sentences of the evidence are shown."""


def question_page(board: Board, point: PausePoint, bench: BoardBench) -> Draft | None:
    """The question on the left, its evidence (or picture, or organizer) on the right; with both an organizer and
    evidence, the words stand under the question, beside the chart. None where letters would be too small to read."""
    stage, draft = bench.stage, Draft(TextLook(bench.lesson.look.typeface))
    least = stage.sizes[-1]
    organizer = organizer_of(point, bench.lesson)
    shown = bool(point.evidence or board.picture or organizer or any(one.proof for one in point.activity.options()))
    places = _places(stage, shown=shown, beneath=bool(organizer and point.evidence))
    left, _, right, low = places.asked
    width = right - left
    asked, offered, answer = texts_of(board)
    for scale in LARGER:
        need = _need(asked, width, draft.look, scale, least)
        need += sum(choice_height(*one, width, draft.look, scale, least) for one in _paired_up(offered, point))
        need += 110.0 * len(point.activity.pairs_to_match())
        need += _need([answer], width - 60, draft.look, scale, least) + 40 if answer else 0
        if need <= low - TOP_OF_TEXT - 22.0:
            break
    else:
        return None
    y = _question(draft, board, point, (left, TOP_OF_TEXT, right, low), scale, least)
    there = places.shown
    if organizer and places.beneath:
        foot = evidence_column(draft, board, point, bench, (left, y + 24, left + width, places.beneath[3]))
        if foot is None:
            return None
        there = (there[0], foot + 24, *there[2:]) if stage.below else there
    elif stage.below:
        there = (there[0], y + 24, *there[2:])
    if organizer:
        lay_chart(draft, organizer, None, bench, there, TITLE_SIZE_AT_A_QUESTION)
    elif shown and evidence_column(draft, board, point, bench, there) is None:
        return None
    return draft if is_readable(draft, least) else None


def organizer_of(point: PausePoint, lesson: Lesson) -> Organizer | None:
    """The chart that is called up beside a question."""
    return next((one for one in lesson.plan.organizers if one.id == point.organizer), None)


TOP_OF_TEXT = 158.0
"""Where what is asked begins, under the band with what students do (page units)."""

LARGER = (1.0, 0.9)
"""Scales at which a question is larger than the smallest that can be read."""


def texts_of(board: Board) -> tuple[list[BoardText], list[BoardText], BoardText | None]:
    """What is asked, what is offered, and the answer."""
    return (
        [one for one in board.texts if one.role in (Role.BODY, Role.QUIET)],
        [one for one in board.texts if one.role is Role.CHOICE],
        next((one for one in board.texts if one.role is Role.ANSWER), None),
    )


def _paired_up(offered: Sequence[BoardText], point: PausePoint) -> list[tuple[BoardText, Option]]:
    return list(zip(offered, point.activity.options(), strict=True))


def lay_band(draft: Draft, point: PausePoint, left: float, width: float) -> None:
    """What students do, in a band over the question."""
    draft.panels.append(Panel(left, 60, width, 70, "lake"))
    (heading, *_) = set_text(point.activity.heading, BAND_SIZE, width - 60, Style.BOLD, draft.look)
    draft.pieces += heading.set_at(left + 30, 60 + 35 + 0.36 * BAND_SIZE, Ink.WHITE)


BAND_SIZE = 48.0


def size_of(role: Role, scale: float, least: float) -> float:
    """How large a text of a question is set at a scale."""
    return max({Role.BODY: 54.0, Role.ANSWER: 40.0, Role.CHOICE: 42.0}.get(role, 34.0) * scale, least)


def _question(draft: Draft, board: Board, point: PausePoint, place: Place, scale: float, least: float) -> float:
    """What is asked and offered, and its answer, under their band; where they end."""
    left, y, right, low = place
    width = right - left
    lay_band(draft, point, left, width)
    asked, offered, answer = texts_of(board)
    for one in asked:
        size = size_of(one.role, scale, least)
        y = draft.text(one, size, left, y, width) + size * 0.3
    y += 10
    if point.activity.pairs_to_match():
        foot = low - 30
        foot -= _need([answer], width - 60, draft.look, scale, least) + 40 if answer else 0
        y = lay_pairs(draft, board, point, (left, y, left + width, foot)) + 10
    for number, (one, option) in enumerate(_paired_up(offered, point)):
        y = lay_choice(draft, number, one, option, point, (left, y, width), scale, least)
    if offered:
        mark_as_shown(draft, point)
    if answer:
        size = size_of(Role.ANSWER, scale, least)
        lines = set_words(answer.text, answer.words, size, width - 60, Style.PLAIN, draft.look)
        y = lay_answer(draft, lines, point, (left, y, width))
    return y


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
        Row(left, partial(boxed, draft, right, fill="mist", edge=""), place, right.text, number)
        for number, (left, right, place) in enumerate(zip(pairs[::2], pairs[1::2], places, strict=True))
    ]


def _need(texts: Sequence[BoardText | None], width: float, look: TextLook, scale: float, least: float) -> float:
    need = 0.0
    for one in texts:
        if one:
            size = size_of(one.role, scale, least)
            need += len(set_text(one.text, size, width, Style.PLAIN, look)) * size * LEADING + size * 0.3
    return need


def lay_pairs(
    draft: Draft, board: Board, point: PausePoint, place: Place, numbers: Sequence[int] | None = None,
    tallest: float = TALLEST_ROW,
) -> float:  # fmt: skip
    """The pairs of a question to match, or those of these `numbers`; where they end."""
    left, top, right, foot = place
    rows = [row for row in _paired(draft, board) if numbers is None or row.number in numbers]
    foot = max(top + 40, min(foot, top + len(rows) * (tallest + ROW_GAP)))
    two_columns(draft, rows, answer_part(point.id), (left, top, right, foot), tallest)
    return foot


BESIDE_CHOICE = 130.0
"""Page units beside the text of an answer that is offered: its letter, and its room."""


def choice_height(one: BoardText, option: Option, width: float, look: TextLook, scale: float, least: float) -> float:
    """How high an answer that is offered is, with the room behind it."""
    size, small = size_of(Role.CHOICE, scale, least), size_of(Role.REASON, scale, least)
    need = len(set_text(one.text, size, width - BESIDE_CHOICE, Style.PLAIN, look)) * size * LEADING + 40
    if option.reason:
        need += len(set_text(option.reason, small, width - BESIDE_CHOICE, Style.ITALIC, look)) * small * 1.3
    return need


def lay_choice(
    draft: Draft, number: int, one: BoardText, option: Option, point: PausePoint,
    place: tuple[float, float, float], scale: float, least: float,
) -> float:  # fmt: skip
    """An answer in a box with its letter (a thing to order: with an empty ring), and what comes later: a wrong one
    struck out with its reason, the right one lit, the number of the order. Where it ends."""
    left, y, width = place
    size, small = size_of(Role.CHOICE, scale, least), size_of(Role.REASON, scale, least)
    lines = set_words(one.text, one.words, size, width - BESIDE_CHOICE, Style.PLAIN, draft.look)
    reason = set_text(option.reason, small, width - BESIDE_CHOICE, Style.ITALIC, draft.look) if option.reason else ()
    high = len(lines) * size * LEADING + len(reason) * small * 1.3 + 22
    draft.panels.append(Panel(left, round(y, 2), width, round(high, 2), "white", "hairline"))
    draft.answer(Side.ITEM if option.place else Side.CHOICE, number, one.text, (left, y, left + width, y + high))
    if not option.place:
        (letter,) = set_text(LETTERS[number], size, 99, Style.BOLD, draft.look)
        draft.pieces += letter.set_at(left + 34, y + 8 + size * 1.08, Ink.LAKE)
    else:
        draft.strokes.append(ring(left + 52, y + 8 + size * 0.72, size * 0.52, "lake"))
    end = draft.put(lines, left + 100, y + 8)
    later: list[SetPiece] = []
    for line in reason:
        later += line.set_at(left + 100, end + small * 0.9, Ink.MOSS if option.right else Ink.CLAY)
        end += small * 1.3
    shown: tuple[Panel, ...] = ()
    if option.place:
        (figure,) = set_text(str(option.place), size * 0.72, 99, Style.BOLD, draft.look)
        later = figure.set_at(left + 52 - figure.width / 2, y + 8 + size * 0.98, Ink.LAKE)
    elif option.right:
        shown = (Panel(left, round(y, 2), width, round(high, 2), "moss-pale", "moss"),)
    else:
        struck = [(left + 30, y + 8 + size * 0.76), (left + 100 + lines[0].width + 14, y + 8 + size * 0.7)]
        strokes = (LaidStroke(flat(struck), 5.0 * max(scale, 0.7), "clay"),)
        draft.parts.append(LaidPart(strike_part(point.id, number), tuple(later), (), strokes))
        return y + high + 18
    draft.parts.append(LaidPart(answer_part(point.id), tuple(later), shown))
    return y + high + 18


def mark_as_shown(draft: Draft, point: PausePoint) -> None:
    """What comes with the answer of a page, as one part."""
    own = [part for part in draft.parts if part.id == answer_part(point.id)]
    if not own:
        return
    pieces = tuple(piece for part in own for piece in part.pieces)
    panels = tuple(panel for part in own for panel in part.panels)
    draft.parts = [part for part in draft.parts if part not in own]
    draft.parts.append(LaidPart(answer_part(point.id), pieces, panels))


def lay_answer(draft: Draft, lines: Sequence[Line], point: PausePoint, place: tuple[float, float, float]) -> float:
    """Lines of the answer in their own panel; its words can be read aloud, so they stand there from when it is shown.
    Where they end."""
    left, y, width = place
    high = sum(line.size * LEADING for line in lines) + 28
    own = Draft(draft.look, lines=draft.lines)
    own.put(lines, left + 30, y + 12)
    draft.boxes += own.boxes
    draft.lines = own.lines
    part = LaidPart(
        answer_part(point.id), tuple(own.pieces), (Panel(left, round(y + 2, 2), width, round(high, 2), "moss-pale"),)
    )
    draft.parts.append(part)
    return y + high


def evidence_column(draft: Draft, board: Board, point: PausePoint, bench: BoardBench, place: Place) -> float | None:
    """A picture, and the paragraphs that the evidence stands in, whole, else its sentences; the evidence is lit with
    the answer. Where they end; None where they do not fit in letters that can be read."""
    left, top, right, bottom = place
    spans = spans_of(point)
    if picture_of(bench.lesson, board.picture):
        foot = bottom if not spans else top + (bottom - top) * 0.5
        lay_picture(draft, board, point, bench, (left, top, right, foot))
        top = foot + 30
    if not spans:
        return bottom
    column = evidence_place((left, top, right, bottom))
    sizes = [size for size in EVIDENCE_SIZES if size >= bench.stage.sizes[-1]]
    blocks = blocks_of(bench.lesson, spans)
    rows = _fitting(blocks, column, draft.look, sizes)
    if rows is None:
        rows = _fitting(excerpts_of(blocks, point, bench.lesson), column, draft.look, sizes)
    if rows is None:
        return None
    if bench.stage.below:
        bottom = min(bottom, column.text_top + sum(row.gap + row.height for row in rows) - rows[0].gap + 24)
    lay_evidence(draft, rows, point, bench.lesson, column, (left, top, right, bottom))
    return bottom


def spans_of(point: PausePoint) -> list[Span]:
    """The words that a question shows: its evidence, and what proves its answers or rules them out."""
    return [*point.evidence, *(span for option in point.activity.options() for span in option.proof)]


def lay_picture(draft: Draft, board: Board, point: PausePoint, bench: BoardBench, place: Place) -> None:
    """The picture that a question is about, or the region of it."""
    picture = picture_of(bench.lesson, board.picture)
    assert picture
    region = next((r for r in picture.regions if r.id == point.activity.looks_at()[1]), None)
    crop = around(region.area) if region else picture.crop
    draft.pictures.append(placed_picture(board.picture, picture, crop, place))


def evidence_place(place: Place) -> Stage:
    """The column in which evidence stands inside its panel."""
    left, top, right, bottom = place
    return Stage(
        "evidence", right, bottom, left + 84, right - left - 124, top + 24, bottom - top - 48, left + 62, right, 0, 0
    )


def excerpts_of(blocks: Sequence[Block], point: PausePoint, lesson: Lesson) -> list[Block]:
    """Of paragraphs, only the sentences that a question shows."""
    order = [word.id for word in lesson.words]
    quoted = {word for span in spans_of(point) for word in order[order.index(span.first) : order.index(span.last) + 1]}
    return [excerpt(block, quoted) for block in blocks]


def lay_evidence(
    draft: Draft, rows: Sequence[TextRow], point: PausePoint, lesson: Lesson, column: Stage, panel: Place
) -> None:
    """Rows of paragraphs in their panel, and what is lit of them with the answer."""
    left, top, right, bottom = panel
    draft.panels.append(Panel(left, round(top, 2), right - left, round(bottom - top, 2), "mist"))
    y = column.text_top
    for index, row in enumerate(rows):
        y += row.gap if index else 0.0
        if row.number:
            (number,) = set_text(row.number, row.size * 0.5, 99, Style.PLAIN, draft.look)
            draft.pieces += number.set_at(column.number_right - number.width, y + row.size * 1.18, Ink.QUIET)
        draft.put([row.line], column.text_left + row.inset, y + 0.1 * row.size, row.ink)
        y += row.height
    places = {box.word: box for box in draft.boxes}
    order = [word.id for word in lesson.words]
    for n, span in enumerate(point.evidence):
        if panels := _lit(span, order, places, "ochre-pale"):
            draft.parts.append(LaidPart(evidence_part(point.id, n), panels=panels))
    # The words that prove the right answer are lit last, over what the wrong ones have in common with it.
    for n, option in sorted(enumerate(point.activity.options()), key=lambda item: item[1].right):
        panels = tuple(
            panel
            for span in option.proof
            for panel in _lit(span, order, places, "moss-pale" if option.right else "clay-pale")
        )
        if panels:
            draft.parts.append(LaidPart(proof_part(point.id, n), panels=panels))


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


def blocks_of(lesson: Lesson, spans: Sequence[Span]) -> list[Block]:
    """The blocks in which the words of the spans stand, in reading order."""
    order = lesson.positions()
    wanted = {place for span in spans for place in range(order[span.first], order[span.last] + 1)}
    return [
        block
        for passage in lesson.passages
        for block in passage.blocks
        if block.kind is not BlockKind.PICTURE and any(order[word.id] in wanted for word in block.words)
    ]
