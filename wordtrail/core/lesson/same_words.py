"""Where else in the takes the same words are read: what can be heard in the place of some that went wrong."""

from __future__ import annotations

from collections.abc import Iterator, Mapping

from wordtrail.core.edit.joining import Replacement
from wordtrail.core.lesson.current_trail import current_trail
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.trail.model import Trail, Visit

MOST_WORDS = 60


def same_words(
    lesson: Lesson, trails: Mapping[str, Trail], take: str, start: float, end: float
) -> tuple[Replacement, ...]:
    """Every other reading, in any take, of just the words that begin between two moments of a take (seconds of take
    time), as what puts it in their place: at the edges of the words, which may have no rest beside them. The newest
    take first; none where nothing begins there."""
    own = [visit for visit in _visits(lesson, take, trails[take]) if start - 1e-3 <= visit.start < end]
    if not own or len(own) > MOST_WORDS:
        return ()
    found = []
    for by, trail in reversed(list(trails.items())):
        for run in _runs(_visits(lesson, by, trail), tuple(visit.word for visit in own)):
            if by != take or run[0].start >= own[-1].end or run[-1].end <= own[0].start:
                found.append(Replacement(take, own[0].start, own[-1].end, by, run[0].start, run[-1].end))
    return tuple(found)


def _visits(lesson: Lesson, take: str, trail: Trail) -> tuple[Visit, ...]:
    return current_trail(lesson, take, trail).visits


def _runs(visits: tuple[Visit, ...], words: tuple[str, ...]) -> Iterator[tuple[Visit, ...]]:
    """The visits that are just these words, one after another."""
    for first in range(len(visits) - len(words) + 1):
        run = visits[first : first + len(words)]
        if tuple(visit.word for visit in run) == words:
            yield run
