"""Everything a teacher can do to a lesson document, one frozen value per command.

`apply` gives the changed lesson and raises LessonError (or a PassageError) when the change makes
no sense; the old lesson is untouched either way, which is what makes undo a matter of keeping
the older document.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal, cast

from wordtrail.core.changes.checked import known_word, one_of, tidy, within
from wordtrail.core.changes.kept import issue
from wordtrail.core.changes.mark_changes import with_mark
from wordtrail.core.changes.plan_changes import apply_to_plan
from wordtrail.core.changes.plan_commands import PLAN_DEEDS, PlanCommand
from wordtrail.core.changes.point_changes import points_in_order
from wordtrail.core.changes.reworded import reworded
from wordtrail.core.changes.text_changes import apply_to_text
from wordtrail.core.changes.text_commands import TEXT_DEEDS, TextCommand
from wordtrail.core.edit.edit_list import Trim
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.sheets import script
from wordtrail.core.marks.model import LONGEST_DRAWING, Moment, PlacedMark
from wordtrail.core.pace.guide import FASTEST, SLOWEST
from wordtrail.core.plan.model import LONGEST_THINK, SHORTEST_THINK, USUAL_THINK, PauseKind, PausePoint
from wordtrail.core.speech.respelling import Respelling, sounds_of
from wordtrail.core.text.anchors import carried, reanchor
from wordtrail.core.text.bare import bare
from wordtrail.core.text.intake import passage_from_text
from wordtrail.core.trail.model import Mend

LONGEST_QUESTION = 600
SHORTEST_KEPT = 0.2
LONGEST_TAKE = 3 * 3600.0


@dataclass(frozen=True, slots=True)
class SetText:
    """The first passage's text (in our notation) and its credits."""

    text: str
    title: str
    author: str = ""
    permission: str = ""
    kind: Literal["set text"] = "set text"


@dataclass(frozen=True, slots=True)
class SetPace:
    """The pace guide's rate in words a minute."""

    words_per_minute: float
    kind: Literal["set pace"] = "set pace"


@dataclass(frozen=True, slots=True)
class AddPausePoint:
    """A new pause point after a word."""

    after: str
    question: str
    think_seconds: float = USUAL_THINK[PauseKind.THINK]
    kind: Literal["add pause point"] = "add pause point"


@dataclass(frozen=True, slots=True)
class ChangePausePoint:
    """Another question or think time for a pause point."""

    id: str
    question: str
    think_seconds: float
    kind: Literal["change pause point"] = "change pause point"


@dataclass(frozen=True, slots=True)
class RemovePausePoint:
    """Take a pause point away."""

    id: str
    kind: Literal["remove pause point"] = "remove pause point"


@dataclass(frozen=True, slots=True)
class RemoveMark:
    """Take a mark away."""

    id: str
    kind: Literal["remove mark"] = "remove mark"


@dataclass(frozen=True, slots=True)
class ChooseTake:
    """This take counts."""

    take: str
    kind: Literal["choose take"] = "choose take"


@dataclass(frozen=True, slots=True)
class SetTrim:
    """Where a take begins and ends (seconds of take time), set by hand."""

    take: str
    start: float
    end: float
    kind: Literal["set trim"] = "set trim"


@dataclass(frozen=True, slots=True)
class ClearTrim:
    """Trim this take by itself again."""

    take: str
    kind: Literal["clear trim"] = "clear trim"


@dataclass(frozen=True, slots=True)
class MoveStart:
    """The visit of `word` that was found at `found` begins at `start` (seconds of take time)."""

    take: str
    word: str
    found: float
    start: float
    kind: Literal["move start"] = "move start"


@dataclass(frozen=True, slots=True)
class PlaceMark:
    """The mark `id` is drawn from `start` on (seconds of take time), over `seconds` (0: as it takes)."""

    take: str
    id: str
    start: float
    seconds: float = 0.0
    kind: Literal["place mark"] = "place mark"


@dataclass(frozen=True, slots=True)
class PlaceDrawn:
    """The marks that were drawn by hand while recording. Those that are not in the lesson any more are passed
    over."""

    marks: tuple[PlacedMark, ...]
    kind: Literal["place drawn"] = "place drawn"


@dataclass(frozen=True, slots=True)
class FreeMark:
    """The mark `id` finds its moment in the take by itself again."""

    take: str
    id: str
    kind: Literal["free mark"] = "free mark"


