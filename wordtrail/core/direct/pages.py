"""Which page is on the stage when: as it is turned by hand, else as it is read."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from itertools import pairwise

from wordtrail.core.direct.course import Light, PageTurn

TURN_AHEAD = 0.6
"""Seconds before its first word that a page is turned, if the word before has ended by then."""

BACK_TO_TEXT = -2
"""In a turn by hand: to the page of the text that was shown last."""

BEHIND = 0.001
"""Seconds after a stop that a page is turned at the earliest."""

READS_ON = 3
"""Words in their order on another page, after which a page that was turned by hand has had its time."""


@dataclass(frozen=True, slots=True)
class Places:
    """Where words stand: the page of each, its place in the script, and for pages on which text is quoted (a
    question's) the words beside it, and those with which the reading goes on after it. `texts` are the pages of the
    text; at its `stops` (their moments, in order) a lesson still shows the page that was read. `with_chart` are the
    pages on which a chart (the number of its own page) stands beside a page of the text: (text, chart) → page.
    `board_of` are the boards that pages show by themselves: one that takes several pages is one thing."""

    page_of: Mapping[str, int]
    order: Mapping[str, int]
    beside: Mapping[int, frozenset[str]]
    goes_on: Mapping[int, frozenset[str]]
    texts: frozenset[int] = frozenset()
    stops: tuple[float, ...] = ()
    with_chart: Mapping[tuple[int, int], int] = field(default_factory=dict)
    board_of: Mapping[int, str] = field(default_factory=dict)


def page_turns(
    lights: Sequence[Light], places: Places, by_hand: Sequence[PageTurn], begin: PageTurn
) -> tuple[PageTurn, ...]:
    """The pages of a lesson from `begin` on: each word's page when it is read; a page that was turned `by_hand`
    stays until the next turn by hand, or until three words in their order are read on another one. Words of the text
    that are quoted beside a question stay there, until the reading goes on."""
    course = _Course(begin, places)
    waiting = sorted(by_hand, key=lambda one: one.at)
    before = begin.at
    for number, light in enumerate(lights):
        while waiting and waiting[0].at <= light.start:
            before = max(before, waiting[0].at)
            course.turn_by_hand(waiting.pop(0))
        now = course.page
        page = places.page_of[light.word]
        quoted = light.word in places.beside.get(now, ()) and light.word not in places.goes_on.get(now, ())
        next_turn = waiting[0].at if waiting else float("inf")
        if (sibling := _quoted_on(places, now, light.word)) is not None:
            page = sibling
        same = page in places.board_of and places.board_of[page] == places.board_of.get(now)
        held = course.held
        if page != now and not quoted and (same or not held or _reads_on(lights, number, places, next_turn)):
            stopped = [one + BEHIND for one in places.stops if before <= one < light.start]
            course.turn(min(max([before, light.start - TURN_AHEAD, *stopped]), light.start), page)
            course.held = same and held
        before = light.end
    for turn in waiting:
        course.turn_by_hand(turn)
    return tuple(course.turns)


def _quoted_on(places: Places, now: int, word: str) -> int | None:
    """Another page of the board that is shown on which a word of the text is quoted; None where there is none, or where
    the reading goes on with it."""
    board = places.board_of.get(now)
    if not board or word in places.beside.get(now, ()) or word in places.goes_on.get(now, ()):
        return None
    own = (page for page, of in places.board_of.items() if of == board and word in places.beside.get(page, ()))
    return next(own, None)


class _Course:
    """The pages so far: the one that is shown, whether it is `held` by hand, the last one of the text, the chart that
    stands beside the text, and whether something else was brought up over both."""

    def __init__(self, begin: PageTurn, places: Places) -> None:
        self.turns = [begin]
        self.held = False
        self._texts, self._with_chart = places.texts, places.with_chart
        self._charts = {chart for _, chart in places.with_chart}
        self._text = begin.page if begin.page in places.texts else min(places.texts, default=begin.page)
        self._chart: int | None = None
        self._over = False

    @property
    def page(self) -> int:
        """The page that is shown."""
        return self.turns[-1].page

    def turn(self, at: float, page: int) -> None:
        """Turn to a page, which the reading may leave again. A chart that stands beside the text goes along."""
        at = max(at, self.turns[-1].at)
        self._text = page if page in self._texts else self._text
        self._chart = page if page in self._charts else self._chart
        self._over = page not in self._texts and page not in self._charts
        if not self._over and self._chart is not None:
            page = self._with_chart.get((self._text, self._chart), page)
        if page != self.page:
            self.turns.append(PageTurn(round(at, 4), page))
        self.held = False

    def turn_by_hand(self, turn: PageTurn) -> None:
        """Turn as the teacher did. What was brought up last is put away first: a question, then the chart under it."""
        if turn.page == BACK_TO_TEXT:
            self._chart = self._chart if self._over else None
            self.turn(turn.at, self._text)
        else:
            self.turn(turn.at, turn.page)
        self.held = turn.page != BACK_TO_TEXT


def _reads_on(lights: Sequence[Light], number: int, places: Places, next_turn: float) -> bool:
    """Whether three words in their order are read from this one on, all on its page and before the next turn."""
    run = lights[number : number + READS_ON]
    if len(run) < READS_ON or run[-1].start >= next_turn:
        return False
    orders = [places.order.get(one.word, -1) for one in run]
    in_order = all(there == here + 1 for here, there in pairwise(orders))
    return in_order and len({places.page_of[one.word] for one in run}) == 1
