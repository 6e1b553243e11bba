"""The words that were heard in talk, found by what they say."""

from __future__ import annotations

from collections.abc import Sequence

from wordtrail.core.speech.common import rank
from wordtrail.core.speech.pronunciation import pronunciations, syllables
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

BESIDE = 4
"""Words within which another word of a phrase is said beside its rarest one."""

MATCHED = 0.75
"""The share of a longer phrase's words that must be heard."""


Sound = tuple[str, ...]
"""How a word is said, or the word itself where nobody knows that: alike for words that sound alike."""


def sound_of(word: str) -> Sound:
    """How a bare word is said."""
    return next(iter(pronunciations(word)), (word,))


class TalkWords:
    """Finds where in talk something is named, by how it sounds ("right" is heard where "write" is said). What is heard
    of talk is a guess, so a name must be a good one: two words or more, or one that sounds as it should, of two
    syllables at the least or said for itself between rests."""

    def __init__(self, asides: Sequence[Aside]) -> None:
        self._said = [aside.words for aside in asides]
        self._places: dict[Sound, list[tuple[int, int]]] = {}
        for aside, words in enumerate(self._said):
            for number, word in enumerate(words):
                if word.loss <= SURE:
                    self._places.setdefault(sound_of(word.text), []).append((aside, number))

    def named_at(self, phrase: Sequence[str], begin: float = 0.0, end: float = float("inf")) -> float | None:
        """When a phrase (its words as printed) is first named between two moments; None when it is not."""
        wanted = [bare(word) for word in phrase if bare(word)]
        for aside, number in self._places.get(sound_of(wanted[0]), ()) if wanted else ():
            heard = self._said[aside][number : number + len(wanted)]
            if begin <= heard[0].start < end and (_is_named(heard, wanted) or self._is_alone(aside, number, wanted)):
                return heard[0].start
        return None

    def spoken_of(self, phrase: Sequence[str]) -> list[float]:
        """When a phrase is spoken of in other words ("and what does she try then" speaks of "What they try"): its
        rarest word is said, whether with an s or without, and beside it another one of its words."""
        wanted = {bare(word) for word in phrase if bare(word)}
        if len(wanted) < 2:
            return []
        rarest = max(wanted, key=lambda word: (rank().get(word, len(rank())), word))
        beside = {sound_of(word) for word in wanted - {rarest}}
        found = []
        for form in {rarest, f"{rarest}s", rarest.removesuffix("s")}:
            for aside, number in self._places.get(sound_of(form), ()):
                near = self._said[aside][max(0, number - BESIDE) : number + BESIDE + 1]
                others = [word.start for word in near if word.loss <= SURE and sound_of(word.text) in beside]
                if others:
                    found.append(min(*others, self._said[aside][number].start))
        return sorted(found)

    def _is_alone(self, aside: int, number: int, wanted: Sequence[str]) -> bool:
        """Whether the only word that is wanted is said for itself; at the ends of a stretch of talk there is a rest."""
        said = self._said[aside]
        before = said[number].start - said[number - 1].end if number else ALONE
        after = said[number + 1].start - said[number].end if number + 1 < len(said) else ALONE
        return len(wanted) == 1 and len(wanted[0]) >= SHORTEST_ALONE and min(before, after) >= ALONE


def _is_named(heard: Sequence[HeardWord], wanted: Sequence[str]) -> bool:
    if len(wanted) == 1:
        return syllables(wanted[0]) >= SHORTEST_NAME
    same = sum(
        one.loss <= SURE and sound_of(one.text) == sound_of(word) for one, word in zip(heard, wanted, strict=False)
    )
    return same >= max(2, MATCHED * len(wanted))
