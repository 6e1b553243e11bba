"""The teacher's own notes for the recording: commands, and what they do."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from wordtrail.core.changes.checked import known_word, one_of
from wordtrail.core.changes.command import ScreenCommand
from wordtrail.core.changes.kept import Stock, put_in
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.model import CueNote
from wordtrail.core.text.tidy import tidy

MOST_NOTES, LONGEST_NOTE = 200, 1000


@dataclass(frozen=True, slots=True)
class KeepCueNote(ScreenCommand):
    """A note of the teacher's own at a word."""

    label: ClassVar[str] = "changing a cue note"
    note: CueNote
    kind: Literal["keep cue note"] = "keep cue note"

    def apply(self, lesson: Lesson) -> Lesson:
        known_word(lesson, self.note.at)
        text = tidy(self.note.text, "A cue note", LONGEST_NOTE)
        if not text:
            raise LessonError("There is nothing in this cue note yet.", advice="Write what you want to remember.")
        note = replace(self.note, text=text)
        lesson, notes = put_in(lesson, lesson.plan.cue_notes, note, Stock("note", "cue note", MOST_NOTES))
        order = lesson.positions()
        kept = tuple(sorted(notes, key=lambda one: order[one.at]))
        return replace(lesson, plan=replace(lesson.plan, cue_notes=kept))


@dataclass(frozen=True, slots=True)
class RemoveCueNote(ScreenCommand):
    """Take a cue note away."""

    label: ClassVar[str] = "removing a cue note"
    id: str
    kind: Literal["remove cue note"] = "remove cue note"

    def apply(self, lesson: Lesson) -> Lesson:
        one_of(lesson.plan.cue_notes, self.id, "cue note")
        left = tuple(one for one in lesson.plan.cue_notes if one.id != self.id)
        return replace(lesson, plan=replace(lesson.plan, cue_notes=left))
