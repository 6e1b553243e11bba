"""Numbers that tie words of the text to boxes of a chart, on the stage and in time."""

from __future__ import annotations

import unittest
from dataclasses import replace

from tests.worlds import TAKE, lesson, trail
from wordtrail.core.changes.chart_changes import KeepOrganizer, RemoveOrganizer
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.mark_changes import KeepMark, RemoveMark
from wordtrail.core.changes.point_changes import KeepPoint
from wordtrail.core.cues.compile import compile_cues, edit_list_of
from wordtrail.core.cues.model import CueSheet
from wordtrail.core.cues.state import state_at
from wordtrail.core.layout.model import LaidPage, LaidPart
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.forms.boxed import Boxed
from wordtrail.core.marks.forms.number import Number
from wordtrail.core.marks.model import Mark
from wordtrail.core.marks.moment import Moment
from wordtrail.core.plan.activities.talk import Talk
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.plan.organizers import Box, Organizer
from wordtrail.core.plan.part_names import tie_part
from wordtrail.core.text.span import Span


def tied(moment: Moment = Moment.READ) -> Lesson:
    """A question with evidence beside a chart of two boxes; the number on "clover," stands for the second."""
    chart = Organizer("", "What we know", 1, 2, (Box("b1", 0, 0, "Who"), Box("b2", 0, 1, "Which flower")))
    made = apply(lesson(), KeepOrganizer(chart))
    point = PausePoint("", "a9", "Which flower?", 5, Talk(), evidence=(Span("a1", "a9"),))
    made = apply(made, KeepPoint(replace(point, organizer=made.plan.organizers[0].id)))
    pause = made.pause_points[0].id if moment is Moment.PAUSE else ""
    number = Number("1", made.plan.organizers[0].id, "b2")
    return apply(made, KeepMark(Mark("", number, "a5", "a5", "evidence", moment=moment, pause=pause)))


def part(page: LaidPage, made: Lesson) -> LaidPart | None:
    return next((one for one in page.parts if one.id == tie_part(made.marks[0].id)), None)


def board_of(made: Lesson) -> CueSheet:
    trails = {TAKE: trail(made)}
    return compile_cues(made, trails, typeset(made), edit_list_of(made, trails))


class LaidTest(unittest.TestCase):
    def test_the_number_stands_at_its_box_and_at_its_words(self) -> None:
        made = tied()
        layout = typeset(made)
        chart = layout.page_of_board(made.plan.organizers[0].id)
        point = layout.page_of_board(made.pause_points[0].id)
        assert chart is not None
        assert point is not None
        alone, beside = part(layout.pages[chart], made), part(layout.pages[point], made)
        assert alone
        assert beside
        self.assertEqual([piece.text for piece in alone.pieces], ["1"])
        self.assertEqual([piece.text for piece in beside.pieces], ["1", "1"])
        word = next(box for box in layout.pages[point].boxes if box.word == "a5")
        at_word = beside.pieces[1]
        self.assertAlmostEqual(at_word.x + at_word.width / 2, word.x, delta=1)
        self.assertLess(at_word.baseline, word.baseline)
        panel = [one for one in layout.pages[point].panels if one.edge == "lake"][1]
        at_box = beside.pieces[0]
        self.assertTrue(panel.x < at_box.x < panel.x + panel.width)
        self.assertAlmostEqual(at_box.baseline, panel.y, delta=20)

    def test_two_numbers_at_one_box_stand_side_by_side(self) -> None:
        made = tied()
        second = replace(
            made.marks[0], id="", first="a9", last="a9", form=Number("2", made.plan.organizers[0].id, "b2")
        )
        made = apply(made, KeepMark(second))
        layout = typeset(made)
        page = layout.page_of_board(made.plan.organizers[0].id)
        assert page is not None
        xs = [piece.x for one in layout.pages[page].parts for piece in one.pieces if piece.text in ("1", "2")]
        self.assertEqual(len(xs), 2)
        self.assertGreater(abs(xs[0] - xs[1]), 50)

    def test_evidence_and_chart_do_not_lie_on_one_another(self) -> None:
        made = tied()
        layout = typeset(made)
        point = layout.page_of_board(made.pause_points[0].id)
        assert point is not None
        page = layout.pages[point]
        text = next(one for one in page.panels if one.fill == "mist")
        boxes = [one for one in page.panels if one.edge == "lake"]
        self.assertTrue(all(text.x + text.width < box.x for box in boxes))
        self.assertLessEqual(text.y + text.height, layout.height)


class TimeTest(unittest.TestCase):
    def test_it_comes_to_its_box_when_it_is_drawn_in_the_text(self) -> None:
        made = tied()
        board = board_of(made)
        name = tie_part(made.marks[0].id)
        drawn = next(one for one in board.drawings if one.mark == made.marks[0].id)
        self.assertNotIn(name, state_at(board, drawn.start - 0.05).parts)
        self.assertIn(name, state_at(board, drawn.start + 0.05).parts)

    def test_at_a_pause_point_it_comes_while_the_lesson_stands_there(self) -> None:
        made = tied(Moment.PAUSE)
        board = board_of(made)
        (gate,) = board.gates
        name = tie_part(made.marks[0].id)
        self.assertNotIn(name, state_at(board, gate.at, gate.pause, 1.0).parts)
        self.assertIn(name, state_at(board, gate.at, gate.pause, gate.think_seconds + 0.1).parts)
        self.assertIn(name, state_at(board, gate.at + 0.5).parts, "afterwards it stays")


class ChangeTest(unittest.TestCase):
    def test_only_a_number_on_a_box_that_is_there_is_tied(self) -> None:
        made = tied()
        chart = made.plan.organizers[0].id
        box = apply(made, KeepMark(replace(made.marks[0], form=Boxed())))
        self.assertIsNone(box.marks[0].form.tie())
        lost = apply(made, KeepMark(replace(made.marks[0], form=Number("1", chart, "b9"))))
        self.assertIsNone(lost.marks[0].form.tie())
        self.assertEqual(made.marks[0].form.tie(), (chart, "b2"))

    def test_the_number_stays_when_its_box_or_chart_goes(self) -> None:
        made = tied()
        chart = made.plan.organizers[0]
        smaller = apply(made, KeepOrganizer(replace(chart, rows=1, boxes=chart.boxes[:1])))
        self.assertEqual([mark.form for mark in smaller.marks], [Number("1")])
        without = apply(made, RemoveOrganizer(chart.id))
        self.assertEqual([mark.form for mark in without.marks], [Number("1")])

    def test_the_chart_stays_when_its_number_goes(self) -> None:
        made = tied()
        without = apply(made, RemoveMark(made.marks[0].id))
        self.assertEqual(without.plan.organizers, made.plan.organizers)
        self.assertFalse(any(".tie" in one.part for one in board_of(without).reveals))


if __name__ == "__main__":
    unittest.main()
