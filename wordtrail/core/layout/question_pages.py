"""A question on more than one page: where it and what it is about would be too small beside one another."""

from __future__ import annotations

from collections.abc import Sequence

from wordtrail.core.layout.board_draft import (
    LEADING,
    TALLEST_ROW,
    BoardBench,
    Draft,
    in_groups,
    is_readable,
    picture_of,
)
from wordtrail.core.layout.chart_board import chart_pages
from wordtrail.core.layout.fit import column_height, pages_of_rows, rows_at
from wordtrail.core.layout.lines import set_words, verses_of
from wordtrail.core.layout.parted_texts import lay_column, parted, set_texts
from wordtrail.core.layout.question_board import (
    TOP_OF_TEXT,
    blocks_of,
    choice_height,
    evidence_place,
    lay_answer,
    lay_band,
    lay_choice,
    lay_evidence,
    lay_pairs,
    lay_picture,
    mark_as_shown,
    organizer_of,
    question_page,
    size_of,
    spans_of,
    texts_of,
)
from wordtrail.core.lesson.boards import Board, BoardText, Role
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.text.look import TextLook
from wordtrail.core.text.model import Style

WIDEST = 1400.0
"""Page units of the widest column in which a question stands by itself."""

SMALLEST = 0.1
"""A scale at which every text is as small as can be read."""


def question_pages(board: Board, point: PausePoint, bench: BoardBench) -> list[Draft]:
    """A question with what it is about on one page, where that can be read; else what is asked, offered and answered on
    as many as it takes, and behind them its picture, its chart and its evidence."""
    together = question_page(board, point, bench)
    return [together] if together else [*_Asked(board, point, bench).pages(), *_shown(board, point, bench)]


class _Asked:
    """What is asked, page after page."""

    def __init__(self, board: Board, point: PausePoint, bench: BoardBench) -> None:
        stage = bench.stage
        self.board, self.point = board, point
        self.look, self.least = TextLook(bench.lesson.look.typeface), stage.sizes[-1]
        self.width = stage.width - 2 * stage.margin if stage.below else WIDEST
        self.left, self.low = (stage.width - self.width) / 2, stage.height - 60.0
        self.drafts: list[Draft] = []
        self.y = self.low

    def pages(self) -> list[Draft]:
        """All of it."""
        asked, offered, answer = texts_of(self.board)
        self._texts(asked)
        if self.point.activity.pairs_to_match():
            self._pairs(len(self.point.activity.pairs_to_match()))
        self._choices(offered)
        if answer:
            self._answer(answer)
        return self.drafts

    @property
    def draft(self) -> Draft:
        """The page that is being set."""
        return self.drafts[-1]

    def _turn(self) -> None:
        """To a fresh page, if this one has anything on it."""
        if self.drafts and self.y <= TOP_OF_TEXT:
            return
        lines = self.drafts[-1].lines if self.drafts else 0
        self.drafts.append(Draft(self.look, lines=lines))
        lay_band(self.draft, self.point, self.left, self.width)
        self.y = TOP_OF_TEXT

    def _texts(self, texts: Sequence[BoardText]) -> None:
        column = set_texts(texts, self.width, self.look, SMALLEST, self.least)
        for page in parted(column, self.low - TOP_OF_TEXT - 22):
            self._turn()
            self.y = lay_column(self.draft, page, self.left, self.y) + 10

    def _pairs(self, count: int) -> None:
        def laid(numbers: Sequence[int]) -> Draft:
            usual = set_at(numbers, TALLEST_ROW)
            return usual if is_readable(usual, self.least) else set_at(numbers, self.low)

        def set_at(numbers: Sequence[int], tallest: float) -> Draft:
            draft = Draft(self.look, lines=self.drafts[-1].lines if self.drafts else 0)
            lay_band(draft, self.point, self.left, self.width)
            place = (self.left, TOP_OF_TEXT, self.left + self.width, self.low - 30)
            lay_pairs(draft, self.board, self.point, place, numbers, tallest)
            return draft

        self.drafts += in_groups(range(count), laid, self.least)
        self.y = self.low

    def _choices(self, offered: Sequence[BoardText]) -> None:
        for number, (one, option) in enumerate(zip(offered, self.point.activity.options(), strict=True)):
            need = choice_height(one, option, self.width, self.look, SMALLEST, self.least)
            if not self.drafts or self.y + need > self.low:
                self._turn()
            place = (self.left, self.y, self.width)
            self.y = lay_choice(self.draft, number, one, option, self.point, place, SMALLEST, self.least)
        for draft in self.drafts if offered else ():
            mark_as_shown(draft, self.point)

    def _answer(self, answer: BoardText) -> None:
        size = size_of(Role.ANSWER, SMALLEST, self.least)
        lines = set_words(answer.text, answer.words, size, self.width - 60, Style.PLAIN, self.look)
        while lines:
            fit = int((self.low - self.y - 30) / (size * LEADING))
            if not self.drafts or fit < min(2, len(lines)):
                self._turn()
                fit = max(1, int((self.low - self.y - 30) / (size * LEADING)))
            place = (self.left, self.y, self.width)
            self.y, lines = lay_answer(self.draft, lines[:fit], self.point, place) + 10, lines[fit:]


def _shown(board: Board, point: PausePoint, bench: BoardBench) -> list[Draft]:
    """What a question is about, each on a page of its own."""
    stage, look = bench.stage, TextLook(bench.lesson.look.typeface)
    whole = (stage.margin - 20, 60.0, stage.width - stage.margin + 20, stage.height - 60)
    drafts: list[Draft] = []
    if picture_of(bench.lesson, board.picture):
        drafts.append(Draft(look))
        lay_picture(drafts[-1], board, point, bench, whole)
    if organizer := organizer_of(point, bench.lesson):
        drafts += chart_pages(organizer, None, bench, whole)
    if spans := spans_of(point):
        column = evidence_place(whole)
        blocks = [(block, verses_of(block, Style.PLAIN, look)) for block in blocks_of(bench.lesson, spans)]
        for rows in pages_of_rows(rows_at(blocks, stage.sizes[-1], column, look), column.text_height):
            drafts.append(Draft(look))
            left, top, right, bottom = whole
            foot = min(bottom, column.text_top + column_height(rows) + 24) if stage.below else bottom
            lay_evidence(drafts[-1], rows, point, bench.lesson, column, (left, top, right, foot))
    return drafts
