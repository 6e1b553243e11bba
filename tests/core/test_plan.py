"""The plan: what can be done to it, what stands on its boards, and in which order all of it is the script."""

from __future__ import annotations

import unittest
from dataclasses import replace

from tests.worlds import TAKE, lesson, planned
from wordtrail.core.changes.block_changes import EditBlock
from wordtrail.core.changes.card_changes import KeepCard, MakeCard, OrderCards, SetMatching
from wordtrail.core.changes.chart_changes import KeepOrganizer, MakeOrganizer, RemoveOrganizer
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.mark_changes import KeepMark, SetLegend
from wordtrail.core.changes.opening_changes import SetOpening, SetOrder
from wordtrail.core.changes.point_changes import KeepPoint, RemovePausePoint
from wordtrail.core.changes.reading_changes import KeepReading, RemoveReading
from wordtrail.core.changes.taking_over import PointElsewhere, TakeOver
from wordtrail.core.changes.word_list import lesson_of_words
from wordtrail.core.cues.compile import compile_cues, edit_list_of
from wordtrail.core.cues.run import run_of
from wordtrail.core.errors import LessonError
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.boards import boards, has_page, run_boards, script
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.forms.arrow import Arrow
from wordtrail.core.marks.forms.boxed import Boxed
from wordtrail.core.marks.legends import TextKind, text_kind
from wordtrail.core.marks.meaning import FIRST_LEGEND, Line, Meaning
from wordtrail.core.marks.model import Mark
from wordtrail.core.marks.moment import Moment
from wordtrail.core.plan.activities.activity import Activity
from wordtrail.core.plan.activities.choose import Choice, Choose
from wordtrail.core.plan.activities.find_page import FindPage
from wordtrail.core.plan.activities.find_words import FindWords
from wordtrail.core.plan.activities.look_closely import LookClosely
from wordtrail.core.plan.activities.match import Match
from wordtrail.core.plan.activities.put_in_order import PutInOrder
from wordtrail.core.plan.activities.say_back import SayBack
from wordtrail.core.plan.activities.talk import Talk
from wordtrail.core.plan.as_put import as_put
from wordtrail.core.plan.cards import Shown, WordCard
from wordtrail.core.plan.model import THINKING, PausePoint, Reach, Reading
from wordtrail.core.plan.opening import Opening, Part, run_order
from wordtrail.core.plan.organizers import Box, Shape, organizer_of
from wordtrail.core.text.intake import passage_from_text
from wordtrail.core.text.span import Span
from wordtrail.core.trail.model import Trail, Visit
from wordtrail.standins.passages import BEES_MAP, BOAT, KITE, RAIN


def point(after: str = "a5", activity: Activity = THINKING, **more: object) -> PausePoint:
    """A pause point without an id."""
    return replace(PausePoint("", after, "Why?", 5, activity), **more)  # type: ignore[arg-type]


CHOICES = (Choice("clover", True), Choice("thistle", False, "It is not named."), Choice("grass"))


