"""The likeliest way of a voice through the script: read on, leave out, begin again, jump, or talk.

A Viterbi search over the frames in which something is heard. Its states are the phones of every
word (`Route`), and for every word "talking after this word". All prices are natural logarithms of
odds. A frame costs what the phone of the state loses against the frame's best phone, so that
reading what was said costs next to nothing; talk costs a fixed price for each sound in it. Reading
is believed where its sounds fit better than that price, over enough sounds to pay for the way in
and out.

Pointers back are kept for one block of frames at a time and made anew on the way back (checkpoints),
so that memory does not grow with the take times the script.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt
from numpy.lib.stride_tricks import sliding_window_view

from wordtrail.core.align.route import Route
from wordtrail.core.align.sounds import FRAME_SECONDS, Frames
from wordtrail.core.speech.phone_model import Matrix

Costs = npt.NDArray[np.float32]

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

REST, REST_INSIDE_WORD, MOST_FOR_REST = 0.25, 3.5, 6.0
"""Seconds that are a rest; price of each second of rest inside a word, and the most it costs."""

ECHO = 2.0
"""Price of hearing a phone once more than it stands in the word."""

NOTHING_LESS = 0.3
"""What the network's "no new sound" counts: it says so too often where words stand alone."""

SURE = 0.01
"""Probability below which a phone's fit gets no worse."""

ABOUT = 0.7
"""How much worse than at its best a phone may be heard where it is taken to begin."""

BLOCK = 256
"""Frames between two checkpoints."""

MOST_KEPT = 60_000_000
"""Bytes of pointers back that are kept; a longer way makes them anew, block by block."""

_FAR = np.float32(1e9)

_STAY, _NEXT_PHONE, _OVER_A_PHONE = 0, 1, 2

_FURTHEST_ON = MOST_LEFT_OUT + 1
_OFFSETS = _FURTHEST_ON + FURTHEST_AGAIN + 1
"""A word is entered from the `_FURTHEST_ON` words before it up to `FURTHEST_AGAIN` words behind it."""

JUMPED = 2 * _OFFSETS


def _prices_in(rested: bool) -> Costs:
    """What it costs to go on with a word: (2, offsets), straight from another word and from the talk
    after that; the offset 0 is the furthest before it."""
    left_out = np.array([LEAVE_OUT_EACH * count for count in range(MOST_LEFT_OUT, 0, -1)])
    again = np.array([AGAIN_EACH * back for back in range(FURTHEST_AGAIN + 1)]) + 0.5 * JUMP_AFTER_REST * rested
    straight = [*(left_out + LEAVE_OUT), 0.0, *(again + AGAIN)]
    in_talk = np.array([*(left_out + SAY_INSTEAD), 0.0, *(again + AGAIN_AFTER_TALK)]) + RESUME
    return np.array([straight, in_talk], np.float32)


_PRICES = (_prices_in(False), _prices_in(True))


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
class Fit:
    """What each phone costs in each frame: (frames, 39) on entering, and on staying; and which
    frames begin a new sound."""

    enter: Costs
    stay: Costs
    new_sound: npt.NDArray[np.bool_]
    rest_before: npt.NDArray[np.float64]


def fit_of(frames: Frames, taken_for: Matrix) -> Fit:
    """The fit of every phone to every frame. `taken_for` (39, 39) tells how far the phone of a row is
    answered by hearing the phone of a column."""
    answered = np.minimum(frames.phones @ taken_for.T, 1.0)
    loudest = frames.phones.max(axis=1)
    none = frames.none * np.float32(NOTHING_LESS)
    best = np.maximum(loudest, none)[:, None] + SURE
    enter = np.maximum(np.log(best / (answered + SURE)), 0.0)
    rest = np.diff(frames.at, prepend=frames.at[:1])
    named = np.where(loudest > none, frames.phones.argmax(axis=1), -1)
    goes_on = (named == np.concatenate([[-1], named[:-1]])) & (rest < 1.5 * FRAME_SECONDS)
    new = (named >= 0) & ~goes_on
    stay = np.minimum(enter + np.float32(ECHO) * new[:, None], np.log(best / (none[:, None] + SURE)))
    return Fit(enter.astype(np.float32), np.maximum(stay, 0).astype(np.float32), new, rest)


@dataclass
class _State:
    phones: Costs
    talk: Costs

    def copy(self) -> _State:
        return _State(self.phones.copy(), self.talk.copy())


@dataclass(frozen=True, slots=True)
class _Pointers:
    """Where each state was reached from in one frame."""

    phones: npt.NDArray[np.uint8]
    entry: npt.NDArray[np.uint8]
    jump_from: int
    talk: npt.NDArray[np.bool_]
    ends: npt.NDArray[np.intp]


