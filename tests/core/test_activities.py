"""What students do at a pause point: what holds for every kind, and what each adds."""

from __future__ import annotations

import unittest
from dataclasses import fields, replace

from hypothesis import given
from hypothesis import strategies as st

from wordtrail.core.errors import LessonError
from wordtrail.core.plan.activities.activity import Activity, Option, Page, Pair
from wordtrail.core.plan.activities.all import ACTIVITIES
from wordtrail.core.plan.activities.choose import CHOICES, Choice, Choose
from wordtrail.core.plan.activities.find_page import FindPage
from wordtrail.core.plan.activities.find_words import FindWords
from wordtrail.core.plan.activities.look_closely import LookClosely
from wordtrail.core.plan.activities.match import PAIRS, Match
from wordtrail.core.plan.activities.put_in_order import ITEMS, PutInOrder
from wordtrail.core.plan.activities.read_alone import ReadAlone
from wordtrail.core.plan.activities.say_back import SayBack
from wordtrail.core.plan.activities.say_together import SayTogether
from wordtrail.core.plan.activities.talk import Talk
from wordtrail.core.plan.answers import Answer
from wordtrail.core.plan.as_put import as_put
from wordtrail.core.text.span import Span

EVIDENCE = (Span("w3", "w5"),)
ORDER = tuple(f"w{n}" for n in range(12))
STRETCH = Span("w1", "w4")
FILLED: tuple[Activity, ...] = (
    Choose((Choice("clover", True, "It says so.", EVIDENCE), Choice("thistle", False, "No."), Choice("grass"))),
    PutInOrder(("First.", "Then.", "Last.")),
    Match((Pair("bee", "dance"), Pair("map", "way"))),
    SayBack(STRETCH, 1.5),
    SayTogether(STRETCH, 2, 1.0),
    ReadAlone(STRETCH),
    LookClosely("ab3", "r1"),
    FindPage("ap2"),
)
"""One of each kind that has something to fill in."""

TEXTS = st.text("abcdefgh ", min_size=1, max_size=8).map(str.strip).filter(bool)


def a_part_of(span: Span) -> Span | None:
    return Span(span.first, span.first)


def replace_in(one: Activity, field: str, value: object) -> Activity:
    """An activity with another value in one of its fields."""
    return type(one)(**{each.name: getattr(one, each.name) for each in fields(one)} | {field: value})  # type: ignore[arg-type]


def nothing_of(span: Span) -> Span | None:
    return None


