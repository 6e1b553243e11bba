"""Boards that take several pages: each page is on the stage for its time, read or not."""

from __future__ import annotations

import unittest
from dataclasses import replace
from itertools import pairwise

from hypothesis import given, settings
from hypothesis import strategies as st

from tests.worlds import TAKE, lesson, trail
from wordtrail.core.changes.card_changes import KeepCard, SetMatching
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.direction_changes import KeepDirection
from wordtrail.core.changes.point_changes import KeepPoint
from wordtrail.core.cues.compile import compile_cues, edit_list_of
from wordtrail.core.cues.model import CueSheet
from wordtrail.core.cues.state import state_at
from wordtrail.core.direct.course import Light, PageTurn
from wordtrail.core.direct.leafing import SHORTEST_LOOK, leafed, turned_to_parts
from wordtrail.core.direct.pages import Places, page_turns
from wordtrail.core.layout.model import Layout
from wordtrail.core.layout.stages import SQUARE
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.activities.choose import Choice, Choose
from wordtrail.core.plan.cards import Shown, WordCard
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.text.span import Span
from wordtrail.core.trail.directions import Deed, Direction
from wordtrail.core.trail.model import Trail

MEANING = "a plant with three round leaves that bees and cows like and that brings luck when it has four of them " * 3


def with_card(meaning: str = MEANING) -> Lesson:
    """A lesson with a word card, shown before the reading."""
    return apply(lesson(), KeepCard(WordCard("", "clover", meaning=meaning.strip()[:300], shown=Shown.BEFORE)))


def with_question() -> Lesson:
    """A lesson with a question that is too much for one square page."""
    choices = tuple(
        Choice(f"{MEANING[:110]} {n}", n == 1, MEANING[:90], (Span("a3", "a5"),) if n == 1 else ()) for n in range(3)
    )
    point = PausePoint("", "a5", "Why clover?", 12.0, Choose(choices=choices, strike=(0, 2)), answer="It smells.")
    return apply(lesson(), KeepPoint(point))


def shown(made: Lesson, found: Trail | None = None) -> tuple[Layout, CueSheet]:
    """Its square layout, and its cue sheet."""
    layout, trails = typeset(made, SQUARE), {TAKE: found or trail(made)}
    return layout, compile_cues(made, trails, layout, edit_list_of(made, trails))


class AtAGateTest(unittest.TestCase):
    def pages_at(self, sheet: CueSheet, gate: str) -> list[int]:
        """The pages one sees at a gate, one after another."""
        held = next(one for one in sheet.gates if one.pause == gate)
        seen: list[int] = []
        for waited in (n / 4 for n in range(int(held.hold * 4) + 1)):
            page = state_at(sheet, held.at, gate, waited).page
            if not seen or seen[-1] != page:
                seen.append(page)
        return seen

    def test_a_card_that_nobody_reads_is_leafed_through_while_the_lesson_stands_still(self) -> None:
        layout, sheet = shown(with_card())
        pages = layout.pages_of_board("card1")
        self.assertGreater(len(pages), 1)
        self.assertEqual(self.pages_at(sheet, "card1"), list(pages))

    def test_each_page_has_time_to_be_read(self) -> None:
        _, sheet = shown(with_card())
        gate = next(one for one in sheet.gates if one.pause == "card1")
        edges = [0.0, *(one.start for one in sheet.gate_pages if one.gate == "card1"), gate.hold]
        self.assertTrue(all(after - before >= SHORTEST_LOOK for before, after in pairwise(edges)))

    def test_a_question_shows_all_its_pages_and_then_each_on_which_its_answer_comes(self) -> None:
        layout, sheet = shown(with_question())
        pages = layout.pages_of_board("pause1")
        self.assertGreater(len(pages), 2)
        seen = self.pages_at(sheet, "pause1")
        self.assertEqual(seen[: len(pages)], list(pages), "in the think time")
        gate = next(one for one in sheet.gates if one.pause == "pause1")
        for reveal in (one for one in sheet.reveals if one.gate == "pause1"):
            there = [page for page in pages if reveal.part in {part.id for part in layout.pages[page].parts}]
            later = {
                state_at(sheet, gate.at, "pause1", waited).page
                for waited in (reveal.wait + n / 10 for n in range(int(10 * (gate.hold - reveal.wait)) + 1))
            }
            self.assertTrue(set(there) <= later, f"{reveal.part} is seen")

    def test_what_is_matched_on_several_pages_is_leafed_through_in_its_own_time(self) -> None:
        made = lesson()
        for word in ("clover", "dance", "map", "bee"):
            made = apply(made, KeepCard(WordCard("", word, meaning=MEANING.strip()[:200])))
        layout, sheet = shown(apply(made, SetMatching(True, False)))
        pages = layout.pages_of_board("matching")
        self.assertGreater(len(pages), 1)
        gate = next(one for one in sheet.gates if one.shows == "matching")
        starts = [one.start for one in sheet.gate_pages if one.gate == gate.pause]
        self.assertTrue(all(start < gate.hold for start in starts))
        self.assertTrue(set(pages) <= set(self.pages_at(sheet, gate.pause)))

    def test_a_page_on_which_nothing_of_the_answer_comes_is_not_turned_to_then(self) -> None:
        layout, sheet = shown(with_question())
        pages = layout.pages_of_board("pause1")
        asked = [page for page in pages if not layout.pages[page].parts]
        self.assertFalse(
            [one for one in sheet.gate_pages if one.start >= 12.0 and one.page in asked], "nothing comes there"
        )

    def test_a_board_of_one_page_is_not_leafed_through(self) -> None:
        _, sheet = shown(with_card("a plant"))
        self.assertEqual(sheet.gate_pages, ())


