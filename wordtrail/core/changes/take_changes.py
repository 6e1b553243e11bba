"""Which take counts, its ends and its words: commands, and what they do."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from wordtrail.core.changes.command import ScreenCommand
from wordtrail.core.changes.limits import LONGEST_TAKE, SHORTEST_KEPT
from wordtrail.core.edit.edit_list import Trim
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.pace.guide import FASTEST, SLOWEST
from wordtrail.core.text.tidy import within
from wordtrail.core.trail.by_hand import LeftUnread, ReadByHand, checked
from wordtrail.core.trail.checks import Settled
from wordtrail.core.trail.model import Mend, Trail


def _with_trim(lesson: Lesson, command: SetTrim) -> Lesson:
    start = within(command.start, 0.0, LONGEST_TAKE, "The beginning")
    end = within(command.end, 0.0, LONGEST_TAKE, "The end")
    if end - start < SHORTEST_KEPT:
        raise LessonError(
            "The beginning must come before the end.",
            kept="The ends are as they were.",
            advice="Choose a beginning that lies before the end.",
        )
    others = tuple(trim for trim in lesson.trims if trim.take != command.take)
    return replace(lesson, trims=(*others, Trim(command.take, start, end)))


def _with_mend(lesson: Lesson, command: MoveStart) -> Lesson:
    if all(word.id != command.word for word in script(lesson)):
        raise LessonError("This word is not in the lesson any more.", advice="Choose another word.")
    start = within(command.start, 0.0, LONGEST_TAKE, "The start of the word")
    found = within(command.found, 0.0, LONGEST_TAKE, "The found start of the word")
    mend = Mend(command.take, command.word, found, start)
    same = (mend.take, mend.word, mend.found)
    others = tuple(m for m in lesson.mends if (m.take, m.word, m.found) != same)
    return replace(lesson, mends=(*others, mend))


@dataclass(frozen=True, slots=True)
class SetPace(ScreenCommand):
    """The pace guide's rate in words a minute."""

    label: ClassVar[str] = "changing the pace"
    words_per_minute: float
    kind: Literal["set pace"] = "set pace"

    def apply(self, lesson: Lesson) -> Lesson:
        return replace(lesson, words_per_minute=within(self.words_per_minute, SLOWEST, FASTEST, "The pace"))


@dataclass(frozen=True, slots=True)
class ChooseTake(ScreenCommand):
    """This take counts."""

    label: ClassVar[str] = "choosing a take"
    take: str
    kind: Literal["choose take"] = "choose take"

    def apply(self, lesson: Lesson) -> Lesson:
        return replace(lesson, chosen_take=self.take)


@dataclass(frozen=True, slots=True)
class SetTrim(ScreenCommand):
    """Where a take begins and ends (seconds of take time), set by hand."""

    label: ClassVar[str] = "trimming the ends"
    take: str
    start: float
    end: float
    kind: Literal["set trim"] = "set trim"

    def apply(self, lesson: Lesson) -> Lesson:
        return _with_trim(lesson, self)


@dataclass(frozen=True, slots=True)
class ClearTrim(ScreenCommand):
    """Trim this take by itself again."""

    label: ClassVar[str] = "trimming the ends"
    take: str
    kind: Literal["clear trim"] = "clear trim"

    def apply(self, lesson: Lesson) -> Lesson:
        return replace(lesson, trims=tuple(trim for trim in lesson.trims if trim.take != self.take))


@dataclass(frozen=True, slots=True)
class CheckedPlace:
    """A place to check: its word, and where the ear found it (seconds of take time)."""

    word: str
    found: float


@dataclass(frozen=True, slots=True)
class SettlePlaces(ScreenCommand):
    """These places of a take are fine as they are."""

    label: ClassVar[str] = "checking places"
    take: str
    places: tuple[CheckedPlace, ...]
    kind: Literal["settle places"] = "settle places"

    def apply(self, lesson: Lesson) -> Lesson:
        known = {word.id for word in script(lesson)}
        fine = (
            Settled(self.take, one.word, within(one.found, 0.0, LONGEST_TAKE, "The place"))
            for one in self.places
            if one.word in known
        )
        return replace(lesson, settled=tuple(dict.fromkeys((*lesson.settled, *fine))))


@dataclass(frozen=True, slots=True)
class CheckAgain(ScreenCommand):
    """All places of a take are offered again, also those that were found fine or not meant to be read."""

    label: ClassVar[str] = "checking all places again"
    take: str
    kind: Literal["check again"] = "check again"

    def apply(self, lesson: Lesson) -> Lesson:
        return replace(
            lesson,
            settled=tuple(one for one in lesson.settled if one.take != self.take),
            left_unread=tuple(one for one in lesson.left_unread if one.take != self.take),
        )


@dataclass(frozen=True, slots=True)
class MoveStart(ScreenCommand):
    """The visit of `word` that was found at `found` begins at `start` (seconds of take time)."""

    label: ClassVar[str] = "moving a word's start"
    take: str
    word: str
    found: float
    start: float
    kind: Literal["move start"] = "move start"

    def apply(self, lesson: Lesson) -> Lesson:
        return _with_mend(lesson, self)


@dataclass(frozen=True, slots=True)
class PlaceWords(ScreenCommand):
    """In a take these words were read, which the ear did not find: each begins at its start, the last one ends at
    `end` (seconds of take time)."""

    label: ClassVar[str] = "placing words by hand"
    take: str
    words: tuple[str, ...]
    starts: tuple[float, ...]
    end: float
    kind: Literal["place words"] = "place words"

    def apply(self, lesson: Lesson) -> Lesson:
        _known(lesson, self.words)
        starts = tuple(within(start, 0.0, LONGEST_TAKE, "The start of the word") for start in self.starts)
        end = within(self.end, 0.0, LONGEST_TAKE, "The end of the last word")
        checked(self.words, starts, end, Trail(()), (0.0, LONGEST_TAKE))
        others = (one for one in lesson.read_by_hand if one.take != self.take or set(self.words).isdisjoint(one.words))
        meant = tuple(one for one in lesson.left_unread if one.take != self.take or one.word not in self.words)
        return replace(
            lesson, read_by_hand=(*others, ReadByHand(self.take, self.words, starts, end)), left_unread=meant
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
