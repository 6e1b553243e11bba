"""Marks are seen wherever their words are: also where these are quoted beside a question."""

from __future__ import annotations

import unittest
from dataclasses import replace

from tests.core.test_director import seen
from tests.worlds import lesson, trail
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.mark_changes import AddMark
from wordtrail.core.changes.point_changes import KeepPoint
from wordtrail.core.cues.state import state_at
from wordtrail.core.layout.model import LaidMark
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.forms.arrow import Arrow
from wordtrail.core.marks.forms.highlight import Highlight
from wordtrail.core.marks.forms.margin_note import MarginNote
from wordtrail.core.marks.forms.underline import Underline
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.text.span import Span
from wordtrail.media.draw import Painter


def quoting() -> Lesson:
    """A question beside which "clover, she tells" is quoted."""
    made = apply(lesson(), KeepPoint(PausePoint("", "a9", "Why clover?", 4, evidence=(Span("a5", "a7"),))))
    made = apply(made, AddMark(Highlight(), "a5", "a5", "new-word"))
    made = apply(made, AddMark(Underline(), "a6", "a9", "evidence"))
    made = apply(made, AddMark(Arrow("a16"), "a7", "a7", "evidence"))
    return apply(made, AddMark(MarginNote("Aha"), "a5", "a5", "evidence"))


def pages_of(mark: LaidMark) -> set[int]:
    return {one.page for one in mark.stretches} | {one.page for one in mark.strokes}


class QuotedTest(unittest.TestCase):
    def setUp(self) -> None:
        self.lesson = quoting()
        self.layout = typeset(self.lesson)
        self.question = self.layout.page_of_board("pause1") or 0

    def test_a_mark_lies_on_the_words_of_the_quotation_too(self) -> None:
        boxes = {box.word: box for box in self.layout.pages[self.question].boxes}
        there = {mark.id: mark for mark in self.layout.marks if self.question in pages_of(mark)}
        self.assertEqual(list(there), ["mark2", "mark3", "mark4"], "a note in the margin has no margin there")
        (stretch,) = there["mark2"].stretches
        self.assertEqual((stretch.left, stretch.baseline), (boxes["a5"].x, boxes["a5"].baseline))
        left, right = there["mark3"].stretches[0].left, there["mark3"].stretches[-1].right
        self.assertEqual((left, right), (boxes["a6"].x, boxes["a9"].x + boxes["a9"].width))
        (stroke,) = (stroke for page in there["mark4"].strokes for stroke in page.strokes)
        self.assertEqual(len(stroke.points), 4, "an arrow to a word that is not quoted is a line under its own")

    def test_the_painter_draws_it_there(self) -> None:
        sheet = seen(self.lesson, trail(self.lesson))
        (gate,) = sheet.gates
        without = replace(self.lesson, marks=())
        state = state_at(sheet, gate.at, gate.pause, 1.0)
        self.assertEqual((state.page, "mark2" in {one.mark for one in state.marks}), (self.question, True))
        plain, marked = (Painter(typeset(one), seen(one, trail(one)), 0.25) for one in (without, self.lesson))
        for painter in (plain, marked):
            painter.paint(state if painter is marked else replace(state, marks=()), 1.0)
        self.assertTrue((plain.pixels() != marked.pixels()).any())
