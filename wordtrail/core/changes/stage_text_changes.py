"""Writing on the stage: a text of a card, question, chart or opening is changed where it stands."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any, ClassVar, Literal, TypeVar

from wordtrail.core.changes.card_changes import with_card
from wordtrail.core.changes.chart_changes import with_organizer
from wordtrail.core.changes.command import ScreenCommand
from wordtrail.core.changes.opening_changes import checked_closing, checked_opening
from wordtrail.core.changes.point_changes import KeepPoint, with_point
from wordtrail.core.changes.reading_changes import KeepReading
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.stage_texts import stage_texts
from wordtrail.core.plan.cards import WordCard
from wordtrail.core.plan.model import PausePoint, Reading
from wordtrail.core.plan.opening import Closing, Opening
from wordtrail.core.plan.organizers import Box, Organizer
from wordtrail.core.plan.part_names import box_text

Kept = TypeVar("Kept", PausePoint, WordCard, Organizer, Reading)
Value = TypeVar("Value", PausePoint, WordCard, Organizer, Box, Opening, Closing)

OPENING_TEXTS = {
    "purpose.purpose": "purpose", "purpose.focus": "focus", "look-back.t": "look_back", "quick-write.t": "quick_write",
}  # fmt: skip
OPENING_LISTS = {"purpose.can": "objectives", "at-hand.i": "at_hand", "sight-words.w": "sight_words"}
CLOSING_TEXTS = {"recap.t": "recap", "task.t": "task"}
CARD_TEXTS = ("word", "meaning", "example")
BOX_TEXTS = {"h": "heading", "a": "ask"}


@dataclass(frozen=True, slots=True)
class WriteOnStage(ScreenCommand):
    """The text with this id (its board's, a point and its own) reads `written`. A thing of a list that nothing is
    written in goes."""

    label: ClassVar[str] = "writing on the stage"
    text: str
    written: str
    kind: Literal["write on stage"] = "write on stage"

    def apply(self, lesson: Lesson) -> Lesson:
        if self.text not in stage_texts(lesson):
            raise LessonError("This text is not on the stage any more.", kept="The lesson is as it was.")
        board, _, name = self.text.rpartition(".")
        plan = lesson.plan
        if point := _with_id(lesson.pause_points, board):
            return with_point(lesson, KeepPoint(_written_in_point(point, name, self.written)))
        if card := _with_id(plan.cards, board):
            return with_card(lesson, _written_in_card(card, name, self.written))
        if chart := _with_id(plan.organizers, board):
            return with_organizer(lesson, _written_in_chart(chart, name, self.written))
        if reading := _with_id(plan.readings, board):
            return KeepReading(replace(reading, purpose=self.written)).apply(lesson)
        if field := CLOSING_TEXTS.get(self.text):
            closing = checked_closing(_with(plan.closing, field, self.written))
            return replace(lesson, plan=replace(plan, closing=closing))
        opening = checked_opening(lesson, _written_in_opening(plan.opening, self.text, self.written))
        return replace(lesson, plan=replace(plan, opening=opening))


def _with_id(kept: Sequence[Kept], id: str) -> Kept | None:
    return next((one for one in kept if one.id == id), None)


def _with(value: Value, field: str, written: object) -> Value:
    changed: dict[str, Any] = {field: written}
    return replace(value, **changed)


def _written_in_point(point: PausePoint, name: str, written: str) -> PausePoint:
    if name in ("question", "paper", "answer"):
        return _with(point, name, written)
    return replace(point, activity=point.activity.rewritten(name, written))


def _written_in_card(card: WordCard, name: str, written: str) -> WordCard:
    if name == "word" and written.strip() != card.word:
        # Its parts and syllables are those of another word now.
        return replace(card, word=written, syllables=(), parts=())
    return _with(card, name, written) if name in CARD_TEXTS else card


def _written_in_chart(chart: Organizer, name: str, written: str) -> Organizer:
    if name == "title":
        return replace(chart, title=written)
    return replace(chart, boxes=tuple(_written_in_box(box, name, written) for box in chart.boxes))


def _written_in_box(box: Box, name: str, written: str) -> Box:
    """A box with one of its texts written anew: its heading, its question, or a line that is filled in."""
    for step in range(len(box.steps)):
        if name == box_text(box.id, step):
            return replace(box, text="\n".join((*box.steps[:step], written, *box.steps[step + 1 :])))
    field = BOX_TEXTS.get(name.removeprefix(box.id))
    return _with(box, field, written) if field else box


def _written_in_opening(opening: Opening, text: str, written: str) -> Opening:
    if field := OPENING_TEXTS.get(text):
        return _with(opening, field, written)
    for start, field in OPENING_LISTS.items():
        if text.startswith(start):
            things = list(getattr(opening, field))
            things[int(text.removeprefix(start))] = written
            return _with(opening, field, tuple(things))
    walk = list(opening.picture_walk)
    number = int(text.partition(".")[0].removeprefix("walk-")) - 1
    walk[number] = replace(walk[number], question=written)
    return replace(opening, picture_walk=tuple(walk))
