"""The names in a text and each time they are said: said in two ways, one person is two to a child.

Whether two ways are two is left to the teacher's ear, which needs a few seconds for it. Two methods were tried on
twelve names in two made voices (six sentences each, in one way or in two): the phones that the network names, and the
distance of the sounds by dynamic time warping. The sentence around a name changes it as much as its being said
otherwise: with no false alarm in 24, 12 % and hardly any were found.
"""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.bare import bare, parted
from wordtrail.core.text.model import Word
from wordtrail.core.trail.model import Visit

FEWEST_LETTERS = 3
"""Letters below which a word has too few sounds to be said in two ways."""


@dataclass(frozen=True, slots=True)
class NameSaid:
    """A name as it is printed, with every time it is said in a take, in order."""

    name: str
    times: tuple[Visit, ...]


def names_said(lesson: Lesson, visits: Sequence[Visit]) -> tuple[NameSaid, ...]:
    """The names that are said more than once in these visits of a take, in the order of the text."""
    found = []
    for words in names_in(lesson).values():
        ids = {word.id for word in words}
        times = tuple(visit for visit in visits if visit.word in ids)
        if len(times) > 1:
            printed = (parted(word.text)[1].removesuffix("’s").removesuffix("'s") for word in words)
            found.append(NameSaid(min(printed, key=len), times))
    return tuple(found)


def names_in(lesson: Lesson) -> Mapping[str, tuple[Word, ...]]:
    """The names in a lesson's passages with all their words: what begins with a capital inside a sentence, and is never
    written small. ("Wren's" is Wren's.)"""
    small: set[str] = set()
    named: set[str] = set()
    words: dict[str, list[Word]] = defaultdict(list)
    sentence = -1
    for word in lesson.words:
        name = bare(word.text).removesuffix("'s")
        words[name].append(word)
        if not parted(word.text)[1][:1].isupper():
            small.add(name)
        elif word.sentence == sentence:
            named.add(name)
        sentence = word.sentence
    return {name: tuple(own) for name, own in words.items() if name in named - small and len(name) >= FEWEST_LETTERS}
