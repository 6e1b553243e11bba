"""A chart with the text beside it: it grows while the reading goes on."""

from __future__ import annotations

import itertools
import unittest
from dataclasses import replace

from tests.core.test_director import did, reading, seen, take
from tests.core.test_named import talk
from tests.worlds import lesson
from wordtrail.core.changes.chart_changes import KeepOrganizer, MakeOrganizer
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.mark_changes import KeepMark
from wordtrail.core.changes.point_changes import KeepPoint
from wordtrail.core.cues.model import CueSheet
from wordtrail.core.cues.state import state_at
from wordtrail.core.layout.model import LaidPage
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.forms.underline import Underline
from wordtrail.core.marks.model import Mark
from wordtrail.core.plan.activities.choose import Choice, Choose
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.plan.organizers import Shape, on_grid
from wordtrail.core.trail.directions import Deed

TEXT = "A bee finds clover and sings all day.\n\n---\n\nShe dances for the others in the hive."
WORDS = [word.id for word in lesson(TEXT).words]
ON_FIRST, ON_SECOND = WORDS[:8], WORDS[8:]
READ = take([*reading(ON_FIRST, 5), *reading(ON_SECOND, 40)], seconds=70)


def charted(shape: Shape = Shape.STORY) -> Lesson:
    """A lesson with a chart beside its text."""
    made = apply(lesson(TEXT), MakeOrganizer(shape))
    chart = made.plan.organizers[0]
    boxes = tuple(replace(box, text=f"filled in {number}") for number, box in enumerate(chart.boxes))
    return apply(made, KeepOrganizer(replace(chart, boxes=boxes, beside_text=True)))


def page_at(made: Lesson, sheet: CueSheet, at: float, gate: str = "") -> LaidPage:
    return typeset(made).pages[state_at(sheet, at, gate).page]


class LayoutTest(unittest.TestCase):
    def setUp(self) -> None:
        self.lesson = charted()
        self.pages = typeset(self.lesson).pages
        self.texts = [page for page in self.pages if page.is_text and not page.beside]
        self.beside = [page for page in self.pages if page.beside]

    def test_the_text_stands_where_it_stands_by_itself(self) -> None:
        self.assertEqual([page.beside for page in self.beside], [page.id for page in self.texts])
        for own, page in zip(self.texts, self.beside, strict=True):
            self.assertEqual(page.boxes[: len(own.boxes)], own.boxes)
            self.assertEqual(page.pieces[: len(own.pieces)], own.pieces)
            self.assertEqual((page.board, page.is_text), ("chart1", True))

    def test_the_chart_stands_beside_it_and_inside_the_stage(self) -> None:
        edge = typeset(self.lesson).text_edge
        for own, page in zip(self.texts, self.beside, strict=True):
            self.assertLess(max(box.x + box.width for box in own.boxes), edge)
            panels = page.panels[len(own.panels) :]
            self.assertEqual(len(panels), 4)
            for panel in panels:
                self.assertTrue(edge < panel.x and panel.x + panel.width < 1920 and panel.y + panel.height < 1080)
            for above, below in itertools.pairwise(panels):
                self.assertLess(above.y + above.height, below.y)
            for piece in [piece for part in page.parts for piece in part.pieces]:
                self.assertTrue(edge < piece.x and piece.x + piece.width < 1920)

    def test_a_chart_too_large_for_that_has_the_stage_to_itself(self) -> None:
        made = charted(Shape.OWN)
        chart = on_grid(made.plan.organizers[0], 3, 3)
        made = apply(made, KeepOrganizer(chart))
        self.assertFalse([page for page in typeset(made).pages if page.beside])

    def test_marks_are_drawn_there_as_on_the_page(self) -> None:
        made = apply(self.lesson, KeepMark(Mark("", Underline(), "a2", "a4", "evidence")))
        layout = typeset(made)
        number_of = {page.id: number for number, page in enumerate(layout.pages)}
        first = self.texts[0].id
        shapes = {
            strokes.page: (strokes.strokes, strokes.pieces)
            for mark in layout.marks
            if mark.id == "mark2"
            for strokes in mark.strokes
        }
        self.assertEqual(set(shapes), {number_of[first], number_of[f"{first}+chart1"]})
        self.assertEqual(shapes[number_of[first]], shapes[number_of[f"{first}+chart1"]])