class CommandTest(unittest.TestCase):
    def test_a_point_reaches_to_the_end_of_what_it_comes_after(self) -> None:
        made = lesson("One two. Three four.\n\nFive six.\n\n---\n\nSeven.")
        wanted = {Reach.WORD: "a1", Reach.SENTENCE: "a2", Reach.PARAGRAPH: "a4", Reach.PAGE: "a6"}
        for reach, after in wanted.items():
            kept = apply(made, KeepPoint(point("a1"), reach))
            self.assertEqual(kept.pause_points[0].after, after, reach)
        line = apply(made, KeepPoint(point("a1"), Reach.LINE)).pause_points[0].after
        self.assertEqual(line, "a4", "the paragraph is one line")

    def test_points_at_the_end_come_last(self) -> None:
        made = apply(lesson(), KeepPoint(point("")))
        made = apply(made, KeepPoint(point("a9")))
        self.assertEqual([one.after for one in made.pause_points], ["a9", ""])

    def test_what_a_kind_needs_is_asked_for(self) -> None:
        made = lesson()
        for activity, says in (
            (FindWords(), "no words to find"),
            (PutInOrder(), "Two things"),
            (Match(), "Two pairs"),
            (LookClosely(), "no picture"),
            (SayBack(), "no words to read"),
            (FindPage(), "no page"),
            (Choose(), "2 to 5 answers"),
        ):
            with self.subTest(activity.kind), self.assertRaisesRegex(LessonError, says):
                apply(made, KeepPoint(point(activity=activity)))
        wrong = (Choice("a"), Choice("b"))
        with self.assertRaisesRegex(LessonError, "No answer is right"):
            apply(made, KeepPoint(point(activity=Choose(choices=wrong))))

    def test_every_wrong_choice_is_struck_out_in_the_teachers_order(self) -> None:
        made = apply(lesson(), KeepPoint(point(activity=Choose(choices=CHOICES, strike=(2, 0, 7)))))
        self.assertEqual(getattr(made.pause_points[0].activity, "strike", None), (2, 1))

    def test_marks_keep_their_order_and_their_meaning(self) -> None:
        made = apply(lesson(), KeepMark(Mark("", Boxed(), "a9", "a7", "signal")))
        self.assertEqual((made.marks[0].first, made.marks[0].last), ("a7", "a9"))
        with self.assertRaises(LessonError):
            apply(made, KeepMark(Mark("", Boxed(), "a7", "a7", "nothing")))
        with self.assertRaisesRegex(LessonError, "point at"):
            apply(made, KeepMark(Mark("", Arrow(), "a7", "a7", "signal")))

    def test_a_meaning_that_marks_have_cannot_go(self) -> None:
        with self.assertRaisesRegex(LessonError, "evidence"):
            apply(planned(), SetLegend((FIRST_LEGEND[1],)))
        twins = (*FIRST_LEGEND, Meaning("", "else", "E", "plum", Line.SOLID))
        with self.assertRaisesRegex(LessonError, "same letter"):
            apply(planned(), SetLegend(twins))
        grown = apply(planned(), SetLegend((*FIRST_LEGEND, Meaning("", "mood", "M", "plum", Line.SOLID))))
        self.assertEqual(len({one.id for one in grown.legend}), 4)

    def test_a_card_knows_its_word(self) -> None:
        text = "# Bees\n\nThe dancers went hopping.\n\n# Words to know\n\n[glossary entry] hopping: going on one leg"
        made = apply(lesson(text), MakeCard("a5"))
        (card,) = made.plan.cards
        self.assertEqual((card.word, card.at, card.meaning), ("hopping", "a5", "going on one leg"))
        self.assertEqual([part.text for part in card.parts], ["hop", "p", "ing"])
        mended = apply(made, KeepCard(replace(card, syllables=("hop", "ping"))))
        self.assertEqual(mended.plan.cards[0].syllables, ("hop", "ping"))

    def test_cards_are_ordered_and_a_wish_is_granted(self) -> None:
        made = replace(lesson(), card_wishes=("clover", "map"))
        made = apply(apply(made, MakeCard("a5")), MakeCard("a16"))
        self.assertEqual(made.card_wishes, ())
        ids = tuple(card.id for card in made.plan.cards)
        self.assertEqual(apply(made, OrderCards(ids[::-1])).plan.cards[0].word, "map")
        with self.assertRaises(LessonError):
            apply(made, OrderCards(ids[:1]))

    def test_an_organizer_does_not_overlap(self) -> None:
        made = apply(lesson(), MakeOrganizer(Shape.STORY))
        (chart,) = made.plan.organizers
        self.assertEqual(next(box.heading for box in chart.boxes), "Who wants what")
        crowded = replace(chart, boxes=(*chart.boxes, Box("b9", 0, 0)))
        with self.assertRaisesRegex(LessonError, "on one another"):
            apply(made, KeepOrganizer(crowded))

    def test_what_hung_on_a_point_or_chart_that_goes(self) -> None:
        made = apply(planned(), MakeOrganizer(Shape.THREE))
        chart = made.plan.organizers[0]
        boxes = tuple(replace(box, pause="pause1", text="It begins.") for box in chart.boxes)
        made = apply(made, KeepOrganizer(replace(chart, boxes=boxes)))
        mark = replace(made.marks[0], moment=Moment.PAUSE, pause="pause1")
        made = apply(made, KeepMark(mark))
        made = apply(made, KeepPoint(replace(made.pause_points[0], organizer=chart.id)))
        without = apply(made, RemovePausePoint("pause1"))
        self.assertEqual({box.pause for box in without.plan.organizers[0].boxes}, {""})
        self.assertTrue(all(one.moment is not Moment.PAUSE for one in without.marks))
        self.assertEqual(apply(made, RemoveOrganizer(chart.id)).pause_points[0].organizer, "")

    def test_a_reading_that_goes_leaves_its_marks_to_all(self) -> None:
        made = apply(planned(), KeepReading(Reading("", "Once more", stretch=Span("a9", "a2"))))
        (reading,) = made.plan.readings
        self.assertEqual(reading.stretch, Span("a2", "a9"))
        made = apply(made, KeepMark(replace(made.marks[0], reading=reading.id)))
        self.assertEqual(apply(made, RemoveReading(reading.id)).marks[0].reading, "")

    def test_a_plan_is_taken_over_without_what_belongs_to_its_text(self) -> None:
        chart = organizer_of(Shape.STORY)
        filled = replace(
            chart, id="chart1", boxes=tuple(replace(b, text="Wren", quote=Span("x", "y")) for b in chart.boxes)
        )
        legend = (Meaning("who", "who", "W", "lake", Line.SOLID),)
        made = apply(
            planned(),
            TakeOver(legend, Opening(purpose="To see.", sight_words=("a",)), planned().plan.closing, (filled,)),
        )
        self.assertEqual([one.id for one in made.legend], ["who", "evidence", "new-word"])
        elsewhere = (
            PointElsewhere(0.1, Talk(), "What now?", 9),
            PointElsewhere(0.5, Choose(), "Which?", 9),
        )
        pointed = apply(lesson(), TakeOver(legend, Opening(), planned().plan.closing, (), (), elsewhere))
        self.assertEqual([(p.after, p.question) for p in pointed.pause_points], [("a9", "What now?")])
        self.assertEqual((made.plan.opening.purpose, made.plan.opening.sight_words), ("To see.", ()))
        self.assertTrue(all(not box.text and box.quote is None for box in made.plan.organizers[0].boxes))

    def test_an_edit_of_the_text_leaves_the_plan_on_its_words(self) -> None:
        made = apply(lesson(), KeepPoint(point(activity=FindWords(), evidence=(Span("a10", "a11"),))))
        made = apply(made, MakeCard("a5"))
        made = apply(made, KeepMark(Mark("", Arrow(to="a16"), "a3", "a3", "signal")))
        moved = apply(made, EditBlock("ab1", "Look: when a bee finds clover, she tells the others."))
        printed = {word.id: word.text for word in moved.words}
        evidence = moved.pause_points[0].evidence[0]
        self.assertEqual((printed[evidence.first], printed[evidence.last]), ("She", "dances."))
        self.assertEqual(
            (printed[moved.plan.cards[0].at], printed[moved.marks[0].form.words()[0]]), ("clover,", "map.")
        )
        gone = apply(moved, EditBlock("ab1", "A wasp is not here at all today."))
        self.assertEqual((gone.plan.cards[0].word, gone.plan.cards[0].at), ("clover", ""))
        self.assertTrue(gone.loose_ends)


