"""Where in the script a reader is: the search for the likeliest way, gone on with as phones come in.

Talk leaves the light where it is, since the search knows after which word the talk began. A word lights when it is
likelier than talk by enough; one elsewhere in the script, by more.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from wordtrail.core.align.path import REST, TALK, Fit, Search, State, fit_of
from wordtrail.core.align.route import Route
from wordtrail.core.align.sounds import Frames, joined
from wordtrail.core.speech.phone_model import Matrix

READS_ON, AFTER_REST, COMES_BACK, GOES_BACK, GOES_ELSEWHERE = 1.0, 2.5, 3.0, 7.0, 10.0
"""By how much a word has to be likelier than talk before it lights: the next ones while she reads, the same after a
rest, the next ones after talk, those read lately, and any other."""

NEVER = float("inf")

NEXT, LATELY = 4, 40
"""Words on that are no jump, and words back that were read lately."""

CONTEXT = 3
"""Settled frames that are kept: whether a phone goes on is seen in the one before it."""


@dataclass(frozen=True, slots=True)
class Place:
    """The word of the route that is read just now or was last (−1: none yet), and whether it is read now."""

    word: int
    reading: bool


class Follower:
    """Follows one reader along a route; `taken_for` (39, 39) is what is heard for each phone. To words that are not
    `open_to` her (by their number: those of cards and questions) she is followed only where she was said to go, since
    what is asked in talk is made of the same words."""

    def __init__(self, route: Route, taken_for: Matrix, open_to: npt.NDArray[np.bool_] | None = None) -> None:
        self._route, self._taken_for = route, taken_for
        self._open = np.ones(route.words, dtype=bool) if open_to is None else open_to
        self._left_at = -1
        """The last word of those that are open to her."""
        self._search = Search(route, fit_of(_NOTHING, taken_for), TALK)
        self._state = self._search.beginning()
        self._before = _NOTHING
        self._place = Place(-1, reading=False)
        self._rested = False

    def go_to(self, word: int) -> None:
        """She goes on with this word of the route."""
        begun = self._search.beginning()
        self._state = State(begun.phones, np.roll(begun.talk, word))
        self._place = Place(word - 1, reading=False)

    def follow(self, settled: Frames, still_open: Frames) -> Place:
        """Where she is, with frames that are settled now and those after them that may change."""
        every = joined([self._before, settled, still_open])
        fit = fit_of(every, self._taken_for)
        known = len(self._before)
        self._state = self._through(self._state, fit, known, known + len(settled))
        self._forget_the_past()
        self._before = _last(joined([self._before, settled]), CONTEXT)
        now = self._through(self._state, fit, known + len(settled), len(every))
        self._rested = self._rested or bool((fit.rest_before[known:] >= REST).any())
        before, self._place = self._place, self._where(now)
        if self._place.reading and self._place.word != before.word:
            self._rested = False
        if self._place.word >= 0 and self._open[self._place.word]:
            self._left_at = self._place.word
        return self._place

    def _through(self, state: State, fit: Fit, first: int, last: int) -> State:
        self._search.fit = fit
        for frame in range(first, last):
            state = self._search.step(state, frame)
        return state

    def _forget_the_past(self) -> None:
        """Costs count from the cheapest: they grow with the take, and small numbers are exact."""
        least = np.float32(min(self._state.phones.min(), self._state.talk.min()))
        self._state = State(self._state.phones - least, self._state.talk - least)

    def _where(self, state: State) -> Place:
        best = int(state.phones.argmin())
        word, cost, talk = int(self._route.word[best]), float(state.phones[best]), int(state.talk.argmin())
        here = self._place
        # Against having talked all the while since the word that is lit.
        surer, wanted = float(state.talk[here.word + 1]) - cost, self._wanted(word)
        if wanted == READS_ON:
            surer = float(state.talk[talk]) - cost
        if surer >= wanted and cost < float(state.talk[talk]):
            return Place(word, reading=True)
        if cost < float(state.talk[talk]) and here.reading:
            return here
        # The talk may have begun a few words further on than was seen yet, or a word before.
        return Place(talk - 1 if -1 <= talk - 1 - here.word <= NEXT else here.word, reading=False)

    def _wanted(self, word: int) -> float:
        """By how much a word has to be likelier than talk."""
        here = self._place
        goes_on = 0 <= word - here.word <= NEXT
        if goes_on and (self._open[word] or here.word < 0 or not self._open[here.word]):
            if not here.reading:
                return COMES_BACK
            return AFTER_REST if self._rested else READS_ON
        if not self._open[word]:
            return NEVER
        if here.word >= 0 and not self._open[here.word]:
            return COMES_BACK if 0 <= word - self._left_at <= NEXT else GOES_BACK
        return GOES_BACK if 0 < here.word - word <= LATELY else GOES_ELSEWHERE


def _last(frames: Frames, count: int) -> Frames:
    return Frames(frames.at[-count:], frames.phones[-count:], frames.none[-count:])


_NOTHING = joined([])
