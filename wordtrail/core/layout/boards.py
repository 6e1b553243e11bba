"""Boards as stage pages: purpose, word cards, questions with their evidence side by side, organizers.

What comes on a page later (answers, struck-out choices, filled-in boxes) is a part of it with a name of its own;
the cue sheet says when it is shown. Their names are made in `part_names`.
"""

from __future__ import annotations

from collections.abc import Sequence
from functools import partial

from wordtrail.core.layout.board_draft import (
    BoardBench,
    Draft,
    Place,
    Row,
    boxed,
    in_groups,
    is_readable,
    lay_card_picture,
    picture_of,
    placed_picture,
    two_columns,
)
from wordtrail.core.layout.card_board import word_card
from wordtrail.core.layout.chart_board import chart_pages
from wordtrail.core.layout.lines import set_text, set_words
from wordtrail.core.layout.model import Ink, LaidPage, Panel
from wordtrail.core.layout.parted_texts import flowed, height_of, largest, lay_column
from wordtrail.core.layout.question_pages import question_pages
from wordtrail.core.lesson.boards import Board, BoardText
from wordtrail.core.plan.matching import Match, matches, picture_letter
from wordtrail.core.plan.opening import Part
from wordtrail.core.plan.part_names import (
    matching_part,
)
from wordtrail.core.text.look import TextLook
from wordtrail.core.text.model import WHOLE, Style


def laid_board(board: Board, bench: BoardBench) -> tuple[LaidPage, ...]:
    """One board as a stage page; as several, where its texts would be too small on one."""
    if board.card:
        drafts = word_card(board, board.card, bench)
    elif board.part is Part.SIGHT_WORDS:
        drafts = _sight_words(board, bench)
    elif board.point:
        drafts = question_pages(board, board.point, bench)
    elif board.organizer:
        side = bench.stage.margin - 40
        place = (side, 60.0, bench.stage.width - side, bench.stage.height - 60)
        drafts = chart_pages(board.organizer, board, bench, place)
    elif board.part is Part.MATCHING:
        drafts = _matching(board, bench)
    else:
        drafts = _column(board, bench)
    pages = []
    for number, draft in enumerate(drafts, 1):
        if bench.stage.below:
            draft.hang(bench.stage.height - 60)
        pages.append(draft.page(page_id(board.id, number), board.id))
    return tuple(pages)


def page_id(board: str, number: int) -> str:
    """The id of a page of a board, counted from 1."""
    return f"board-{board}" if number == 1 else f"board-{board}.{number}"


COLUMN_TOP, COLUMN_FOOT = 90.0, 130.0


def _column(board: Board, bench: BoardBench) -> list[Draft]:
    """Texts under one another, hung a little above the middle, beside a picture where there is one, or below it. Where
    they do not fit beside it, the picture has a page of its own before them."""
    stage, look = bench.stage, TextLook(bench.lesson.look.typeface)
    least = stage.sizes[-1]
    picture = picture_of(bench.lesson, board.picture)
    if picture:
        place: Place = (800.0, 110.0, stage.width - 90, stage.height - 110)
        left, width, top = 110.0, 640.0, COLUMN_TOP
        if stage.below:
            left, width = stage.margin + 30, stage.width - 2 * stage.margin - 60
            place = (stage.margin, 70.0, stage.width - stage.margin, stage.height * 0.48)
            top = place[3] + 40
        column = largest(board.texts, width, look, stage.height - top - COLUMN_FOOT, least)
        draft = Draft(look)
        if column:
            draft.pictures.append(placed_picture(board.picture, picture, WHOLE, place))
            lay_column(draft, column, left, max(top, (stage.height - height_of(column)) * 0.42))
            return [draft]
        whole = (stage.margin, 70.0, stage.width - stage.margin, stage.height - 70)
        draft.pictures.append(placed_picture(board.picture, picture, WHOLE, whole))
        return [draft, *_columns(board.texts, bench)]
    return _columns(board.texts, bench)


def _columns(texts: Sequence[BoardText], bench: BoardBench) -> list[Draft]:
    """Texts on pages of their own."""
    stage, look = bench.stage, TextLook(bench.lesson.look.typeface)
    left, width = (
        (stage.margin + 30, stage.width - 2 * stage.margin - 60) if stage.below else (300.0, stage.width - 600)
    )
    room = stage.height - COLUMN_TOP - COLUMN_FOOT
    drafts, lines = [], 0
    for column in flowed(texts, width, look, room, stage.sizes[-1]):
        draft = Draft(look, lines=lines)
        lay_column(draft, column, left, max(COLUMN_TOP, (stage.height - height_of(column)) * 0.42))
        drafts.append(draft)
        lines = draft.lines
    return drafts


