"""The likeliest way of a voice through the script: read on, leave out, begin again, jump, or talk.

A Viterbi search over the frames in which something is heard. Its states are the phones of every
word (`Route`), and for every word "talking after this word". All prices are natural logarithms of
odds. A frame costs what the phone of the state loses against the frame's best phone, so that
reading what was said costs next to nothing; talk costs a fixed price for each sound in it. Reading
is believed where its sounds fit better than that price, over enough sounds to pay for the way in
and out.

The way back needs the costs before each frame. Of a long take they are kept for one block of frames
at a time and made anew (checkpoints), on all cores, so that memory does not grow with the take times the script.
"""

from __future__ import annotations

from collections import deque
from collections.abc import Callable, Iterable, Iterator
from concurrent.futures import Future, ThreadPoolExecutor
from dataclasses import dataclass
from functools import partial

import numpy as np
import numpy.typing as npt
from numpy.lib.stride_tricks import sliding_window_view

from wordtrail.core.align.fit import Costs, Fit
from wordtrail.core.align.route import Route

TALK = 1.15
"""Price of each sound that is not of the script."""

INTO_TALK = 2.5
"""Price of beginning to talk after a word."""

RESUME = 0.5
"""Price of reading on after talk with the word that comes next."""

JUMP, JUMP_INTO_SENTENCE, JUMP_AFTER_REST = 5.0, 0.8, -1.0
"""Price of going on anywhere in the script; in the middle of a sentence; after a rest."""

LEAVE_OUT, LEAVE_OUT_EACH, MOST_LEFT_OUT = 5.4, 0.6, 6
"""Price of leaving words out at all, and for each of them; more are a jump."""

SAY_INSTEAD = 2.6
"""Price of the first where something was said in their place."""

AGAIN, AGAIN_EACH, FURTHEST_AGAIN = 3.0, 0.15, 8
"""Price of beginning again: with the word just said, and for each word further back."""

AGAIN_AFTER_TALK = 0.5
"""Price of the first instead, when there was talk between."""

MISSED = 2.6
"""Price of a phone of a word that is not heard."""

REST, REST_INSIDE_WORD, MOST_FOR_REST = 0.25, 2.0, 3.0
"""Seconds that are a rest; price of each second of rest inside a word, and the most it costs."""

ABOUT = 0.7
"""How much worse than at its best a phone may be heard where it is taken to begin."""

BLOCK = 256
"""Frames between two checkpoints."""

MOST_KEPT = 60_000_000
"""Bytes of costs that are kept for the way back; for a longer way they are made anew, block by block."""

FORTH = 0.6
"""The part of the work that is done on the way forth, where that is done on one core and the rest on several."""

_FAR = np.float32(1e9)

_FURTHEST_ON = MOST_LEFT_OUT + 1
_OFFSETS = _FURTHEST_ON + FURTHEST_AGAIN + 1
"""A word is entered from the `_FURTHEST_ON` words before it up to `FURTHEST_AGAIN` words behind it."""


def prices(leave_out: float = LEAVE_OUT, again: float = AGAIN) -> tuple[Costs, Costs]:
    """What it costs to go on with a word, without a rest before it and with one: each (2, offsets), straight from
    another word and from the talk after that; the offset 0 is the furthest before it. `leave_out` and `again` are what
    leaving out and beginning again cost at the least."""
    each_left_out = np.array([LEAVE_OUT_EACH * count for count in range(MOST_LEFT_OUT, 0, -1)])

    def price(rested: bool) -> Costs:
        back = np.array([AGAIN_EACH * words for words in range(FURTHEST_AGAIN + 1)]) + 0.5 * JUMP_AFTER_REST * rested
        straight = [*(each_left_out + leave_out), 0.0, *(back + again)]
        in_talk = np.array([*(each_left_out + SAY_INSTEAD), 0.0, *(back + AGAIN_AFTER_TALK)]) + RESUME
        return np.array([straight, in_talk], np.float32)

    return price(False), price(True)


_USUAL = prices()