class Search:
    """One step after another through the frames; `entries` holds the rules of the script."""

    def __init__(self, route: Route, fit: Fit, talk: float = TALK) -> None:
        self.route, self.fit, self.talk = route, fit, talk
        states = len(route.phone)
        last = np.zeros(states, dtype=bool)
        last[route.ways_last] = True
        self.inside = ~last
        self.ways_word = route.word[route.ways_first]
        self.short = route.ways_first == route.ways_last
        self.jump = JUMP + JUMP_INTO_SENTENCE * route.into_sentence.astype(np.float32)
        self._before = np.full(route.words + _OFFSETS - 1, _FAR, np.float32)
        self._before_in_talk = self._before.copy()
        self._around = [sliding_window_view(held, _OFFSETS) for held in (self._before, self._before_in_talk)]
        self._ways_in = np.empty((route.words, 2, _OFFSETS), np.float32)
        self._every_word = np.arange(route.words)
        self.first_states = np.flatnonzero(route.within == 0)
        self.second_states = np.flatnonzero(route.within == 1)
        self.firsts_word, self.seconds_word = route.word[self.first_states], route.word[self.second_states]

    def beginning(self) -> _State:
        talk = np.full(self.route.words + 1, _FAR, np.float32)
        talk[0] = 0.0
        return _State(np.full(len(self.route.phone), _FAR, np.float32), talk)

    def step(self, state: _State, frame: int) -> tuple[_State, _Pointers]:
        route, fit = self.route, self.fit
        rest = fit.rest_before[frame]
        phones = state.phones
        if rest >= REST:
            price = np.float32(min(MOST_FOR_REST, REST_INSIDE_WORD * rest))
            phones = np.where(self.inside, phones + price, phones)
        ends, way = self.ends(phones)
        entry, code, jump_from = self.entries(ends, state.talk, rest)
        enter = fit.enter[frame][route.phone]
        stay = fit.stay[frame][route.phone]
        one = np.empty_like(phones)
        one[1:] = phones[:-1]
        one[self.first_states] = entry[self.firsts_word]
        two = np.empty_like(phones)
        two[2:] = phones[:-2]
        two[self.second_states] = entry[self.seconds_word]
        two[self.first_states] = _FAR
        two += np.float32(MISSED)
        moved = np.minimum(one, two)
        pointer = np.where(two < one, np.uint8(_OVER_A_PHONE), np.uint8(_NEXT_PHONE))
        moved += enter
        kept = phones + stay
        pointer[kept <= moved] = _STAY
        np.minimum(kept, moved, out=moved)
        talked = np.float32(self.talk if fit.new_sound[frame] else 0.0)
        fallen = state.talk.copy()
        begun = ends + np.float32(INTO_TALK)
        from_word = begun < fallen[1:]
        np.minimum(fallen[1:], begun, out=fallen[1:])
        fallen += talked
        return _State(moved, fallen), _Pointers(pointer, code, jump_from, from_word, way)

    def ends(self, phones: Costs) -> tuple[Costs, npt.NDArray[np.intp]]:
        """The cheapest end of each word, and the state it ends in."""
        route = self.route
        last = phones[route.ways_last]
        before = phones[np.maximum(route.ways_last - 1, 0)] + np.float32(MISSED)
        before[self.short] = _FAR
        cost = np.minimum(last, before)
        state = np.where(before < last, route.ways_last - 1, route.ways_last)
        best = np.minimum.reduceat(cost, route.words_first_way)
        is_best = cost == best[self.ways_word]
        way = np.empty(route.words, dtype=np.intp)
        way[self.ways_word[is_best][::-1]] = state[is_best][::-1]
        return best, way

    def entries(self, ends: Costs, talk: Costs, rest: float) -> tuple[Costs, npt.NDArray[np.uint8], int]:
        """The cheapest way into each word, its code, and where a jump comes from (a word, or talk
        after one, counted from `words` on)."""
        words = self.route.words
        self._before[_FURTHEST_ON : _FURTHEST_ON + words] = ends
        self._before_in_talk[_FURTHEST_ON - 1 : _FURTHEST_ON + words] = talk
        rested = bool(rest >= REST)
        for source, around in enumerate(self._around):
            np.add(around, _PRICES[rested][source], out=self._ways_in[:, source])
        flat = self._ways_in.reshape(words, -1)
        code = flat.argmin(axis=1).astype(np.uint8)
        cost = flat[self._every_word, code]
        jump, jump_from = self.jumps(ends, talk, rest)
        jumped = jump < cost
        cost[jumped] = jump[jumped]
        code[jumped] = JUMPED
        return cost, code, jump_from

    def jumps(self, ends: Costs, talk: Costs, rest: float) -> tuple[Costs, int]:
        """The price of going on with each word from the cheapest place of all, and that place."""
        jump_from = int(ends.argmin())
        cheapest = ends[jump_from]
        talked = int(talk.argmin())
        if talk[talked] < cheapest:
            cheapest, jump_from = talk[talked], self.route.words + talked
        return self.jump + np.float32(cheapest + (JUMP_AFTER_REST if rest >= REST else 0.0)), jump_from


