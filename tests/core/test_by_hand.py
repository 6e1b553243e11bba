"""Words that were read and not found, placed by hand; and words that were not meant to be read."""

from __future__ import annotations

import unittest
from dataclasses import replace
from itertools import pairwise

from hypothesis import given
from hypothesis import strategies as st

from tests.worlds import TAKE, lesson, trail, without
from wordtrail.core.changes.by_hand_changes import LeaveUnread, PlaceWords, UnplaceWords
from wordtrail.core.changes.checking_changes import CheckAgain
from wordtrail.core.changes.commands import apply
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.checking import checks_of
from wordtrail.core.lesson.current_trail import current_trail
from wordtrail.core.lesson.missed_words import missed_words
from wordtrail.core.trail.by_hand import ReadByHand, checked, with_hand
from wordtrail.core.trail.model import Aside, Slip, SlipKind, Trail

MISSED = ("a4", "a5")
"""Words that the ear did not find: they are said from 2.8 to 3.9 s."""


def heard() -> Trail:
    """The trail without them: one is a slip, one unread, and talk is heard in their place."""
    return replace(
        without(trail(), *MISSED),
        slips=(Slip(SlipKind.LEFT_OUT, "a4", 2.7, 2.7),),
        unread=("a5",),
        asides=(Aside(2.4, 4.6, "fines clover"),),
    )


class WithHandTest(unittest.TestCase):
    def test_words_placed_by_hand_light_where_they_were_placed(self) -> None:
        found = with_hand(heard(), [ReadByHand(TAKE, MISSED, (2.8, 3.4), 3.9)])
        placed = [(v.word, v.start, v.end, v.confidence, v.mended) for v in found.visits if v.word in MISSED]
        self.assertEqual(placed, [("a4", 2.8, 3.4, 1.0, True), ("a5", 3.4, 3.9, 1.0, True)])
        self.assertEqual((found.slips, found.unread), ((), ()))
        self.assertEqual([visit.word for visit in found.visits[:6]], ["a1", "a2", "a3", "a4", "a5", "a6"])

    def test_what_is_left_of_talk_beside_them_stays_talk(self) -> None:
        found = with_hand(heard(), [ReadByHand(TAKE, MISSED, (2.8, 3.4), 3.9)])
        self.assertEqual([(one.start, one.end) for one in found.asides], [(2.4, 2.8), (3.9, 4.6)])

    def test_the_hand_holds_after_the_words_are_found_again(self) -> None:
        found = with_hand(trail(), [ReadByHand(TAKE, MISSED, (2.9, 3.45), 3.95)])
        self.assertEqual([v.start for v in found.visits if v.word in MISSED], [2.9, 3.45])
        self.assertEqual(len(found.visits), len(trail().visits))

    def test_the_same_word_read_elsewhere_stays(self) -> None:
        found = with_hand(trail(), [ReadByHand(TAKE, ("a4",), (12.0,), 12.3)])
        self.assertEqual([v.start for v in found.visits if v.word == "a4"], [2.8, 12.0])

    @given(st.floats(0.5, 11), st.lists(st.floats(0.03, 1.5), min_size=2, max_size=2))
    def test_visits_stay_in_order_wherever_words_are_placed(self, first: float, lengths: list[float]) -> None:
        starts = (first, first + lengths[0])
        visits = with_hand(heard(), [ReadByHand(TAKE, MISSED, starts, starts[1] + lengths[1])]).visits
        self.assertTrue(all(a.start <= b.start for a, b in pairwise(visits)))
        self.assertTrue(all(v.start < v.end for v in visits))
        own = [v for v in visits if v.word in MISSED]
        others = [v for v in visits if v.word not in MISSED]
        self.assertTrue(all(o.end <= own[0].start or o.start >= own[-1].end for o in others))