class EveryKindTest(unittest.TestCase):
    def test_kinds_names_and_ranks_are_their_own(self) -> None:
        for names in (
            [one().kind for one in ACTIVITIES],
            [one.name for one in ACTIVITIES],
            [one.rank for one in ACTIVITIES],
        ):
            self.assertEqual(len(set(names)), len(ACTIVITIES))
        self.assertEqual(len(ACTIVITIES), 14)

    def test_what_is_kept_can_be_kept_again_and_stays_as_it_is(self) -> None:
        plain = [kind() for kind in ACTIVITIES if kind.free_of_text]
        for one in (*plain, FindWords(), *FILLED):
            with self.subTest(one.kind):
                kept = one.checked(EVIDENCE)
                self.assertEqual(kept.checked(EVIDENCE), kept)

    def test_a_fresh_one_of_a_kind_that_needs_something_is_refused_with_a_sentence(self) -> None:
        for kind in ACTIVITIES:
            if not kind.free_of_text:
                with self.subTest(kind.name), self.assertRaises(LessonError) as caught:
                    kind.fresh().checked(())
                self.assertTrue(caught.exception.message.endswith("."))

    def test_spans_are_carried_along_and_go_with_their_words(self) -> None:
        for one in FILLED:
            with self.subTest(one.kind):
                self.assertEqual(one.with_spans(lambda span: span), one)
                self.assertEqual(len(one.with_spans(a_part_of).spans()), len(one.spans()))
                self.assertEqual(one.with_spans(nothing_of).spans(), ())

    def test_options_have_names_of_their_own(self) -> None:
        for one in FILLED:
            names = [option.name for option in one.options()]
            self.assertEqual(len(set(names)), len(names))

    def test_the_limits_that_screens_are_told_are_those_that_hold(self) -> None:
        numbers = 0
        for one in FILLED:
            for name, limits in one.limits.items():
                with self.subTest(f"{one.kind}: {name}"):
                    value = getattr(one, name)
                    self.assertLess(limits.least, limits.most)
                    if isinstance(value, tuple):
                        self.assertTrue(limits.least <= len(value) <= limits.most)
                        with self.assertRaises(LessonError):
                            replace_in(one, name, value[: int(limits.least) - 1]).checked(EVIDENCE)
                        continue
                    numbers += 1
                    for edge in (limits.least, limits.most):
                        self.assertEqual(getattr(replace_in(one, name, edge).checked(EVIDENCE), name), edge)
                    for beyond in (limits.least - 0.6, limits.most + 1):
                        with self.assertRaises(LessonError):
                            replace_in(one, name, beyond).checked(EVIDENCE)
        self.assertEqual(numbers, 3)

    def test_what_needs_no_text_holds_none(self) -> None:
        for kind in ACTIVITIES:
            if kind.free_of_text:
                self.assertEqual(
                    (kind().spans(), kind().looks_at(), kind().turns_to(), kind().turns()), ((), ("", ""), "", None)
                )

    def test_only_what_is_checked_can_be_wrong(self) -> None:
        for one in (*FILLED, FindWords(), Talk()):
            self.assertEqual(one.verdict(Answer(), EVIDENCE, ORDER).right, not one.is_checked, one.kind)

    def test_what_is_offered_on_a_page_has_a_page(self) -> None:
        for one in FILLED:
            if one.options() or one.pairs_to_match() or one.looks_at()[0]:
                self.assertIs(one.page, Page.OWN, one.kind)
            if one.turns() or one.turns_to():
                self.assertIs(one.page, Page.TEXT, one.kind)


class ChooseTest(unittest.TestCase):
    def test_empty_answers_are_left_out_and_texts_are_tidied(self) -> None:
        made = Choose((Choice("  clover \n field ", True), Choice(" "), Choice("thistle"))).checked(())
        self.assertEqual([one.text for one in made.choices], ["clover field", "thistle"])
        three = Choose((Choice("a", True), Choice(" "), Choice("b"), Choice("c")), strike=(3, 1)).checked(())
        self.assertEqual(three.strike, (2, 1), "the order of striking out stays with its answers")

    def test_there_are_two_to_five_and_one_is_right(self) -> None:
        for count in range(8):
            choices = tuple(Choice(str(n), n == 0) for n in range(count))
            if 2 <= count <= CHOICES.most:
                Choose(choices).checked(())
            else:
                with self.assertRaises(LessonError):
                    Choose(choices).checked(())

    @given(st.lists(st.booleans(), min_size=2, max_size=5).filter(any), st.lists(st.integers(-1, 6), max_size=6))
    def test_every_wrong_one_is_struck_out_once_the_teachers_first(self, right: list[bool], strike: list[int]) -> None:
        made = Choose(tuple(Choice(str(n), one) for n, one in enumerate(right)), tuple(strike)).checked(())
        wrong = [n for n, one in enumerate(right) if not one]
        self.assertEqual(sorted(made.strike), wrong)
        wished = [n for n in dict.fromkeys(strike) if n in wrong]
        self.assertEqual(list(made.strike)[: len(wished)], wished)

    @given(st.lists(st.booleans(), min_size=2, max_size=5).filter(any), st.sets(st.integers(0, 4)))
    def test_right_is_all_that_is_right_and_nothing_else(self, right: list[bool], picked: set[int]) -> None:
        made = Choose(tuple(Choice(str(n), one) for n, one in enumerate(right)))
        wanted = {n for n, one in enumerate(right) if one}
        found = made.verdict(Answer(choices=tuple(picked)), (), ())
        self.assertEqual(found.right, {n for n in picked if n < len(right)} == wanted)
        self.assertTrue(found.sentence)

    def test_the_wrong_ones_go_first_each_with_its_reason_then_what_proves_the_right_one(self) -> None:
        made = FILLED[0].checked(())
        before, after = made.before_answer("p"), made.with_answer("p")
        self.assertEqual([one.parts for one in before], [("p.strike1",), ("p.strike2",)])
        self.assertEqual([one.reads for one in before], ["No.", ""])
        self.assertEqual((after.parts, after.reads), (("p.proof0",), "It says so."))


