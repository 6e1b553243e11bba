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

QUOTATION = 3
"""Script words in their order that are a reading wherever they stand."""

BESIDE = 0.7
"""Seconds between a reading and words that continue it."""


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
    return max(1 - _distance(a, b) / max(len(a), len(b)) for a in first[:2] for b in second[:2])


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
    """Fewer than three script words in a row are an aside after all, unless they stand right beside
    a reading that they continue or lead into; so are words at a run's edge that were not exact, and
    runs in which hardly anything was."""
    result = list(labels)
    runs = [_exact_edges(labels, run) for run in _runs(labels)]
    runs = [run for run in runs if run and 3 * sum(labels[i].exact for i in run) >= len(run)]
    solid = [run for run in runs if sum(labels[i].exact for i in run) >= QUOTATION]
    doubtful = [run for run in runs if run not in solid]
    found = True
    while found:
        joining = [run for run in doubtful if any(_beside(labels, run, other) for other in solid)]
        found = bool(joining)
        solid += joining
        doubtful = [run for run in doubtful if run not in joining]
    kept = {index for run in solid for index in run}
    for index, label in enumerate(labels):
        if label.place is not None and index not in kept:
            result[index] = Labelled(label.heard, None)
    return tuple(result)


def _exact_edges(labels: tuple[Labelled, ...], run: list[int]) -> list[int]:
    exact = [position for position, index in enumerate(run) if labels[index].exact]
    return run[exact[0] : exact[-1] + 1] if exact else []


def _beside(labels: tuple[Labelled, ...], run: list[int], other: list[int]) -> bool:
    """Whether `run` goes on where `other` stopped, or `other` goes on from it, within a second."""
    first, second = (run, other) if run[0] < other[0] else (other, run)
    last, following = labels[first[-1]], labels[second[0]]
    if last.place is None or following.place is None:
        return False
    near = following.heard.start - last.heard.end <= BESIDE
    return near and -QUOTATION < following.place - last.place <= LONGEST_SKIP + 1


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
