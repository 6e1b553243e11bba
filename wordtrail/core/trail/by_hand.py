"""What the ear did not find and a hand set: words that were read all the same, and words that were not meant to be.

Both belong to the lesson, not to what was found in a take, so that they hold also after its words are found again.
"""

from __future__ import annotations

from collections.abc import Collection, Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise

from wordtrail.core.errors import LessonError
from wordtrail.core.trail.mending import SHORTEST_WORD
from wordtrail.core.trail.model import Aside, SlipKind, Trail, Visit

LONGEST_WORD = 20.0
"""Seconds that a stretch read by hand may have for each of its words."""

LATEST_TAP = 0.4
"""Seconds by which a hand can be late."""

SAME_READING = 1.5
"""Seconds within which a word that the ear found is the one that the hand set."""

SHORTEST_TALK = 0.3
"""Seconds below which what is left of talk beside words set by hand is none."""


@dataclass(frozen=True, slots=True)
class ReadByHand:
    """In `take` these words (ids, in the order of the script) were read: each begins at its start, the last one ends
    at `end` (seconds of take time)."""

    take: str
    words: tuple[str, ...]
    starts: tuple[float, ...]
    end: float

    @property
    def visits(self) -> tuple[Visit, ...]:
        """The words as visits that a hand has set."""
        ends = (*self.starts[1:], self.end)
        return tuple(
            Visit(word, start, end, 1.0, found=start)
            for word, start, end in zip(self.words, self.starts, ends, strict=True)
        )


@dataclass(frozen=True, slots=True)
class LeftUnread:
    """A word that was not read in a take, on purpose."""

    take: str
    word: str


def pulled_in(taps: Sequence[float], end: float) -> list[float]:
    """Taps (seconds) that came a little after `end`, at which another word begins, before it: hands are late. Those
    that came later still are left."""
    last = len(taps)
    return [
        tap if tap > end + LATEST_TAP else min(tap, end - (last - number) * 1.1 * SHORTEST_WORD)
        for number, tap in enumerate(taps)
    ]


def checked(words: Sequence[str], starts: Sequence[float], end: float, trail: Trail, kept: tuple[float, float]) -> None:
    """Raises LessonError, with a sentence, where words cannot be read at these starts (seconds of take time): out of
    order, outside what is `kept` of the take, or over another word of its `trail` as it stands."""
    if len(words) != len(starts) or not words:
        raise LessonError("Every word needs its own moment.", advice="Tap once for each word.")
    if any(after - before < SHORTEST_WORD for before, after in pairwise((*starts, end))):
        raise LessonError(
            "The taps are not one after the other.", kept="Nothing was changed.",
            advice="Play it again, and tap once as each word begins.",
        )  # fmt: skip
    if end - starts[0] > LONGEST_WORD * len(words):
        raise LessonError("That stretch is far too long for these words.", advice="Choose where the first word begins.")
    if starts[0] < kept[0] or end > kept[1]:
        raise LessonError(
            "That lies outside what is kept of the take.", kept="Nothing was changed.",
            advice="Move the ends of the take first, or choose a moment between them.",
        )  # fmt: skip
    own = set(words)
    over = [visit for visit in trail.visits if visit.word not in own and visit.start < end and visit.end > starts[0]]
    if any(min(visit.end, end) - max(visit.start, starts[0]) > SHORTEST_WORD for visit in over):
        raise LessonError(
            "Another word lights there.", kept="Nothing was changed.",
            advice="Choose a moment between the words that light, or move them first.",
        )  # fmt: skip


def with_hand(trail: Trail, readings: Iterable[ReadByHand], unread: Collection[str] = ()) -> Trail:
    """`trail` with the words that were read by hand in their places, in the stead of what the ear found there, and
    without asking for words that were left `unread` on purpose (their ids)."""
    for reading in readings:
        trail = _with_reading(trail, reading)
    if not unread:
        return trail
    return replace(
        trail,
        slips=tuple(slip for slip in trail.slips if slip.word not in unread or slip.kind is not SlipKind.LEFT_OUT),
        unread=tuple(word for word in trail.unread if word not in unread),
    )


def _with_reading(trail: Trail, reading: ReadByHand) -> Trail:
    own = reading.visits
    begin, end = own[0].start, own[-1].end
    near = {visit.word: visit.start for visit in own}
    others = (visit for visit in trail.visits if not _taken(visit.word, visit.start, near))
    visits = [_clipped(visit, begin, end) for visit in others if _beside(visit, begin, end)]
    slips = (
        slip
        for slip in trail.slips
        if slip.kind is SlipKind.SAID_TWICE
        or (slip.word not in near if slip.kind is SlipKind.LEFT_OUT else not _taken(slip.word, slip.start, near))
    )
    return replace(
        trail,
        visits=tuple(sorted((*visits, *own), key=lambda one: one.start)),
        slips=tuple(slips),
        asides=tuple(part for aside in trail.asides for part in _parts(aside, begin, end)),
        unread=tuple(word for word in trail.unread if word not in near),
    )


def _taken(word: str, start: float, near: Mapping[str, float]) -> bool:
    return word in near and abs(near[word] - start) <= SAME_READING


def _beside(visit: Visit, begin: float, end: float) -> bool:
    """Whether a visit lies before or behind a stretch, with most of it."""
    return not begin <= (visit.start + visit.end) / 2 < end


def _clipped(visit: Visit, begin: float, end: float) -> Visit:
    if visit.end <= begin or visit.start >= end:
        return visit
    return replace(visit, end=begin) if visit.start < begin else replace(visit, start=end)


def _parts(aside: Aside, begin: float, end: float) -> list[Aside]:
    """What of talk lies before a stretch, and what behind it."""
    if aside.end <= begin or aside.start >= end:
        return [aside]
    parts = ((aside.start, min(aside.end, begin)), (max(aside.start, end), aside.end))
    found = []
    for first, last in parts:
        words = tuple(word for word in aside.words if first <= word.start and word.end <= last)
        if last - first >= SHORTEST_TALK:
            heard = " ".join(word.text for word in words) if aside.words else aside.heard
            found.append(Aside(first, last, heard, words))
    return found
