"""Plans from elsewhere: of another lesson, or from a file."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from wordtrail.core.changes.card_changes import with_card
from wordtrail.core.changes.chart_changes import with_organizer
from wordtrail.core.changes.command import Command
from wordtrail.core.changes.mark_changes import checked_legend, with_mark
from wordtrail.core.changes.opening_changes import checked_opening
from wordtrail.core.changes.point_changes import KeepPoint, with_point
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.meaning import Meaning
from wordtrail.core.marks.model import Mark
from wordtrail.core.plan.activities.all import AnyActivity
from wordtrail.core.plan.cards import WordCard
from wordtrail.core.plan.model import PausePoint, Reach
from wordtrail.core.plan.opening import Closing, Opening, Part
from wordtrail.core.plan.organizers import Organizer
from wordtrail.core.text.tidy import within


@dataclass(frozen=True, slots=True)
class PointElsewhere:
    """A pause point of another lesson: where it stands (share of its words, 0 to 1), what students do and for
    how long, and its question."""

    share: float
    activity: AnyActivity
    question: str
    think_seconds: float


@dataclass(frozen=True, slots=True)
class TakeOver(Command):
    """What makes sense of another lesson's plan: its legend, opening, closing and organizers (emptied of what
    belongs to its text), and pause points of kinds that need nothing of the text, at the end of the paragraph
    that is at the same share of the way."""

    label: ClassVar[str] = "taking over a plan"
    legend: tuple[Meaning, ...]
    opening: Opening
    closing: Closing
    organizers: tuple[Organizer, ...]
    order: tuple[Part, ...] = ()
    points: tuple[PointElsewhere, ...] = ()
    kind: Literal["take over"] = "take over"

    def apply(self, lesson: Lesson) -> Lesson:
        return taken_over(lesson, self)


@dataclass(frozen=True, slots=True)
class BringPlan(Command):
    """Marks, pause points and word cards that were read from a file; all are new. `legend` holds the meanings
    that the marks need."""

    label: ClassVar[str] = "bringing in a file"
    marks: tuple[Mark, ...] = ()
    points: tuple[PausePoint, ...] = ()
    cards: tuple[WordCard, ...] = ()
    legend: tuple[Meaning, ...] = ()
    kind: Literal["bring plan"] = "bring plan"

    def apply(self, lesson: Lesson) -> Lesson:
        return brought(lesson, self)


def plan_to_take_over(other: Lesson) -> TakeOver:
    """What another lesson's plan has to offer; its pause points with the share of the words that come before."""
    positions, words = other.positions(), max(1, len(other.words))
    return TakeOver(
        other.legend, other.plan.opening, other.plan.closing, other.plan.organizers, other.plan.order,
        tuple(
            PointElsewhere(positions.get(p.after, words) / words, p.activity, p.question, p.think_seconds)
            for p in other.pause_points
        ),
    )  # fmt: skip


def taken_over(lesson: Lesson, command: TakeOver) -> Lesson:
    """Meanings that marks of this lesson have stay in the legend; organizers come empty."""
    names = {one.id for one in command.legend}
    letters = {one.letter for one in command.legend}
    used = {mark.meaning for mark in lesson.marks}
    own = tuple(one for one in lesson.legend if one.id in used and one.id not in names and one.letter not in letters)
    clash = [one for one in lesson.legend if one.id in used and one.id not in names and one.letter in letters]
    if clash:
        raise LessonError(
            f"Marks of this lesson have the meaning “{clash[0].name}”, whose letter the other legend uses otherwise.",
            advice="Give it another letter first.",
        )
    lesson = replace(lesson, legend=(*command.legend, *own))
    lesson = replace(
        lesson,
        plan=replace(
            lesson.plan, opening=checked_opening(lesson, replace(command.opening, sight_words=(), picture_walk=())),
            closing=command.closing, order=command.order,
        ),
    )  # fmt: skip
    for organizer in command.organizers:
        empty = tuple(replace(box, text="", quote=None, pause="") for box in organizer.boxes)
        lesson = with_organizer(lesson, replace(organizer, id="", boxes=empty))
    for point in command.points:
        if point.activity.free_of_text and lesson.words:
            share = within(point.share, 0.0, 1.0, "The place of a pause point")
            word = lesson.words[min(len(lesson.words) - 1, int(share * len(lesson.words)))].id
            made = PausePoint("", word, point.question, point.think_seconds, point.activity)
            lesson = with_point(lesson, KeepPoint(made, Reach.PARAGRAPH))
    return lesson


def brought(lesson: Lesson, command: BringPlan) -> Lesson:
    """What was read from a file, each thing checked as if it had been made by hand."""
    own = {one.id for one in lesson.legend}
    letters = {one.letter for one in lesson.legend}
    added = []
    for meaning in command.legend:
        if meaning.id in own:
            continue
        free = (
            letter
            for letter in (meaning.letter, *meaning.name.upper(), *"ABCDEFGHIJKLMNOPQRSTUVWXYZ")
            if letter.strip()
        )
        letter = next(letter for letter in free if letter not in letters)
        letters.add(letter)
        added.append(replace(meaning, letter=letter))
    if added:
        lesson = replace(lesson, legend=checked_legend(lesson, (*lesson.legend, *added)))
    for mark in command.marks:
        lesson = with_mark(lesson, replace(mark, id=""))
    for point in command.points:
        lesson = with_point(lesson, KeepPoint(replace(point, id="")))
    for card in command.cards:
        lesson = with_card(lesson, replace(card, id=""))
    return lesson
