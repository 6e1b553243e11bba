"""Words that a hand placed in a take, or took out of it: commands, and what they do."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from wordtrail.core.changes.command import ScreenCommand
from wordtrail.core.changes.limits import LONGEST_TAKE, stretch_of
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.tidy import within
from wordtrail.core.trail.by_hand import LeftUnread, ReadByHand, TalkByHand, checked
from wordtrail.core.trail.model import Trail


@dataclass(frozen=True, slots=True)
class PlaceWords(ScreenCommand):
    """In a take these words were read, which the ear did not find, or not there: each begins at its start and ends at
    its end (without `ends`, where the next one begins), the last one at `end` (seconds of take time)."""

    label: ClassVar[str] = "placing words by hand"
    take: str
    words: tuple[str, ...]
    starts: tuple[float, ...]
    end: float
    ends: tuple[float, ...] = ()
    kind: Literal["place words"] = "place words"

    def apply(self, lesson: Lesson) -> Lesson:
        _known(lesson, self.words)
        starts = tuple(within(start, 0.0, LONGEST_TAKE, "The start of the word") for start in self.starts)
        end = within(self.end, 0.0, LONGEST_TAKE, "The end of the last word")
        ends = tuple(within(one, 0.0, LONGEST_TAKE, "The end of the word") for one in self.ends)
        checked(self.words, starts, end, Trail(()), (0.0, LONGEST_TAKE))
        placed = ReadByHand(self.take, self.words, starts, end, ends)
        meant = tuple(one for one in lesson.left_unread if one.take != self.take or one.word not in self.words)
        return replace(
            lesson,
            read_by_hand=(*(one for one in lesson.read_by_hand if not one.is_near(placed)), placed),
            mends=tuple(one for one in lesson.mends if not placed.is_about(one.take, one.word, one.found)),
            left_unread=meant,
        )


@dataclass(frozen=True, slots=True)
class UnplaceWords(ScreenCommand):
    """What was placed by hand together with this word is as the ear found it again."""

    label: ClassVar[str] = "taking back words placed by hand"
    take: str
    word: str
    kind: Literal["unplace words"] = "unplace words"

    def apply(self, lesson: Lesson) -> Lesson:
        left = tuple(one for one in lesson.read_by_hand if one.take != self.take or self.word not in one.words)
        return replace(lesson, read_by_hand=left)


@dataclass(frozen=True, slots=True)
class MakeTalk(ScreenCommand):
    """What lights in a stretch of a take (seconds of take time) is talk."""

    label: ClassVar[str] = "making it talk"
    take: str
    start: float
    end: float
    kind: Literal["make talk"] = "make talk"

    def apply(self, lesson: Lesson) -> Lesson:
        start, end = stretch_of(self.start, self.end)
        left = (one.outside(start, end) if one.take == self.take else one for one in lesson.read_by_hand)
        return replace(
            lesson,
            talk_by_hand=(*lesson.talk_by_hand, TalkByHand(self.take, start, end)),
            read_by_hand=tuple(one for one in left if one is not None),
        )


@dataclass(frozen=True, slots=True)
class LightAgain(ScreenCommand):
    """What was made talk in a stretch of a take lights again, as the ear found it."""

    label: ClassVar[str] = "letting words light again"
    take: str
    start: float
    end: float
    kind: Literal["light again"] = "light again"

    def apply(self, lesson: Lesson) -> Lesson:
        return replace(
            lesson,
            talk_by_hand=tuple(
                one
                for one in lesson.talk_by_hand
                if one.take != self.take or one.end <= self.start or one.start >= self.end
            ),
        )


@dataclass(frozen=True, slots=True)
class LeaveUnread(ScreenCommand):
    """These words of a take were not read, on purpose."""

    label: ClassVar[str] = "leaving words unread"
    take: str
    words: tuple[str, ...]
    kind: Literal["leave unread"] = "leave unread"

    def apply(self, lesson: Lesson) -> Lesson:
        _known(lesson, self.words)
        fresh = (LeftUnread(self.take, word) for word in self.words)
        return replace(lesson, left_unread=tuple(dict.fromkeys((*lesson.left_unread, *fresh))))


def _known(lesson: Lesson, words: tuple[str, ...]) -> None:
    if not words or not set(words) <= {word.id for word in script(lesson)}:
        raise LessonError("These words are not in the lesson any more.", advice="Choose others.")
