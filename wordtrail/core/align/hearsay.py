"""What was roughly said in talk: words in any order, out of a small lexicon.

For the teacher's eye only ("Ooh, I wonder …"); nothing is decided by it.
"""

from __future__ import annotations

from collections.abc import Iterable
from functools import lru_cache

import numpy as np

from wordtrail.core.align.path import Costs, Fit, Origin, Search, Talked, path_of
from wordtrail.core.align.route import Route, route_of
from wordtrail.core.align.talk import TALK_WORDS
from wordtrail.core.speech.pronunciation import pronunciations

WORD = 1.6
"""Price of each word: many short ones would explain anything."""


class AnyOrder(Search):
    """Any word may follow any other."""

    def entries(self, ends: Costs, talk: Costs, rested: bool) -> Costs:
        """Every word is entered from the cheapest end, at one price."""
        return np.full(self.route.words, self._cheapest(ends, talk, WORD).cost, np.float32)

    def entry(self, ends: Costs, talk: Costs, rested: bool, word: int) -> Origin:
        """The same for one word."""
        return self._cheapest(ends, talk, WORD)


@lru_cache(maxsize=4)
def _lexicon(more: tuple[str, ...]) -> tuple[tuple[str, ...], Route]:
    words = [word for word in dict.fromkeys((*TALK_WORDS, *more)) if pronunciations(word)]
    return tuple(words), route_of([pronunciations(word) for word in words], range(len(words)))


def words_in(fit: Fit, talked: Talked, script_words: Iterable[str]) -> str:
    """The likeliest words in the frames of `talked`, out of the words teachers use between the lines
    and `script_words`."""
    words, route = _lexicon(tuple(sorted(set(script_words))))
    part = slice(talked.first, talked.last + 1)
    own = Fit(fit.enter[part], fit.stay[part], fit.new_sound[part], fit.rest_before[part])
    return " ".join(words[said.word] for said in path_of(own, route, rules=AnyOrder).said)
