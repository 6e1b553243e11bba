"""Pause points: where the reading stops, what students do there, and how long the video waits."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

SHORTEST_THINK, LONGEST_THINK = 0.0, 600.0
"""Seconds of think time a pause point may have."""

FEWEST_CHOICES, MOST_CHOICES = 2, 5


class PauseKind(StrEnum):
    """What students do at a pause point."""

    THINK = "think"
    TALK = "talk"
    WRITE = "write"
    ECHO = "say it back"
    ALONE = "read alone"
    FIND = "find the words"
    CHOOSE = "choose"
    ORDER = "put in order"
    LOOK = "look closely"
    TURN = "find the page"
    TOGETHER = "say it together"
    MATCH = "match"
    SIGN = "show a sign"
    DAY = "stop for today"


USUAL_THINK = {
    PauseKind.THINK: 15.0, PauseKind.TALK: 20.0, PauseKind.WRITE: 45.0, PauseKind.ECHO: 0.0, PauseKind.ALONE: 60.0,
    PauseKind.FIND: 20.0, PauseKind.CHOOSE: 15.0, PauseKind.ORDER: 20.0, PauseKind.LOOK: 15.0, PauseKind.TURN: 20.0,
    PauseKind.TOGETHER: 0.0, PauseKind.MATCH: 20.0, PauseKind.SIGN: 8.0, PauseKind.DAY: 5.0,
}  # fmt: skip
"""Seconds of think time of a fresh pause point of each kind; what students say takes as long as it takes."""


class Reach(StrEnum):
    """How far the words go after which a new pause point stands."""

    WORD = "word"
    LINE = "line"
    SENTENCE = "sentence"
    PARAGRAPH = "paragraph"
    PAGE = "page"


@dataclass(frozen=True, slots=True)
class Span:
    """A run of words, from `first` to `last` (both included)."""

    first: str
    last: str


@dataclass(frozen=True, slots=True)
class Choice:
    """An answer to choose: its text, whether it is right, and the reason, with the words of the text that
    prove it or rule it out."""

    text: str
    right: bool = False
    reason: str = ""
    proof: tuple[Span, ...] = ()


@dataclass(frozen=True, slots=True)
class Pair:
    """Two things that belong together."""

    left: str
    right: str


@dataclass(frozen=True, slots=True)
class PausePoint:
    """The reading stops after the word `after` (empty: at the end of the lesson) and `question` is put; the
    video waits `think_seconds`, the student page until the student goes on.

    `answer` is shown afterwards; `evidence` are its words; `paper` says what is written on paper. What a kind
    needs beside: `choices`, and `strike`, the numbers of the wrong ones in the order in which they are struck
    out; `items` in their right order; `pairs`; the `stretch` of words that are said back, read alone or said
    together, `times` over, each turn as long as the teacher took times `factor`; `picture` and `region` to look
    at; `turn_to`, the page to find. `organizer` is called up beside it. `reading` is the one it belongs to
    (empty: all).
    """

    id: str
    after: str
    question: str
    think_seconds: float
    kind: PauseKind = PauseKind.THINK
    answer: str = ""
    evidence: tuple[Span, ...] = ()
    paper: str = ""
    choices: tuple[Choice, ...] = ()
    strike: tuple[int, ...] = ()
    items: tuple[str, ...] = ()
    pairs: tuple[Pair, ...] = ()
    stretch: Span | None = None
    times: int = 1
    factor: float = 1.2
    picture: str = ""
    region: str = ""
    turn_to: str = ""
    organizer: str = ""
    reading: str = ""


@dataclass(frozen=True, slots=True)
class Reading:
    """One pass over a stretch of the passage (None: all of it) with a purpose of its own."""

    id: str
    name: str
    purpose: str = ""
    stretch: Span | None = None
