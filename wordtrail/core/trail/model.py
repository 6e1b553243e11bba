"""The values a trail is made of. All times are seconds of take time."""

from __future__ import annotations

from dataclasses import dataclass, field
from enum import StrEnum

UNSURE_BELOW = 0.4
"""Visits with less confidence are shown as "listen to this one": about one word in a hundred. Below
0.5, where most wrong words are, nine in ten are right all the same."""


QUOTATION = 3
"""Words of the script in their order that are a reading wherever they stand; one or two can be chance."""


class Doubt(StrEnum):
    """Why a word's light is not sure."""

    NONE = ""
    WHEN = "when"
    """It was said, but where it begins is unclear."""
    FAINT = "faint"
    """It was too soft, too fast or too blurred to be timed closely."""
    UNLIKE = "unlike"
    """What was heard is not much like the word."""
    GUESSED = "guessed"
    """No dictionary knows how it is said."""
    OTHERWISE = "otherwise"
    """Another word was heard in its place."""
    PLACED = "placed"
    """It cannot be heard at all and was placed between its neighbours."""


@dataclass(frozen=True, slots=True)
class Visit:
    """One reading of one word. `confidence` goes from 0 to 1. `found` is where the ear found the start
    of a visit whose start a hand has set since; None for all others."""

    word: str
    start: float
    end: float
    confidence: float = 1.0
    found: float | None = None
    doubt: Doubt = Doubt.NONE

    @property
    def mended(self) -> bool:
        """Whether a hand has set its start."""
        return self.found is not None

    @property
    def found_at(self) -> float:
        """Where the ear found its start."""
        return self.start if self.found is None else self.found


class SlipKind(StrEnum):
    """What went wrong with a word."""

    LEFT_OUT = "left out"
    MISREAD = "misread"
    SAID_TWICE = "said twice"


@dataclass(frozen=True, slots=True)
class Slip:
    """A word left out, misread (`heard` says as what) or said twice. `start` and `end` are where
    it happened; for a word left out, the moment where it is missing."""

    kind: SlipKind
    word: str
    start: float
    end: float
    heard: str = ""


@dataclass(frozen=True, slots=True)
class HeardWord:
    """A word that may have been said in talk, from `start` to `end`. `loss` is what each of its sounds loses on the
    mean against the best ones there: 0 is just as it is said, above 1 it is hardly like it."""

    text: str
    start: float
    end: float
    loss: float = 0.0


@dataclass(frozen=True, slots=True)
class Aside:
    """Talk that is not in the script: what was heard, as it is written, and its words one by one as they are spoken."""

    start: float
    end: float
    heard: str = ""
    words: tuple[HeardWord, ...] = ()

    def part(self, start: float, end: float) -> Aside:
        """What of it lies between two moments; with its words as they are spoken, where those are not all of them."""
        words = tuple(word for word in self.words if start <= word.start < end)
        heard = self.heard if words == self.words else " ".join(word.text for word in words)
        return Aside(max(self.start, start), min(self.end, end), heard, words)


@dataclass(frozen=True, slots=True)
class Trail:
    """All visits of a take in order of their start, with slips, asides and the words that were
    not read at all. `seconds` is the length of the take; `sound_start` and `sound_end` are
    where the first and the last sound of the voice were found."""

    visits: tuple[Visit, ...]
    slips: tuple[Slip, ...] = ()
    asides: tuple[Aside, ...] = ()
    unread: tuple[str, ...] = ()
    seconds: float = 0.0
    sound_start: float = 0.0
    sound_end: float = 0.0


@dataclass(frozen=True, slots=True)
class Mend:
    """A word's start set by hand: of the visit of `word` in `take` that was found at `found`
    (seconds of take time), the start is now `start`."""

    take: str
    word: str
    found: float
    start: float


@dataclass(frozen=True, slots=True)
class MendedTrail:
    """A trail with its mends, and those mends for which no visit is left."""

    trail: Trail
    loose: tuple[Mend, ...] = field(default=())


def is_mostly_talk(trail: Trail) -> bool:
    """Whether a take is more talk than reading: what is not read in it was not meant to be."""
    read = sum(visit.end - visit.start for visit in trail.visits)
    return sum(aside.end - aside.start for aside in trail.asides) > read