@dataclass(frozen=True, slots=True)
class ClearLooseEnds:
    """The teacher has read what hung on words that went away."""

    kind: Literal["clear loose ends"] = "clear loose ends"


@dataclass(frozen=True, slots=True)
class Respell:
    """How the word printed as `text` is said, by syllables ("oh-KAH-for"); empty: as the dictionary
    has it."""

    text: str
    said: str
    kind: Literal["respell"] = "respell"


@dataclass(frozen=True, slots=True)
class PutBack:
    """A loose end's mark goes on the words from `first` to `last`; its pause point after `last`."""

    id: str
    first: str
    last: str
    kind: Literal["put back"] = "put back"


Command = (
    TextCommand | PlanCommand | SetText | SetPace | AddPausePoint | ChangePausePoint | RemovePausePoint
    | RemoveMark | ChooseTake | SetTrim | ClearTrim | MoveStart | PlaceMark | PlaceDrawn | FreeMark
    | ClearLooseEnds | PutBack | Respell
)  # fmt: skip

DEEDS: dict[str, str] = (
    TEXT_DEEDS
    | PLAN_DEEDS
    | {
        "set text": "changing the text",
        "set pace": "changing the pace",
        "respell": "respelling a word",
        "add pause point": "adding a pause point",
        "change pause point": "changing a pause point",
        "remove pause point": "removing a pause point",
        "remove mark": "removing a mark",
        "choose take": "choosing a take",
        "set trim": "trimming the ends",
        "clear trim": "trimming the ends",
        "move start": "moving a word's start",
        "place mark": "moving a mark",
        "place drawn": "drawing while recording",
        "free mark": "letting a mark find its moment",
        "clear loose ends": "clearing the loose ends",
        "put back": "putting back a loose end",
    }
)
"""What a command is called behind "Undo" and "Redo"."""


def apply(lesson: Lesson, command: Command) -> Lesson:
    """The lesson after `command`. Raises LessonError or PassageError; `lesson` stays as it is."""
    match command:
        case SetText():
            first = lesson.passages[0]
            new = passage_from_text(
                command.text, id=first.id, title=command.title, author=command.author,
                permission=command.permission,
            )  # fmt: skip
            return reworded(lesson, (carried(first, reanchor(first, new).passage), *lesson.passages[1:]))
        case SetPace(words_per_minute=rate):
            return replace(lesson, words_per_minute=within(rate, SLOWEST, FASTEST, "The pace"))
        case AddPausePoint():
            known_word(lesson, command.after)
            lesson, id = issue(lesson, "pause")
            point = PausePoint(id, command.after, _question(command.question), _think(command.think_seconds))
            return replace(lesson, pause_points=points_in_order(lesson, (*lesson.pause_points, point)))
        case ChangePausePoint():
            one_of(lesson.pause_points, command.id, "pause point")
            changed = tuple(
                replace(p, question=_question(command.question), think_seconds=_think(command.think_seconds))
                if p.id == command.id else p
                for p in lesson.pause_points
            )  # fmt: skip
            return replace(lesson, pause_points=changed)
        case Respell():
            return _with_respelling(lesson, command)
        case RemovePausePoint(id=id):
            one_of(lesson.pause_points, id, "pause point")
            return _without_point(lesson, id)
        case RemoveMark(id=id):
            one_of(lesson.marks, id, "mark")
            placed = tuple(one for one in lesson.placed_marks if one.mark != id)
            return replace(lesson, marks=tuple(m for m in lesson.marks if m.id != id), placed_marks=placed)
        case ChooseTake(take=take):
            return replace(lesson, chosen_take=take)
        case SetTrim():
            return _with_trim(lesson, command)
        case ClearTrim(take=take):
            return replace(lesson, trims=tuple(trim for trim in lesson.trims if trim.take != take))
        case MoveStart():
            return _with_mend(lesson, command)
        case PlaceMark():
            return _with_placed_mark(lesson, command)
        case PlaceDrawn(marks=marks):
            known = {mark.id for mark in lesson.marks}
            for one in marks:
                if one.mark in known:
                    lesson = _with_placed_mark(lesson, PlaceMark(one.take, one.mark, one.start, one.seconds))
            return lesson
        case FreeMark(take=take, id=id):
            others = tuple(one for one in lesson.placed_marks if (one.take, one.mark) != (take, id))
            return replace(lesson, placed_marks=others)
        case ClearLooseEnds():
            return replace(lesson, loose_ends=())
        case PutBack():
            return _put_back(lesson, command)
        case _ if command.kind in PLAN_DEEDS:
            return apply_to_plan(lesson, cast(PlanCommand, command))
        case _:
            return apply_to_text(lesson, cast(TextCommand, command))