def _sight_words(board: Board, bench: BoardBench) -> list[Draft]:
    """Words to say, in a grid; in several where they would be too small in one."""
    heading, *words = board.texts
    return in_groups(words, lambda some: _grid(heading, some, bench), bench.stage.sizes[-1])


def _grid(heading: BoardText, words: Sequence[BoardText], bench: BoardBench) -> Draft:
    stage = bench.stage
    draft = Draft(TextLook(bench.lesson.look.typeface))
    left, room = stage.margin, stage.width - 2 * stage.margin
    draft.text(heading, HEADING, left, 70.0, room)
    columns = 3 if len(words) <= 6 else 4 if len(words) <= 12 else 6
    columns = columns if not stage.below else 2 if len(words) <= 12 else 3
    columns = min(columns, len(words))
    rows = -(-len(words) // columns)
    wide, high = (room - 30 * (columns - 1)) / columns, min(220.0, (stage.height - 260 - 30 * (rows - 1)) / rows)
    widest = max(set_text(one.text, 100.0, 9999.0, Style.PLAIN, draft.look)[0].width for one in words) / 100
    size = min(96.0, high * 0.5, (wide - 28) / widest)
    top = 190.0 + max(0.0, (stage.height - 250 - rows * (high + 30)) * 0.3)
    for n, one in enumerate(words):
        x, y = left + (n % columns) * (wide + 30), top + (n // columns) * (high + 30)
        draft.panels.append(Panel(x, y, round(wide, 2), round(high, 2), "white", "moss-half"))
        lines = set_words(one.text, one.words, size, wide * 2, Style.PLAIN, draft.look)
        draft.put(lines[:1], x + (wide - lines[0].width) / 2, y + high / 2 - size * 0.78)
    return draft


HEADING = 48.0


def _matching(board: Board, bench: BoardBench) -> list[Draft]:
    """Words on the left, on the right what they mean, or their pictures with a letter each; some at a time, where all
    would be too small."""
    texts, stage, plan = {one.id: one for one in board.texts}, bench.stage, bench.lesson.plan

    def laid(some: Sequence[tuple[int, Match]]) -> Draft:
        usual = set_at(some, TALLEST_PICTURE if plan.matching_pictures else TALLEST_MEANING)
        return usual if is_readable(usual, stage.sizes[-1]) else set_at(some, stage.height)

    def set_at(some: Sequence[tuple[int, Match]], tallest: float) -> Draft:
        draft = Draft(TextLook(bench.lesson.look.typeface))
        heading = board.texts[0]
        top = draft.text(heading, HEADING, stage.margin, 70.0, stage.width - 2 * stage.margin)
        rows = []
        for number, match in some:
            meaning = texts.get(f"{match.card.id}m")
            draws = (
                partial(boxed, draft, meaning, fill="mist", edge="") if meaning else partial(_pictured, draft, match)
            )
            rows.append(Row(texts[f"{match.card.id}w"], draws, match.place, match.says, number))
        place = (stage.margin, max(170.0, top + 24), stage.width - stage.margin, stage.height - 80)
        two_columns(draft, rows, matching_part(board.id), place, tallest)
        return draft

    every = list(enumerate(matches(plan.cards, pictures=plan.matching_pictures)))
    return in_groups(every, laid, stage.sizes[-1])


TALLEST_PICTURE, TALLEST_MEANING = 300.0, 200.0


def _pictured(draft: Draft, match: Match, place: Place) -> None:
    """A card's picture on the matching card, with its letter."""
    left, top, right, bottom = place
    draft.panels.append(Panel(round(left, 2), round(top, 2), round(right - left, 2), round(bottom - top, 2), "mist"))
    (letter,) = set_words(picture_letter(match.place), (), 52.0, 99.0, Style.BOLD, draft.look)
    draft.pieces += letter.set_at(left + 26, top + 62, Ink.LAKE)
    lay_card_picture(draft, match.card, f"matching-{match.card.id}", (left + 80, top + 10, right - 20, bottom - 10))