class CheckedTest(unittest.TestCase):
    """What is refused, with a sentence."""

    kept = (0.6, 14.0)

    def refused(self, starts: tuple[float, ...], end: float) -> str:
        with self.assertRaises(LessonError) as caught:
            checked(MISSED, starts, end, heard(), self.kept)
        return str(caught.exception)

    def test_good_ones_pass(self) -> None:
        checked(MISSED, (2.8, 3.4), 3.9, heard(), self.kept)

    def test_taps_out_of_order(self) -> None:
        self.assertIn("one after the other", self.refused((3.4, 2.8), 3.9))
        self.assertIn("one after the other", self.refused((2.8, 3.4), 3.4))

    def test_outside_what_is_kept(self) -> None:
        self.assertIn("outside what is kept", self.refused((0.1, 0.4), 0.9))

    def test_over_another_word(self) -> None:
        self.assertIn("Another word lights there", self.refused((2.2, 3.4), 3.9))

    def test_a_moment_for_each_word_and_no_endless_ones(self) -> None:
        self.assertIn("its own moment", self.refused((2.8,), 3.9))
        with self.assertRaises(LessonError):
            checked(MISSED, (2.8, 3.4), 3000.0, Trail(()), (0.0, 9000.0))


class MissedTest(unittest.TestCase):
    """The words that were not heard, and the sound in which they can be."""

    def of(self, found: Trail) -> list[tuple[tuple[str, ...], float, float, float, bool]]:
        missed = missed_words(lesson(), TAKE, found)
        return [(one.words, one.at, round(one.start, 3), round(one.end, 3), one.left_out) for one in missed]

    def test_it_lies_between_the_words_read_before_and_behind(self) -> None:
        self.assertEqual(self.of(heard()), [(("a4",), 2.7, 2.7, 4.0, True), (("a5",), 2.7, 2.7, 4.0, False)])

    def test_words_that_follow_one_another_are_one_run(self) -> None:
        found = self.of(without(trail(), "a4", "a5", "a9"))
        self.assertEqual([one[0] for one in found], [("a4", "a5"), ("a9",)])

    def test_it_is_no_longer_than_so_many_words_can_be_and_ends_with_what_is_kept(self) -> None:
        last = trail().visits[-1]
        (one,) = self.of(without(replace(trail(), asides=(), seconds=60.0, sound_end=50.0), last.word))
        self.assertEqual((one[0], round(one[3] - one[2], 3)), ((last.word,), 3.0))
        (one,) = self.of(without(replace(trail(), asides=(), sound_end=last.start + 0.5), last.word))
        self.assertEqual(one[3], round(last.start + 0.9, 3))
        (one,) = self.of(without(trail(), "a1"))
        self.assertEqual((one[2], one[3]), (0.6, 1.6))


class CommandsTest(unittest.TestCase):
    def test_placing_and_taking_back(self) -> None:
        made = apply(lesson(), PlaceWords(TAKE, MISSED, (2.8, 3.4), 3.9))
        shown = current_trail(made, TAKE, heard())
        self.assertEqual((shown.slips, shown.unread), ((), ()))
        self.assertEqual(checks_of(made, TAKE, heard()), ())
        again = apply(made, PlaceWords(TAKE, MISSED, (2.9, 3.4), 3.9))
        self.assertEqual([one.starts for one in again.read_by_hand], [(2.9, 3.4)])
        self.assertEqual(apply(again, UnplaceWords(TAKE, "a5")).read_by_hand, ())

    def test_left_unread_is_not_asked_about_until_all_is_checked_again(self) -> None:
        made = apply(lesson(), LeaveUnread(TAKE, MISSED))
        shown = current_trail(made, TAKE, heard())
        self.assertEqual((shown.slips, shown.unread, checks_of(made, TAKE, heard())), ((), (), ()))
        self.assertEqual(current_trail(made, "take-2", heard()).unread, ("a5",))
        self.assertEqual(current_trail(apply(made, CheckAgain(TAKE)), TAKE, heard()).unread, ("a5",))

    def test_words_that_are_not_there_and_taps_that_make_no_sense_are_refused(self) -> None:
        for command in (
            PlaceWords(TAKE, ("gone",), (1.0,), 2.0),
            PlaceWords(TAKE, (), (), 2.0),
            PlaceWords(TAKE, MISSED, (1.0,), 2.0),
            PlaceWords(TAKE, MISSED, (2.0, 1.0), 3.0),
            PlaceWords(TAKE, MISSED, (1.0, float("nan")), 3.0),
            LeaveUnread(TAKE, ("gone",)),
        ):
            with self.subTest(command), self.assertRaises(LessonError):
                apply(lesson(), command)


if __name__ == "__main__":
    unittest.main()
