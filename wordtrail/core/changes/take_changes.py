"""Which take counts, its ends and its words: commands, and what they do."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import reduce
from typing import ClassVar, Literal

from wordtrail.core.changes.command import ScreenCommand
from wordtrail.core.changes.limits import LONGEST_TAKE, SHORTEST_KEPT
from wordtrail.core.edit.edit_list import Trim
from wordtrail.core.edit.sound_care import SoundCare
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.pace.guide import FASTEST, SLOWEST
from wordtrail.core.text.tidy import within
from wordtrail.core.trail.model import Mend


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
class CareForSound(ScreenCommand):
    """A take is heard with less noise, or evened out, or both, or as it was recorded."""

    label: ClassVar[str] = "the sound of a take"
    take: str
    less_noise: bool
    even: bool
    kind: Literal["care for sound"] = "care for sound"

    def apply(self, lesson: Lesson) -> Lesson:
        care = SoundCare(self.take, self.less_noise, self.even)
        others = tuple(one for one in lesson.sound_cares if one.take != self.take)
        return replace(lesson, sound_cares=(*others, care) if care.is_any else others)


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
class NewStart:
    """The visit of `word` that was found at `found` begins at `start` (seconds of take time)."""

    word: str
    found: float
    start: float


@dataclass(frozen=True, slots=True)
class MoveStarts(ScreenCommand):
    """Many words of a take begin elsewhere: as a file says."""

    label: ClassVar[str] = "taking over timings"
    take: str
    starts: tuple[NewStart, ...]
    kind: Literal["move starts"] = "move starts"

    def apply(self, lesson: Lesson) -> Lesson:
        moves = (MoveStart(self.take, one.word, one.found, one.start) for one in self.starts)
        return reduce(_with_mend, moves, lesson)
