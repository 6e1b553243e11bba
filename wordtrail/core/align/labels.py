"""Which heard word is which word of the script, and which is an aside.

A Viterbi search over the heard words. Its states are the places of the script, and the same
places again as "last place before this aside". Steps forward are free, skips and jumps are
priced, an aside costs a little per word. The prices are set so that three words of the script in
their order outweigh two jumps (a quotation lights), and two do not (design: asides).
"""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from wordtrail.core.align.values import Heard, Labelled
from wordtrail.core.speech.pronunciation import pronunciations

ASIDE = 2.0
"""Price of calling one heard word an aside."""

JUMP, JUMP_INTO_SENTENCE, WITHOUT_REST = 2.4, 0.3, 0.3
"""Price of going on anywhere else in the script; more in the middle of a sentence, and more where
the voice did not rest before."""

REST = 0.25
"""Seconds between two heard words that count as a rest."""

SKIP, SKIP_EACH, LONGEST_SKIP = 1.1, 0.25, 6
"""Price of leaving words out: at all, and for each; more than six are a jump."""

OTHER, SIMILAR = 2.5, 0.9
"""Price of hearing another word, or one that sounds much alike, in a word's place."""

INTO_ASIDE = 0.2
MUCH_ALIKE = 0.6


@dataclass(frozen=True, slots=True)
class _Choice:
    """The best way into every place at one heard word."""

    cost: np.ndarray
    origin: np.ndarray


def labelled(
    heard: Sequence[Heard], script: Sequence[str], sentence_starts: Collection[int] = ()
) -> tuple[Labelled, ...]:
    """Each heard word with its place in `script` (spoken words in order), or as an aside.
    `sentence_starts` are the places at which sentences begin."""
    places = len(script)
    if not heard or not places:
        return tuple(Labelled(word, None) for word in heard)
    prices = _Prices(script)
    jump = np.full(places, JUMP + JUMP_INTO_SENTENCE)
    jump[list(sentence_starts)] = JUMP
    reading = np.zeros(places + 1)
    reading[:places] = np.inf
    reading[places] = np.inf
    aside = np.full(places + 1, np.inf)
    aside[places] = 0.0
    # Index `places` stands for "before the first word". Row 0: read; row 1: in an aside.
    came_from = np.zeros((len(heard), 2, places + 1), dtype=np.int32)
    for step, word in enumerate(heard):
        rested = step == 0 or word.start - heard[step - 1].end >= REST
        entry = _best_entry(reading, aside, jump if rested else jump + WITHOUT_REST)
        new_reading = np.full(places + 1, np.inf)
        new_reading[:places] = entry.cost + prices.of(word.word)
        came_from[step, 0, :places] = entry.origin
        stay, fall = aside + ASIDE, reading + ASIDE + INTO_ASIDE
        new_aside = np.minimum(stay, fall)
        came_from[step, 1] = np.where(fall < stay, np.arange(places + 1), np.arange(places + 1) + places + 1)
        reading, aside = new_reading, new_aside
    return _traced(heard, script, came_from, reading, aside)


def _best_entry(reading: np.ndarray, aside: np.ndarray, jump: np.ndarray) -> _Choice:
    """For each place, the cheapest state to come from, and its price. Origins count the reading
    states first, then the aside states."""
    places = len(jump)
    both = np.minimum(reading, aside)
    origin_of_both = np.where(aside < reading, np.arange(places + 1) + places + 1, np.arange(places + 1))
    best = int(np.argmin(both))
    cost = both[best] + jump
    origin = np.full(places, origin_of_both[best], dtype=np.int32)
    # A reading may begin anywhere at the price of a jump, at its first word for nothing.
    if both[places] < cost[0]:
        cost[0], origin[0] = both[places], origin_of_both[places]
    for step in range(1, LONGEST_SKIP + 2):
        price = 0.0 if step == 1 else SKIP + SKIP_EACH * (step - 1)
        if places <= step:
            break
        candidate = both[: places - step] + price
        better = candidate < cost[step:]
        cost[step:][better] = candidate[better]
        origin[step:][better] = origin_of_both[: places - step][better]
    return _Choice(cost, origin)


