"""The words of a take with their moments, in phrases that fit a caption."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import pairwise

from wordtrail.core.text.model import Word
from wordtrail.core.trail.model import Trail

LINE = 42
"""Characters of a caption's line at the most, of two."""

A_SECOND = 20
"""Characters that are read in a second at the most; where the voice is quicker, a caption stays as long as it can."""

REST = 0.6
"""Seconds of rest at which a phrase ends."""


@dataclass(frozen=True, slots=True)
class TimedWord:
    """A word that is said from `start` to `end` (seconds of take time), as printed."""

    text: str
    start: float
    end: float
    confidence: float = 1.0


@dataclass(frozen=True, slots=True)
class Phrase:
    """Words that are read together, shown from `start` to `end`."""

    words: tuple[TimedWord, ...]
    start: float
    end: float

    @property
    def lines(self) -> tuple[str, ...]:
        """Its text in one line, or in two as long as one another as can be, 42 characters each at the most (a longer
        word stands as it is)."""
        words = [word.text for word in self.words]
        whole = " ".join(words)
        if len(whole) <= LINE:
            return (whole,)
        parted = [(" ".join(words[:n]), " ".join(words[n:])) for n in range(1, len(words))]
        return min(parted, key=lambda two: max(map(len, two)), default=(whole,))


def phrases_of(trail: Trail, words: Sequence[Word]) -> tuple[Phrase, ...]:
    """What was read of `words`, phrase by phrase: one ends with a sentence, before a rest, or where it fills a caption.
    Each stays until there was time to read it, or the next one comes."""
    known = {word.id: word for word in words}
    groups: list[list[tuple[Word, TimedWord]]] = []
    for visit in trail.visits:
        word = known.get(visit.word)
        if word is None:
            continue
        timed = TimedWord(word.text, visit.start, visit.end, visit.confidence)
        if groups and _goes_on(groups[-1], word, timed):
            groups[-1].append((word, timed))
        else:
            groups.append([(word, timed)])
    said = [tuple(timed for _, timed in group) for group in groups]
    following = [group[0].start for group in said[1:]]
    return tuple(_phrase(own, until) for own, until in zip(said, [*following, trail.seconds], strict=True))


def _goes_on(group: Sequence[tuple[Word, TimedWord]], word: Word, timed: TimedWord) -> bool:
    last, before = group[-1]
    if last.sentence != word.sentence or timed.start - before.end >= REST:
        return False
    return _fits([one.text for _, one in group] + [timed.text])


def _fits(words: Sequence[str]) -> bool:
    """Whether words fit in two lines."""
    if len(" ".join(words)) <= LINE:
        return True
    return any(len(" ".join(words[:n])) <= LINE and len(" ".join(words[n:])) <= LINE for n in range(1, len(words)))


def _phrase(words: tuple[TimedWord, ...], until: float) -> Phrase:
    text = " ".join(word.text for word in words)
    start, end = words[0].start, words[-1].end
    return Phrase(words, start, min(max(end, start + len(text) / A_SECOND), max(until, start)))


def gaps_filled(phrases: Sequence[Phrase], seconds: float) -> Iterator[tuple[float, float, Phrase | None]]:
    """The whole time of a take, in stretches with a phrase and without one, each beginning where the last one ended."""
    now = 0.0
    for phrase, after in pairwise([*phrases, None]):
        if phrase is None:
            break
        start = max(now, phrase.start)
        if start > now:
            yield now, start, None
        end = min(phrase.words[-1].end, after.start if after else seconds)
        if end > start:
            yield start, end, phrase
            now = end
    if now < seconds:
        yield now, seconds, None