@dataclass(frozen=True, slots=True)
class Said:
    """A word of the route on the path: `word` is its index; `states` are its phones that were heard,
    and `frames` those in which each begins; `cost` is what they lost against the best phones there;
    `phones` counts all phones of the way it was said in."""

    word: int
    states: tuple[int, ...]
    frames: tuple[int, ...]
    cost: float
    phones: int

    @property
    def first(self) -> int:
        """The frame in which its first phone begins."""
        return self.frames[0]

    @property
    def last(self) -> int:
        """The frame in which its last phone begins."""
        return self.frames[-1]

    @property
    def missed(self) -> int:
        """How many of its phones were not heard."""
        return self.phones - len(self.states)


@dataclass(frozen=True, slots=True)
class Talked:
    """Frames `first` to `last` in which something was said that is not of the script."""

    first: int
    last: int


@dataclass(frozen=True, slots=True)
class Path:
    """What was said, in order: words of the script, and talk."""

    said: tuple[Said, ...]
    talked: tuple[Talked, ...]


@dataclass(frozen=True, slots=True)
class State:
    """The cheapest cost of standing in each phone, and in the talk after each word (before the first
    one: 0)."""

    phones: Costs
    talk: Costs


@dataclass(frozen=True, slots=True)
class Origin:
    """Where a word, or talk, was entered from: a word, or (`in_talk`) the talk of that number."""

    cost: float
    place: int
    in_talk: bool


def _further_ways(route: Route) -> list[tuple[npt.NDArray[np.intp], npt.NDArray[np.intp]]]:
    """For the second, third, … way to say a word: the words that have it, and those ways."""
    counts = np.diff(route.words_first_way, append=len(route.ways_first))
    having = [np.flatnonzero(counts > number) for number in range(1, int(counts.max(initial=1)))]
    return [(words, route.words_first_way[words] + number) for number, words in enumerate(having, 1)]