class OrderAndPairsTest(unittest.TestCase):
    @given(st.lists(TEXTS, min_size=2, max_size=int(ITEMS.most)))
    def test_things_are_put_mixed_and_know_their_place(self, items: list[str]) -> None:
        made = PutInOrder(tuple(items)).checked(())
        options = made.options()
        self.assertEqual(tuple(one.text for one in options), as_put(made.items))
        self.assertEqual([one.text for one in sorted(options, key=lambda one: one.place)], list(made.items))
        self.assertTrue(made.verdict(Answer(items=made.items), (), ()).right)

    def test_how_many_are_right_is_said(self) -> None:
        made = PutInOrder(("a", "b", "c"))
        self.assertIn("1 of 3 is in the right place", made.verdict(Answer(items=("a", "c", "b")), (), ()).sentence)
        self.assertIn("first", made.verdict(Answer(), (), ()).sentence)

    def test_half_pairs_are_left_out_and_no_more_than_eight_are_kept(self) -> None:
        pairs = tuple(Pair(str(n), str(n)) for n in range(20))
        self.assertEqual(len(Match(pairs).checked(()).pairs), PAIRS.most)
        with self.assertRaises(LessonError):
            Match((Pair("a", "b"), Pair("c", " "))).checked(())


class FindWordsTest(unittest.TestCase):
    @given(st.sets(st.integers(0, 11)))
    def test_the_words_and_one_beside_them_at_most(self, picked: set[int]) -> None:
        found = FindWords().verdict(Answer(words=tuple(f"w{n}" for n in picked)), EVIDENCE, ORDER)
        self.assertEqual(found.right, {3, 4, 5} <= picked <= {2, 3, 4, 5, 6})
        self.assertEqual(set(found.found), {f"w{n}" for n in picked & {3, 4, 5}})
        self.assertEqual(set(found.extra), {f"w{n}" for n in picked - {2, 3, 4, 5, 6}})

    def test_words_that_are_not_in_the_text_do_no_harm(self) -> None:
        self.assertFalse(FindWords().verdict(Answer(words=("gone",)), EVIDENCE, ORDER).right)


class TurnsTest(unittest.TestCase):
    def test_back_after_each_sentence_together_after_the_whole(self) -> None:
        back, together = SayBack(STRETCH, 1.5).turns(), SayTogether(STRETCH, 3, 1.0).turns()
        assert back
        assert together
        self.assertEqual((back.by_sentence, back.times, back.factor), (True, 1, 1.5))
        self.assertEqual((together.by_sentence, together.times, together.factor), (False, 3, 1.0))
        self.assertIsNone(SayBack().turns())

    def test_numbers_out_of_reach_are_refused(self) -> None:
        for one in (
            SayBack(STRETCH, 9.0),
            SayBack(STRETCH, float("nan")),
            SayTogether(STRETCH, 0),
            SayTogether(STRETCH, 10),
        ):
            with self.assertRaises(LessonError):
                one.checked(())


class ExchangeTest(unittest.TestCase):
    def test_what_was_offered_comes_back(self) -> None:
        for one in FILLED[:3]:
            options = sorted(one.options(), key=lambda option: option.place)
            back = type(one).exchanged(tuple(options), one.pairs_to_match())
            self.assertEqual(
                [replace(option, proof=()) for option in back.options()],
                [replace(option, proof=()) for option in one.options()],
            )
            self.assertEqual(back.pairs_to_match(), one.pairs_to_match())

    def test_a_kind_that_offers_nothing_comes_back_as_it_is(self) -> None:
        self.assertEqual(Talk.exchanged((Option("c0", "a"),), ()), Talk())