class BoardTest(unittest.TestCase):
    def setUp(self) -> None:
        made = apply(lesson(), SetOpening(Opening(purpose="We read about bees.", sight_words=("the", "a"))))
        made = apply(made, MakeCard("a5"))
        made = apply(made, KeepPoint(point("a9", Choose(choices=CHOICES))))
        self.lesson = apply(made, KeepPoint(point("")))

    def test_the_script_is_in_the_order_of_the_lesson(self) -> None:
        said = [word.text for word in script(self.lesson)]
        self.assertEqual(said[:8], ["Bees", "by", "Room", "6", "We", "read", "about", "bees."])
        self.assertEqual(said[8:11], ["the", "a", "clover"])
        others = said.index("others.")
        self.assertEqual(said[others + 1 : others + 5], ["Why?", "clover", "thistle", "grass"])
        self.assertEqual(said[-3:], ["The", "end.", "Why?"])
        ids = [word.id for word in script(self.lesson)]
        self.assertEqual(len(ids), len(set(ids)))

    def test_every_word_of_the_script_has_a_place_on_the_stage(self) -> None:
        for name, made in _demo().items():
            with self.subTest(name):
                places = typeset(made).places()
                self.assertEqual([word.text for word in script(made) if word.id not in places], [])

    def test_what_stands_on_a_page_of_its_own(self) -> None:
        evidence = (Span("a1", "a2"),)
        self.assertFalse(has_page(point()))
        self.assertTrue(has_page(point(evidence=evidence)))
        self.assertFalse(has_page(point(activity=FindWords(), evidence=evidence)))
        self.assertTrue(has_page(point(activity=Choose(choices=CHOICES))))

    def test_a_card_for_its_word_is_not_shown_before(self) -> None:
        card = self.lesson.plan.cards[0]
        at_word = apply(self.lesson, KeepCard(replace(card, shown=Shown.REACHED)))
        self.assertNotIn(card.id, [board.id for board in run_boards(at_word)])
        said = [word.text for word in script(at_word)]
        self.assertEqual(said[said.index("clover,") + 1], "clover")

    def test_the_order_of_parts_can_be_changed(self) -> None:
        moved = apply(self.lesson, SetOrder((Part.CARDS, Part.PURPOSE)))
        self.assertEqual([board.part for board in run_boards(moved)][:2], [Part.CARDS, Part.PURPOSE])
        self.assertEqual(set(run_order((Part.TASK,))), set(Part))
        after = apply(self.lesson, SetOrder((Part.READING, Part.CARDS)))
        self.assertIn(Part.CARDS, [board.part for board in run_boards(after, after=True)])

    def test_a_matching_card_needs_two_words(self) -> None:
        on = apply(self.lesson, SetMatching(True))
        self.assertNotIn("matching", [board.id for board in boards(on)])
        more = apply(on, MakeCard("a16"))
        self.assertIn("matching", [board.id for board in boards(more)])

    def test_the_run_names_every_part_with_its_length(self) -> None:
        names = [stop.part for stop in run_of(self.lesson)]
        self.assertEqual(names, ["title", "purpose", "sight words", "word cards", "reading", "questions"])
        self.assertTrue(all(stop.seconds > 0 for stop in run_of(self.lesson)))
        two = apply(
            apply(self.lesson, KeepReading(Reading("", "One"))),
            KeepReading(Reading("", "Two", stretch=Span("a1", "a5"))),
        )
        one, other = [stop for stop in run_of(two) if stop.part == "reading"]
        self.assertLess(other.seconds, one.seconds)

    def test_things_to_order_are_put_in_another_order(self) -> None:
        for items in (("a", "b"), ("First.", "Then.", "Last."), ("x", "y", "z", "w")):
            self.assertNotEqual(as_put(items), items)
            self.assertEqual(sorted(as_put(items)), sorted(items))


