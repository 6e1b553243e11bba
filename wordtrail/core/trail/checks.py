"""What a place to check is, which of them a trail has by what was heard, and the figures of a reading."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum
from itertools import pairwise

from wordtrail.core.text.bare import bare
from wordtrail.core.trail.model import UNSURE_BELOW, Doubt, Slip, SlipKind, Trail, Visit

LONGEST_REST_COUNTED = 2.0
"""Seconds: a longer gap between two words is not reading time (talk, a pause, a turned page)."""

SAME_MOMENT = 0.3

_REASONS = {
    Doubt.NONE: "It was hard to hear where this word begins.",
    Doubt.WHEN: "It was said, but it is hard to hear where it begins.",
    Doubt.FAINT: "It was said too softly or too quickly to be heard well.",
    Doubt.UNLIKE: "What was heard here is not much like the printed word.",
    Doubt.GUESSED: "No dictionary knows how this word is said, so its sound was guessed.",
    Doubt.OTHERWISE: "Another word was heard in its place.",
    Doubt.PLACED: "This word could not be listened for; it was placed between its neighbors.",
}


class CheckKind(StrEnum):
    """What kind of doubt a place to check is."""

    UNSURE = "unsure"
    LEFT_OUT = "left out"
    MISREAD = "misread"
    SAID_TWICE = "said twice"
    CHANGED = "changed"
    """Its word was changed or added after the take was recorded."""
    SHORT = "short"
    LONG = "long"
    """Its light goes on for far too short or too long a time for a word."""
    GAP = "gap"
    """Nothing lights for long in the middle of a sentence."""
    IN_TALK = "in talk"
    """It lights for a moment between talk and talk."""
    NO_WORDS = "no words"
    """It was taken for talk, and no words were heard in it."""
    EARLY_MARK = "early mark"
    """A mark is drawn on it before it is read."""
    QUICK = "quick"
    """Its paragraph is read far more quickly than planned."""
    CLIPPED = "clipped"
    QUIET = "quiet"


class Repair(StrEnum):
    """What most likely mends a place to check, beside saying that it is fine."""

    TAP = "tap"
    """It was read: a hand says when."""
    READ_AGAIN = "read again"
    """Its sentence is read again at the desk, and comes into its place."""
    AS_SAID = "as said"
    """It is shown as it was said: another word, or none."""
    CUT = "cut"
    """It is not heard."""
    LISTEN_AGAIN = "listen again"
    """Its line is listened for again, between the words beside it."""
    FIND_AGAIN = "find again"
    """All words of the take are looked for again."""
    SHORTEN = "shorten"
    """The silence is made shorter."""
    TALK = "talk"
    """It is talk, and does not light."""
    WITH_WORD = "with word"
    """The mark is drawn when its word is read."""
    SLOWER = "slower"
    """Its paragraph is heard more slowly."""


REPAIRS: Mapping[CheckKind, tuple[Repair, ...]] = {
    CheckKind.UNSURE: (Repair.LISTEN_AGAIN, Repair.TALK),
    CheckKind.LEFT_OUT: (Repair.TAP, Repair.READ_AGAIN, Repair.AS_SAID),
    CheckKind.MISREAD: (Repair.READ_AGAIN, Repair.CUT, Repair.AS_SAID),
    CheckKind.SAID_TWICE: (Repair.CUT,),
    CheckKind.CHANGED: (Repair.FIND_AGAIN, Repair.READ_AGAIN),
    CheckKind.SHORT: (Repair.LISTEN_AGAIN, Repair.TAP),
    CheckKind.LONG: (Repair.LISTEN_AGAIN, Repair.TAP),
    CheckKind.GAP: (Repair.SHORTEN, Repair.LISTEN_AGAIN),
    CheckKind.IN_TALK: (Repair.TALK,),
    CheckKind.NO_WORDS: (Repair.CUT,),
    CheckKind.EARLY_MARK: (Repair.WITH_WORD,),
    CheckKind.QUICK: (Repair.SLOWER, Repair.READ_AGAIN),
    CheckKind.CLIPPED: (Repair.READ_AGAIN,),
    CheckKind.QUIET: (Repair.READ_AGAIN,),
}
"""The repairs of each kind, the likelier ones first: one or two, and for a slip what else a teacher does with it."""

_AT_ONCE = (CheckKind.CHANGED, CheckKind.LEFT_OUT, CheckKind.LONG, CheckKind.IN_TALK)
_LIKELY = (CheckKind.MISREAD, CheckKind.SAID_TWICE, CheckKind.GAP, CheckKind.EARLY_MARK, CheckKind.NO_WORDS)
_NOW_AND_THEN = (CheckKind.UNSURE, CheckKind.SHORT)


def rank(kind: CheckKind) -> int:
    """How soon a place of this kind is offered, from 0 on: what most likely is a fault that a student sees at once
    comes first, then slips and gaps, then lights that may be a little off, then what is only heard."""
    return next((place for place, kinds in enumerate((_AT_ONCE, _LIKELY, _NOW_AND_THEN)) if kind in kinds), 3)


@dataclass(frozen=True, slots=True)
class Check:
    """A place to listen to: the word, when, where the ear found it, and why, in a sentence. Places with the same
    `alike` can be answered together. `about` is the mark that it is about (its id), if it is about one; `repairs` are
    what most likely mends it, and `heard` is the word that was said in its stead, where one was."""

    word: str
    start: float
    end: float
    found: float
    why: str
    kind: CheckKind
    alike: str
    about: str = ""
    repairs: tuple[Repair, ...] = ()
    heard: str = ""


@dataclass(frozen=True, slots=True)
class Settled:
    """A place of a take that the teacher has listened to and found fine: the word, and where the ear found it
    (seconds of take time)."""

    take: str
    word: str
    found: float

    def settles(self, take: str, check: Check) -> bool:
        """Whether this is about a place to check of `take`, also after its words were found again."""
        return self.is_at(take, check.word, check.found)

    def is_at(self, take: str, word: str, found: float) -> bool:
        """Whether this is about a word of `take` that was found at a moment."""
        return (self.take, self.word) == (take, word) and abs(self.found - found) < SAME_MOMENT


@dataclass(frozen=True, slots=True)
class OnPurpose:
    """From `start` to `end` (seconds of take time) everything in `take` is as it was meant to be."""

    take: str
    start: float
    end: float

    def settles(self, take: str, check: Check) -> bool:
        """Whether a place to check of `take` begins in it."""
        return self.holds(take, check.start)

    def holds(self, take: str, time: float) -> bool:
        """Whether a moment of `take` lies in it."""
        return self.take == take and self.start <= time < self.end


@dataclass(frozen=True, slots=True)
class Figures:
    """How a reading went: words read and in the passage, words a minute with the rests between words
    counted in, and the share of talk in the time from the first sound to the last (0 to 1)."""

    read: int
    words: int
    words_per_minute: float
    talk: float


def places_to_check(trail: Trail, printed: Mapping[str, str]) -> tuple[Check, ...]:
    """Words that were left out, misread or said twice, and visits the aligner was not sure of, in order of time.
    `printed` gives the text of each word id."""
    slips = trail.slips
    checks = [_of_slip(slip, trail, printed) for slip in slips if not _mended(slip, trail)]
    for visit in trail.visits:
        if visit.confidence < UNSURE_BELOW and not any(is_of_visit(slip, visit) for slip in slips):
            checks.append(_unsure(visit))
    return tuple(sorted(checks, key=lambda check: check.start))


def figures(trail: Trail, words: Collection[str]) -> Figures:
    """The figures of a trail over the words of the passages (their ids)."""
    sound = trail.sound_end - trail.sound_start
    talk = sum(aside.end - aside.start for aside in trail.asides)
    return Figures(
        read=len({visit.word for visit in trail.visits} & set(words)),
        words=len(words),
        words_per_minute=words_a_minute(trail.visits),
        talk=round(min(1.0, talk / sound), 3) if sound > 0 else 0.0,
    )


def words_a_minute(visits: Sequence[Visit]) -> float:
    """The pace of words that were read, with the rests between them; a longer gap than a reader's rest counts as one.
    0 where nothing was read."""
    spent = sum(min(b.start - a.start, a.end - a.start + LONGEST_REST_COUNTED) for a, b in pairwise(visits))
    spent += sum(visit.end - visit.start for visit in visits[-1:])
    return round(60 * len(visits) / spent, 1) if spent > 0 else 0.0


def _unsure(visit: Visit) -> Check:
    why = f"{_REASONS[visit.doubt]} Listen, and move it if it lights too early or too late."
    return Check(visit.word, visit.start, visit.end, visit.found_at, why, CheckKind.UNSURE, f"unsure {visit.doubt}")


def _of_slip(slip: Slip, trail: Trail, printed: Mapping[str, str]) -> Check:
    word = printed.get(slip.word, "")
    if slip.kind is SlipKind.LEFT_OUT:
        why = f"“{word}” was left out here."
        return Check(slip.word, slip.start, slip.end, slip.start, why, CheckKind.LEFT_OUT, "left out")
    visit = next((v for v in trail.visits if is_of_visit(slip, v)), None)
    if slip.kind is SlipKind.SAID_TWICE:
        why = f"“{word}” is said twice here, one right after the other."
        first = next((v for v in reversed(trail.visits) if v.word == slip.word and v.end <= slip.start + 0.01), visit)
        start, end, found = (first.start, first.end, first.found_at) if first else (slip.start, slip.end, slip.start)
        return Check(slip.word, start, end, found, why, CheckKind.SAID_TWICE, "said twice")
    found = visit.found_at if visit else slip.start
    sounds = f"It sounds like “{slip.heard}”." if slip.heard else "Something else was said here."
    why = f"{sounds} The printed word is “{word}”."
    alike = f"misread {bare(word)}"
    return Check(slip.word, slip.start, slip.end, found, why, CheckKind.MISREAD, alike, heard=slip.heard)


def is_of_visit(slip: Slip, visit: Visit) -> bool:
    """Whether a slip is of this visit of its word."""
    return slip.word == visit.word and abs(slip.start - visit.found_at) < SAME_MOMENT


def _mended(slip: Slip, trail: Trail) -> bool:
    return any(visit.mended and is_of_visit(slip, visit) for visit in trail.visits)