class CourseTest(unittest.TestCase):
    def setUp(self) -> None:
        self.lesson = charted()
        layout = typeset(self.lesson)
        self.first, self.second = (page.id for page in layout.pages if page.is_text and not page.beside)

    def test_it_stays_while_she_reads_on_to_the_next_page_and_until_it_is_put_away(self) -> None:
        made = did(self.lesson, (3.0, Deed.SHOW, "chart1"), (30.0, Deed.PART, "chart1"), (60.0, Deed.BACK, ""))
        sheet = seen(made, READ)
        found = [page_at(made, sheet, at).id for at in (2, 4, 20, 41, 61)]
        first, second = f"{self.first}+chart1", f"{self.second}+chart1"
        self.assertEqual(found, [self.first, first, first, second, self.second])
        state = state_at(sheet, 5.2)
        self.assertIn(state.lit, {box.word for box in typeset(made).pages[state.page].boxes})
        self.assertIn("chart1.b1", state_at(sheet, 41).parts)

    def test_named_in_talk_it_stays_while_she_reads_on(self) -> None:
        talked = replace(READ, asides=(talk("how the story goes", 2.0),))
        sheet = seen(self.lesson, talked)
        found = [page_at(self.lesson, sheet, at).id for at in (1.5, 2.5, 20, 41)]
        first, second = f"{self.first}+chart1", f"{self.second}+chart1"
        self.assertEqual(found, [self.first, first, first, second])
        away = did(self.lesson, (30.0, Deed.BACK, ""))
        self.assertEqual(page_at(away, seen(away, talked), 31).id, self.first)

    def test_a_page_turned_by_hand_keeps_the_chart(self) -> None:
        made = did(self.lesson, (1.0, Deed.SHOW, "chart1"), (25.0, Deed.TURN, self.second))
        self.assertEqual(page_at(made, seen(made, READ), 26).id, f"{self.second}+chart1")

    def test_under_a_question_it_stays_and_a_chart_with_the_stage_to_itself_does_not(self) -> None:
        choices = Choose(choices=(Choice("one", right=True), Choice("two")))
        made = apply(self.lesson, KeepPoint(PausePoint("", "", "Which?", 4, choices)))
        question = made.pause_points[0].id
        done = [(3.0, Deed.SHOW, "chart1"), (15.0, Deed.SHOW, question), (20.0, Deed.BACK, "")]
        sheet = seen(did(made, *done), READ)
        found = [page_at(made, sheet, at) for at in (4, 16, 21)]
        self.assertEqual([(page.board, page.beside) for page in found][1:], [(question, ""), ("chart1", self.first)])
        alone = apply(made, KeepOrganizer(replace(made.plan.organizers[0], beside_text=False)))
        self.assertEqual(page_at(alone, seen(did(alone, *done), READ), 21).id, self.first)

    def test_the_signpost_of_a_question_has_its_place(self) -> None:
        made = apply(self.lesson, KeepPoint(PausePoint("", ON_FIRST[-1], "What now?", 4)))
        made = did(made, (3.0, Deed.SHOW, "chart1"))
        sheet = seen(made, READ)
        (gate,) = sheet.gates
        self.assertEqual(page_at(made, sheet, gate.at, gate.pause).id, self.first)
        self.assertEqual(page_at(made, sheet, gate.at - 0.1).id, f"{self.first}+chart1")
        self.assertEqual(sheet.signposts, ())

    def test_pointing_and_coming_closer_are_on_the_page_that_is_seen(self) -> None:
        made = did(self.lesson, (3.0, Deed.SHOW, "chart1"), (4.0, Deed.POINT, "a2 a3"), (5.0, Deed.CLOSER, "a2 a3"))
        sheet = seen(made, READ)
        self.assertIsNotNone(state_at(sheet, 4.1).pointer)
        self.assertIsNotNone(state_at(sheet, 5.3).view)


if __name__ == "__main__":
    unittest.main()
