"""Students' answers held against the plan."""

from __future__ import annotations

import unittest

from wordtrail.core.plan.activities.activity import Activity, Pair
from wordtrail.core.plan.activities.choose import Choice, Choose
from wordtrail.core.plan.activities.find_words import FindWords
from wordtrail.core.plan.activities.match import Match
from wordtrail.core.plan.activities.put_in_order import PutInOrder
from wordtrail.core.plan.activities.talk import Talk
from wordtrail.core.plan.answers import Answer, Verdict
from wordtrail.core.text.span import Span

ORDER = [f"a{n}" for n in range(1, 21)]


def verdict(activity: Activity, answer: Answer, *evidence: Span) -> Verdict:
    return activity.verdict(answer, evidence, ORDER)


class VerdictTest(unittest.TestCase):
    def test_choosing(self) -> None:
        one = Choose((Choice("a", True, "It says so."), Choice("b", False, "No word of it."), Choice("c", True)))
        self.assertTrue(verdict(one, Answer(choices=(2, 0))).right)
        half = verdict(one, Answer(choices=(0,)))
        self.assertEqual((half.right, half.sentence), (False, "That is right, but there is more."))
        wrong = verdict(one, Answer(choices=(0, 1)))
        self.assertEqual((wrong.right, wrong.sentence), (False, "Not that one. No word of it."))
        self.assertFalse(verdict(one, Answer(choices=(99,))).right)

    def test_finding_words(self) -> None:
        one, evidence = FindWords(), (Span("a3", "a5"), Span("a10", "a10"))
        exact = verdict(one, Answer(words=("a3", "a4", "a5", "a10")), *evidence)
        self.assertTrue(exact.right)
        generous = verdict(one, Answer(words=("a2", "a3", "a4", "a5", "a10", "a11")), *evidence)
        self.assertTrue(generous.right, "a word more on either side is no fault")
        half = verdict(one, Answer(words=("a3", "a4")), *evidence)
        self.assertEqual((half.right, half.found, half.missed), (False, ("a3", "a4"), 2))
        wide = verdict(one, Answer(words=tuple(ORDER)), *evidence)
        self.assertFalse(wide.right)
        self.assertIn("a15", wide.extra)

    def test_order_and_pairs(self) -> None:
        one = PutInOrder(("a", "b", "c"))
        self.assertTrue(verdict(one, Answer(items=("a", "b", "c"))).right)
        self.assertIn("1 of 3 is", verdict(one, Answer(items=("a", "c", "b"))).sentence)
        two = Match((Pair("x", "1"), Pair("y", "2")))
        self.assertTrue(verdict(two, Answer(matches=("1", "2"))).right)
        self.assertFalse(verdict(two, Answer(matches=("2", "1"))).right)

    def test_what_has_no_right_answer(self) -> None:
        self.assertTrue(verdict(Talk(), Answer()).right)
