"""Everything a teacher can do to a lesson document, one frozen value per command.

`apply` gives the changed lesson and raises LessonError (or a PassageError) when the change makes
no sense; the old lesson is untouched either way, which is what makes undo a matter of keeping
the older document.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from typing import Literal

from wordtrail.core.edit.edit_list import Trim
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.reworded import reworded
from wordtrail.core.lesson.text_changes import apply_to_text
from wordtrail.core.lesson.text_commands import TEXT_DEEDS, TextCommand
from wordtrail.core.marks.model import Mark, MarkKind
from wordtrail.core.pace.guide import FASTEST, SLOWEST
from wordtrail.core.plan.model import LONGEST_THINK, SHORTEST_THINK, PausePoint
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
    think_seconds: float = 15.0
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
class AddMark:
    """A new mark on the run of words from `first` to `last` (in either order)."""

    mark: MarkKind
    first: str
    last: str
    meaning: str
    kind: Literal["add mark"] = "add mark"


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
    TextCommand | SetText | SetPace | AddPausePoint | ChangePausePoint | RemovePausePoint | AddMark | RemoveMark
    | ChooseTake | SetTrim | ClearTrim | MoveStart | ClearLooseEnds | PutBack | Respell
)  # fmt: skip

DEEDS: dict[str, str] = TEXT_DEEDS | {
    "set text": "changing the text",
    "set pace": "changing the pace",
    "respell": "respelling a word",
    "add pause point": "adding a pause point",
    "change pause point": "changing a pause point",
    "remove pause point": "removing a pause point",
    "add mark": "drawing a mark",
    "remove mark": "removing a mark",
    "choose take": "choosing a take",
    "set trim": "trimming the ends",
    "clear trim": "trimming the ends",
    "move start": "moving a word's start",
    "clear loose ends": "clearing the loose ends",
    "put back": "putting back a loose end",
}
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
            return replace(lesson, words_per_minute=_within(rate, SLOWEST, FASTEST, "The pace"))
        case AddPausePoint():
            _known_word(lesson, command.after)
            lesson, id = _issue(lesson, "pause")
            point = PausePoint(id, command.after, _question(command.question), _think(command.think_seconds))
            positions = lesson.positions()
            points = sorted((*lesson.pause_points, point), key=lambda p: positions[p.after])
            return replace(lesson, pause_points=tuple(points))
        case ChangePausePoint():
            _one(lesson.pause_points, command.id, "pause point")
            changed = tuple(
                replace(p, question=_question(command.question), think_seconds=_think(command.think_seconds))
                if p.id == command.id else p
                for p in lesson.pause_points
            )  # fmt: skip
            return replace(lesson, pause_points=changed)
        case Respell():
            return _with_respelling(lesson, command)
        case RemovePausePoint(id=id):
            _one(lesson.pause_points, id, "pause point")
            return replace(lesson, pause_points=tuple(p for p in lesson.pause_points if p.id != id))
        case AddMark():
            return _with_mark(lesson, command)
        case RemoveMark(id=id):
            _one(lesson.marks, id, "mark")
            return replace(lesson, marks=tuple(mark for mark in lesson.marks if mark.id != id))
        case ChooseTake(take=take):
            return replace(lesson, chosen_take=take)
        case SetTrim():
            return _with_trim(lesson, command)
        case ClearTrim(take=take):
            return replace(lesson, trims=tuple(trim for trim in lesson.trims if trim.take != take))
        case MoveStart():
            return _with_mend(lesson, command)
        case ClearLooseEnds():
            return replace(lesson, loose_ends=())
        case PutBack():
            return _put_back(lesson, command)
        case _:
            return apply_to_text(lesson, command)


def _with_mark(lesson: Lesson, command: AddMark) -> Lesson:
    positions = lesson.positions()
    for word in (command.first, command.last):
        _known_word(lesson, word)
    if all(meaning.id != command.meaning for meaning in lesson.legend):
        raise LessonError("This meaning is not in the legend.", next_step="Choose one of the legend.")
    first, last = sorted((command.first, command.last), key=lambda word: positions[word])
    lesson, id = _issue(lesson, "mark")
    marks = (*lesson.marks, Mark(id, command.mark, first, last, command.meaning))
    return replace(lesson, marks=tuple(sorted(marks, key=lambda mark: positions[mark.first])))


def _put_back(lesson: Lesson, command: PutBack) -> Lesson:
    end = next((end for end in lesson.loose_ends if end.id == command.id), None)
    if end is None or not (end.mark or end.point):
        raise LessonError("This loose end holds nothing that could be put back.")
    lesson = replace(lesson, loose_ends=tuple(one for one in lesson.loose_ends if one.id != end.id))
    if end.mark:
        return _with_mark(lesson, AddMark(end.mark.kind, command.first, command.last, end.mark.meaning))
    assert end.point
    return apply(lesson, AddPausePoint(command.last, end.point.question, end.point.think_seconds))


def _with_trim(lesson: Lesson, command: SetTrim) -> Lesson:
    start = _within(command.start, 0.0, LONGEST_TAKE, "The beginning")
    end = _within(command.end, 0.0, LONGEST_TAKE, "The end")
    if end - start < SHORTEST_KEPT:
        raise LessonError(
            "The beginning must come before the end.",
            kept="The ends are as they were.",
            next_step="Choose a beginning that lies before the end.",
        )
    others = tuple(trim for trim in lesson.trims if trim.take != command.take)
    return replace(lesson, trims=(*others, Trim(command.take, start, end)))


def _with_mend(lesson: Lesson, command: MoveStart) -> Lesson:
    _known_word(lesson, command.word)
    start = _within(command.start, 0.0, LONGEST_TAKE, "The start of the word")
    found = _within(command.found, 0.0, LONGEST_TAKE, "The found start of the word")
    mend = Mend(command.take, command.word, found, start)
    same = (mend.take, mend.word, mend.found)
    others = tuple(m for m in lesson.mends if (m.take, m.word, m.found) != same)
    return replace(lesson, mends=(*others, mend))


def _issue(lesson: Lesson, kind: str) -> tuple[Lesson, str]:
    number = lesson.issued + 1
    return replace(lesson, issued=number), f"{kind}{number}"


def _known_word(lesson: Lesson, word: str) -> None:
    if word not in lesson.positions():
        raise LessonError("This word is not in the passage any more.", next_step="Choose another word.")


def _one(values: tuple[PausePoint, ...] | tuple[Mark, ...], id: str, name: str) -> None:
    if all(value.id != id for value in values):
        raise LessonError(f"This {name} is not in the lesson any more.")


def _question(text: str) -> str:
    question = " ".join(text.split())
    if not question:
        raise LessonError("A pause point needs a question.", next_step="Write what students should do here.")
    if len(question) > LONGEST_QUESTION:
        raise LessonError(
            f"This question has {len(question)} characters; a card holds {LONGEST_QUESTION}.",
            next_step="Make it shorter, or make two pause points of it.",
        )
    return question


def _think(seconds: float) -> float:
    return _within(seconds, SHORTEST_THINK, LONGEST_THINK, "Think time")


def _within(value: float, least: float, most: float, what: str) -> float:
    if not math.isfinite(value) or not least <= value <= most:
        raise LessonError(f"{what} goes from {least:g} to {most:g}.", next_step="Choose a value between.")
    return float(value)


def _with_respelling(lesson: Lesson, command: Respell) -> Lesson:
    if command.said.strip() and not any(bare(word.text) == bare(command.text) for word in lesson.script):
        raise LessonError("There is no such word in the passage.")
    others = tuple(one for one in lesson.respellings if bare(one.text) != bare(command.text))
    if not command.said.strip():
        return replace(lesson, respellings=others)
    sounds_of(command.said)
    return replace(lesson, respellings=(*others, Respelling(command.text, command.said.strip())))