def _without_point(lesson: Lesson, id: str) -> Lesson:
    """Marks drawn at the point are drawn when their words are read; boxes filled in there, from the start."""
    marks = tuple(replace(m, moment=Moment.READ, pause="") if m.pause == id else m for m in lesson.marks)
    charts = tuple(
        replace(chart, boxes=tuple(replace(box, pause="") if box.pause == id else box for box in chart.boxes))
        for chart in lesson.plan.organizers
    )
    points = tuple(point for point in lesson.pause_points if point.id != id)
    return replace(lesson, pause_points=points, marks=marks, plan=replace(lesson.plan, organizers=charts))


def _put_back(lesson: Lesson, command: PutBack) -> Lesson:
    end = next((end for end in lesson.loose_ends if end.id == command.id), None)
    if end is None or not (end.mark or end.point):
        raise LessonError("This loose end holds nothing that could be put back.")
    lesson = replace(lesson, loose_ends=tuple(one for one in lesson.loose_ends if one.id != end.id))
    if end.mark:
        return with_mark(lesson, replace(end.mark, id="", first=command.first, last=command.last))
    assert end.point
    known_word(lesson, command.last)
    lesson, id = issue(lesson, "pause")
    point = replace(end.point, id=id, after=command.last)
    return replace(lesson, pause_points=points_in_order(lesson, (*lesson.pause_points, point)))


def _with_trim(lesson: Lesson, command: SetTrim) -> Lesson:
    start = within(command.start, 0.0, LONGEST_TAKE, "The beginning")
    end = within(command.end, 0.0, LONGEST_TAKE, "The end")
    if end - start < SHORTEST_KEPT:
        raise LessonError(
            "The beginning must come before the end.",
            kept="The ends are as they were.",
            next_step="Choose a beginning that lies before the end.",
        )
    others = tuple(trim for trim in lesson.trims if trim.take != command.take)
    return replace(lesson, trims=(*others, Trim(command.take, start, end)))


def _with_mend(lesson: Lesson, command: MoveStart) -> Lesson:
    if all(word.id != command.word for word in script(lesson)):
        raise LessonError("This word is not in the lesson any more.", next_step="Choose another word.")
    start = within(command.start, 0.0, LONGEST_TAKE, "The start of the word")
    found = within(command.found, 0.0, LONGEST_TAKE, "The found start of the word")
    mend = Mend(command.take, command.word, found, start)
    same = (mend.take, mend.word, mend.found)
    others = tuple(m for m in lesson.mends if (m.take, m.word, m.found) != same)
    return replace(lesson, mends=(*others, mend))


def _with_placed_mark(lesson: Lesson, command: PlaceMark) -> Lesson:
    one_of(lesson.marks, command.id, "mark")
    start = within(command.start, 0.0, LONGEST_TAKE, "The moment of the mark")
    seconds = within(command.seconds, 0.0, LONGEST_DRAWING, "How long it is drawn")
    others = tuple(one for one in lesson.placed_marks if (one.take, one.mark) != (command.take, command.id))
    return replace(
        lesson, placed_marks=(*others, PlacedMark(command.id, command.take, round(start, 3), round(seconds, 3)))
    )


def _question(text: str) -> str:
    question = tidy(text, "This question", LONGEST_QUESTION)
    if not question:
        raise LessonError("A pause point needs a question.", next_step="Write what students should do here.")
    return question


def _think(seconds: float) -> float:
    return within(seconds, SHORTEST_THINK, LONGEST_THINK, "Think time")


def _with_respelling(lesson: Lesson, command: Respell) -> Lesson:
    if command.said.strip() and not any(bare(word.text) == bare(command.text) for word in script(lesson)):
        raise LessonError("There is no such word in the passage.")
    others = tuple(one for one in lesson.respellings if bare(one.text) != bare(command.text))
    if not command.said.strip():
        return replace(lesson, respellings=others)
    sounds_of(command.said)
    return replace(lesson, respellings=(*others, Respelling(command.text, command.said.strip())))
