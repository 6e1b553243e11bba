"""Marks, their legend and their moments: commands, and what they do."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from wordtrail.core.changes.checked import known_word, one_of
from wordtrail.core.changes.command import Command, ScreenCommand
from wordtrail.core.changes.kept import Stock, put_in
from wordtrail.core.changes.limits import LONGEST_TAKE
from wordtrail.core.errors import InkAcross, LessonError
from wordtrail.core.layout.ink import Canvas, mark_of_ink
from wordtrail.core.layout.model import Layout
from wordtrail.core.layout.picture_ink import Belongs, belongs_to, ink_on_picture, nearest_word
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.forms.all import AnyForm
from wordtrail.core.marks.meaning import COLOURS, Meaning
from wordtrail.core.marks.model import LONGEST_DRAWING, Mark, PlacedMark, Stroke
from wordtrail.core.marks.moment import Moment
from wordtrail.core.text.tidy import tidy, within

MOST_MARKS, MOST_MEANINGS, MOST_INK_POINTS = 2000, 10, 4000


def with_mark(lesson: Lesson, mark: Mark) -> Lesson:
    """The lesson with a mark: a new one, or in the place of the one with its id. Raises LessonError."""
    if all(meaning.id != mark.meaning for meaning in lesson.legend):
        raise LessonError("This meaning is not in the legend.", advice="Choose one of the legend.")
    positions = lesson.positions()
    for word in (mark.first, mark.last, *mark.form.words()):
        known_word(lesson, word)
    if mark.moment is Moment.PAUSE:
        one_of(lesson.pause_points, mark.pause, "pause point")
    if mark.reading:
        one_of(lesson.plan.readings, mark.reading, "reading")
    mark = _tied(lesson, _with_own_ink(lesson, mark))
    if positions[mark.first] > positions[mark.last]:
        mark = replace(mark, first=mark.last, last=mark.first)
    mark = replace(
        mark, form=mark.form.checked(on_picture=bool(mark.picture)),
        seconds=within(mark.seconds, 0.0, LONGEST_DRAWING, "How long it is drawn"),
        nth=int(within(mark.nth, 1, 9, "Which time")), skip=max(0, mark.skip), drop=max(0, mark.drop),
        ink=_checked_ink(mark.ink),
    )  # fmt: skip
    lesson, marks = put_in(lesson, lesson.marks, mark, Stock("mark", "mark", MOST_MARKS))
    return replace(lesson, marks=tuple(sorted(marks, key=lambda one: positions[one.first])))


def with_fresh_mark(lesson: Lesson, command: AddMark) -> Lesson:
    """A mark of a form as it is usually drawn; a number is the next one of the lesson."""
    like_it = sum(mark.form.kind == command.form.kind for mark in lesson.marks)
    fresh = Mark(
        "", command.form.numbered(like_it + 1), command.first, command.last, command.meaning,
        moment=command.form.usual_moment, reading=command.reading,
    )  # fmt: skip
    return with_mark(lesson, fresh)


def _checked_ink(ink: tuple[Stroke, ...]) -> tuple[Stroke, ...]:
    """What the pen drew, as far as it is sound: whole points that are somewhere. Raises LessonError for too many."""
    if sum(map(len, ink)) > 2 * MOST_INK_POINTS:
        raise LessonError("This drawing has too many points.", kept="The marks are as they were.")
    return tuple(one for one in ink if one and len(one) % 2 == 0 and all(map(math.isfinite, one)))


def _with_own_ink(lesson: Lesson, mark: Mark) -> Mark:
    """Without the ink that was drawn elsewhere, when a mark goes from words to a picture or to another one."""
    before = next((one for one in lesson.marks if one.id == mark.id), mark)
    return mark if before.picture == mark.picture else replace(mark, ink=(), as_drawn=False)


def _tied(lesson: Lesson, mark: Mark) -> Mark:
    """A mark stands for a box of a chart only as long as that is there."""
    boxes = {(chart.id, box.id) for chart in lesson.plan.organizers for box in chart.boxes}
    tie = mark.form.tie()
    return mark if tie is None or tie in boxes else replace(mark, form=mark.form.untied())


def with_ties_kept(lesson: Lesson) -> Lesson:
    """Numbers whose box went away stay as plain numbers."""
    return replace(lesson, marks=tuple(_tied(lesson, mark) for mark in lesson.marks))


def with_ink(lesson: Lesson, command: DrawInk) -> Lesson:
    """The lesson with what the pen drew (page units of the wide stage) as the mark it looks like. Raises
    LessonError, of it InkAcross where only the teacher knows whether it is on the text or on the picture."""
    numbers = sum(map(len, command.strokes))
    if numbers > 2 * MOST_INK_POINTS or not any(len(stroke) > 3 for stroke in command.strokes):
        raise LessonError("Nothing was drawn that could be kept.", kept="The marks are as they were.")
    if any(len(stroke) % 2 or not all(map(math.isfinite, stroke)) for stroke in command.strokes):
        raise LessonError("This drawing is damaged.", kept="The marks are as they were.")
    layout = typeset(lesson)
    if not 0 <= command.page < len(layout.pages) or not lesson.words:
        raise LessonError("There is nothing on this page to draw on.")
    page = layout.pages[command.page]
    belongs, picture = belongs_to(command.strokes, page)
    if command.on:
        belongs = Belongs(command.on)
    if belongs is not Belongs.TEXT and not page.is_text:
        raise LessonError(
            "Nothing can be drawn on this picture, for it does not stand in the text.",
            kept="The marks are as they were.",
            advice="Draw on it where it stands in the text.",
        )
    if belongs is Belongs.EITHER:
        raise InkAcross
    if belongs is Belongs.PICTURE and picture:
        drawn = ink_on_picture(command.strokes, page, picture)
        word = drawn.first or nearest_word(command.strokes, page) or _word_before(lesson, layout, command.page)
        mark = Mark("", drawn.form, word, word, command.meaning, picture=drawn.picture, ink=drawn.ink)
    elif page.boxes:
        seen = mark_of_ink(command.strokes, Canvas(page.boxes, page.size))
        mark = Mark("", seen.form, seen.first, seen.last, command.meaning, ink=seen.ink)
    else:
        raise LessonError("There are no words on this page to draw on.")
    return with_mark(lesson, replace(mark, moment=Moment.TALK, reading=command.reading))


def _word_before(lesson: Lesson, layout: Layout, page: int) -> str:
    """The last word of the passage before a page without words, or its first word at all."""
    before = [
        box.word for number, one in enumerate(layout.pages) if number < page and not one.board for box in one.boxes
    ]
    known = lesson.positions()
    return next((word for word in reversed(before) if word in known), lesson.words[0].id)


def checked_legend(lesson: Lesson, legend: tuple[Meaning, ...]) -> tuple[Meaning, ...]:
    """The legend as it may be kept, with an id for every meaning. Raises LessonError."""
    if not 1 <= len(legend) <= MOST_MEANINGS:
        raise LessonError(f"A legend has one to {MOST_MEANINGS} meanings.")
    kept: list[Meaning] = []
    for number, one in enumerate(legend):
        name, letter = tidy(one.name, "A meaning", 40), tidy(one.letter, "A letter", 2)
        if not name or not letter:
            raise LessonError("Every meaning has a name and a letter.", advice="Give it both.")
        if one.colour not in COLOURS:
            raise LessonError("There is no such colour.")
        used = {other.id for other in (*kept, *legend[number + 1 :])}
        id = one.id or next(f"meaning{n}" for n in range(1, 99) if f"meaning{n}" not in used)
        kept.append(replace(one, id=id, name=name, letter=letter))
    ids = [one.id for one in kept]
    if len(set(ids)) < len(ids) or len({one.letter for one in kept}) < len(kept):
        raise LessonError("Two meanings have the same letter.", advice="Give each a letter of its own.")
    gone = {mark.meaning for mark in lesson.marks} - set(ids)
    if gone:
        names = ", ".join(f"“{one.name}”" for one in lesson.legend if one.id in gone)
        raise LessonError(f"Marks still have the meaning {names}.", advice="Give them another meaning first.")
    return tuple(kept)


def _with_placed_mark(lesson: Lesson, command: PlaceMark) -> Lesson:
    one_of(lesson.marks, command.id, "mark")
    start = within(command.start, 0.0, LONGEST_TAKE, "The moment of the mark")
    seconds = within(command.seconds, 0.0, LONGEST_DRAWING, "How long it is drawn")
    others = tuple(one for one in lesson.placed_marks if (one.take, one.mark) != (command.take, command.id))
    return replace(
        lesson, placed_marks=(*others, PlacedMark(command.id, command.take, round(start, 3), round(seconds, 3)))
    )


@dataclass(frozen=True, slots=True)
class KeepMark(ScreenCommand):
    """A mark."""

    label: ClassVar[str] = "changing a mark"
    mark: Mark
    kind: Literal["keep mark"] = "keep mark"

    def apply(self, lesson: Lesson) -> Lesson:
        return with_mark(lesson, self.mark)


@dataclass(frozen=True, slots=True)
class AddMark(ScreenCommand):
    """A new mark on the run of words from `first` to `last` (in either order), as its form is usually drawn.
    A number is the next one."""

    label: ClassVar[str] = "drawing a mark"
    form: AnyForm
    first: str
    last: str
    meaning: str
    reading: str = ""
    kind: Literal["add mark"] = "add mark"

    def apply(self, lesson: Lesson) -> Lesson:
        return with_fresh_mark(lesson, self)


@dataclass(frozen=True, slots=True)
class RemoveMark(ScreenCommand):
    """Take a mark away."""

    label: ClassVar[str] = "removing a mark"
    id: str
    kind: Literal["remove mark"] = "remove mark"

    def apply(self, lesson: Lesson) -> Lesson:
        one_of(lesson.marks, self.id, "mark")
        placed = tuple(one for one in lesson.placed_marks if one.mark != self.id)
        return replace(lesson, marks=tuple(one for one in lesson.marks if one.id != self.id), placed_marks=placed)


@dataclass(frozen=True, slots=True)
class DrawInk(ScreenCommand):
    """What the pen drew on a page of the wide stage, in page units; it becomes the mark it looks like, on the
    words or the picture it belongs to; where it lies across both, `on` says which."""

    label: ClassVar[str] = "drawing"
    page: int
    strokes: tuple[Stroke, ...]
    meaning: str
    reading: str = ""
    on: Literal["", "text", "picture"] = ""
    kind: Literal["draw ink"] = "draw ink"

    def apply(self, lesson: Lesson) -> Lesson:
        return with_ink(lesson, self)


@dataclass(frozen=True, slots=True)
class SetLegend(ScreenCommand):
    """The legend. Meanings that marks have cannot go."""

    label: ClassVar[str] = "changing the legend"
    legend: tuple[Meaning, ...]
    kind: Literal["set legend"] = "set legend"

    def apply(self, lesson: Lesson) -> Lesson:
        return replace(lesson, legend=checked_legend(lesson, self.legend))


@dataclass(frozen=True, slots=True)
class PlaceMark(ScreenCommand):
    """The mark `id` is drawn from `start` on (seconds of take time), over `seconds` (0: as it takes)."""

    label: ClassVar[str] = "moving a mark"
    take: str
    id: str
    start: float
    seconds: float = 0.0
    kind: Literal["place mark"] = "place mark"

    def apply(self, lesson: Lesson) -> Lesson:
        return _with_placed_mark(lesson, self)


@dataclass(frozen=True, slots=True)
class PlaceDrawn(Command):
    """The marks that were drawn by hand while recording. Those that are not in the lesson any more are passed
    over."""

    label: ClassVar[str] = "drawing while recording"
    marks: tuple[PlacedMark, ...]
    kind: Literal["place drawn"] = "place drawn"

    def apply(self, lesson: Lesson) -> Lesson:
        known = {mark.id for mark in lesson.marks}
        for one in self.marks:
            if one.mark in known:
                lesson = PlaceMark(one.take, one.mark, one.start, one.seconds).apply(lesson)
        return lesson


@dataclass(frozen=True, slots=True)
class FreeMark(ScreenCommand):
    """The mark `id` finds its moment in the take by itself again."""

    label: ClassVar[str] = "letting a mark find its moment"
    take: str
    id: str
    kind: Literal["free mark"] = "free mark"

    def apply(self, lesson: Lesson) -> Lesson:
        others = tuple(one for one in lesson.placed_marks if (one.take, one.mark) != (self.take, self.id))
        return replace(lesson, placed_marks=others)