class InTimeTest(unittest.TestCase):
    def brought_up(self, seconds: float) -> tuple[Layout, CueSheet]:
        """A card that is brought up by hand at 12 s, with so many seconds of talk behind it, and put away."""
        made = with_card()
        found = replace(trail(made), seconds=14 + seconds)
        for at, deed, target in ((12.5, Deed.SHOW, "card1"), (12.5 + seconds, Deed.BACK, "")):
            made = apply(made, KeepDirection(Direction("", TAKE, at, deed, target)))
        return shown(made, found)

    def test_brought_up_by_hand_it_is_leafed_through_in_its_time(self) -> None:
        layout, sheet = self.brought_up(20.0)
        pages = layout.pages_of_board("card1")
        turned = [turn.page for turn in sheet.pages if turn.page in pages]
        self.assertEqual(turned, list(pages))

    def test_what_is_read_of_it_turns_the_page(self) -> None:
        layout, _ = shown(with_card())
        first, second, *_ = layout.pages_of_board("card1")
        word = layout.pages[second].boxes[0].word
        turns = leafed(layout, [PageTurn(0.0, first), PageTurn(9.0, second)], [Light(word, 9.2, 9.5)], 30.0)
        self.assertEqual([(turn.at, turn.page) for turn in turns[:2]], [(0.0, first), (9.0, second)])

    def test_a_part_that_comes_on_another_page_of_the_board_turns_to_it(self) -> None:
        layout, _ = shown(with_question())
        pages = layout.pages_of_board("pause1")
        page = pages[-1]
        part = layout.pages[page].parts[0].id
        self.assertNotIn(part, {one.id for one in layout.pages[pages[0]].parts})
        turns = turned_to_parts(layout, (PageTurn(0.0, pages[0]), PageTurn(30.0, 0)), [(7.0, part), (31.0, part)])
        self.assertEqual([(turn.at, turn.page) for turn in turns], [(0.0, pages[0]), (7.0, page), (30.0, 0)])

    def test_words_of_the_text_that_are_quoted_on_another_page_of_a_question_are_read_there(self) -> None:
        """Page 0 is the text, 1 and 2 are a question and its evidence."""
        places = Places(
            {"a1": 0, "a2": 0, "a3": 0, "q": 1}, {"a1": 0, "a2": 1, "a3": 2, "q": 3},
            {1: frozenset({"q"}), 2: frozenset({"a2"})}, {1: frozenset({"a3"}), 2: frozenset({"a3"})},
            frozenset({0}), board_of={1: "pause1", 2: "pause1"},
        )  # fmt: skip
        lights = [Light(word, at, at + 0.5) for word, at in (("a1", 1.0), ("q", 4.0), ("a2", 8.0), ("a3", 12.0))]
        turns = page_turns(lights, places, [], PageTurn(0.0, 0))
        self.assertEqual([turn.page for turn in turns], [0, 1, 2, 0])

    @given(st.lists(st.tuples(st.floats(0, 60), st.integers(0, 20)), min_size=1, max_size=8))
    @settings(deadline=None)
    def test_turns_ascend_and_the_given_ones_stay(self, wanted: list[tuple[float, int]]) -> None:
        layout, _ = shown(with_card())
        turns = [PageTurn(at, page % len(layout.pages)) for at, page in sorted(wanted)]
        found = leafed(layout, turns, (), 60.0)
        self.assertEqual([turn for turn in found if turn in turns], [turn for turn in turns if turn in found])
        self.assertTrue(set(turns) <= set(found))
        self.assertEqual([turn.at for turn in found], sorted(turn.at for turn in found))


if __name__ == "__main__":
    unittest.main()
