"""Mending, re-anchoring and checking of trails."""

from __future__ import annotations

import unittest
from dataclasses import replace
from itertools import pairwise

from hypothesis import given
from hypothesis import strategies as st

from tests.worlds import TAKE, lesson, trail, without
from wordtrail.core.trail.checks import figures, places_to_check
from wordtrail.core.trail.legs import LONGEST_REST, legs
from wordtrail.core.trail.mending import mended, on_passage
from wordtrail.core.trail.model import Aside, Mend, Slip, SlipKind, Trail, Visit
from wordtrail.core.trail.talk import guess


class MendingTest(unittest.TestCase):
    def setUp(self) -> None:
        self.trail = trail()

    def test_a_moved_start_stays_and_is_sure(self) -> None:
        result = mended(self.trail, [Mend(TAKE, "a3", 2.2, 2.35)]).trail
        visit = result.visits[2]
        self.assertEqual((visit.word, visit.start, visit.found_at, visit.confidence), ("a3", 2.35, 2.2, 1.0))
        self.assertTrue(visit.mended)

    def test_an_earlier_start_shortens_the_word_before(self) -> None:
        result = mended(self.trail, [Mend(TAKE, "a3", 2.2, 1.9)]).trail
        self.assertEqual((result.visits[1].end, result.visits[2].start), (1.9, 1.9))

    def test_a_mend_survives_a_new_alignment(self) -> None:
        moved = replace(
            self.trail, visits=tuple(replace(v, start=v.start + 0.2, end=v.end + 0.2) for v in self.trail.visits)
        )
        result = mended(moved, [Mend(TAKE, "a3", 2.2, 2.3)])
        self.assertEqual(result.trail.visits[2].start, 2.3)
        self.assertEqual(result.loose, ())

    def test_a_mend_without_its_visit_is_loose(self) -> None:
        mend = Mend(TAKE, "a3", 2.2, 2.3)
        self.assertEqual(mended(without(self.trail, "a3"), [mend]).loose, (mend,))

    @given(st.lists(st.tuples(st.integers(0, 17), st.floats(0, 15)), max_size=6))
    def test_visits_stay_in_order_whatever_is_moved(self, moves: list[tuple[int, float]]) -> None:
        visits = self.trail.visits
        mends = [Mend(TAKE, visits[i].word, visits[i].start, start) for i, start in moves]
        result = mended(self.trail, mends).trail.visits
        self.assertTrue(all(v.start < v.end for v in result))
        self.assertTrue(all(a.start < b.start and a.end <= b.start + 1e-9 for a, b in pairwise(result)))

    def test_words_that_went_away_are_dropped_and_new_ones_unread(self) -> None:
        result = on_passage(self.trail, ["a1", "a2", "a99"])
        self.assertEqual([visit.word for visit in result.visits], ["a1", "a2"])
        self.assertEqual(result.unread, ("a99",))


class LegsTest(unittest.TestCase):
    """Words read on one after another are one leg."""

    def legs_of(self, *visits: tuple[str, float], asides: tuple[Aside, ...] = ()) -> list[tuple[int, int]]:
        found = Trail(tuple(Visit(word, at, at + 0.3) for word, at in visits), asides=asides)
        return [(leg.first, leg.last) for leg in legs(found, {name: i for i, name in enumerate("abcdef")})]

    def test_reading_on_is_one_leg_also_over_a_word_left_out(self) -> None:
        self.assertEqual(self.legs_of(("a", 0), ("b", 0.4), ("d", 0.8)), [(0, 2)])

    def test_going_back_a_long_rest_and_talk_each_begin_another(self) -> None:
        self.assertEqual(self.legs_of(("a", 0), ("b", 0.4), ("a", 0.8), ("b", 1.2)), [(0, 1), (2, 3)])
        self.assertEqual(self.legs_of(("a", 0), ("b", 0.3 + LONGEST_REST)), [(0, 0), (1, 1)])
        self.assertEqual(self.legs_of(("a", 0), ("b", 3), asides=(Aside(1, 2),)), [(0, 0), (1, 1)])

    def test_an_empty_trail_has_none(self) -> None:
        self.assertEqual(self.legs_of(), [])

    @given(st.lists(st.tuples(st.sampled_from("abcdef"), st.floats(0.1, 9)), max_size=12))
    def test_every_visit_is_in_exactly_one_walk(self, steps: list[tuple[str, float]]) -> None:
        at, visits = 0.0, []
        for word, later in steps:
            at += later
            visits.append((word, at))
        found = [i for first, last in self.legs_of(*visits) for i in range(first, last + 1)]
        self.assertEqual(found, list(range(len(visits))))


class TalkTest(unittest.TestCase):
    def test_a_guess_is_shown_only_where_it_is_one(self) -> None:
        for heard, shown in (
            ("good morning readers", "good morning readers"),
            ("that means the the bees bees dance", "that means the bees dance"),
            ("i'm i'm i'm i'm i'm", ""),
            ("a the a the a the a the air", ""),
            ("Thank you.", "Thank you."),
            ("well", ""),
            ("", ""),
        ):
            self.assertEqual(guess(heard), shown)


class ChecksTest(unittest.TestCase):
    def test_slips_and_unsure_words_are_listed_with_a_reason(self) -> None:
        found = Trail(
            (Visit("a1", 1, 2, 0.9), Visit("a2", 2, 3, 0.3), Visit("a4", 4, 5, 0.2)),
            slips=(Slip(SlipKind.LEFT_OUT, "a3", 3, 3), Slip(SlipKind.MISREAD, "a4", 4, 5, "dances")),
        )
        checks = places_to_check(found, {"a3": "bee", "a4": "dance"})
        self.assertEqual([check.word for check in checks], ["a2", "a3", "a4"])
        self.assertIn("“bee” was left out", checks[1].why)
        self.assertEqual(checks[2].why, "It sounds like “dances”. The printed word is “dance”.")

    def test_a_mended_word_is_no_longer_listed(self) -> None:
        found = Trail((Visit("a1", 1, 2, 0.3),))
        self.assertEqual(len(places_to_check(found, {})), 1)
        self.assertEqual(places_to_check(mended(found, [Mend(TAKE, "a1", 1, 1.1)]).trail, {}), ())

    def test_figures(self) -> None:
        made = lesson()
        result = figures(trail(made), [word.id for word in made.words])
        self.assertEqual((result.read, result.words), (18, 18))
        self.assertAlmostEqual(result.words_per_minute, 100, delta=2)
        self.assertAlmostEqual(result.talk, 3 / (18 * 0.6 - 0.1 + 4), places=2)
