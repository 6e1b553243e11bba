"""Where in the script a reader is: the search for the likeliest way, gone on with as phones come in.

Talk leaves the light where it is, since the search knows after which word the talk began. A word lights when it is
likelier than talk by enough; one elsewhere in the script, by more.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
import numpy.typing as npt

from wordtrail.core.align.fit import Fit, fit_of
from wordtrail.core.align.path import REST, Search, State, prices
from wordtrail.core.align.route import Route
from wordtrail.core.align.sounds import Frames, joined
from wordtrail.core.speech.phone_model import Matrix

READS_ON, AFTER_REST, COMES_BACK = 1.0, 2.5, 3.0
"""By how much one of the next words has to be likelier than talk before it lights: while she reads, after a rest, after
talk."""

GOES_BACK, GOES_ELSEWHERE = (4.5, 9.0), (9.0, 11.0)
"""The same for words read lately, and for any other: near the beginning of a sentence after a rest or talk, as one goes
there; and anywhere, where it may be words of talk, or words that sound alike."""

NEVER = float("inf")

LEAVE_OUT, AGAIN = 3.4, 2.0
"""Prices of leaving words out, and of beginning again: lower than for the trail, where they would be slips."""

SENTENCE_BEGINS = 6
"""Words of a sentence that are near its beginning."""

NEXT, LATELY = 4, 40
"""Words on that are no jump, and words back that were read lately."""

CONTEXT = 3
"""Settled frames that are kept: whether a phone goes on is seen in the one before it."""


@dataclass(frozen=True, slots=True)
class Place:
    """The word of the route that is read just now or was last (−1: none yet), whether it is read now, and the words
    that were heard since the one before it, as far as they are known."""

    word: int
    reading: bool
    passed: tuple[int, ...] = ()


class Follower:
    """Follows one reader along a route; `taken_for` (39, 39) is what is heard for each phone. To words that are not
    `open_to` her (by their number: those of cards and questions) she is followed only where she was said to go, since
    what is asked in talk is made of the same words."""

    def __init__(self, route: Route, taken_for: Matrix, open_to: npt.NDArray[np.bool_] | None = None) -> None:
        self._route, self._taken_for = route, taken_for
        self._open = np.ones(route.words, dtype=bool) if open_to is None else open_to
        self._in_sentence = np.arange(route.words) - _last_before(~route.into_sentence)
        self._left_at = -1
        """The last word of those that are open to her."""
        self._search = Search(route, fit_of(_NOTHING, taken_for), going_on=prices(LEAVE_OUT, AGAIN))
        self._state = self._search.beginning()
        self._before = _NOTHING
        self._place = Place(-1, reading=False)
        self._rested = False
        self._maybe: int | None = None
        """Where she was seen in the last look, if that would have been a jump."""

    def go_to(self, word: int) -> None:
        """She goes on with this word of the route."""
        begun = self._search.beginning()
        self._state = State(begun.phones, np.roll(begun.talk, word))
        self._place = Place(word - 1, reading=False)
        self._maybe = None

    def follow(self, settled: Frames, still_open: Frames) -> Place:
        """Where she is, with frames that are settled now and those after them that may change."""
        every = joined([self._before, settled, still_open])
        fit = fit_of(every, self._taken_for)
        known = len(self._before)
        states = self._through(self._state, fit, known)
        self._state = _from_the_cheapest(states[len(settled)])
        self._before = _last(joined([self._before, settled]), CONTEXT)
        self._rested = self._rested or bool((fit.rest_before[known:] >= REST).any())
        before, place = self._place, self._where(states[-1])
        passed = self._passed(states, known) if place.reading and 1 < place.word - before.word <= NEXT else ()
        self._place = replace(place, passed=tuple(word for word in passed if word > before.word))
        if self._place.reading and self._place.word != before.word:
            self._rested = False
        if self._place.word >= 0 and self._open[self._place.word]:
            self._left_at = self._place.word
        return self._place

    def _through(self, state: State, fit: Fit, first: int) -> list[State]:
        """`state`, and those after each frame from `first` on."""
        self._search.fit = fit
        states = [state]
        for frame in range(first, len(fit.enter)):
            states.append(self._search.step(states[-1], frame))
        return states

    def _passed(self, states: Sequence[State], first: int) -> list[int]:
        """The words on the likeliest way to the word of the last state, as far back as `states` go (one before each
        frame from `first` on, and one after the last) and no talk is between; in their order."""
        search, words = self._search, list[int]()
        state = int(states[-1].phones.argmin())
        for number in range(len(states) - 1, 0, -1):
            before, frame = states[number - 1], first + number - 1
            moved, origin = search.back(before, states[number], frame, state)
            state -= moved
            if origin is None:
                continue
            if origin.in_talk:
                break
            words.append(origin.place)
            state = search.ended_in(before, frame, origin.place)
        return words[::-1]

    def _where(self, state: State) -> Place:
        best = int(state.phones.argmin())
        word, cost, talk = int(self._route.word[best]), float(state.phones[best]), int(state.talk.argmin())
        here = self._place
        # Against having talked all the while since the word that is lit.
        surer, wanted = float(state.talk[here.word + 1]) - cost, self._wanted(word)
        if wanted == READS_ON:
            surer = float(state.talk[talk]) - cost
        if surer >= wanted and cost < float(state.talk[talk]):
            return self._believed(Place(word, reading=True))
        self._maybe = None
        if cost < float(state.talk[talk]) and here.reading:
            return here
        # The talk may have begun a few words further on than was seen yet, or a word before.
        return Place(talk - 1 if -1 <= talk - 1 - here.word <= NEXT else here.word, reading=False)

    def _believed(self, place: Place) -> Place:
        """`place`, if it is no jump, or the second look in a row that sees her there."""
        here, maybe = self._place, self._maybe
        self._maybe = None
        if 0 <= place.word - here.word <= NEXT or (maybe is not None and 0 <= place.word - maybe < NEXT):
            return place
        self._maybe = place.word
        return here

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
            return COMES_BACK if 0 <= word - self._left_at <= NEXT else self._to_another(word, lately=True)
        return self._to_another(word, lately=0 < here.word - word <= LATELY)

    def _to_another(self, word: int, lately: bool) -> float:
        beginning, anywhere = GOES_BACK if lately else GOES_ELSEWHERE
        stopped = self._rested or not self._place.reading
        return beginning if stopped and self._in_sentence[word] < SENTENCE_BEGINS else anywhere


def _from_the_cheapest(state: State) -> State:
    """Costs count from the cheapest: they grow with the take, and small numbers are exact."""
    least = np.float32(min(state.phones.min(), state.talk.min()))
    return State(state.phones - least, state.talk - least)


def _last_before(begins: npt.NDArray[np.bool_]) -> npt.NDArray[np.intp]:
    """For each place the last one up to it where something begins."""
    return np.maximum.accumulate(np.where(begins, np.arange(len(begins)), 0))


def _last(frames: Frames, count: int) -> Frames:
    return Frames(frames.at[-count:], frames.phones[-count:], frames.none[-count:])


_NOTHING = joined([])
