"""The run of a lesson: what comes when, and about how long it takes."""

from __future__ import annotations

from dataclasses import dataclass

from wordtrail.core.cues.compile import TITLE_SECONDS
from wordtrail.core.cues.gates import MATCH_SECONDS, MATCHED_SECONDS, SYLLABLE
from wordtrail.core.lesson.boards import Board, run_boards
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.pace.guide import pace_guide
from wordtrail.core.pace.silent import READ_SILENTLY, SETTLE
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.plan.opening import Part, own_seconds, run_order

TALK_SHARE = 1.25
"""Reading aloud takes so much longer than the pace alone, for the talk between the lines."""


@dataclass(frozen=True, slots=True)
class Stop:
    """One thing in the run: the part it belongs to, what it is called, how long it takes (seconds), the boards
    and pause points in it. `movable`: its place can be changed."""

    part: str
    name: str
    seconds: float
    boards: tuple[str, ...] = ()
    points: tuple[str, ...] = ()
    reading: str = ""
    movable: bool = True


_NAMES = {
    Part.LOOK_BACK: "Last time",
    Part.PURPOSE: "Purpose",
    Part.AT_HAND: "At hand",
    Part.SIGHT_WORDS: "Words to say",
    Part.CARDS: "Words",
    Part.MATCHING: "Match",
    Part.PICTURE_WALK: "Pictures",
    Part.QUICK_WRITE: "Quick write",
    Part.QUESTIONS: "Questions",
    Part.RECAP: "Recap",
    Part.TASK: "Task",
}


def run_of(lesson: Lesson) -> tuple[Stop, ...]:
    """The lesson as it will run, from the title on."""
    by_part: dict[Part, list[Board]] = {}
    for board in (*run_boards(lesson), *run_boards(lesson, after=True)):
        by_part.setdefault(board.part, []).append(board)
    stops = [Stop("title", "Title", TITLE_SECONDS, movable=False)]
    for part in run_order(lesson.plan.order):
        if part is Part.READING and lesson.words:
            stops += _readings(lesson)
        elif part is Part.QUESTIONS:
            asked = [point for point in lesson.pause_points if not point.after]
            if asked:
                names = tuple(point.id for point in asked)
                stops.append(Stop(part.value, _NAMES[part], sum(map(_point_seconds, asked)), points=names))
        elif part in by_part:
            made = by_part[part]
            own = own_seconds(part, lesson.plan.opening, lesson.plan.closing)
            seconds = own or sum(map(_board_seconds, made))
            stops.append(Stop(part.value, _NAMES[part], round(seconds, 1), tuple(board.id for board in made)))
    return tuple(stops)


def _readings(lesson: Lesson) -> list[Stop]:
    """The reading, or each of the readings, with its pause points."""
    guides = [word for passage in lesson.passages for word in pace_guide(passage, lesson.words_per_minute)]
    lengths = {word.id: word.end - word.start for word in guides}
    rests = sum(
        passage_guide[-1].end for p in lesson.passages if (passage_guide := pace_guide(p, lesson.words_per_minute))
    )
    stretch_of = {one.id: one.stretch for one in lesson.plan.readings}
    found = []
    for number, (id, name) in enumerate([(one.id, one.name) for one in lesson.plan.readings] or [("", "Reading")]):
        points = [p for p in lesson.pause_points if p.after and (p.reading == id or (not p.reading and number == 0))]
        stretch = stretch_of.get(id)
        share = 1.0
        if stretch:
            inside = lesson.run(stretch.first, stretch.last)
            share = sum(lengths[word.id] for word in inside) / max(0.1, sum(lengths.values()))
        seconds = rests * share * TALK_SHARE + sum(map(_point_seconds, points))
        found.append(
            Stop("reading", name, round(seconds, 1), points=tuple(p.id for p in points), reading=id, movable=False)
        )
    return found


def _point_seconds(point: PausePoint) -> float:
    return point.think_seconds + (SETTLE + len(point.answer.split()) / READ_SILENTLY if point.answer else 0.0)


def _board_seconds(board: Board) -> float:
    if board.part is Part.MATCHING:
        return MATCH_SECONDS + MATCHED_SECONDS
    syllables = len(board.card.syllables) * SYLLABLE if board.card and board.card.say_it else 0.0
    return SETTLE + len(board.words) / READ_SILENTLY + syllables
