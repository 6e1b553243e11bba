"""Which words of the text may have been read in a stretch of sound that was taken for talk."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass

from wordtrail.core.lesson.current_trail import current_trail
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.versions import sentences_of
from wordtrail.core.text.bare import bare
from wordtrail.core.text.model import Word
from wordtrail.core.trail.model import Trail


@dataclass(frozen=True, slots=True)
class ReadablePart:
    """A sentence or a line of verse: its words (ids). `first` and `last` are the places (from 0) between which it may
    have been read."""

    words: tuple[str, ...]
    first: int
    last: int


@dataclass(frozen=True, slots=True)
class LikelyRead:
    """The sentences and lines of a lesson's passages in their order, and the place of the likeliest."""

    parts: tuple[ReadablePart, ...]
    likeliest: int


def likely_read(lesson: Lesson, take: str, found: Trail, start: float, end: float) -> LikelyRead:
    """What may have been read between two moments of a take (seconds of take time): the sentence that shares most words
    with what was roughly heard there; among several, the nearest to what was read before."""
    shown = current_trail(lesson, take, found)
    heard = [bare(word.text) for aside in shown.asides for word in aside.words if word.end > start and word.start < end]
    sentences = sentences_of(lesson)
    order = lesson.positions()
    before = next((order[v.word] for v in reversed(shown.visits) if v.start < start and v.word in order), 0)

    def likeness(number: int) -> tuple[float, int]:
        return _shared(sentences[number], heard), -abs(order[sentences[number][0].id] - before)

    parts = tuple(_part(words, heard) for words in sentences)
    return LikelyRead(parts, max(range(len(sentences)), key=likeness))


def _shared(words: Sequence[Word], heard: Sequence[str]) -> float:
    """How much of two runs of words is the same, of all that they are (0 to 1): Dice's coefficient."""
    both = Counter(bare(word.text) for word in words) & Counter(heard)
    return 2 * both.total() / (len(words) + len(heard)) if heard else 0.0


def _part(words: Sequence[Word], heard: Sequence[str]) -> ReadablePart:
    """From the first to the last of its words that were heard; all of them where hardly any were."""
    known = set(heard)
    own = [place for place, word in enumerate(words) if bare(word.text) in known]
    first, last = (own[0], own[-1]) if len(own) > 1 else (0, len(words) - 1)
    return ReadablePart(tuple(word.id for word in words), first, last)
