"""What the teacher is led through while recording: the lesson in its order, each word at the pace."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from wordtrail.core.lesson.boards import Board, Role, boards, has_page, numbered, point_texts, run_boards
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.pace.guide import GuidedWord, paced, scale_for
from wordtrail.core.plan.cards import Shown
from wordtrail.core.plan.model import PausePoint, Reading
from wordtrail.core.text.model import Word

REST = 1.2
"""Seconds before and after something that is shown between the lines."""

READ_OUT = (Role.BIG, Role.BODY, Role.ITEM, Role.CHOICE, Role.SIGHT_WORD, Role.REASON)
"""Texts that a teacher usually reads aloud where they stand; an answer comes after the students' turn."""


EVERY_READING = Reading("", "")
"""In the place of a reading, where the lesson has none of its own."""


@dataclass(frozen=True, slots=True)
class GuideStretch:
    """A stretch of the lesson: words of the passage, a `board` on a page of its own, or the signpost of the
    pause point `signpost`, which stands after the word `after`. `words` have seconds from the beginning; there may
    be none to read."""

    start: float
    end: float
    words: tuple[GuidedWord, ...]
    board: str = ""
    signpost: str = ""
    after: str = ""


def recording_guide(lesson: Lesson, words_per_minute: float, *, whole: bool = True) -> tuple[GuideStretch, ...]:
    """The stretches of a recording at a pace (words a minute, 30 to 300): of the whole lesson, or of the passages
    alone."""
    return tuple(_Guide(lesson, words_per_minute, whole=whole).stretches())


class _Guide:
    def __init__(self, lesson: Lesson, words_per_minute: float, *, whole: bool) -> None:
        self._lesson, self._whole = lesson, whole
        self._blocks = [block.words for passage in lesson.passages for block in passage.blocks]
        self._scale = scale_for(self._blocks, words_per_minute)
        self._boards = {board.id: board for board in boards(lesson)} if whole else {}
        self._now = 0.0

    def stretches(self) -> Iterator[GuideStretch]:
        if not self._whole:
            yield from self._passages(EVERY_READING)
            return
        yield from map(self._shown, run_boards(self._lesson))
        for number, reading in enumerate(self._lesson.plan.readings or (EVERY_READING,)):
            if purpose := self._boards.get(reading.id):
                yield self._shown(purpose)
            yield from self._passages(reading, first=number == 0)
        yield from map(self._prompt, self._points_after(""))
        yield from map(self._shown, run_boards(self._lesson, after=True))

    def _passages(self, reading: Reading, *, first: bool = True) -> Iterator[GuideStretch]:
        """The words that a reading goes over, with what stands between them."""
        stretch: list[GuidedWord] = []
        base = self._words_of(reading)
        shift = self._now - base[0].start if base else 0.0
        for word in base:
            said = replace(word, start=round(word.start + shift, 4), end=round(word.end + shift, 4))
            stretch.append(said)
            between = self._between(word.id, reading, first=first) if self._whole else []
            if between:
                yield self._stretch(stretch)
                stretch, self._now = [], said.end
                yield from map(self._between_the_lines, between)
                shift += self._now - said.end
        if stretch:
            yield self._stretch(stretch)
            self._now = stretch[-1].end + REST

    def _words_of(self, reading: Reading) -> Sequence[GuidedWord]:
        """The words of the reading's stretch at their pace; without one, all of them."""
        every = paced(self._blocks, self._scale)
        if reading.stretch is None:
            return every
        order = self._lesson.positions()
        return every[order[reading.stretch.first] : order[reading.stretch.last] + 1]

    def _between(self, word: str, reading: Reading, *, first: bool) -> list[Board | PausePoint]:
        """What is shown after a word in a reading: word cards that come with it, then pause points. What belongs
        to every reading comes in the first."""
        cards = [
            self._boards[card.id]
            for card in self._lesson.plan.cards
            if first and card.at == word and card.shown is not Shown.BEFORE and card.id in self._boards
        ]
        points = self._points_after(word)
        return [*cards, *(one for one in points if one.reading == reading.id or (first and not one.reading))]

    def _between_the_lines(self, shown: Board | PausePoint) -> GuideStretch:
        return self._shown(shown) if isinstance(shown, Board) else self._prompt(shown)

    def _points_after(self, word: str) -> list[PausePoint]:
        return [point for point in self._lesson.pause_points if point.after == word]

    def _stretch(self, words: Sequence[GuidedWord]) -> GuideStretch:
        return GuideStretch(words[0].start, words[-1].end, tuple(words))

    def _shown(self, board: Board) -> GuideStretch:
        texts = [text.words for text in board.texts if text.role in READ_OUT and text.words]
        return self._paced(texts, GuideStretch(0, 0, (), board=board.id))

    def _prompt(self, point: PausePoint) -> GuideStretch:
        if has_page(point) and point.id in self._boards:
            return replace(self._shown(self._boards[point.id]), after=point.after)
        texts = [text.words for text in numbered(point_texts(point)[:1], 0)]
        return self._paced(texts, GuideStretch(0, 0, (), signpost=point.id, after=point.after))

    def _paced(self, texts: Sequence[Sequence[Word]], stretch: GuideStretch) -> GuideStretch:
        begin = self._now + REST
        words = paced(texts, self._scale, begin)
        end = (words[-1].end if words else begin) + REST
        self._now = end
        return replace(stretch, start=round(begin, 4), end=round(end, 4), words=words)
