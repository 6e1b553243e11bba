"""Pause points: where the reading stops, what students do there, and how long the video waits."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from wordtrail.core.plan.activities.activity import Limits
from wordtrail.core.plan.activities.all import AnyActivity
from wordtrail.core.plan.activities.think import Think
from wordtrail.core.text.span import Span

THINK = Limits(0.0, 600.0)
"""Seconds of think time a pause point may have."""


class Reach(StrEnum):
    """How far the words go after which a new pause point stands."""

    WORD = "word"
    LINE = "line"
    SENTENCE = "sentence"
    PARAGRAPH = "paragraph"
    PAGE = "page"


THINKING = Think()


@dataclass(frozen=True, slots=True)
class PausePoint:
    """The reading stops after the word `after` (empty: at the end of the lesson), `question` is put, and students do
    the `activity`; the video waits `think_seconds`, the student page until the student goes on.

    `answer` is shown afterwards; `evidence` are its words; `paper` says what is written on paper. `organizer` is
    called up beside it. `reading` is the one it belongs to (empty: all).
    """

    id: str
    after: str
    question: str
    think_seconds: float
    activity: AnyActivity = THINKING
    answer: str = ""
    evidence: tuple[Span, ...] = ()
    paper: str = ""
    organizer: str = ""
    reading: str = ""

    @property
    def has_answer(self) -> bool:
        """Whether there is something to show after the think time."""
        return bool(self.answer or self.evidence or self.activity.has_answer())


@dataclass(frozen=True, slots=True)
class Reading:
    """One pass over a stretch of the passage (None: all of it) with a purpose of its own."""

    id: str
    name: str
    purpose: str = ""
    stretch: Span | None = None


class LeadsTheEye(StrEnum):
    """How eyes are led to what is read."""

    CLOSER = "closer"
    """The stage comes closer."""
    POINTER = "pointer"
    """The pointer goes along."""
    BOTH = "both"


@dataclass(frozen=True, slots=True)
class CloseUp:
    """While the words from `first` to `last` are read, eyes are led to them, or to a `picture` (its block): the stage
    comes closer, or the pointer goes along with the voice."""

    id: str
    first: str
    last: str
    picture: str = ""
    how: LeadsTheEye = LeadsTheEye.CLOSER


@dataclass(frozen=True, slots=True)
class CueNote:
    """What a teacher wants to have before her eyes at a word while she records: what to say or do there. Students never
    see it."""

    id: str
    at: str
    text: str
