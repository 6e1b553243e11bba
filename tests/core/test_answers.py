"""Students' answers held against the plan."""

from __future__ import annotations

import unittest

from wordtrail.core.plan.answers import Answer, verdict
from wordtrail.core.plan.model import Choice, Pair, PauseKind, PausePoint, Span

ORDER = [f"a{n}" for n in range(1, 21)]


def point(kind: PauseKind, **more) -> PausePoint:
    return PausePoint("p", "a1", "Which?", 5, kind, **more)


class VerdictTest(unittest.TestCase):
    def test_choosing(self) -> None:
        one = point(
            PauseKind.CHOOSE,
            choices=(Choice("a", True, "It says so."), Choice("b", False, "No word of it."), Choice("c", True)),
        )
        self.assertTrue(verdict(one, Answer(choices=(2, 0)), ORDER).right)
        half = verdict(one, Answer(choices=(0,)), ORDER)
        self.assertEqual((half.right, half.sentence), (False, "That is right, but there is more."))
        wrong = verdict(one, Answer(choices=(0, 1)), ORDER)
        self.assertEqual((wrong.right, wrong.sentence), (False, "Not that one. No word of it."))
        self.assertFalse(verdict(one, Answer(choices=(99,)), ORDER).right)

    def test_finding_words(self) -> None:
        one = point(PauseKind.FIND, evidence=(Span("a3", "a5"), Span("a10", "a10")))
        exact = verdict(one, Answer(words=("a3", "a4", "a5", "a10")), ORDER)
        self.assertTrue(exact.right)
        generous = verdict(one, Answer(words=("a2", "a3", "a4", "a5", "a10", "a11")), ORDER)
        self.assertTrue(generous.right, "a word more on either side is no fault")
        half = verdict(one, Answer(words=("a3", "a4")), ORDER)
        self.assertEqual((half.right, half.found, half.missed), (False, ("a3", "a4"), 2))
        wide = verdict(one, Answer(words=tuple(ORDER)), ORDER)
        self.assertFalse(wide.right)
        self.assertIn("a15", wide.extra)

    def test_order_and_pairs(self) -> None:
        one = point(PauseKind.ORDER, items=("a", "b", "c"))
        self.assertTrue(verdict(one, Answer(items=("a", "b", "c")), ORDER).right)
        self.assertIn("1 of 3 is", verdict(one, Answer(items=("a", "c", "b")), ORDER).sentence)
        two = point(PauseKind.MATCH, pairs=(Pair("x", "1"), Pair("y", "2")))
        self.assertTrue(verdict(two, Answer(matches=("1", "2")), ORDER).right)
        self.assertFalse(verdict(two, Answer(matches=("2", "1")), ORDER).right)

    def test_what_has_no_right_answer(self) -> None:
        self.assertTrue(verdict(point(PauseKind.TALK), Answer(), ORDER).right)
