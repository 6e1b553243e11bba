"""What was roughly said instead of words of the text: words in any order, out of a small lexicon."""

from __future__ import annotations

import math
from collections.abc import Iterable
from functools import lru_cache

import numpy as np

from wordtrail.core.align.fit import Costs, Fit
from wordtrail.core.align.path import Origin, Search, Talked, path_of
from wordtrail.core.align.route import Route, route_of
from wordtrail.core.align.talk import OF_THE_TRADE, TALK_WORDS
from wordtrail.core.speech.common import rank
from wordtrail.core.speech.pronunciation import pronunciations

COMMONEST, RARER = 1.0, 0.25
"""Price of the commonest word, and what each power of ten costs by which a word is rarer in its rank: many short words
would explain anything."""

OF_THE_SCRIPT = 0.6
"""Price of a word of the script that is not one of those teachers use anyway: it is what they talk about."""


class AnyOrder(Search):
    """Any word may follow any other, at its own price."""

    prices: Costs
    """Of each word of the route."""

    def entries(self, ends: Costs, talk: Costs, rested: bool) -> Costs:
        """Every word is entered from the cheapest end."""
        found: Costs = self._cheapest(ends, talk, 0.0).cost + self.prices
        return found

    def entry(self, ends: Costs, talk: Costs, rested: bool, word: int) -> Origin:
        """The same for one word."""
        return self._cheapest(ends, talk, float(self.prices[word]))


@lru_cache(maxsize=4)
def _lexicon(more: tuple[str, ...]) -> tuple[tuple[str, ...], Route, type[AnyOrder]]:
    """The words that are listened for, their route, and the rules with their prices."""
    words = [word for word in dict.fromkeys((*TALK_WORDS, *more)) if pronunciations(word)]
    usual = set(TALK_WORDS)
    rarest = len(rank())

    def price(word: str) -> float:
        if word not in usual:
            return OF_THE_SCRIPT
        return COMMONEST + RARER * math.log10(1 + (0 if word in OF_THE_TRADE else rank().get(word, rarest)))

    own_prices = np.array([price(word) for word in words], np.float32)

    class Priced(AnyOrder):
        """With the prices of these words."""

        prices = own_prices

    return tuple(words), route_of([pronunciations(word) for word in words], range(len(words))), Priced


def words_in(fit: Fit, talked: Talked, script_words: Iterable[str]) -> str:
    """The likeliest words in the frames of `talked`, out of the words teachers use between the lines
    and `script_words`."""
    words, route, rules = _lexicon(tuple(sorted(set(script_words))))
    part = slice(talked.first, talked.last + 1)
    own = Fit(fit.enter[part], fit.stay[part], fit.new_sound[part], fit.rest_before[part])
    return " ".join(words[one.word] for one in path_of(own, route, rules=rules).said)
