"""The shapes of requests and answers about takes. Core values go out as they are."""

from __future__ import annotations

from pydantic import Field

from wordtrail.api.bodies import Answer, Body
from wordtrail.core.direct.named import Named
from wordtrail.core.edit.holds import Echo
from wordtrail.core.edit.joining import CutKind, Replacement
from wordtrail.core.edit.slowing import Slower
from wordtrail.core.lesson.edit_moves import EditMoves
from wordtrail.core.lesson.giving_time import EchoAfter, NewHold
from wordtrail.core.lesson.likely_read import LikelyRead
from wordtrail.core.lesson.missed_words import Missed
from wordtrail.core.lesson.placing import TakePlace
from wordtrail.core.lesson.reading_notes import ReadingKnown
from wordtrail.core.lesson.shortening import USUAL_LENGTH, USUAL_LONGEST
from wordtrail.core.lesson.take_figures import TakeFigures
from wordtrail.core.lesson.timing_moves import TimingMoves
from wordtrail.core.lesson.versions import SentenceReadings
from wordtrail.core.sound.microphone import Advice
from wordtrail.core.trail.again import Again
from wordtrail.core.trail.camera import CameraStretch
from wordtrail.core.trail.checks import Check, Figures
from wordtrail.core.trail.legs import Leg
from wordtrail.core.trail.model import HeardWord, Trail
from wordtrail.core.trail.talk_text import TalkBlank
from wordtrail.service.shortening import MadeCut, Shortening


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
    advice: list[Advice]
    """What is wrong with its sound, and what to do about it."""
    camera: list[CameraStretch]
    """Where the camera's picture is there beside it."""


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
    by_hand: bool = False
    """Whether some of it lit, and a hand has said that it is talk."""


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


class LikelyWords(Answer):
    """What of the text may have been read in a stretch of a take."""

    found: LikelyRead


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


class FoundAgain(Answer):
    """Words (ids) in their order, when each of them begins and ends, and when the last one ends."""

    words: list[str]
    starts: list[float]
    end: float
    ends: list[float]


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


class TakeQuery(Body):
    take: str = Field(max_length=64)


class ShorterQuery(TakeQuery):
    """Of which take; silences over `longest` seconds are made `length`."""

    longest: float = Field(default=USUAL_LONGEST, ge=0.2, le=60)
    length: float = Field(default=USUAL_LENGTH, ge=0.1, le=60)


class StretchQuery(TakeQuery):
    """A stretch of a take (seconds of take time)."""

    start: float = Field(ge=0, le=4 * 3600)
    end: float = Field(ge=0, le=4 * 3600)


class CutQuery(StretchQuery):
    """A stretch of a take (seconds of take time) that is to be cut."""

    kind: CutKind = CutKind.WORDS


class SlowerFor(Answer):
    """Stretches that could be heard more slowly."""

    stretches: list[Slower]


class SameWords(Answer):
    """Other readings of the words of a stretch."""

    readings: list[Replacement]


class EchoQuery(StretchQuery):
    """What of a take students are to say back, and for how long: `factor` times as long as it took, from `least` to
    `most` seconds."""

    after: EchoAfter = EchoAfter.SENTENCE
    factor: float = Field(default=Echo().factor, ge=0.5, le=4)
    least: float = Field(default=Echo().least, gt=0, le=120)
    most: float = Field(default=Echo().most, gt=0, le=120)


class EchoFor(Answer):
    """Where students would say it back, and for how many seconds in all."""

    holds: list[NewHold]
    seconds: float


class CutFor(Answer):
    """What goes when it is cut: with the breath beside it, never inside a word."""

    cut: MadeCut


class Shorter(Answer):
    """What could be cut of a take, and what is."""

    found: Shortening


class ReadingQuery(TakeQuery):
    """Of which take, and for children of which grade (0: none)."""

    grade: int = Field(default=0, ge=0, le=12)


class HowRead(Answer):
    """What there is to know of a take."""

    known: ReadingKnown


class TimingRead(Answer):
    """What a file of timings would change."""

    found: TimingMoves


class EditsRead(Answer):
    """What an edit list that comes back would change."""

    found: EditMoves


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
