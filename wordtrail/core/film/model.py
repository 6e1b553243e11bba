"""What a film of a lesson is: a version, in a shape, with a look."""

from __future__ import annotations

from dataclasses import dataclass, replace
from enum import StrEnum

from wordtrail.core.edit.holds import Echo


class FilmVersion(StrEnum):
    """The four films that one take gives."""

    LISTEN = "listen"
    """The voice as it was read."""
    ECHO = "echo"
    """Behind each sentence students say it back, while the light walks over it once more."""
    TOGETHER = "together"
    """Slower, with a count before each paragraph, and the light a little ahead of the voice."""
    ALONE = "alone"
    """Students read by the light; the voice is silent where it reads."""


class StageShape(StrEnum):
    """The shape of the stage."""

    WIDE = "wide"
    SQUARE = "square"
    TALL = "tall"


class Detail(StrEnum):
    """Pixels along the shorter edge of the picture."""

    SMALL = "720p"
    USUAL = "1080p"
    FINE = "2160p"

    @property
    def scale(self) -> float:
        """Pixels a page unit; the shorter edge of every stage has 1080 of those."""
        return int(self.value[:-1]) / 1080


class Colours(StrEnum):
    """What a film is drawn in."""

    PAPER = "paper"
    WARM = "warm"
    EVENING = "evening"
    STRONG = "strong"


class Captions(StrEnum):
    """What becomes of the captions."""

    OFF = "off"
    TRACK = "track"
    """They can be switched on."""
    PICTURE = "picture"
    """They stand in the picture, in room of their own."""


class ThinkTime(StrEnum):
    """How long a film that is listened to waits at a pause point."""

    FULL = "full"
    BREATH = "breath"


class EchoUnit(StrEnum):
    """What students say back at once."""

    SENTENCE = "sentence"
    LINE = "line"
    """A line of verse; in prose a sentence."""
    PHRASE = "phrase"
    """Up to a comma, a semicolon, a colon, a dash, or a rest."""
    PARAGRAPH = "paragraph"


class Extent(StrEnum):
    """How much of a lesson a film shows."""

    WHOLE = "whole"
    PAGE = "page"
    READING = "reading"
    STRETCH = "stretch"
    CARDS = "cards"


@dataclass(frozen=True, slots=True)
class FilmPart:
    """The part of a lesson that a film shows: all of it, a `page` of a passage (its id), the `reading` of this number
    (from 1), the words from `first` to `last` (ids), or the word cards alone."""

    extent: Extent = Extent.WHOLE
    page: str = ""
    reading: int = 0
    first: str = ""
    last: str = ""


@dataclass(frozen=True, slots=True)
class CoverMoment:
    """A moment of a take (seconds of take time) that is a film's cover; `gate` names the stop at which it stands."""

    take: str
    at: float
    gate: str = ""


@dataclass(frozen=True, slots=True)
class CoverPicture:
    """A picture of the teacher's that is a film's cover: its file, its size (pixels), and what it shows."""

    file: str
    width: int
    height: int
    shows: str = ""


@dataclass(frozen=True, slots=True)
class NumberedCover:
    """A cover with the title beside a page of the text, and the film's number in its series."""

    number: int
    series: str = ""


@dataclass(frozen=True, slots=True)
class EndCard:
    """What a film ends with: what to do now, where to hand it in, and the address of a page as a code (`link`). What
    is empty is not on it."""

    to_do: str = ""
    hand_in: str = ""
    link: str = ""


BREATH = 3.0
"""Seconds at a pause point that is only thought over for a breath."""

FILM_ECHO = Echo(most=120.0)
ECHO_FACTORS = (0.5, 4.0)
"""Times as long as it took, between which students may have to say something back."""

SLOWEST_TOGETHER = 0.7
LONGEST_LEAD = 0.4
"""Seconds that the light may be ahead of the voice."""

OWN_RATES = (20.0, 250.0)
"""Words a minute, between which students may read by the light; 0: as it was read."""

WHOLE_LESSON = FilmPart()


@dataclass(frozen=True, slots=True)
class FilmChoices:
    """What a teacher chose for the films of a lesson; each of the four takes from it what concerns it.

    `think` is for Listen; `echo_after` (None: lines in verse, else sentences) and `echo` for Echo; `pace` (times the
    speed at which it was said) and `lead` (seconds) for Together; `own_rate` (words a minute; 0: as it was read) for On
    your own. `marks`, `cards`, `questions`, `talk` and the `camera`'s picture are in it or not; `camera_greets`: that
    one is large while the teacher greets. `signal`: a soft sound at each pause point.
    `cover` is what is seen before it is played (None: its title), `end` what it ends with (None: nothing more).
    """

    shown: FilmPart = WHOLE_LESSON
    think: ThinkTime = ThinkTime.FULL
    echo_after: EchoUnit | None = None
    echo: Echo = FILM_ECHO
    pace: float = 0.85
    lead: float = 0.2
    own_rate: float = 0.0
    marks: bool = True
    cards: bool = True
    questions: bool = True
    talk: bool = True
    camera: bool = True
    camera_greets: bool = True
    shape: StageShape = StageShape.WIDE
    detail: Detail = Detail.USUAL
    colours: Colours = Colours.PAPER
    captions: Captions = Captions.TRACK
    signal: bool = False
    cover: CoverMoment | CoverPicture | NumberedCover | None = None
    end: EndCard | None = None


USUAL_CHOICES = FilmChoices()


@dataclass(frozen=True, slots=True)
class Film:
    """One film: which of the four, with what was chosen."""

    version: FilmVersion = FilmVersion.LISTEN
    choices: FilmChoices = USUAL_CHOICES

    @property
    def itself(self) -> Film:
        """The same film without what was chosen for the three others."""
        usual, own = USUAL_CHOICES, self.choices
        if self.version is not FilmVersion.LISTEN:
            own = replace(own, think=usual.think)
        if self.version is not FilmVersion.ECHO:
            own = replace(own, echo_after=usual.echo_after, echo=usual.echo)
        if self.version is not FilmVersion.TOGETHER:
            own = replace(own, pace=usual.pace, lead=usual.lead)
        if self.version is not FilmVersion.ALONE:
            own = replace(own, own_rate=usual.own_rate)
        return Film(self.version, own)


FOR_STUDENTS = FilmChoices(camera=False)
"""What the student page shows: all but the teacher's face."""

AS_READ = Film(choices=FOR_STUDENTS)
"""The lesson as it was read, from beginning to end, on a wide stage."""
