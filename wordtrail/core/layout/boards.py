"""Boards as stage pages: purpose, word cards, questions with their evidence side by side, organizers.

What comes on a page later (answers, struck-out choices, filled-in boxes) is a part of it with a name of its own;
the cue sheet says when it is shown. Their names are made in `part_names`.
"""

from __future__ import annotations

from functools import partial

from wordtrail.core.layout.board_draft import (
    SIZES,
    BoardBench,
    Draft,
    Place,
    Row,
    boxed,
    dot,
    fitted,
    lay_card_picture,
    picture_of,
    placed_picture,
    two_columns,
)
from wordtrail.core.layout.card_board import lay_word_card
from wordtrail.core.layout.chart_board import TITLE_SIZE, lay_chart
from wordtrail.core.layout.lines import set_text, set_words
from wordtrail.core.layout.model import Ink, LaidPage, Panel
from wordtrail.core.layout.question_board import lay_question
from wordtrail.core.lesson.boards import Board, Role
from wordtrail.core.plan.matching import Match, matches, picture_letter
from wordtrail.core.plan.opening import Part
from wordtrail.core.plan.part_names import (
    matching_part,
)
from wordtrail.core.text.look import TextLook
from wordtrail.core.text.model import WHOLE, Style


def laid_board(board: Board, bench: BoardBench) -> LaidPage:
    """One board as a stage page."""
    look = TextLook(bench.lesson.look.typeface)
    draft = Draft(look)
    if board.card:
        lay_word_card(draft, board, board.card, bench)
    elif board.point:
        lay_question(draft, board, board.point, bench)
    elif board.organizer:
        stage = bench.stage
        side = stage.margin - 40
        place = (side, 60.0, stage.width - side, stage.height - 60)
        lay_chart(draft, board.organizer, board, bench, place, TITLE_SIZE)
    elif board.part is Part.SIGHT_WORDS:
        _sight_words(draft, board, bench)
    elif board.part is Part.MATCHING:
        _matching(draft, board, bench)
    else:
        _column(draft, board, bench)
    if bench.stage.below:
        draft.hang(bench.stage.height - 60)
    return draft.page(f"board-{board.id}", board.id)


def _column(draft: Draft, board: Board, bench: BoardBench) -> None:
    """Texts under one another, hung a little above the middle, beside a picture where there is one, or below it."""
    stage = bench.stage
    picture = picture_of(bench.lesson, board.picture)
    place: Place = (800.0, 110.0, stage.width - 90, stage.height - 110)
    if stage.below:
        left, width = stage.margin + 30, stage.width - 2 * stage.margin - 60
        place = (stage.margin, 70.0, stage.width - stage.margin, stage.height * 0.48)
    else:
        left, width = (110.0, 640.0) if picture else (300.0, stage.width - 600)
    top = place[3] + 40 if picture and stage.below else 90.0
    scale, height = fitted(board.texts, width, draft.look, stage.height - top - 130)
    y = max(top, (stage.height - height) * 0.42)
    if picture:
        draft.pictures.append(placed_picture(board.picture, picture, WHOLE, place))
    for one in board.texts:
        size = SIZES.get(one.role, 52.0) * scale
        indent = 56.0 * scale if one.role is Role.ITEM else 0.0
        if one.role is Role.ITEM:
            draft.strokes.append(dot(left + 16 * scale, y + size * 0.72, 10 * scale, "moss"))
        y = draft.text(one, size, left + indent, y, width - indent) + size * 0.35


def _sight_words(draft: Draft, board: Board, bench: BoardBench) -> None:
    stage = bench.stage
    heading, *words = board.texts
    left, room = stage.margin, stage.width - 2 * stage.margin
    draft.text(heading, 46.0, left, 70.0, room)
    columns = 3 if len(words) <= 6 else 4 if len(words) <= 12 else 6
    columns = columns if not stage.below else 2 if len(words) <= 12 else 3
    rows = -(-len(words) // columns)
    wide, high = (room - 30 * (columns - 1)) / columns, min(220.0, (stage.height - 260 - 30 * (rows - 1)) / rows)
    widest = max(set_text(one.text, 100.0, 9999.0, Style.PLAIN, draft.look)[0].width for one in words) / 100
    size = min(96.0, high * 0.5, wide / 4.2, (wide - 28) / widest)
    top = 190.0 + max(0.0, (stage.height - 250 - rows * (high + 30)) * 0.3)
    for n, one in enumerate(words):
        x, y = left + (n % columns) * (wide + 30), top + (n // columns) * (high + 30)
        draft.panels.append(Panel(x, y, round(wide, 2), round(high, 2), "white", "moss-half"))
        lines = set_words(one.text, one.words, size, wide * 2, Style.PLAIN, draft.look)
        draft.put(lines[:1], x + (wide - lines[0].width) / 2, y + high / 2 - size * 0.78)


def _matching(draft: Draft, board: Board, bench: BoardBench) -> None:
    """Words on the left, on the right what they mean, or their pictures with a letter each."""
    texts, stage, plan = {one.id: one for one in board.texts}, bench.stage, bench.lesson.plan
    top = draft.text(board.texts[0], 46.0, stage.margin, 70.0, stage.width - 2 * stage.margin)
    rows = []
    for match in matches(plan.cards, pictures=plan.matching_pictures):
        meaning = texts.get(f"{match.card.id}m")
        draws = partial(boxed, draft, meaning, fill="mist", edge="") if meaning else partial(_pictured, draft, match)
        rows.append(Row(texts[f"{match.card.id}w"], draws, match.place, match.says))
    tallest = TALLEST_PICTURE if plan.matching_pictures else TALLEST_MEANING
    place = (stage.margin, max(170.0, top + 24), stage.width - stage.margin, stage.height - 80)
    two_columns(draft, rows, matching_part(board.id), place, tallest)


TALLEST_PICTURE, TALLEST_MEANING = 300.0, 200.0


def _pictured(draft: Draft, match: Match, place: Place) -> None:
    """A card's picture on the matching card, with its letter."""
    left, top, right, bottom = place
    draft.panels.append(Panel(round(left, 2), round(top, 2), round(right - left, 2), round(bottom - top, 2), "mist"))
    (letter,) = set_words(picture_letter(match.place), (), 52.0, 99.0, Style.BOLD, draft.look)
    draft.pieces += letter.set_at(left + 26, top + 62, Ink.LAKE)
    lay_card_picture(draft, match.card, f"matching-{match.card.id}", (left + 80, top + 10, right - 20, bottom - 10))
