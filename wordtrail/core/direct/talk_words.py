"""The words that were heard in talk, found by what they say."""

from __future__ import annotations

from collections.abc import Sequence

from wordtrail.core.speech.pronunciation import syllables
from wordtrail.core.text.bare import bare
from wordtrail.core.trail.model import Aside, HeardWord

SURE = 0.8
"""What each sound of a name may lose at the most."""

SHORTEST_NAME = 2
"""Syllables of a single word that is a name by itself."""

SHORTEST_ALONE = 3
"""Letters of a word that is a name when it is said for itself: not "a", "I" or "so"."""

ALONE = 0.3
"""Seconds of rest on both sides of a word that is said for itself."""

MATCHED = 0.75
"""The share of a longer phrase's words that must be heard."""


class TalkWords:
    """Finds where in talk something is named. What is heard of talk is a guess, so a name must be a good one: two words
    or more, or one that sounds as it should, of two syllables at the least or said for itself between rests."""

    def __init__(self, asides: Sequence[Aside]) -> None:
        self._said = [aside.words for aside in asides]
        self._places: dict[str, list[tuple[int, int]]] = {}
        for aside, words in enumerate(self._said):
            for number, word in enumerate(words):
                if word.loss <= SURE:
                    self._places.setdefault(word.text, []).append((aside, number))

    def named_at(self, phrase: Sequence[str], begin: float = 0.0, end: float = float("inf")) -> float | None:
        """When a phrase (its words as printed) is first named between two moments; None when it is not."""
        wanted = [bare(word) for word in phrase if bare(word)]
        for aside, number in self._places.get(wanted[0], ()) if wanted else ():
            heard = self._said[aside][number : number + len(wanted)]
            if begin <= heard[0].start < end and (_is_named(heard, wanted) or self._is_alone(aside, number, wanted)):
                return heard[0].start
        return None

    def _is_alone(self, aside: int, number: int, wanted: Sequence[str]) -> bool:
        """Whether the only word that is wanted is said for itself; at the ends of a stretch of talk there is a rest."""
        said = self._said[aside]
        before = said[number].start - said[number - 1].end if number else ALONE
        after = said[number + 1].start - said[number].end if number + 1 < len(said) else ALONE
        return len(wanted) == 1 and len(wanted[0]) >= SHORTEST_ALONE and min(before, after) >= ALONE


def _is_named(heard: Sequence[HeardWord], wanted: Sequence[str]) -> bool:
    if len(wanted) == 1:
        return syllables(wanted[0]) >= SHORTEST_NAME
    same = sum(one.text == word and one.loss <= SURE for one, word in zip(heard, wanted, strict=False))
    return same >= max(2, MATCHED * len(wanted))
