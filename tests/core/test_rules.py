"""Small rules that a lesson stands on, each with a known answer."""

from __future__ import annotations

import unittest
from dataclasses import replace

from tests.worlds import lesson
from wordtrail.core.changes.block_changes import EditBlock
from wordtrail.core.changes.card_changes import fresh_card
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.mark_changes import KeepMark
from wordtrail.core.cues.film import video_seconds
from wordtrail.core.cues.model import CueSheet, Gate
from wordtrail.core.cues.state import state_at, think_seconds
from wordtrail.core.direct.course import Light
from wordtrail.core.layout.model import LaidStroke
from wordtrail.core.layout.tied_numbers import deep
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.live_marks import live_marks
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.forms.arrow import Arrow
from wordtrail.core.marks.forms.bracket import Bracket
from wordtrail.core.marks.forms.underline import Underline
from wordtrail.core.marks.meaning import COLOURS
from wordtrail.core.marks.model import Mark
from wordtrail.core.marks.moment import Moment
from wordtrail.core.plan.activities.activity import Pair
from wordtrail.core.plan.activities.choose import Choice, Choose
from wordtrail.core.plan.activities.match import Match
from wordtrail.core.plan.activities.put_in_order import PutInOrder
from wordtrail.core.plan.as_put import as_put
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.text.intake import passage_from_text
from wordtrail.core.text.span import Span
from wordtrail.media.colours import TOKENS


def luminance(colour: str) -> float:
    """Relative luminance of "#RRGGBB" (WCAG 2.2)."""
    parts = [int(colour[at : at + 2], 16) / 255 for at in (1, 3, 5)]
    red, green, blue = (part / 12.92 if part <= 0.04045 else ((part + 0.055) / 1.055) ** 2.4 for part in parts)
    return 0.2126 * red + 0.7152 * green + 0.0722 * blue


class ColourTest(unittest.TestCase):
    def test_white_letters_can_be_read_on_every_colour_of_the_legend(self) -> None:
        for colour in COLOURS:
            contrast = 1.05 / (luminance(TOKENS[deep(colour)]) + 0.05)
            self.assertGreaterEqual(contrast, 4.5, colour)


class AnswerTest(unittest.TestCase):
    point = PausePoint("p", "a1", "Which?", 5.0)

    def test_anything_that_can_be_shown_is_an_answer(self) -> None:
        self.assertFalse(self.point.has_answer)
        for more in (
            {"answer": "So."},
            {"activity": Choose((Choice("a"),))},
            {"activity": PutInOrder(("a", "b"))},
            {"activity": Match((Pair("a", "b"),))},
            {"evidence": (Span("a1", "a2"),)},
        ):
            self.assertTrue(replace(self.point, **more).has_answer, more)

    def test_several_are_asked_for_when_more_than_one_is_right(self) -> None:
        for right, several in (((), False), ((0,), False), ((0, 2), True), ((0, 1, 2), True)):
            choices = tuple(Choice(str(n), n in right) for n in range(3))
            self.assertEqual(Choose(choices).asks_for_several(), several, right)


class CardTest(unittest.TestCase):
    made = Lesson((passage_from_text("Dancing is fun. Bees like “Dancing”. Mia dances."),))

    def word(self, nth: int) -> str:
        return fresh_card(self.made, self.made.words[nth].id).word

    def test_a_capital_that_only_begins_a_sentence_does_not_go_on_the_card(self) -> None:
        self.assertEqual(self.word(0), "dancing")
        self.assertEqual(self.word(3), "bees")

    def test_one_inside_a_sentence_does_and_signs_do_not(self) -> None:
        self.assertEqual(self.word(5), "Dancing")


class OrderTest(unittest.TestCase):
    def test_things_to_order_are_never_put_in_their_order(self) -> None:
        for items in (("a", "b"), ("b", "a"), ("finds", "tells", "dances"), ("1", "2", "3", "4")):
            self.assertNotEqual(as_put(items), items)
            self.assertEqual(sorted(as_put(items)), sorted(items))


class SentenceTest(unittest.TestCase):
    def test_sentences_of_other_blocks_are_others_and_stay_as_they_are(self) -> None:
        made = Lesson((passage_from_text("One bee. Two bees.\n\nThree bees."),))
        numbers = [word.sentence for word in made.words]
        self.assertEqual(len(set(numbers)), 3)
        first, second = made.passages[0].blocks
        more = EditBlock(first.id, "One bee. Now more. Two bees.").apply(made)
        self.assertIs(tuple(more.passages[0].blocks)[1], second)


class HeldTest(unittest.TestCase):
    def test_no_word_is_lit_while_the_lesson_stands_still(self) -> None:
        gate = Gate("p", 2.0, 5.0, "a1", "Why?")
        sheet = CueSheet(1, "wide", 9.0, 0.0, (), (Light("a1", 1.0, 3.0),), (), (gate,), (), ())
        self.assertEqual((state_at(sheet, 2.0).lit, state_at(sheet, 2.0, "p", 1.0).lit), ("a1", ""))


class MarkShapeTest(unittest.TestCase):
    def strokes(self, mark: Mark) -> list[LaidStroke]:
        layout = typeset(apply(lesson(), KeepMark(mark)))
        return [stroke for page in layout.marks[0].strokes for stroke in page.strokes]

    def test_a_bracket_opens_to_the_text(self) -> None:
        (stroke,) = self.strokes(Mark("", Bracket(), "a1", "a9", "evidence"))
        xs, ys = stroke.points[::2], stroke.points[1::2]
        self.assertEqual(xs[1], min(xs))
        self.assertEqual(xs[1], xs[2])
        self.assertTrue(xs[0] > xs[1] and xs[3] > xs[2], "its ends point right, where the text is")
        self.assertLess(ys[0], ys[3])
        left = min(box.x for page in typeset(lesson()).pages for box in page.boxes)
        self.assertLess(xs[1], left)

    def test_an_arrow_has_a_head_at_its_target(self) -> None:
        shaft, head = self.strokes(Mark("", Arrow(to="a9"), "a1", "a1", "evidence"))[-2:]
        tip = shaft.points[-2:]
        self.assertEqual(head.points[2:4], tip)
        self.assertEqual(len(head.points), 6)
        box = typeset(lesson()).places()["a9"][1]
        self.assertTrue(box.x <= tip[0] <= box.x + box.width)


class LiveMarksTest(unittest.TestCase):
    def test_those_for_the_talk_wait_for_the_hand_and_no_others(self) -> None:
        made = lesson()
        for moment in Moment:
            if moment is not Moment.PAUSE:
                made = apply(made, KeepMark(Mark("", Underline(), "a1", "a2", "evidence", moment=moment)))
        talked = [mark.id for mark in made.marks if mark.moment is Moment.TALK]
        self.assertEqual((live_marks(made), len(talked)), (tuple(talked), 1))


class LengthTest(unittest.TestCase):
    def test_the_video_is_as_long_as_the_lesson_and_what_holds_it(self) -> None:
        gates = (Gate("p", 2.0, 5.0, "a1", "Why?", answer_seconds=3.0), Gate("q", 4.0, 2.5, "a2", "And?"))
        sheet = CueSheet(1, "wide", 9.0, 0.0, (), (), (), gates, (), ())
        self.assertEqual((think_seconds(sheet), video_seconds(sheet)), (7.5, 19.5))