def path_of(
    fit: Fit,
    route: Route,
    progress: Callable[[float], None] = lambda share: None,
    talk: float = TALK,
    rules: type[Search] = Search,
) -> Path:
    """The likeliest path through `route`, given how its phones fit the frames of a take, and the
    price of each sound of `talk`."""
    count = len(fit.enter)
    if not count or not route.words:
        return Path((), ())
    search = rules(route, fit, talk)
    state = search.beginning()
    keep = count * (len(route.phone) + 10 * route.words) <= MOST_KEPT
    forth = 1.0 if keep else 0.5
    saved: list[_State] = []
    pointers: list[_Pointers] = []
    for frame in range(count):
        if frame % BLOCK == 0:
            saved.append(state.copy())
            progress(forth * frame / count)
        state, pointer = search.step(state, frame)
        if keep:
            pointers.append(pointer)

    def pointers_of(block: int) -> list[_Pointers]:
        if keep:
            return pointers[block * BLOCK : (block + 1) * BLOCK]
        progress(1.0 - forth * block / len(saved))
        return _made_anew(search, saved[block], range(block * BLOCK, min(count, (block + 1) * BLOCK)))

    path = _put_together(search, _backwards(search, state, len(saved), pointers_of, count))
    progress(1.0)
    return path


def _made_anew(search: Search, state: _State, frames: Iterable[int]) -> list[_Pointers]:
    pointers = []
    for frame in frames:
        state, pointer = search.step(state, frame)
        pointers.append(pointer)
    return pointers


@dataclass(frozen=True, slots=True)
class _Visited:
    """One phone state on the way: the frame in which it was entered, and whether a phone before it
    (or after it, at the end of a word) was not heard."""

    state: int
    entered: int
    begins_word: bool


def _backwards(
    search: Search, final: _State, blocks: int, pointers_of: Callable[[int], list[_Pointers]], count: int
) -> Iterator[_Visited | Talked]:
    route = search.route
    ends, way = search.ends(final.phones)
    best_word, best_talk = int(np.argmin(ends)), int(np.argmin(final.talk))
    in_talk = final.talk[best_talk] <= ends[best_word]
    state = int(way[best_word])
    talk, talk_ended = best_talk, count - 1
    for block in range(blocks - 1, -1, -1):
        pointers = pointers_of(block)
        for offset in range(len(pointers) - 1, -1, -1):
            pointer, frame = pointers[offset], block * BLOCK + offset
            if in_talk:
                if talk > 0 and pointer.talk[talk - 1]:
                    in_talk, state = False, int(pointer.ends[talk - 1])
                    yield Talked(frame, talk_ended)
                continue
            move = pointer.phones[state]
            if move == _STAY:
                continue
            stepped = state - int(move)
            within = int(route.within[state])
            begins = within < int(move)
            yield _Visited(state, frame, begins)
            if not begins:
                state = stepped
                continue
            word = int(route.word[state])
            code = int(pointer.entry[word])
            source, in_talk = _origin(code, word, pointer.jump_from, route.words)
            if in_talk:
                talk, talk_ended = source, frame - 1
            else:
                state = int(pointer.ends[source])
    if in_talk:
        yield Talked(0, talk_ended)


def _origin(code: int, word: int, jump_from: int, words: int) -> tuple[int, bool]:
    """The word (or the talk, counted from 0 before the first word) that an entry came from."""
    if code == JUMPED:
        return (jump_from - words, True) if jump_from >= words else (jump_from, False)
    in_talk, offset = divmod(code, _OFFSETS)
    before = word - _FURTHEST_ON + offset
    return (before + 1, True) if in_talk else (before, False)


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
        _clearest(fit.enter[begin:end, route.phone[one.state]], fit.rest_before[begin:end], begin)
        for one, begin, end in zip(entered, edges, edges[1:], strict=False)
    )
    return Said(
        word=int(route.word[entered[0].state]),
        states=tuple(one.state for one in entered),
        frames=frames,
        cost=float(sum(fit.enter[at, route.phone[one.state]] for at, one in zip(frames, entered, strict=True))),
        phones=int(route.ways_last[way] - route.ways_first[way]) + 1,
    )


def _clearest(costs: Costs, rest_before: npt.NDArray[np.float64], begin: int) -> int:
    """The first frame in which a phone is heard about as well as it ever is: the path may enter it
    earlier, in a breath, at no price. Where the voice rested in between, only what comes after."""
    good = costs <= costs.min() + ABOUT
    for rest in np.flatnonzero(rest_before >= REST)[::-1]:
        if rest and good[rest:].any():
            return begin + int(rest) + int(np.argmax(good[rest:]))
    return begin + int(np.argmax(good))
