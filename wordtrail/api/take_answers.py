"""The shapes of requests and answers about takes. Core values go out as they are."""

from __future__ import annotations

from pydantic import Field

from wordtrail.api.bodies import Answer, Body
from wordtrail.core.direct.named import Named
from wordtrail.core.lesson.missed_words import Missed
from wordtrail.core.lesson.placing import TakePlace
from wordtrail.core.lesson.take_figures import TakeFigures
from wordtrail.core.lesson.versions import SentenceReadings
from wordtrail.core.trail.again import Again
from wordtrail.core.trail.checks import Check, Figures
from wordtrail.core.trail.legs import Leg
from wordtrail.core.trail.model import HeardWord, Trail
from wordtrail.core.trail.talk_text import TalkBlank


class Take(Answer):
    id: str
    number: int
    state: str
    origin: str
    seconds: float
    made_at: float
    fault: str
    has_trail: bool
    in_use: bool
    """Whether the lesson is made of it."""
    asks: bool
    """Whether the teacher has yet to say if it is to be used."""
    words_read: int
    words: int
    is_talk: bool = False
    """Whether hardly anything of the lesson is read in it."""
    name: str = ""
    heard: bool = False
    """Whether anything of it is heard in the lesson."""
    figures: TakeFigures | None = None
    loudness: float | None = None
    """LUFS, as it was recorded."""
    noise: float | None = None
    """The level of the room without a voice, in dB of full scale, as it was recorded."""


class TalkStretch(Answer):
    """A stretch of talk in words, or several (`stretches`) that one text was written for: as they were roughly heard,
    as the teacher accepted them (empty: not yet), and when each word of the accepted ones, or else of those that were
    heard, is said; what of it is not to be heard; and what she had planned to say here, in her cue notes."""

    start: float
    end: float
    heard: str
    text: str
    words: list[HeardWord]
    blanks: list[TalkBlank]
    planned: str = ""
    stretches: int = 1


class TrailView(Answer):
    """A take's trail with what was mended by hand, what wants a listen, and what is kept of the take.
    `legs` are the visits that were read on one after another, in a line; `script` are all words that may be
    read aloud, in the order of the lesson."""

    trail: Trail
    script: list[str]
    legs: list[Leg]
    checks: list[Check]
    settled: int
    """How many places were checked and found fine, words that were not meant to be read with them."""
    figures: Figures
    trim_start: float
    trim_end: float
    trimmed_by_hand: bool
    loose_mends: int
    missed: list[Missed]
    """Words that were not heard, and the sound in which they can be."""
    named: list[Named]
    """What was named in talk: where the stage follows it, and where it could."""
    dropped: list[Dropped]
    """What was dropped in it at the desk."""
    talk: list[TalkStretch]
    """The talk of the trail, stretch by stretch."""


class ReadHere(Body):
    """Words (ids, in their order) that were read between two moments of a take; `taps` are when a hand said that each
    of them begins (seconds of take time), or none."""

    take: str = Field(max_length=64)
    words: list[str] = Field(min_length=1, max_length=400)
    start: float = Field(ge=0, le=4 * 3600)
    end: float = Field(ge=0, le=4 * 3600)
    taps: list[float] = Field(default=[], max_length=400)


class FoundHere(Answer):
    """When each of those words begins, and when the last one ends."""

    starts: list[float]
    end: float


class Dropped(Answer):
    """A reading that was dropped at the desk, from `start` to `end` (seconds of take time)."""

    again: Again
    start: float
    end: float


class PlaceQuery(Body):
    """The first and the last word of a stretch (ids); none: behind all that was recorded."""

    first: str = Field(default="", max_length=64)
    last: str = Field(default="", max_length=64)


class PlaceForTake(Answer):
    """A place of the lesson that a take can be recorded for, and the word to begin with (empty: all was read)."""

    place: TakePlace
    begin: str


class Lines(Answer):
    """The sentences of a lesson with their readings in all takes."""

    lines: list[SentenceReadings]


class WantedPlace(Body):
    """The place of the lesson that a take is recorded for (see `TakePlace`)."""

    take: str = Field(max_length=64)
    start: float = Field(default=0, ge=0, le=4 * 3600)
    end: float | None = Field(default=None, ge=0, le=4 * 3600)
    first: str = Field(default="", max_length=64)
    last: str = Field(default="", max_length=64)


class PlaceWish(WantedPlace):
    """The place of the lesson that a sound file is for; without a take, the whole lesson."""

    take: str = Field(default="", max_length=64)


class TakeName(Body):
    name: str = Field(max_length=80)


class NewTake(Body):
    origin: str = Field(default="microphone", pattern="^(microphone|file)$")
    place: WantedPlace | None = None


class Event(Body):
    at: float = Field(ge=0, le=4 * 3600)
    what: str = Field(max_length=40)
    detail: str = Field(default="", max_length=6000)


class Events(Body):
    """What happened while recording; `first` counts the events of this take that came before these."""

    first: int = Field(ge=0, le=1_000_000)
    events: list[Event] = Field(max_length=1000)
