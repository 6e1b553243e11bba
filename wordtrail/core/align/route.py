"""The script as something to walk through: every spoken word as its phones, in each way it is said."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from wordtrail.core.align.values import Sounds
from wordtrail.core.speech.phones import NUMBER

MOST_WAYS = 4
"""Ways to say one word that are kept."""

Places = npt.NDArray[np.intp]


@dataclass(frozen=True, slots=True)
class Route:
    """States in a row: the phones of each way to say each word, words in order of the script.

    `phone`, `word` and `within` (place of the phone in its way) have one entry for each state;
    `ways_first`, `ways_last` one for each way, `words_first_way` one for each word: the index of its
    first way. `into_sentence` says for each word that it does not begin a sentence.
    """

    phone: Places
    word: Places
    within: Places
    ways_first: Places
    ways_last: Places
    words_first_way: Places
    into_sentence: npt.NDArray[np.bool_]

    @property
    def words(self) -> int:
        """How many words there are."""
        return len(self.words_first_way)


def route_of(ways: Sequence[Sequence[Sounds]], sentence_starts: Sequence[int]) -> Route:
    """The route through words that are said in `ways` (at least one each, none of them empty)."""
    phone: list[int] = []
    word: list[int] = []
    within: list[int] = []
    firsts: list[int] = []
    lasts: list[int] = []
    first_ways: list[int] = []
    for index, choices in enumerate(ways):
        first_ways.append(len(firsts))
        for sounds in choices[:MOST_WAYS]:
            firsts.append(len(phone))
            phone += [NUMBER[sound] for sound in sounds]
            word += [index] * len(sounds)
            within += range(len(sounds))
            lasts.append(len(phone) - 1)
    inside = np.ones(len(ways), dtype=bool)
    inside[list(sentence_starts)] = False
    return Route(
        phone=np.array(phone, dtype=np.intp),
        word=np.array(word, dtype=np.intp),
        within=np.array(within, dtype=np.intp),
        ways_first=np.array(firsts, dtype=np.intp),
        ways_last=np.array(lasts, dtype=np.intp),
        words_first_way=np.array(first_ways, dtype=np.intp),
        into_sentence=inside,
    )
