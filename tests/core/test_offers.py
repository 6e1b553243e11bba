"""What the text offers and what another lesson's plan offers, taken into a plan; charts on another grid."""

from __future__ import annotations

import unittest
from dataclasses import replace

from hypothesis import given, settings
from hypothesis import strategies as st

from tests.worlds import lesson, planned
from wordtrail.core.changes.card_changes import KeepCard, MakeCard
from wordtrail.core.changes.chart_changes import KeepOrganizer, MakeOrganizer, SetGrid
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.mark_changes import AddMark
from wordtrail.core.changes.offers import TakeSuggestion, is_taken, nearest_meaning
from wordtrail.core.changes.opening_changes import SetOpening
from wordtrail.core.changes.point_changes import KeepPoint, OrderQuestions
from wordtrail.core.changes.reading_changes import KeepReading
from wordtrail.core.changes.taking_over import plan_to_take_over
from wordtrail.core.errors import LessonError
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.forms.all import FORMS
from wordtrail.core.marks.forms.arrow import Arrow
from wordtrail.core.marks.forms.circle import Circle
from wordtrail.core.marks.forms.highlight import Highlight
from wordtrail.core.marks.forms.number import Number
from wordtrail.core.marks.forms.underline import Underline
from wordtrail.core.marks.legends import LEGENDS, TextKind
from wordtrail.core.marks.moment import Moment
from wordtrail.core.plan.activities.write import Write
from wordtrail.core.plan.cards import SIDE, PenLine
from wordtrail.core.plan.model import PausePoint, Reading
from wordtrail.core.plan.opening import Opening
from wordtrail.core.plan.organizers import MOST_COLUMNS, MOST_ROWS, Box, BoxArrow, Organizer, Shape, on_grid
from wordtrail.core.plan.suggestions.all import suggestions
from wordtrail.core.plan.suggestions.model import Detector, Offer, Suggestion
from wordtrail.core.text.intake import passage_from_text
from wordtrail.standins.passages import BEES_MAP


def offered(offer: Offer, detector: Detector = Detector.SEQUENCE, **more: object) -> Suggestion:
    return replace(Suggestion("x", detector, "a5", "a6", "So it is.", offer), **more)  # type: ignore[arg-type]


class SuggestionTest(unittest.TestCase):
    def test_each_becomes_what_it_offers_and_is_taken_then(self) -> None:
        for offer in Offer:
            with self.subTest(offer.value):
                one = offered(offer)
                self.assertFalse(is_taken(lesson(), one))
                made = apply(lesson(), TakeSuggestion(one, "evidence"))
                self.assertTrue(is_taken(made, one))
                self.assertEqual(
                    (len(made.marks), len(made.plan.cards), len(made.pause_points)),
                    (offer is Offer.MARK, offer is Offer.CARD, offer is Offer.PAUSE),
                )

    def test_a_mark_gets_the_meaning_that_is_asked_for(self) -> None:
        made = replace(lesson(), legend=LEGENDS[TextKind.INFORMATIONAL])
        for wanted, meaning in (("signal", "signal"), ("new-word", "new-word"), ("rhyme", "detail"), ("", "detail")):
            with self.subTest(wanted):
                taken = apply(made, TakeSuggestion(offered(Offer.MARK, meaning=wanted), "detail"))
                self.assertEqual(taken.marks[0].meaning, meaning)
        self.assertEqual(nearest_meaning(lesson(), "signal"), "signal", "by its name, where the id is another")

    def test_an_ending_is_circled_without_its_base(self) -> None:
        one = offered(Offer.MARK, Detector.ENDING, first="a5", last="a5", skip=3)
        (mark,) = apply(lesson(), TakeSuggestion(one, "evidence")).marks
        self.assertEqual((mark.form, mark.skip), (Circle(), 3))

    def test_a_place_to_stop_asks_something(self) -> None:
        own = apply(lesson(), TakeSuggestion(offered(Offer.PAUSE, question="What now?"), "evidence"))
        self.assertEqual((own.pause_points[0].question, own.pause_points[0].after), ("What now?", "a6"))
        plain = apply(lesson(), TakeSuggestion(offered(Offer.PAUSE), "evidence"))
        self.assertTrue(plain.pause_points[0].question.endswith("?"))

    def test_it_belongs_to_the_reading_that_is_worked_on(self) -> None:
        made = apply(lesson(), KeepReading(Reading("", "Again")))
        reading = made.plan.readings[0].id
        for offer in (Offer.MARK, Offer.PAUSE):
            taken = apply(made, TakeSuggestion(offered(offer), "evidence", reading))
            self.assertEqual([*(m.reading for m in taken.marks), *(p.reading for p in taken.pause_points)], [reading])

    def test_all_that_a_passage_offers_can_be_taken(self) -> None:
        passage = passage_from_text(BEES_MAP, title="Bees", author="", permission="")
        made = Lesson((passage,), legend=LEGENDS[TextKind.INFORMATIONAL])
        found = suggestions(passage)
        self.assertGreater(len(found), 10)
        for one in found:
            if not is_taken(made, one):
                made = apply(made, TakeSuggestion(one, "detail"))
        self.assertTrue(all(is_taken(made, one) for one in found))

    def test_one_whose_words_are_gone_is_refused(self) -> None:
        for offer in (Offer.MARK, Offer.PAUSE):
            with self.assertRaises(LessonError):
                apply(lesson(), TakeSuggestion(offered(offer, first="z1", last="z1"), "evidence"))