class Search:
    """One step after another through the frames, and each step back; `entries` and `entry` hold the
    rules of the script."""

    def __init__(self, route: Route, fit: Fit, talk: float = TALK, going_on: tuple[Costs, Costs] = _USUAL) -> None:
        self.route, self.fit, self.talk, self._going_on = route, fit, talk, going_on
        self.inside = np.ones(len(route.phone), dtype=bool)
        self.inside[route.ways_last] = False
        self.short = route.ways_first == route.ways_last
        self.jump = JUMP + JUMP_INTO_SENTENCE * route.into_sentence.astype(np.float32)
        self._first, self._second = np.flatnonzero(route.within == 0), np.flatnonzero(route.within == 1)
        self._firsts_word, self._seconds_word = route.word[self._first], route.word[self._second]
        self._further_ways = _further_ways(route)
        self._last_but_one = np.maximum(route.ways_last - 1, 0)
        self._before = [np.full(route.words + _OFFSETS - 1, _FAR, np.float32) for _ in range(2)]
        self._around = [sliding_window_view(held, _OFFSETS).T for held in self._before]
        self._ways_in = np.empty((2, _OFFSETS, route.words), np.float32)

    def beginning(self) -> State:
        talk = np.full(self.route.words + 1, _FAR, np.float32)
        talk[0] = 0.0
        return State(np.full(len(self.route.phone), _FAR, np.float32), talk)

    def step(self, before: State, frame: int) -> State:
        route, fit = self.route, self.fit
        phones = before.phones
        if surcharge := self._surcharge(frame):
            phones = np.where(self.inside, phones + np.float32(surcharge), phones)
        ends = self.ends(phones)
        entry = self.entries(ends, before.talk, self._rested(frame))
        moved = np.empty_like(phones)
        moved[2:] = phones[:-2]
        moved[self._second] = entry[self._seconds_word]
        moved[self._first] = _FAR
        moved += np.float32(MISSED)
        one = np.empty_like(phones)
        one[1:] = phones[:-1]
        one[self._first] = entry[self._firsts_word]
        np.minimum(moved, one, out=moved)
        moved += fit.enter[frame].take(route.phone)
        stayed = np.add(phones, fit.stay[frame].take(route.phone), out=one)
        np.minimum(moved, stayed, out=moved)
        talk = before.talk.copy()
        np.minimum(talk[1:], ends + np.float32(INTO_TALK), out=talk[1:])
        talk += self._talk_price(frame)
        return State(moved, talk)

    def ends(self, phones: Costs) -> Costs:
        """The cheapest end of each word: with its last phone, or without."""
        route = self.route
        without = phones.take(self._last_but_one) + np.float32(MISSED)
        without[self.short] = _FAR
        by_way = np.minimum(phones.take(route.ways_last), without, out=without)
        best: Costs = by_way.take(route.words_first_way)
        for words, ways in self._further_ways:
            best[words] = np.minimum(best[words], by_way[ways])
        return best

    def entries(self, ends: Costs, talk: Costs, rested: bool) -> Costs:
        """The cheapest cost of going on with each word."""
        price = self._going_on[rested]
        self._stand_around(ends, talk)
        for source, around in enumerate(self._around):
            np.add(around, price[source][:, None], out=self._ways_in[source])
        jumped = self.jump + np.float32(min(ends.min(), talk.min()) + (JUMP_AFTER_REST if rested else 0.0))
        cheapest: Costs = np.minimum(self._ways_in.min(axis=(0, 1)), jumped)
        return cheapest

    def _stand_around(self, ends: Costs, talk: Costs) -> None:
        """Lays the costs out so that `_around` shows, for each word, the words and talk it is entered from."""
        self._before[0][_FURTHEST_ON : _FURTHEST_ON + self.route.words] = ends
        self._before[1][_FURTHEST_ON - 1 : _FURTHEST_ON + self.route.words] = talk

    def entry(self, ends: Costs, talk: Costs, rested: bool, word: int) -> Origin:
        """The cheapest cost of going on with `word`, and from where."""
        jumped = self._cheapest(ends, talk, float(self.jump[word]) + (JUMP_AFTER_REST if rested else 0.0))
        self._stand_around(ends, talk)
        costs = np.stack([around[:, word] for around in self._around]) + self._going_on[rested]
        source, offset = divmod(int(costs.argmin()), _OFFSETS)
        if jumped.cost < costs[source, offset]:
            return jumped
        return Origin(float(costs[source, offset]), word - _FURTHEST_ON + offset + source, in_talk=bool(source))

    @staticmethod
    def _cheapest(ends: Costs, talk: Costs, price: float) -> Origin:
        word, talked = int(ends.argmin()), int(talk.argmin())
        if talk[talked] < ends[word]:
            return Origin(float(talk[talked]) + price, talked, in_talk=True)
        return Origin(float(ends[word]) + price, word, in_talk=False)

    def back(self, before: State, after: State, frame: int, state: int) -> tuple[int, Origin | None]:
        """How many phones the path moved on to `state` in `frame` (0: it stayed), and where it came
        from if it entered the word."""
        phone, within, word = (int(a[state]) for a in (self.route.phone, self.route.within, self.route.word))
        surcharge = np.float32(self._surcharge(frame))

        def cost(place: int) -> np.float32:
            return np.float32(before.phones[place] + (surcharge if self.inside[place] else np.float32(0)))

        reached = after.phones[state]
        if cost(state) + self.fit.stay[frame, phone] == reached:
            return 0, None
        entered = self.fit.enter[frame, phone]
        if within and cost(state - 1) + entered == reached:
            return 1, None
        if within >= 2:
            return 2, None
        return within + 1, self._way_in(before, frame, word)

    def _way_in(self, before: State, frame: int, word: int) -> Origin:
        surcharge = np.float32(self._surcharge(frame))
        phones = np.where(self.inside, before.phones + surcharge, before.phones) if surcharge else before.phones
        return self.entry(self.ends(phones), before.talk, self._rested(frame), word)

    def end_of(self, state: State, word: int, surcharge: float = 0.0) -> tuple[float, int]:
        """The cheapest end of `word` and the phone in which it ends."""
        route = self.route
        first = int(route.words_first_way[word])
        after = int(route.words_first_way[word + 1]) if word + 1 < route.words else len(route.ways_first)
        choices = []
        for way in range(first, after):
            last = int(route.ways_last[way])
            choices.append((float(state.phones[last]), last))
            if not self.short[way]:
                choices.append((float(state.phones[last - 1]) + surcharge + MISSED, last - 1))
        return min(choices)

    def talked_on(self, before: State, after: State, frame: int, talk: int) -> bool:
        """Whether the talk of that number was already going on before `frame`."""
        return bool(before.talk[talk] + self._talk_price(frame) == after.talk[talk])

    def _talk_price(self, frame: int) -> np.float32:
        return np.float32(self.talk if self.fit.new_sound[frame] else 0.0)

    def ended_in(self, before: State, frame: int, word: int) -> int:
        """The phone in which `word` ended before `frame`."""
        return self.end_of(before, word, self._surcharge(frame))[1]

    def _rested(self, frame: int) -> bool:
        return bool(self.fit.rest_before[frame] >= REST)

    def _surcharge(self, frame: int) -> float:
        """What a rest before `frame` costs in the middle of a word."""
        return float(min(MOST_FOR_REST, REST_INSIDE_WORD * self.fit.rest_before[frame])) if self._rested(frame) else 0.0


