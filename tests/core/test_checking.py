"""The places to check: which are offered, in which order, and how they are settled."""

from __future__ import annotations

import unittest
from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from tests.worlds import TAKE, lesson, planned, trail, without
from wordtrail.core.changes.block_changes import EditBlock
from wordtrail.core.changes.checking_changes import CheckAgain, CheckedPlace, SettlePlaces
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.point_changes import KeepPoint
from wordtrail.core.changes.word_changes import ShowAsSaid
from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.checking import checks_of
from wordtrail.core.lesson.current_trail import current_trail
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.activities.choose import Choice, Choose
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.trail.checks import REPAIRS, Check, CheckKind, Repair
from wordtrail.core.trail.model import Doubt, Slip, SlipKind, Trail, Visit


def settle(made: Lesson, *checks: Check) -> Lesson:
    return apply(made, SettlePlaces(TAKE, tuple(CheckedPlace(one.word, one.found) for one in checks)))


def unsure(found: Trail, *words: str, doubt: Doubt = Doubt.FAINT) -> Trail:
    return replace(
        found,
        visits=tuple(
            replace(visit, confidence=0.1, doubt=doubt) if visit.word in words else visit for visit in found.visits
        ),
    )


def with_question(made: Lesson, found: Trail, said: int) -> Trail:
    """The trail with so many words of the question read at its end, the first of them misread."""
    whole = [word.id for word in script(made) if word.id.startswith("pause1.question")]
    prompt = whole[:said]
    visits = tuple(Visit(word, 14.0 + n, 14.5 + n) for n, word in enumerate(prompt))
    slips = (Slip(SlipKind.MISREAD, prompt[0], 14.0, 14.5, "hive"),)
    return replace(found, visits=(*found.visits, *visits), unread=tuple(whole[said:]), slips=slips)


class OrderTest(unittest.TestCase):
    def test_words_of_the_passage_come_first_and_then_in_order_of_time(self) -> None:
        made = planned()
        found = with_question(made, unsure(trail(made), "a9", "a2"), said=2)
        self.assertEqual([one.word for one in checks_of(made, TAKE, found)][:2], ["a2", "a9"])
        self.assertEqual(checks_of(made, TAKE, found)[2].kind, CheckKind.MISREAD)

    def test_a_choice_that_is_worked_out_aloud_is_not_offered(self) -> None:
        choices = Choose(choices=(Choice("she finds some clover", right=True), Choice("she sleeps all day")))
        made = apply(lesson(), KeepPoint(PausePoint("", "a5", "Why?", 4, choices)))
        texts = {place: [w.id for w in script(made) if w.id.startswith(f"pause1.{place}:")] for place in ("c0", "c1")}
        said = [*texts["c0"], *texts["c1"]]
        visits = tuple(Visit(word, 30.0 + n, 30.5 + n) for n, word in enumerate(said))
        slips = (Slip(SlipKind.MISREAD, said[1], 31.0, 31.5, "fines"),)
        found = trail(made)
        self.assertEqual(checks_of(made, TAKE, replace(found, visits=(*found.visits, *visits), slips=slips)), ())

    def test_a_question_that_was_only_touched_on_is_not_offered(self) -> None:
        made = apply(lesson(), KeepPoint(PausePoint("", "a5", "Why does she look for clover here?", 4)))
        found = with_question(made, trail(made), said=2)
        self.assertEqual(checks_of(made, TAKE, found), ())
        self.assertEqual(len(checks_of(made, TAKE, with_question(made, trail(made), said=4))), 1)


class SettledTest(unittest.TestCase):
    def test_a_place_that_is_fine_is_not_offered_again_also_when_it_is_found_a_little_elsewhere(self) -> None:
        made, found = lesson(), unsure(trail(), "a2", "a9")
        first, second = checks_of(made, TAKE, found)
        made = settle(made, first)
        self.assertEqual(checks_of(made, TAKE, found), (second,))
        later = replace(found, visits=tuple(replace(v, start=v.start + 0.1, end=v.end + 0.1) for v in found.visits))
        self.assertEqual([one.word for one in checks_of(made, TAKE, later)], ["a9"])
        self.assertEqual(len(checks_of(made, "another take", found)), 2)
        self.assertEqual(len(checks_of(apply(made, CheckAgain(TAKE)), TAKE, found)), 2)

    @given(st.lists(st.integers(1, 18), unique=True, max_size=6))
    def test_settling_them_one_by_one_ends(self, places: list[int]) -> None:
        made, found = lesson(), unsure(trail(), *(f"a{n}" for n in places))
        for left in range(len(places), 0, -1):
            checks = checks_of(made, TAKE, found)
            self.assertEqual(len(checks), left)
            made = settle(made, checks[0])
        self.assertEqual(checks_of(made, TAKE, found), ())

    def test_places_of_a_kind_are_alike(self) -> None:
        found = unsure(unsure(trail(), "a2", "a4"), "a9", doubt=Doubt.WHEN)
        alike = [one.alike for one in checks_of(lesson(), TAKE, found)]
        self.assertEqual((alike[0], len(set(alike))), (alike[1], 2))