class FreshMarkTest(unittest.TestCase):
    def test_a_line_goes_with_the_voice_and_all_else_with_the_talk(self) -> None:
        for kind in FORMS:
            form = Arrow("a9") if kind is Arrow else kind()
            (mark,) = apply(lesson(), AddMark(form, "a5", "a6", "evidence")).marks
            with_voice = kind in (Highlight, Underline)
            self.assertEqual(mark.moment, Moment.READ if with_voice else Moment.TALK, kind)

    def test_numbers_count_on(self) -> None:
        made = lesson()
        for word in ("a1", "a5", "a9"):
            made = apply(made, AddMark(Number(), word, word, "evidence"))
        self.assertEqual([mark.form.says() for mark in made.marks], ["1", "2", "3"])


class GridTest(unittest.TestCase):
    def test_more_rows_bring_empty_boxes_and_fewer_take_the_last(self) -> None:
        made = apply(lesson(), MakeOrganizer(Shape.ORDER))
        chart = made.plan.organizers[0]
        self.assertEqual((chart.columns, chart.rows, len(chart.arrows)), (4, 1, 3))
        grown = apply(made, SetGrid(chart.id, 4, 2)).plan.organizers[0]
        self.assertEqual([box.heading for box in grown.boxes][:4], [box.heading for box in chart.boxes])
        self.assertEqual(len(grown.boxes), 8)
        shrunk = apply(made, SetGrid(chart.id, 2, 1)).plan.organizers[0]
        self.assertEqual([box.heading for box in shrunk.boxes], ["First", "Next"])
        self.assertEqual(shrunk.arrows, (BoxArrow("b1", "b2"),))

    @given(st.integers(-3, 20), st.integers(-3, 20), st.integers(1, 3), st.integers(1, 3))
    @settings(deadline=None)
    def test_every_place_of_the_grid_has_exactly_one_box(self, columns: int, rows: int, wide: int, high: int) -> None:
        start = Organizer("", "Any", 3, 3, (Box("b1", 0, 0, wide=wide, high=high), Box("b7", 2, 2)))
        chart = on_grid(replace(start, boxes=start.boxes[: 1 if wide * high == 9 else 2]), columns, rows)
        self.assertTrue(1 <= chart.columns <= MOST_COLUMNS and 1 <= chart.rows <= MOST_ROWS)
        covered = [
            (box.column + x, box.row + y) for box in chart.boxes for x in range(box.wide) for y in range(box.high)
        ]
        self.assertEqual(sorted(covered), sorted((c, r) for c in range(chart.columns) for r in range(chart.rows)))
        self.assertEqual(len({box.id for box in chart.boxes}), len(chart.boxes))
        apply(lesson(), KeepOrganizer(chart))


