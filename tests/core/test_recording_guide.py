"""What the teacher is led through while recording."""

from __future__ import annotations

import itertools
import unittest
from dataclasses import replace

from hypothesis import given, settings
from hypothesis import strategies as st

from tests.worlds import lesson, planned
from wordtrail.core.changes.card_changes import KeepCard, MakeCard
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.opening_changes import SetClosing, SetOpening
from wordtrail.core.changes.point_changes import KeepPoint
from wordtrail.core.changes.reading_changes import KeepReading
from wordtrail.core.changes.word_list import lesson_of_words
from wordtrail.core.lesson.board_ids import text_of
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.recording_guide import REST, GuideStretch, recording_guide
from wordtrail.core.plan.activities.choose import Choice, Choose
from wordtrail.core.plan.cards import Shown
from wordtrail.core.plan.model import PausePoint, Reading
from wordtrail.core.plan.opening import Closing, Opening
from wordtrail.core.text.intake import passage_from_text
from wordtrail.core.text.span import Span
from wordtrail.standins.demo_world import LESSONS


def rich() -> Lesson:
    """A lesson with an opening, a card at its word, a signpost, a question on a page of its own and a recap."""
    made = apply(planned(), SetOpening(Opening(purpose="We read about bees.")))
    made = apply(made, MakeCard("a9"))
    made = apply(made, KeepCard(replace(made.plan.cards[0], meaning="not her", shown=Shown.REACHED)))
    choices = (Choice("clover", True, "It says so."), Choice("thistle"))
    made = apply(made, KeepPoint(PausePoint("", "", "Which flower?", 5, Choose(choices=choices), "Clover.")))
    return apply(made, SetClosing(Closing("A dance is a map.")))


def places(stretches: tuple[GuideStretch, ...]) -> list[str]:
    return [stretch.board or stretch.signpost or "passage" for stretch in stretches]


def said(stretches: tuple[GuideStretch, ...]) -> list[str]:
    return [word.id for stretch in stretches for word in stretch.words]


class GuideTest(unittest.TestCase):
    def test_it_goes_through_the_lesson_in_its_order(self) -> None:
        made = rich()
        card, question = made.plan.cards[0].id, made.pause_points[-1].id
        self.assertEqual(
            places(recording_guide(made, 110)),
            ["purpose", "passage", "pause1", "passage", card, "passage", question, "recap"],
        )

    def test_the_passage_alone_when_nothing_else_is_wanted(self) -> None:
        stretches = recording_guide(rich(), 110, whole=False)
        self.assertEqual(places(stretches), ["passage"])
        self.assertEqual(said(stretches), [word.id for word in rich().words])
        self.assertEqual(stretches[0].start, 0.0)

    def test_a_question_and_its_choices_are_read_and_not_the_answer(self) -> None:
        made = rich()
        question = made.pause_points[-1].id
        words = next(stretch.words for stretch in recording_guide(made, 110) if stretch.board == question)
        self.assertEqual({text_of(word.id).split(".")[1] for word in words}, {"question", "c0", "c1"})

    def test_a_prompt_says_where_it_stands(self) -> None:
        stretch = next(stretch for stretch in recording_guide(rich(), 110) if stretch.signpost)
        self.assertEqual((stretch.signpost, stretch.after), ("pause1", rich().pause_points[0].after))
        self.assertEqual([word.id for word in stretch.words], ["pause1.question:1:why", "pause1.question:1:clover"])

    def test_the_passage_keeps_its_pace_between_prompts(self) -> None:
        plain = recording_guide(lesson(), 100, whole=False)[0].words
        stretches = recording_guide(rich(), 100)
        mine = {
            word.id: word for stretch in stretches if not (stretch.board or stretch.signpost) for word in stretch.words
        }
        self.assertEqual(list(mine), [word.id for word in plain])
        for word in plain:
            self.assertAlmostEqual(mine[word.id].end - mine[word.id].start, word.end - word.start, places=3)

    def test_a_reading_that_says_what_it_is_for_is_led_in(self) -> None:
        made = apply(lesson(), KeepReading(Reading("", "First", "What happens?")))
        made = apply(made, KeepReading(Reading("", "Again", "How does it sound?")))
        first, second = (one.id for one in made.plan.readings)
        self.assertEqual(places(recording_guide(made, 110)), [first, "passage", second, "passage"])

    def test_another_reading_goes_over_its_stretch_and_stops_where_it_has_something_of_its_own(self) -> None:
        made = apply(planned(), KeepReading(Reading("", "First")))
        made = apply(made, KeepReading(Reading("", "Again", "", Span("a4", "a9"))))
        second = made.plan.readings[1].id
        made = apply(made, KeepPoint(replace(PausePoint("", "a6", "Which sound?", 5), reading=second)))
        own = made.pause_points[-1].id
        stretches = recording_guide(made, 110)
        self.assertEqual(places(stretches), ["passage", "pause1", "passage", "passage", own, "passage"])
        self.assertEqual([word.id for word in stretches[3].words], ["a4", "a5", "a6"])
        self.assertEqual([word.id for word in stretches[5].words], ["a7", "a8", "a9"])

    def test_a_lesson_of_words_alone(self) -> None:
        made = lesson_of_words("hive, comb", "Words")
        stretches = recording_guide(made, 110)
        self.assertEqual([stretch.board for stretch in stretches], [card.id for card in made.plan.cards])
        self.assertEqual(len(said(stretches)), 2)

    def test_two_passages_follow_one_another(self) -> None:
        second = passage_from_text("One more.", title="More", author="", permission="", id="b")
        made = replace(lesson(), passages=(*lesson().passages, second))
        (stretch,) = recording_guide(made, 110)
        ends = [word.end for word in stretch.words]
        self.assertEqual(ends, sorted(ends))
        self.assertEqual(len(stretch.words), len(made.words))

    @given(st.floats(30, 300))
    @settings(deadline=None, max_examples=20)
    def test_one_after_another_and_never_two_at_once(self, rate: float) -> None:
        stretches = recording_guide(rich(), rate)
        for here, there in itertools.pairwise(stretches):
            self.assertLessEqual(here.end, there.start + 1e-6)
        words = [word for stretch in stretches for word in stretch.words]
        for earlier, later in itertools.pairwise(words):
            self.assertLessEqual(earlier.end, later.start + 1e-3)
        for stretch in stretches:
            self.assertTrue(all(stretch.start <= word.start and word.end <= stretch.end for word in stretch.words))
            if stretch.signpost:
                self.assertAlmostEqual(stretch.end - stretch.words[-1].end, REST, places=3)

    def test_every_word_of_the_demo_passages_comes_once(self) -> None:
        for demo in LESSONS:
            made = demo.lesson(f"{0:032x}.png")
            read = [word for word in said(recording_guide(made, 110)) if "." not in word]
            once = list(dict.fromkeys(read))
            self.assertEqual(once, [word.id for word in made.words], demo.name)
            again = list(made.plan.readings[1:])
            self.assertEqual(len(read) > len(once), bool(again), demo.name)


if __name__ == "__main__":
    unittest.main()
