"""What each command on the plan does to a lesson."""

from __future__ import annotations

from dataclasses import replace

from wordtrail.core.changes.card_changes import fresh_card, with_card
from wordtrail.core.changes.chart_changes import with_organizer, without_organizer
from wordtrail.core.changes.checked import in_order, one_of, tidy
from wordtrail.core.changes.kept import Stock, put_in
from wordtrail.core.changes.mark_changes import checked_legend, with_fresh_mark, with_ink, with_mark
from wordtrail.core.changes.offers import with_suggestion
from wordtrail.core.changes.opening_changes import checked_opening
from wordtrail.core.changes.plan_commands import (
    AddMark,
    BringPlan,
    DrawInk,
    KeepCard,
    KeepMark,
    KeepOrganizer,
    KeepPoint,
    KeepReading,
    MakeCard,
    MakeOrganizer,
    OrderCards,
    OrderQuestions,
    PlanCommand,
    RemoveCard,
    RemoveOrganizer,
    RemoveReading,
    SetClosing,
    SetGrid,
    SetLegend,
    SetMatching,
    SetOpening,
    SetOrder,
    TakeOver,
    TakeSuggestion,
)
from wordtrail.core.changes.point_changes import with_point, with_questions_in_order
from wordtrail.core.changes.taking_over import brought, taken_over
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.opening import Closing
from wordtrail.core.plan.organizers import on_grid, organizer_of

MOST_READINGS = 9


def apply_to_plan(lesson: Lesson, command: PlanCommand) -> Lesson:
    """The lesson after a command on its plan. Raises LessonError."""
    plan = lesson.plan
    match command:
        case KeepPoint():
            return with_point(lesson, command)
        case OrderQuestions(ids=ids):
            return with_questions_in_order(lesson, ids)
        case KeepMark(mark=mark):
            return with_mark(lesson, mark)
        case AddMark():
            return with_fresh_mark(lesson, command)
        case TakeSuggestion():
            return with_suggestion(lesson, command)
        case DrawInk():
            return with_ink(lesson, command)
        case SetLegend(legend=legend):
            return replace(lesson, legend=checked_legend(lesson, legend))
        case SetOpening(opening=opening):
            return replace(lesson, plan=replace(plan, opening=checked_opening(lesson, opening)))
        case SetClosing(closing=closing):
            clean = Closing(tidy(closing.recap, "The recap"), tidy(closing.task, "The task"))
            return replace(lesson, plan=replace(plan, closing=clean))
        case MakeCard(word=word):
            return with_card(lesson, fresh_card(lesson, word))
        case KeepCard(card=card):
            return with_card(lesson, card)
        case RemoveCard(id=id):
            one_of(plan.cards, id, "word card")
            return replace(lesson, plan=replace(plan, cards=tuple(card for card in plan.cards if card.id != id)))
        case OrderCards(ids=ids):
            if sorted(ids) != sorted(card.id for card in plan.cards):
                raise LessonError("The word cards have changed meanwhile.", next_step="Order them once more.")
            return replace(lesson, plan=replace(plan, cards=tuple(sorted(plan.cards, key=lambda c: ids.index(c.id)))))
        case SetMatching(on=on, pictures=pictures):
            return replace(lesson, plan=replace(plan, matching=on, matching_pictures=pictures))
        case MakeOrganizer(shape=shape, columns=columns, rows=rows):
            return with_organizer(lesson, organizer_of(shape, lesson.passages[0], columns, rows))
        case KeepOrganizer(organizer=organizer):
            return with_organizer(lesson, organizer)
        case SetGrid(id=id, columns=columns, rows=rows):
            one_of(plan.organizers, id, "organizer")
            chart = next(one for one in plan.organizers if one.id == id)
            return with_organizer(lesson, on_grid(chart, columns, rows))
        case RemoveOrganizer(id=id):
            return without_organizer(lesson, id)
        case KeepReading():
            return _with_reading(lesson, command)
        case RemoveReading(id=id):
            one_of(plan.readings, id, "reading")
            return _without_reading(lesson, id)
        case SetOrder(order=order):
            return replace(lesson, plan=replace(plan, order=tuple(dict.fromkeys(order))))
        case TakeOver():
            return taken_over(lesson, command)
        case BringPlan():
            return brought(lesson, command)


def _with_reading(lesson: Lesson, command: KeepReading) -> Lesson:
    reading = command.reading
    name = tidy(reading.name, "The name", 60) or f"Reading {len(lesson.plan.readings) + 1}"
    stretch = in_order(lesson, reading.stretch) if reading.stretch else None
    reading = replace(reading, name=name, purpose=tidy(reading.purpose, "The purpose"), stretch=stretch)
    lesson, kept = put_in(lesson, lesson.plan.readings, reading, Stock("reading", "reading", MOST_READINGS))
    return replace(lesson, plan=replace(lesson.plan, readings=kept))


def _without_reading(lesson: Lesson, id: str) -> Lesson:
    return replace(
        lesson,
        marks=tuple(replace(one, reading="") if one.reading == id else one for one in lesson.marks),
        pause_points=tuple(replace(one, reading="") if one.reading == id else one for one in lesson.pause_points),
        plan=replace(lesson.plan, readings=tuple(one for one in lesson.plan.readings if one.id != id)),
    )