class TakingOverTest(unittest.TestCase):
    def test_pause_points_come_at_the_same_share_of_the_way(self) -> None:
        other = apply(planned(), SetOpening(Opening(purpose="We read about bees.")))
        other = apply(other, KeepPoint(PausePoint("", "", "And now?", 9, Write())))
        command = plan_to_take_over(other)
        self.assertEqual([round(one.share, 2) for one in command.points], [0.22, 1.0])
        text = "\n\n".join(f"This is paragraph {n} of ten." for n in range(10))
        taken = apply(lesson(text), command)
        self.assertEqual(taken.plan.opening.purpose, "We read about bees.")
        words = [word.id for word in taken.words]
        shares = [words.index(point.after) / len(words) for point in taken.pause_points]
        self.assertTrue(0.2 < shares[0] < 0.4 and shares[1] > 0.9)
        self.assertEqual([point.question for point in taken.pause_points], ["Why clover?", "And now?"])

    def test_an_empty_lesson_has_nothing_to_give_and_breaks_nothing(self) -> None:
        self.assertEqual(plan_to_take_over(lesson()).points, ())


class QuestionsTest(unittest.TestCase):
    def test_questions_at_the_end_are_put_in_order(self) -> None:
        made = planned()
        for question in ("First?", "Second?", "Third?"):
            made = apply(made, KeepPoint(PausePoint("", "", question, 5)))
        first, *ids = (point.id for point in made.pause_points)
        turned = apply(made, OrderQuestions(tuple(reversed(ids))))
        self.assertEqual([one.id for one in turned.pause_points], [first, *reversed(ids)])
        with self.assertRaisesRegex(LessonError, "changed meanwhile"):
            apply(made, OrderQuestions(tuple(ids[:2])))


class DrawingTest(unittest.TestCase):
    def drawn(self, *lines: PenLine) -> tuple[PenLine, ...]:
        made = apply(lesson(), MakeCard("a5"))
        return apply(made, KeepCard(replace(made.plan.cards[0], drawing=lines))).plan.cards[0].drawing

    def test_a_drawing_stays_in_its_square(self) -> None:
        (line,) = self.drawn(PenLine((-5.0, 20.0, 4000.0, 20.26), "moss"))
        self.assertEqual(line, PenLine((0.0, 20.0, SIDE, 20.3), "moss"))

    def test_dots_and_unknown_colours(self) -> None:
        self.assertEqual(self.drawn(PenLine((1.0, 2.0))), ())
        (line,) = self.drawn(PenLine((1.0, 2.0, 3.0, 4.0), "url(#evil)"))
        self.assertEqual(line.colour, "ink")

    def test_on_the_card_it_has_the_place_of_the_picture(self) -> None:
        made = apply(lesson(), MakeCard("a5"))
        card = replace(made.plan.cards[0], meaning="A small plant.", say_it=False)
        corners = PenLine((0.0, 0.0, SIDE, SIDE), "moss")
        made = apply(made, KeepCard(replace(card, drawing=(corners,))))
        layout = typeset(made)
        page = layout.pages[layout.page_of_board(card.id) or 0]
        (line,) = (one for one in page.strokes if one.colour == "moss")
        left, top, right, bottom = line.points
        self.assertAlmostEqual(right - left, bottom - top, places=1)
        words = max(box.x + box.width for box in page.boxes)
        self.assertTrue(words < left < right < layout.width and 0 < top < bottom < layout.height)

    def test_a_damaged_drawing_is_refused(self) -> None:
        for points in ((1.0, 2.0, 3.0), (1.0, float("nan"), 2.0, 3.0), (1.0,) * 9000):
            with self.subTest(len(points)), self.assertRaises(LessonError):
                self.drawn(PenLine(points))


if __name__ == "__main__":
    unittest.main()
