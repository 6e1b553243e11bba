"""What a student answered at a pause point, and what is said to it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum


class AnsweredBy(StrEnum):
    """What a student answers with."""

    NOTHING = "nothing"
    CHOICES = "choices"
    ORDER = "order"
    PAIRS = "pairs"
    WORDS = "words"
    TEXT = "text"


@dataclass(frozen=True, slots=True)
class Answer:
    """An answer: the numbers of the choices, the words picked (ids), the things in their order, or for each
    pair's left side the right side that was put to it."""

    choices: tuple[int, ...] = ()
    words: tuple[str, ...] = ()
    items: tuple[str, ...] = ()
    matches: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Verdict:
    """Whether an answer is right, and a sentence for the student. Of picked words, `found` are evidence, `extra`
    are not; `missed` says how many are still to be found."""

    right: bool
    sentence: str
    found: tuple[str, ...] = ()
    extra: tuple[str, ...] = ()
    missed: int = 0


def places_right(given: Sequence[str], wanted: Sequence[str], well_done: str) -> Verdict:
    """The verdict on things that were put in places; `well_done` is said when all of them are right."""
    if tuple(given) == tuple(wanted):
        return Verdict(True, well_done)
    if not given:
        return Verdict(False, "Put them in order first.")
    same = sum(a == b for a, b in zip(given, wanted, strict=False))
    return Verdict(False, f"{same} of {len(wanted)} {'is' if same == 1 else 'are'} in the right place. Try again.")
