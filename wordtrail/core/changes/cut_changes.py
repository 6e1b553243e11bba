"""What is cut out of takes: commands, and what they do."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from wordtrail.core.changes.command import ScreenCommand
from wordtrail.core.changes.limits import LONGEST_TAKE
from wordtrail.core.changes.time_changes import SlowDown
from wordtrail.core.edit.joining import SHORTEST_CUT, Cut
from wordtrail.core.edit.slowing import Slower
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.tidy import within

MOST_CUTS = 4000


def _checked(one: Cut) -> Cut:
    start = within(one.start, 0.0, LONGEST_TAKE, "The beginning")
    end = within(one.end, 0.0, LONGEST_TAKE, "The end")
    if end - start < SHORTEST_CUT:
        raise LessonError("There is nothing to cut here.", kept="The lesson is as it was.")
    return replace(one, start=start, end=end)


@dataclass(frozen=True, slots=True)
class CutOut(ScreenCommand):
    """These stretches of takes are not heard. Nothing is taken out of a take: each can be put back."""

    label: ClassVar[str] = "cutting"
    cuts: tuple[Cut, ...]
    kind: Literal["cut out"] = "cut out"

    def apply(self, lesson: Lesson) -> Lesson:
        kept = tuple(dict.fromkeys((*lesson.cuts, *map(_checked, self.cuts))))
        if len(kept) > MOST_CUTS:
            raise LessonError(f"At most {MOST_CUTS:,} stretches can be cut.", kept="The lesson is as it was.")
        return replace(lesson, cuts=kept)


@dataclass(frozen=True, slots=True)
class TakeOverEdits(ScreenCommand):
    """What another program cut, put back and slowed down, in one go."""

    label: ClassVar[str] = "taking over an edit list"
    cut: tuple[Cut, ...]
    back: tuple[Cut, ...]
    slower: tuple[Slower, ...] = ()
    kind: Literal["take over edits"] = "take over edits"

    def apply(self, lesson: Lesson) -> Lesson:
        heard = PutCutBack(self.back).apply(lesson)
        return SlowDown(self.slower).apply(CutOut(self.cut).apply(heard))


@dataclass(frozen=True, slots=True)
class PutCutBack(ScreenCommand):
    """What was cut is heard again."""

    label: ClassVar[str] = "putting a cut back"
    cuts: tuple[Cut, ...]
    kind: Literal["put cut back"] = "put cut back"

    def apply(self, lesson: Lesson) -> Lesson:
        return replace(lesson, cuts=tuple(one for one in lesson.cuts if one not in self.cuts))
