"""What the read-through of a result finds, and that it finds nothing where all is as it was planned."""

from __future__ import annotations

import unittest
from dataclasses import replace

from tests.worlds import TAKE, lesson, planned, trail, without
from wordtrail.core.changes.card_changes import KeepCard, MakeCard
from wordtrail.core.changes.chart_changes import MakeOrganizer
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.direction_changes import KeepDirection
from wordtrail.core.changes.mark_changes import AddMark, PlaceMark
from wordtrail.core.changes.opening_changes import SetClosing
from wordtrail.core.changes.point_changes import KeepPoint
from wordtrail.core.cues.compile import compile_cues, edit_list_of
from wordtrail.core.cues.finding import Finding, Remedy
from wordtrail.core.cues.model import CueSheet, Reveal
from wordtrail.core.cues.read_through import read_through
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.forms.underline import Underline
from wordtrail.core.plan.cards import Shown
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.plan.opening import Closing
from wordtrail.core.plan.organizers import Shape
from wordtrail.core.trail.directions import Deed, Direction
from wordtrail.core.trail.model import Trail


def found_in(made: Lesson, heard: Trail | None = None, **changed: object) -> tuple[Finding, ...]:
    """The findings; parts of the cue sheet can be `changed`."""
    trails = {TAKE: heard or trail()}
    layout, edits = typeset(made), edit_list_of(made, trails)
    sheet: CueSheet = replace(compile_cues(made, trails, layout, edits), **changed)  # type: ignore[arg-type]
    return read_through(made, layout, sheet, edits, trails)


def said(findings: tuple[Finding, ...]) -> str:
    return " ".join(one.sentence for one in findings)


SOUND = apply(planned(), SetClosing(Closing(task="Draw a bee.")))


class ReadThroughTest(unittest.TestCase):
    def test_nothing_is_found_where_all_comes_as_planned(self) -> None:
        self.assertEqual(found_in(SOUND), ())
        self.assertEqual(found_in(replace(lesson(), chosen_take="")), (), "there is nothing to see yet")

    def test_marks_that_never_come(self) -> None:
        (finding,) = found_in(SOUND, without(trail(), "a5"))
        self.assertEqual(finding.sentence, "The mark on “clover,” is never drawn, for its words are not read.")
        self.assertEqual((finding.remedy, finding.about), (Remedy.SYNC, "mark3"))
        by_hand = apply(SOUND, PlaceMark(TAKE, "mark3", 4.0))
        self.assertEqual(found_in(by_hand, without(trail(), "a5")), ())

    def test_cards_and_charts_that_never_come(self) -> None:
        made = apply(apply(SOUND, MakeCard("a5")), MakeOrganizer(Shape.CAUSE))
        card, chart = made.plan.cards[0], made.plan.organizers[0]
        made = apply(made, KeepCard(replace(card, shown=Shown.REACHED)))
        sentences = said(found_in(made, without(trail(), "a5")))
        self.assertIn("The card “clover” is never shown", sentences)
        self.assertIn(f"The chart “{chart.title}” is never shown.", sentences)
        shown = apply(made, KeepDirection(Direction("", TAKE, 3.0, Deed.SHOW, chart.id)))
        self.assertNotIn("chart", said(found_in(shown)))

    def test_a_mark_that_is_drawn_behind_another_page(self) -> None:
        second = lesson().passages[0].pages[1].id
        made = apply(SOUND, KeepDirection(Direction("", TAKE, 2.0, Deed.TURN, second)))
        made = apply(made, AddMark(Underline(), "a1", "a1", "evidence"))
        mark = made.marks[-1].id
        found = found_in(apply(made, PlaceMark(TAKE, mark, 2.5)), without(trail(), "a3", "a6", "a9"))
        (finding,) = (one for one in found if one.about == mark)
        self.assertIn("while another page is on the stage", finding.sentence)
        self.assertAlmostEqual(finding.at or 0, 2.5, delta=0.01)

    def test_an_answer_that_is_seen_too_early(self) -> None:
        made = apply(SOUND, KeepPoint(replace(SOUND.pause_points[0], answer="It is sweet.")))
        self.assertEqual(found_in(made), ())
        early = (Reveal("pause1.answer", 3.5),)
        (finding,) = found_in(made, reveals=early)
        self.assertIn("The answer to “Why clover?” is seen before", finding.sentence)

    def test_long_listening_and_an_end_that_just_stops(self) -> None:
        slow = trail(each=6.0, rest=1.0)
        (finding, *_) = found_in(SOUND, slow)
        self.assertRegex(finding.sentence, r"For 1 min \d+ s students only listen")
        calm = trail(each=1.5)
        self.assertEqual(said(found_in(planned(), calm)), "Nothing tells students at the end what to do now.")
        asked = apply(planned(), KeepPoint(PausePoint("", "", "What will you draw?", 10)))
        self.assertEqual(found_in(asked, calm), ())


if __name__ == "__main__":
    unittest.main()
