"""What the text offers, taken into the plan."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar, Literal

from wordtrail.core.changes.card_changes import fresh_card, with_card
from wordtrail.core.changes.command import ScreenCommand
from wordtrail.core.changes.mark_changes import with_mark
from wordtrail.core.changes.point_changes import KeepPoint, with_point
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.forms.circle import Circle
from wordtrail.core.marks.forms.underline import Underline
from wordtrail.core.marks.model import Mark
from wordtrail.core.plan.activities.think import Think
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.plan.suggestions.model import Detector, Offer, Suggestion

OPEN_QUESTION = "What do you think?"
"""What is asked at a place to stop that asks for nothing of its own."""


def is_taken(lesson: Lesson, suggestion: Suggestion) -> bool:
    """Whether the plan has a mark on just these words, a card of this word, or a pause point there."""
    match suggestion.offer:
        case Offer.CARD:
            return any(card.at == suggestion.first for card in lesson.plan.cards)
        case Offer.PAUSE:
            return any(point.after == suggestion.last for point in lesson.pause_points)
        case Offer.MARK:
            return any((mark.first, mark.last) == (suggestion.first, suggestion.last) for mark in lesson.marks)


def with_suggestion(lesson: Lesson, command: TakeSuggestion) -> Lesson:
    """The lesson with what a suggestion offers. Raises LessonError."""
    offered = command.suggestion
    if offered.offer is Offer.CARD:
        return with_card(lesson, fresh_card(lesson, offered.first))
    if offered.offer is Offer.PAUSE:
        point = PausePoint(
            "", offered.last, offered.question or OPEN_QUESTION, Think.usual_think, reading=command.reading
        )
        return with_point(lesson, KeepPoint(point))
    form = Circle() if offered.detector is Detector.ENDING else Underline()
    meaning = nearest_meaning(lesson, offered.meaning) or command.meaning
    mark = Mark(
        "", form, offered.first, offered.last, meaning, skip=offered.skip, moment=form.usual_moment,
        reading=command.reading,
    )  # fmt: skip
    return with_mark(lesson, mark)


def nearest_meaning(lesson: Lesson, wanted: str) -> str:
    """The legend's meaning that a suggestion asks for: the one of this id, or whose name holds its words; empty
    when there is none."""
    if not wanted:
        return ""
    by_id = next((one.id for one in lesson.legend if one.id == wanted), "")
    return by_id or next((one.id for one in lesson.legend if wanted.replace("-", " ") in one.name), "")


@dataclass(frozen=True, slots=True)
class TakeSuggestion(ScreenCommand):
    """Something that the text offers becomes a mark, card or pause point of a reading; a mark gets the meaning
    that the suggestion asks for, or else `meaning`."""

    label: ClassVar[str] = "taking a suggestion"
    suggestion: Suggestion
    meaning: str
    reading: str = ""
    kind: Literal["take suggestion"] = "take suggestion"

    def apply(self, lesson: Lesson) -> Lesson:
        return with_suggestion(lesson, self)