class _States:
    """States one after another. They lie in two large arrays, which go back to the system at once."""

    def __init__(self, count: int, like: State) -> None:
        self._phones = np.empty((count, len(like.phones)), np.float32)
        self._talk = np.empty((count, len(like.talk)), np.float32)

    def __len__(self) -> int:
        return len(self._phones)

    def __getitem__(self, number: int) -> State:
        return State(self._phones[number], self._talk[number])

    def put(self, number: int, state: State) -> None:
        self._phones[number], self._talk[number] = state.phones, state.talk


def path_of(
    fit: Fit,
    route: Route,
    progress: Callable[[float], None] = lambda share: None,
    talk: float = TALK,
    rules: type[Search] = Search,
    cores: int = 1,
) -> Path:
    """The likeliest path through `route`, given how its phones fit the frames of a take, and the
    price of each sound of `talk`."""
    count = len(fit.enter)
    if not count or not route.words:
        return Path((), ())
    searches = partial(rules, route, fit, talk)
    search = searches()
    every = 1 if 4 * count * (len(route.phone) + route.words) <= MOST_KEPT else BLOCK
    forth = 1.0 if every == 1 else FORTH
    state = search.beginning()
    saved = _States(-(-count // every), state)
    for frame in range(count):
        if frame % BLOCK == 0:
            progress(forth * frame / count)
        if frame % every == 0:
            saved.put(frame // every, state)
        state = search.step(state, frame)

    if every == 1:
        blocks = iter([saved])
    else:
        blocks = _made_anew(saved, count, searches, cores, lambda share: progress(forth + (1.0 - forth) * share))
    path = _put_together(search, _backwards(search, state, blocks, count))
    progress(1.0)
    return path


def _made_anew(
    saved: _States, count: int, searches: Callable[[], Search], cores: int, progress: Callable[[float], None]
) -> Iterator[_States]:
    """The states before each frame of a block, the last block first; `saved` are those with which the blocks begin. So
    many blocks as there are cores are made beside the one that is asked for."""

    def made(block: int) -> _States:
        # One of its own, for it has room that it works in.
        search = searches()
        frames = range(block * BLOCK, min(count, (block + 1) * BLOCK))
        states = _States(len(frames), saved[block])
        state = saved[block]
        states.put(0, state)
        for number, frame in enumerate(frames[:-1], 1):
            state = search.step(state, frame)
            states.put(number, state)
        return states

    with ThreadPoolExecutor(cores) as pool:
        waiting: deque[Future[_States]] = deque()
        try:
            for block in range(len(saved) - 1, -1, -1):
                waiting.append(pool.submit(made, block))
                if len(waiting) > cores:
                    yield waiting.popleft().result()
                progress(1.0 - block / len(saved))
            while waiting:
                yield waiting.popleft().result()
        finally:
            pool.shutdown(wait=False, cancel_futures=True)


@dataclass(frozen=True, slots=True)
class _Visited:
    """One phone on the way: the frame in which it was entered, and whether its word was with it."""

    state: int
    entered: int
    begins_word: bool


def _backwards(search: Search, final: State, blocks: Iterable[_States], count: int) -> Iterator[_Visited | Talked]:
    ends = search.ends(final.phones)
    word, talk = int(ends.argmin()), int(final.talk.argmin())
    in_talk, talk_ended = bool(final.talk[talk] <= ends[word]), count - 1
    state = search.end_of(final, word)[1]
    after, frame = final, count
    for states in blocks:
        for number in range(len(states) - 1, -1, -1):
            before, frame = states[number], frame - 1
            if in_talk:
                if talk and not search.talked_on(before, after, frame, talk):
                    in_talk, state = False, search.ended_in(before, frame, talk - 1)
                    yield Talked(frame, talk_ended)
                after = before
                continue
            moved, origin = search.back(before, after, frame, state)
            after = before
            if not moved:
                continue
            yield _Visited(state, frame, origin is not None)
            if origin is None:
                state -= moved
            elif origin.in_talk:
                in_talk, talk, talk_ended = True, origin.place, frame - 1
            else:
                state = search.ended_in(before, frame, origin.place)
    if in_talk:
        yield Talked(0, talk_ended)


def _put_together(search: Search, backwards: Iterator[_Visited | Talked]) -> Path:
    """The visited phones put together to words, in order, and the talk between."""
    said: list[Said] = []
    talked: list[Talked] = []
    phones: list[_Visited] = []
    until = len(search.fit.enter)
    for visit in backwards:
        if isinstance(visit, Talked):
            until = visit.first
            if visit.last >= visit.first and search.fit.new_sound[visit.first : visit.last + 1].any():
                talked.append(visit)
            continue
        phones.append(visit)
        if visit.begins_word:
            said.append(_word(phones[::-1], until, search))
            until, phones = said[-1].first, []
    return Path(tuple(reversed(said)), tuple(reversed(talked)))


def _word(entered: list[_Visited], until: int, search: Search) -> Said:
    """The word of these phones, of which the last ended before frame `until`."""
    route, fit = search.route, search.fit
    way = int(np.searchsorted(route.ways_first, entered[0].state, side="right")) - 1
    edges = [*(one.entered for one in entered), max(until, entered[-1].entered + 1)]
    frames = tuple(
        _clearest(
            fit.enter[begin:end, route.phone[one.state]], fit.new_sound[begin:end], fit.rest_before[begin:end], begin
        )
        for one, begin, end in zip(entered, edges, edges[1:], strict=False)
    )
    return Said(
        word=int(route.word[entered[0].state]),
        states=tuple(one.state for one in entered),
        frames=frames,
        cost=float(sum(fit.enter[at, route.phone[one.state]] for at, one in zip(frames, entered, strict=True))),
        phones=int(route.ways_last[way] - route.ways_first[way]) + 1,
    )


def _clearest(costs: Costs, new_sound: npt.NDArray[np.bool_], rest_before: npt.NDArray[np.float64], begin: int) -> int:
    """The first frame in which a phone is heard about as well as it ever is: the path may enter it
    earlier, in a breath, at no price. Where the voice rested in between, only what comes after; but
    where nothing new is heard a phone costs little as well, and does not begin."""
    if new_sound.any():
        costs = np.where(new_sound, costs, np.float32(np.inf))
    good = costs <= costs.min() + ABOUT
    for rest in np.flatnonzero(rest_before >= REST)[::-1]:
        if rest and good[rest:].any():
            return begin + int(rest) + int(np.argmax(good[rest:]))
    return begin + int(np.argmax(good))
