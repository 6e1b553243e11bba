"""The values of a cue sheet. All times are seconds of lesson time."""

from __future__ import annotations

from dataclasses import dataclass

from wordtrail.core.direct.course import Light, PageTurn, Pointing, ViewMove


@dataclass(frozen=True, slots=True)
class Drawing:
    """A mark is drawn from `start` to `end` and stays. One that is drawn at a pause point (`gate`) has both
    counted from when the lesson stopped there."""

    mark: str
    start: float
    end: float
    gate: str = ""


@dataclass(frozen=True, slots=True)
class Gate:
    """At `at` the lesson stops: at a pause point, or for something that is shown and not spoken of. The video
    holds it for `think_seconds`, and for `answer_seconds` more in which the answer is shown; the student page
    until the student goes on, or by itself (`auto`). `pause` names it, `shows` the pause point or board it
    belongs to, `kind` what students do. `word` is the word it stands after. `page` is the page that is shown
    meanwhile (-1: the one that is on the stage)."""

    pause: str
    at: float
    think_seconds: float
    word: str
    question: str
    kind: str = "think"
    shows: str = ""
    page: int = -1
    answer_seconds: float = 0.0
    auto: bool = False

    @property
    def hold(self) -> float:
        """Seconds for which the video stands still."""
        return self.think_seconds + self.answer_seconds


@dataclass(frozen=True, slots=True)
class GateLight:
    """The word is lit while the lesson has stood at `gate` for `start` to `end` seconds."""

    word: str
    gate: str
    start: float
    end: float


@dataclass(frozen=True, slots=True)
class GatePage:
    """A page (its index) is shown from when the lesson has stood at `gate` for `start` seconds: a board that takes
    several is leafed through."""

    page: int
    gate: str
    start: float


@dataclass(frozen=True, slots=True)
class Reveal:
    """A part of a page is shown from `at` on; with a `gate`, from when the lesson has stood there for `wait`
    seconds."""

    part: str
    at: float
    gate: str = ""
    wait: float = 0.0


@dataclass(frozen=True, slots=True)
class Beat:
    """A part of a page is shown while the lesson has stood at `gate` for `start` to `end` seconds."""

    part: str
    gate: str
    start: float
    end: float


@dataclass(frozen=True, slots=True)
class SignpostShown:
    """A pause point's signpost is seen on `[start, end)` because its question is being read aloud; or a sign."""

    signpost: str
    start: float
    end: float


@dataclass(frozen=True, slots=True)
class Caption:
    """What is said on `[start, end)`, to be read; where captions stand in the picture, in `lines`."""

    start: float
    end: float
    text: str
    lines: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class CameraShown:
    """The camera's picture of `take` is seen on `[start, end)` in a rectangle (page units): from `at` on (seconds of
    take time), at `pace` times its speed. A `large` one lies over the page."""

    take: str
    at: float
    pace: float
    start: float
    end: float
    x: float
    y: float
    width: float
    height: float
    large: bool = False


@dataclass(frozen=True, slots=True)
class CueSheet:
    """The whole lesson for one layout, `seconds` long without the think time of its gates.

    `sentences` are the moments at which a sentence begins; `title_until` is where the title card
    makes way. `whole` is the view of a whole page.
    """

    version: int
    layout: str
    seconds: float
    title_until: float
    pages: tuple[PageTurn, ...]
    lights: tuple[Light, ...]
    drawings: tuple[Drawing, ...]
    gates: tuple[Gate, ...]
    captions: tuple[Caption, ...]
    sentences: tuple[float, ...]
    signposts: tuple[SignpostShown, ...] = ()
    reveals: tuple[Reveal, ...] = ()
    beats: tuple[Beat, ...] = ()
    pointings: tuple[Pointing, ...] = ()
    views: tuple[ViewMove, ...] = ()
    whole: tuple[float, ...] = (0.0, 0.0, 1920.0, 1080.0)
    gate_lights: tuple[GateLight, ...] = ()
    gate_pages: tuple[GatePage, ...] = ()
    cameras: tuple[CameraShown, ...] = ()


@dataclass(frozen=True, slots=True)
class CameraSeen:
    """The camera's picture of `take` as it is at `at` (seconds of take time), in a rectangle (page units)."""

    take: str
    at: float
    x: float
    y: float
    width: float
    height: float
    large: bool = False


@dataclass(frozen=True, slots=True)
class DrawnMark:
    """How far a mark is drawn, from 0 to 1."""

    mark: str
    progress: float


@dataclass(frozen=True, slots=True)
class StageState:
    """What is on the stage at one moment.

    `passed` is how many of the sheet's lights have begun: their words carry the dotted path,
    but for the `lit` one. `gate` is the gate at which the lesson stands, if any; `signpost` the pause point whose
    signpost is seen; `parts` are the parts of pages that are shown by now. `view` is the part of the page that fills
    the stage (left, top, width, height in page units; none: all of it), `pointer` the soft spot where the teacher
    points (x, y, and how strong it is, from 0 to 1).
    """

    page: int
    lit: str
    passed: int
    marks: tuple[DrawnMark, ...]
    gate: str
    caption: str
    signpost: str = ""
    parts: tuple[str, ...] = ()
    view: tuple[float, ...] | None = None
    pointer: tuple[float, ...] | None = None
    camera: CameraSeen | None = None
