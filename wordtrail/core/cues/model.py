"""The values of a cue sheet. All times are seconds of lesson time."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class PageTurn:
    """From `at` on, the page with this index of the layout is shown."""

    at: float
    page: int


@dataclass(frozen=True, slots=True)
class Light:
    """The word is lit on `[start, end)`. `sure` is false where the ear was in doubt."""

    word: str
    start: float
    end: float
    sure: bool = True


@dataclass(frozen=True, slots=True)
class Drawing:
    """A mark is drawn from `start` to `end` and stays."""

    mark: str
    start: float
    end: float


@dataclass(frozen=True, slots=True)
class Gate:
    """A pause point: at `at` the lesson stops. The video holds it for `think_seconds`, the
    student page until the student goes on. `word` is the word it stands after."""

    pause: str
    at: float
    think_seconds: float
    word: str
    question: str


@dataclass(frozen=True, slots=True)
class Caption:
    """What is said on `[start, end)`, to be read."""

    start: float
    end: float
    text: str


@dataclass(frozen=True, slots=True)
class CueSheet:
    """The whole lesson for one layout, `seconds` long without the think time of its gates.

    `sentences` are the moments at which a sentence begins; `title_until` is where the title card
    makes way.
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


@dataclass(frozen=True, slots=True)
class DrawnMark:
    """How far a mark is drawn, from 0 to 1."""

    mark: str
    progress: float


@dataclass(frozen=True, slots=True)
class StageState:
    """What is on the stage at one moment.

    `passed` is how many of the sheet's lights have begun: their words carry the dotted path,
    but for the `lit` one. `gate` is the pause point whose card is shown, if any.
    """

    page: int
    lit: str
    passed: int
    marks: tuple[DrawnMark, ...]
    gate: str
    caption: str