class LegendTest(unittest.TestCase):
    def test_the_kind_of_a_text(self) -> None:
        wanted = {
            BEES_MAP: TextKind.INFORMATIONAL,
            RAIN: TextKind.POEM,
            KITE: TextKind.STORY,
            BOAT: TextKind.INFORMATIONAL,
        }
        for text, kind in wanted.items():
            self.assertIs(text_kind(passage_from_text(text)), kind)


class WordListTest(unittest.TestCase):
    def test_words_alone_are_a_lesson(self) -> None:
        made = lesson_of_words("hop, hopping, under the hill, hop", "Hop")
        self.assertEqual([card.word for card in made.plan.cards], ["hop", "hopping", "under the hill"])
        self.assertEqual([word.text for word in script(made)], ["Hop", "hop", "hopping", "under", "the", "hill"])
        layout = typeset(made)
        self.assertEqual([page.board for page in layout.pages], ["", "card1", "card2", "card3"])
        self.assertEqual([stop.part for stop in run_of(made)], ["title", "word cards"])
        words = [word.id for word in script(made)]
        visits = tuple(Visit(word, 1.0 + n, 1.5 + n) for n, word in enumerate(words))
        trails = {TAKE: Trail(visits, seconds=8, sound_start=1, sound_end=7)}
        spoken = replace(apply(made, KeepPoint(PausePoint("", "", "Which do you like?", 3))), chosen_take=TAKE)
        board = compile_cues(spoken, trails, typeset(spoken), edit_list_of(spoken, trails))
        self.assertEqual([light.word for light in board.lights], words)
        self.assertEqual([gate.shows for gate in board.gates], [spoken.pause_points[0].id])

    def test_an_empty_list_says_what_to_do(self) -> None:
        with self.assertRaisesRegex(LessonError, "no words"):
            lesson_of_words(" , ,")


class OrganizerTest(unittest.TestCase):
    def test_shapes_that_know_the_text(self) -> None:
        bees = passage_from_text(BEES_MAP)
        summary = organizer_of(Shape.SUMMARY, bees)
        self.assertEqual([box.heading for box in summary.boxes], ["How a bee tells the way", "Why the dance works"])
        three = organizer_of(Shape.THREE, passage_from_text(KITE))
        self.assertEqual(three.boxes[0].ask, "Paragraphs 1 to 3")
        own = organizer_of(Shape.OWN, columns=3, rows=2)
        self.assertEqual(len({(box.column, box.row) for box in own.boxes}), 6)


def _demo() -> dict[str, Lesson]:
    from wordtrail.standins.demo_world import LESSONS

    return {demo.name: demo.lesson(f"{0:032x}.png") for demo in LESSONS}


class CardTest(unittest.TestCase):
    def test_a_card_needs_a_word(self) -> None:
        with self.assertRaises(LessonError):
            apply(lesson(), KeepCard(WordCard("", " ")))
