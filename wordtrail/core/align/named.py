"""What a teacher may name between the lines: the rare words of her script, names above all."""

from __future__ import annotations

from bisect import bisect
from collections.abc import Sequence

from wordtrail.core.align.path import Said, Talked
from wordtrail.core.align.values import ScriptWord
from wordtrail.core.speech.common import rank

COMMON = 1000
"""How many words are heard as they are said, also by a listener who does not know what is read."""

RAREST, NEAREST = 16, 24
"""Words of the whole script, and of what is read before and after the talk."""


class Named:
    """The words that may be named in talk. `route` is the script; `said` is what was read of it, in order."""

    def __init__(self, route: Sequence[ScriptWord], said: Sequence[Said]) -> None:
        self._read_at = [one.first for one in said]
        self._said = said
        first: dict[str, int] = {}
        for place, word in enumerate(route):
            if rank().get(word.bare, len(rank())) >= COMMON:
                first.setdefault(word.bare, place)
        self._places = first
        self._rarest = sorted(first, key=lambda word: (-rank().get(word, len(rank())), first[word]))[:RAREST]

    def near(self, talk: Talked) -> tuple[str, ...]:
        """Those that are rarest, and those that stand nearest to where the teacher has got to."""
        number = bisect(self._read_at, talk.first)
        here = self._said[number - 1].word if number else 0
        nearest = sorted(self._places, key=lambda word: abs(self._places[word] - here))[:NEAREST]
        return tuple(dict.fromkeys((*self._rarest, *nearest)))
