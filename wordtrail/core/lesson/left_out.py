"""What of a lesson's plan is in a film. What belongs to something that is left out goes with it."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from wordtrail.core.film.model import BREATH, Extent, Film, FilmChoices, FilmPart, FilmVersion, ThinkTime
from wordtrail.core.lesson.boards import boards
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.readings import reading_number
from wordtrail.core.marks.model import Mark
from wordtrail.core.marks.moment import Moment
from wordtrail.core.plan.cards import Shown as CardShown
from wordtrail.core.plan.opening import Opening
from wordtrail.core.plan.plan import NO_CLOSING
from wordtrail.core.remembered import remembered


@remembered(32)
def as_filmed(lesson: Lesson, film: Film) -> Lesson:
    """The lesson as a film shows it: with what was chosen, and nothing that hangs on words which are not in it."""
    choices = film.choices
    made = _without_unchosen(lesson, choices)
    if choices.shown.extent is Extent.CARDS:
        made = _cards_alone(made)
    elif choices.shown.extent is not Extent.WHOLE:
        made = _only(made, choices.shown)
    if film.version is FilmVersion.LISTEN and choices.think is ThinkTime.BREATH:
        points = tuple(replace(one, think_seconds=min(one.think_seconds, BREATH)) for one in made.pause_points)
        made = made if points == made.pause_points else replace(made, pause_points=points)
    return made if made is lesson else _without_loose_ends(lesson, made)


def words_shown(lesson: Lesson, shown: FilmPart) -> frozenset[str]:
    """The words of the passages that are in a part of a lesson (of a reading, all that it may read)."""
    if shown.extent is Extent.CARDS:
        return frozenset()
    if shown.extent is Extent.PAGE:
        pages = (page for passage in lesson.passages for page in passage.pages if page.id == shown.page)
        return frozenset(word.id for page in pages for block in page.blocks for word in block.words)
    run = lesson.run(shown.first, shown.last) if shown.extent is Extent.STRETCH else lesson.words
    return frozenset(word.id for word in run)


def _without_unchosen(lesson: Lesson, choices: FilmChoices) -> Lesson:
    if not choices.marks:
        lesson = replace(lesson, marks=(), placed_marks=())
    if not choices.questions:
        lesson = replace(lesson, pause_points=(), plan=replace(lesson.plan, organizers=()))
    if not choices.cards:
        lesson = _without_boards(lesson)
    return lesson


def _without_boards(lesson: Lesson) -> Lesson:
    """Without what comes before the reading and after it, and without word cards."""
    plan = lesson.plan
    bare = replace(
        plan, cards=(), matching=False, opening=Opening(cover=plan.opening.cover), closing=NO_CLOSING,
        readings=tuple(replace(one, purpose="") for one in plan.readings),
    )  # fmt: skip
    return lesson if bare == plan else replace(lesson, plan=bare)


def _cards_alone(lesson: Lesson) -> Lesson:
    plan = replace(_without_boards(lesson).plan, cards=lesson.plan.cards, matching=lesson.plan.matching, organizers=())
    return replace(lesson, plan=plan, pause_points=(), marks=(), placed_marks=(), holds=())


def _only(lesson: Lesson, shown: FilmPart) -> Lesson:
    """With what hangs on the words of a part of it, or belongs to a reading."""
    kept = words_shown(lesson, shown)
    number = shown.reading if shown.extent is Extent.READING else 0

    def belongs(reading: str) -> bool:
        return not number or not reading or reading_number(lesson, reading) == number

    points = tuple(one for one in lesson.pause_points if one.after in kept and belongs(one.reading))
    marks = tuple(one for one in lesson.marks if kept.issuperset((one.first, one.last)) and belongs(one.reading))
    cards = tuple(one for one in lesson.plan.cards if one.shown is not CardShown.BEFORE and one.at in kept)
    charts = {point.organizer for point in points}
    plan = replace(
        _without_boards(lesson).plan,
        cards=tuple(replace(one, shown=CardShown.REACHED) for one in cards),
        organizers=tuple(one for one in lesson.plan.organizers if one.id in charts),
        close_ups=tuple(one for one in lesson.plan.close_ups if kept.issuperset((one.first, one.last))),
    )
    return replace(
        lesson, plan=plan, pause_points=points, marks=marks,
        placed_marks=tuple(one for one in lesson.placed_marks if one.mark in {mark.id for mark in marks}),
        holds=tuple(one for one in lesson.holds if one.word in kept),
    )  # fmt: skip


def _without_loose_ends(lesson: Lesson, made: Lesson) -> Lesson:
    """Without what was done with something that is left out, and without marks that were drawn at it."""
    lost = set(_targets(lesson)) - set(_targets(made))
    charts = {one.id for one in made.plan.organizers}
    marks = tuple(_tied_to(charts, one) for one in made.marks if not (one.moment is Moment.PAUSE and one.pause in lost))
    return replace(
        made, marks=marks, directions=tuple(one for one in made.directions if one.target not in lost),
        placed_marks=tuple(one for one in made.placed_marks if one.mark in {mark.id for mark in marks}),
    )  # fmt: skip


def _tied_to(charts: set[str], mark: Mark) -> Mark:
    tie = mark.form.tie()
    return mark if tie is None or tie[0] in charts else replace(mark, form=mark.form.untied())


def _targets(lesson: Lesson) -> Iterator[str]:
    yield from (board.id for board in boards(lesson))
    yield from (point.id for point in lesson.pause_points)