class _Prices:
    """What it costs to take a heard word for the word at each place."""

    def __init__(self, script: Sequence[str]) -> None:
        self._kinds = sorted(set(script))
        index = {word: number for number, word in enumerate(self._kinds)}
        self._kind_at = np.array([index[word] for word in script])
        self._known: dict[str, np.ndarray] = {}

    def of(self, word: str) -> np.ndarray:
        """Price at every place of the script."""
        if word not in self._known:
            by_kind = np.array([_price(word, kind) for kind in self._kinds])
            self._known[word] = by_kind
        return np.asarray(self._known[word][self._kind_at])


def _price(heard: str, printed: str) -> float:
    if heard == printed:
        return 0.0
    return SIMILAR if alike(heard, printed) >= MUCH_ALIKE else OTHER


@lru_cache(maxsize=65536)
def alike(one: str, other: str) -> float:
    """How alike two words sound, 0 to 1: one minus their edit distance in sounds over the longer."""
    first, second = pronunciations(one), pronunciations(other)
    if not first or not second:
        return 0.0
    return max(
        1 - _distance(a, b) / max(len(a), len(b)) for a in first[:2] for b in second[:2]
    )


def _distance(one: tuple[str, ...], other: tuple[str, ...]) -> int:
    row = list(range(len(other) + 1))
    for i, sound in enumerate(one, 1):
        before, row[0] = row[0], i
        for j, another in enumerate(other, 1):
            before, row[j] = row[j], min(row[j] + 1, row[j - 1] + 1, before + (sound != another))
    return row[-1]


def _traced(
    heard: Sequence[Heard], script: Sequence[str], came_from: np.ndarray, reading: np.ndarray, aside: np.ndarray
) -> tuple[Labelled, ...]:
    places = len(script)
    ends = np.concatenate([reading, aside])
    state = int(np.argmin(ends))
    labels: list[Labelled] = []
    for step in range(len(heard) - 1, -1, -1):
        in_aside, place = divmod(state, places + 1)
        word = heard[step]
        if in_aside:
            labels.append(Labelled(word, None))
        else:
            labels.append(Labelled(word, place, word.word == script[place]))
        state = int(came_from[step, in_aside, place])
    return _without_coincidences(tuple(reversed(labels)))


def _without_coincidences(labels: tuple[Labelled, ...]) -> tuple[Labelled, ...]:
    """Fewer than three script words in a row, with talk on both sides and no reading beside them
    that they continue, are an aside after all; so is a run in which hardly anything was exact."""
    result = list(labels)
    for run in _runs(labels):
        while run and not labels[run[0]].exact:
            result[run[0]] = Labelled(labels[run[0]].heard, None)
            run = run[1:]
        while run and not labels[run[-1]].exact:
            result[run[-1]] = Labelled(labels[run[-1]].heard, None)
            run = run[:-1]
        if not run:
            continue
        exact = sum(labels[i].exact for i in run)
        lonely = not _continues(labels, run)
        if (lonely and exact < 3) or exact * 3 < len(run):
            for i in run:
                result[i] = Labelled(labels[i].heard, None)
    return tuple(result)


def _runs(labels: tuple[Labelled, ...]) -> list[list[int]]:
    """Indices of heard words whose places go forward without a jump, asides between them left out
    only where none lies in the run."""
    runs: list[list[int]] = []
    for index, label in enumerate(labels):
        if label.place is None:
            continue
        if runs and runs[-1][-1] == index - 1:
            before = labels[index - 1].place
            if before is not None and 0 < label.place - before <= LONGEST_SKIP + 1:
                runs[-1].append(index)
                continue
        runs.append([index])
    return runs


def _continues(labels: tuple[Labelled, ...], run: list[int]) -> bool:
    """Whether the run goes on where the reading before it stopped, or the next one goes on from it."""
    places = [labels[i].place for i in run]
    first, last = places[0], places[-1]
    before = next((label.place for label in reversed(labels[: run[0]]) if label.place is not None), -1)
    after = next((label.place for label in labels[run[-1] + 1 :] if label.place is not None), None)
    follows = first is not None and before is not None and 0 < first - before <= 2
    leads = last is not None and after is not None and 0 < after - last <= 2
    return follows or leads