class AsSaidTest(unittest.TestCase):
    def slipped(self, kind: SlipKind, word: str, heard: str = "") -> Trail:
        """All words read, with one slip."""
        found = trail() if kind is SlipKind.MISREAD else without(trail(), word)
        at = next(visit.start for visit in trail().visits if visit.word == word)
        return replace(found, slips=(Slip(kind, word, at, at + 0.5, heard),))

    def printed(self, of: Lesson) -> str:
        return of.passages[0].pages[0].blocks[0].text

    def test_a_misread_word_is_printed_as_it_was_said_and_is_no_slip_any_more(self) -> None:
        found = self.slipped(SlipKind.MISREAD, "a5", "clovers")
        (check,) = checks_of(lesson(), TAKE, found)
        self.assertEqual((check.heard, check.repairs), ("clovers", REPAIRS[CheckKind.MISREAD]))
        shown = apply(lesson(), ShowAsSaid("a5", check.heard))
        self.assertEqual(self.printed(shown), "When a bee finds clovers, she tells the others.")
        self.assertEqual(checks_of(shown, TAKE, found), ())
        self.assertEqual(len(current_trail(shown, TAKE, found).visits), len(found.visits))

    def test_its_capital_stays(self) -> None:
        self.assertTrue(self.printed(apply(lesson(), ShowAsSaid("a1", "then"))).startswith("Then a bee"))
        whole = apply(lesson("“STOP!” said Gran."), ShowAsSaid("a1", "shop"))
        self.assertEqual(self.printed(whole), "“SHOP!” said Gran.")

    def test_a_word_that_was_left_out_is_not_printed(self) -> None:
        found = self.slipped(SlipKind.LEFT_OUT, "a2")
        (check,) = checks_of(lesson(), TAKE, found)
        self.assertIn(Repair.AS_SAID, check.repairs)
        shown = apply(lesson(), ShowAsSaid("a2", check.heard))
        self.assertEqual(self.printed(shown), "When bee finds clover, she tells the others.")
        self.assertEqual(checks_of(shown, TAKE, found), ())

    def test_what_was_said_must_be_known(self) -> None:
        (check,) = checks_of(lesson(), TAKE, self.slipped(SlipKind.MISREAD, "a5"))
        self.assertNotIn(Repair.AS_SAID, check.repairs)


class ChangedTest(unittest.TestCase):
    def test_words_that_were_changed_since_are_places_to_check_at_their_moment(self) -> None:
        made, found = lesson(), trail()
        made = apply(made, EditBlock("ab1", "When a bee finds purple thistle, she tells the others."))
        (check,) = checks_of(made, TAKE, found)
        self.assertEqual((check.kind, check.start), (CheckKind.CHANGED, found.visits[3].end))
        self.assertEqual(check.end, found.visits[5].start)
        self.assertIn("“purple thistle,” was changed or added after", check.why)

    def test_a_changed_question_that_was_read_is_one_too_and_one_that_was_not_is_none(self) -> None:
        made = planned()
        point = made.pause_points[0]
        asked = apply(made, KeepPoint(replace(point, question="Why does she go there?")))
        prompt = [word.id for word in script(made) if word.id.startswith("pause1.question")]
        visits = tuple(Visit(word, 14.0 + n, 14.5 + n) for n, word in enumerate(prompt))
        found = replace(trail(made), visits=(*trail(made).visits, *visits))
        other = apply(made, KeepPoint(replace(point, question="Who dances?")))
        self.assertEqual([one.start for one in checks_of(other, TAKE, found)], [14.0], "where the old one is asked")
        self.assertEqual(checks_of(asked, TAKE, trail(made)), ())
        self.assertEqual([one.kind for one in checks_of(asked, TAKE, found)], [CheckKind.CHANGED])

    def test_what_was_not_read_at_all_is_unread_and_no_place(self) -> None:
        some = trail()
        found = replace(some, visits=some.visits[:9], unread=tuple(visit.word for visit in some.visits[9:]))
        self.assertEqual(checks_of(lesson(), TAKE, found), ())


if __name__ == "__main__":
    unittest.main()
