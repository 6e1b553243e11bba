"""Which light belongs to which reading of its word: the first time, the second."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from wordtrail.core.direct.course import Light

SAME_READING = 8
"""A word said again after fewer other words, all of its own sentence, was begun again, not read again."""


class Passes:
    """The readings of every word, in order: which of the lights each is."""

    def __init__(self, lights: Sequence[Light], sentence: Mapping[str, int]) -> None:
        self._of: dict[str, list[int]] = {}
        self._numbers: list[int] = []
        for index, light in enumerate(lights):
            before = self._of.setdefault(light.word, [])
            if not before or _read_anew(lights, before[-1], index, sentence):
                before.append(index)
            self._numbers.append(len(before))

    def number(self, light: int) -> int:
        """Which reading of its word a light (its place among them) belongs to, from 1."""
        return self._numbers[light]

    def nth(self, word: str, number: int) -> int | None:
        """The light of the `number`-th reading of a word (from 1), of its last when there were fewer; None when
        it was not read."""
        found = self._of.get(word)
        return found[min(number, len(found)) - 1] if found else None

    def exactly(self, word: str, number: int) -> int | None:
        """The light of that reading; None when there were fewer."""
        found = self._of.get(word, [])
        return found[number - 1] if len(found) >= number else None


def _read_anew(lights: Sequence[Light], before: int, now: int, sentence: Mapping[str, int]) -> bool:
    own = sentence.get(lights[now].word)
    between = lights[before + 1 : now]
    return len(between) >= SAME_READING or any(sentence.get(light.word) != own for light in between)
