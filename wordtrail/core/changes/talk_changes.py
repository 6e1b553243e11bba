"""Talk in words: commands, and what they do."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import reduce
from typing import ClassVar, Literal

from wordtrail.core.changes.command import ScreenCommand
from wordtrail.core.changes.limits import LONGEST_TAKE
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.tidy import tidy, within
from wordtrail.core.trail.talk_text import TalkBlank, TalkText, blanked

MOST_TEXTS, LONGEST_TEXT = 2000, 4000
SHORTEST_BLANK = 0.02


def _with_text(lesson: Lesson, take: str, start: float, end: float, text: str) -> Lesson:
    start, end = _moments(start, end)
    kept = tuple(one for one in lesson.talk if one.take != take or one.end <= start or one.start >= end)
    written = tidy(text, "What you say", LONGEST_TEXT)
    if written and len(kept) >= MOST_TEXTS:
        raise LessonError(f"A lesson holds at most {MOST_TEXTS} texts of talk.")
    added = (TalkText(take, start, end, written),) if written else ()
    return replace(lesson, talk=tuple(sorted((*kept, *added), key=lambda one: (one.take, one.start))))


def _moments(start: float, end: float) -> tuple[float, float]:
    start = within(start, 0.0, LONGEST_TAKE, "The moment")
    end = within(end, 0.0, LONGEST_TAKE, "The moment")
    if end - start < SHORTEST_BLANK:
        raise LessonError("There is no sound between these moments.", kept="The lesson is as it was.")
    return round(start, 3), round(end, 3)


@dataclass(frozen=True, slots=True)
class KeepTalk(ScreenCommand):
    """The words of the talk between two moments of a take, as the teacher accepts them; empty: none."""

    label: ClassVar[str] = "writing down what you say"
    take: str
    start: float
    end: float
    text: str
    kind: Literal["keep talk"] = "keep talk"

    def apply(self, lesson: Lesson) -> Lesson:
        return _with_text(lesson, self.take, self.start, self.end, self.text)


@dataclass(frozen=True, slots=True)
class WrittenTalk:
    """The words of the talk from `start` to `end` (seconds of take time)."""

    start: float
    end: float
    text: str


@dataclass(frozen=True, slots=True)
class KeepAllTalk(ScreenCommand):
    """The words of several stretches of talk, as they were heard; what already has words keeps them."""

    label: ClassVar[str] = "taking the words of your talk as heard"
    take: str
    talk: tuple[WrittenTalk, ...]
    kind: Literal["keep all talk"] = "keep all talk"

    def apply(self, lesson: Lesson) -> Lesson:
        own = [one for one in lesson.talk if one.take == self.take]
        unwritten = (one for one in self.talk if all(kept.end <= one.start or kept.start >= one.end for kept in own))
        return reduce(lambda made, one: _with_text(made, self.take, one.start, one.end, one.text), unwritten, lesson)


@dataclass(frozen=True, slots=True)
class BlankTalk(ScreenCommand):
    """The words `first` to `last` (from 0) of the talk between `start` and `end` are neither read nor heard: what is
    said from `silent` to `until` (seconds of take time) is silent. `text` is all of that talk."""

    label: ClassVar[str] = "blanking what you say"
    take: str
    start: float
    end: float
    text: str
    first: int
    last: int
    silent: float
    until: float
    kind: Literal["blank talk"] = "blank talk"

    def apply(self, lesson: Lesson) -> Lesson:
        if not 0 <= self.first <= self.last < len(self.text.split()):
            raise LessonError("These words are not in what you say.", kept="The lesson is as it was.")
        silent, until = _moments(self.silent, self.until)
        text = blanked(self.text, self.first, self.last)
        lesson = _with_text(lesson, self.take, self.start, self.end, text)
        return replace(lesson, blanks=(*lesson.blanks, TalkBlank(self.take, silent, until)))


@dataclass(frozen=True, slots=True)
class SilenceWords(ScreenCommand):
    """What is said between two moments of a take is not heard, or a tone in its place; its words light all the same."""

    label: ClassVar[str] = "silencing words"
    take: str
    start: float
    end: float
    beep: bool
    kind: Literal["silence words"] = "silence words"

    def apply(self, lesson: Lesson) -> Lesson:
        start, end = _moments(self.start, self.end)
        kept = (one for one in lesson.blanks if one.take != self.take or one.end <= start or one.start >= end)
        return replace(lesson, blanks=(*kept, TalkBlank(self.take, start, end, self.beep)))


@dataclass(frozen=True, slots=True)
class HearTalk(ScreenCommand):
    """All that is silent between two moments of a take is heard again; its words stay as they are."""

    label: ClassVar[str] = "letting blanked words be heard"
    take: str
    start: float
    end: float
    kind: Literal["hear talk"] = "hear talk"

    def apply(self, lesson: Lesson) -> Lesson:
        left = (one for one in lesson.blanks if one.take != self.take or one.end <= self.start or one.start >= self.end)
        return replace(lesson, blanks=tuple(left))
