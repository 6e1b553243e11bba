"""What the ear did not find and a hand set: words that were read all the same, words that were not meant to be, and
talk that lit as if it were read.

All of it belongs to the lesson, not to what was found in a take, so that it holds also after its words are found again.
"""

from __future__ import annotations

from collections.abc import Collection, Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise

from wordtrail.core.errors import LessonError
from wordtrail.core.text.bare import bare
from wordtrail.core.trail.mending import SHORTEST_WORD
from wordtrail.core.trail.model import Aside, HeardWord, Slip, SlipKind, Trail, Visit

LONGEST_WORD = 20.0
"""Seconds that a stretch read by hand may have for each of its words."""

LATEST_TAP = 0.4
"""Seconds by which a hand can be late."""

SAME_READING = 1.5
"""Seconds within which a word that the ear found is the one that the hand set."""

REACHES = 0.6
"""Seconds within which talk belongs to talk beside it."""

SAME_PLACE = 5.0
"""Seconds between words placed by hand from which on they are another reading."""

SHORTEST_TALK = 0.3
"""Seconds below which what is left of talk beside words set by hand is none."""


@dataclass(frozen=True, slots=True)
class ReadByHand:
    """In `take` these words (ids, in the order of the script) were read: each begins at its start and ends at its end,
    or without `ends` where the next one begins; the last one ends at `end` (seconds of take time)."""

    take: str
    words: tuple[str, ...]
    starts: tuple[float, ...]
    end: float
    ends: tuple[float, ...] = ()

    @property
    def visits(self) -> tuple[Visit, ...]:
        """The words as visits that a hand has set."""
        follows = (*self.starts[1:], self.end)
        own = self.ends if len(self.ends) == len(self.starts) else follows
        shortest = (start + SHORTEST_WORD for start in self.starts)
        ends = (min(limit, max(end, least)) for limit, end, least in zip(follows, own, shortest, strict=True))
        return tuple(
            Visit(word, start, end, 1.0, found=start)
            for word, start, end in zip(self.words, self.starts, ends, strict=True)
        )

    def is_near(self, other: ReadByHand) -> bool:
        """Whether some of the same words were placed at the same time, or nearly: the newer one counts."""
        near = self.starts[0] < other.end + SAME_PLACE and other.starts[0] < self.end + SAME_PLACE
        return self.take == other.take and near and not set(self.words).isdisjoint(other.words)

    def is_about(self, take: str, word: str, at: float) -> bool:
        """Whether a word of `take` that was found at a moment is one of these."""
        return take == self.take and any(
            word == own and abs(at - start) <= SAME_READING for own, start in zip(self.words, self.starts, strict=True)
        )

    def outside(self, start: float, end: float) -> ReadByHand | None:
        """What of it lies outside a stretch; None where nothing does."""
        kept = [one for one in self.visits if _beside(one, start, end)]
        if not kept:
            return None
        words, starts, ends = zip(*((one.word, one.start, one.end) for one in kept), strict=True)
        return ReadByHand(self.take, words, starts, ends[-1], ends)


@dataclass(frozen=True, slots=True)
class TalkByHand:
    """In `take`, from `start` to `end` (seconds of take time), nothing is read: it is talk."""

    take: str
    start: float
    end: float


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


def as_talk(trail: Trail, stretches: Iterable[TalkByHand], printed: Mapping[str, str]) -> Trail:
    """`trail` with these stretches as talk, joined to what is talk beside them: their words do not light, and are what
    is heard in it. `printed` gives the text of each word id."""
    for one in stretches:
        said = [visit for visit in trail.visits if not _beside(visit, one.start, one.end)]
        near = [aside for aside in trail.asides if aside.start < one.end + REACHES and aside.end > one.start - REACHES]
        words = [word for aside in near for word in aside.words]
        words += [HeardWord(bare(printed.get(visit.word, "")), visit.start, visit.end) for visit in said]
        words.sort(key=lambda word: word.start)
        talk = Aside(
            min([one.start, *(aside.start for aside in near)]),
            max([one.end, *(aside.end for aside in near)]),
            " ".join(word.text for word in words),
            tuple(words),
        )
        visits = [visit for visit in trail.visits if visit not in said]
        asides = sorted((*(aside for aside in trail.asides if aside not in near), talk), key=lambda aside: aside.start)
        gone = {(visit.word, visit.start) for visit in said}
        trail = replace(
            trail,
            visits=tuple(visits),
            asides=tuple(asides),
            slips=tuple(slip for slip in trail.slips if not _is_of(slip, gone)),
        )
    return trail


def _is_of(slip: Slip, visits: Iterable[tuple[str, float]]) -> bool:
    """Whether a slip is of one of these visits (a word, and when it is said)."""
    return any(slip.word == word and abs(slip.start - start) <= SAME_READING for word, start in visits)


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
