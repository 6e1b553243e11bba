"""What the student's side answers and takes."""

from __future__ import annotations

from pydantic import Field

from wordtrail.api.answers import PatchOperation
from wordtrail.api.bodies import Answer, Body
from wordtrail.core.cues.model import CueSheet
from wordtrail.core.layout.model import Layout
from wordtrail.core.plan.answers import AnsweredBy, Verdict
from wordtrail.core.plan.opening import Part


class StudentChoice(Answer):
    """An answer to choose, and the letter that stands before it on the board."""

    letter: str
    text: str


class StudentPoint(Answer):
    """What a student is asked at a pause point, without the answer. `matches` are the right sides of pairs, in
    another order; `turn` is what it is called, `meanwhile` what is said where the lesson goes on by itself;
    `is_checked` says whether an answer can be right or wrong, `ends_the_day` whether the next day begins here."""

    id: str
    answered_by: AnsweredBy
    turn: str
    meanwhile: str
    ends_the_day: bool
    question: str
    paper: str
    choices: list[StudentChoice]
    several: bool
    items: list[str]
    lefts: list[str]
    matches: list[str]
    is_checked: bool
    has_answer: bool


class StudentAnswer(Body):
    """What a student answered."""

    choices: list[int] = Field(default=[], max_length=5)
    words: list[str] = Field(default=[], max_length=400)
    items: list[str] = Field(default=[], max_length=12)
    matches: list[str] = Field(default=[], max_length=12)


class Checked(Answer):
    verdict: Verdict


class StudentChart(Answer):
    """An organizer that students have at hand: its board and its title."""

    id: str
    title: str


class StudentBoard(Answer):
    """What students are told at the boards of a part of the run: `part` is the kind of its gates."""

    part: Part
    turn: str
    answered_by: AnsweredBy


class StudentStage(Answer):
    """What the student page needs. `charts` are the organizers that are at hand."""

    title: str
    room: str
    layout: Layout
    sheet: CueSheet
    simulated_narrator: bool
    points: list[StudentPoint]
    boards: list[StudentBoard]
    charts: list[StudentChart]
    look_back: str


class StudentAnswers(Answer):
    """What the answers of gates add to a student's stage: changes of its `layout` and `sheet` as they were first
    fetched."""

    changes: list[PatchOperation]
