"""Words correct in a minute: a slip is wrong, one put right is right, and what is said again counts once."""

from __future__ import annotations

import unittest
from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from tests.worlds import TAKE, lesson
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.words_correct import PageRead, pages_read, paragraphs_read
from wordtrail.core.text.intake import passage_from_text
from wordtrail.core.trail.checks import OnPurpose, Settled
from wordtrail.core.trail.model import Slip, SlipKind, Trail, Visit

PARAGRAPH = [f"a{n}" for n in range(1, 10)]
"""When a bee finds clover, she tells the others."""


def said(*words: str) -> Trail:
    """Words one after another, one each second: 60 a minute."""
    visits = tuple(Visit(word, 1.0 + n, 1.9 + n) for n, word in enumerate(words))
    return Trail(visits, seconds=len(words) + 2.0, sound_start=1.0, sound_end=len(words) + 1.0)


def misread(found: Trail, *places: int) -> Trail:
    """The same with a slip at some of its visits (their places, from 0)."""
    slips = (Slip(SlipKind.MISREAD, v.word, v.start, v.end, "other") for v in map(found.visits.__getitem__, places))
    return replace(found, slips=tuple(slips))


def share(found: Trail, of: Lesson | None = None) -> float:
    """The part of its words a minute that are correct, in the first paragraph."""
    one = next(paragraphs_read(of or lesson(), TAKE, found, found.visits))
    return one.correct / one.words_per_minute


def pages(of: Lesson, found: Trail) -> list[PageRead]:
    """The pages that were read."""
    paragraphs = list(paragraphs_read(of, TAKE, found, found.visits))
    return list(pages_read(of, TAKE, found, found.visits, paragraphs))


class ParagraphTest(unittest.TestCase):
    def test_all_are_correct_where_there_is_no_slip(self) -> None:
        self.assertEqual(share(said(*PARAGRAPH)), 1.0)

    def test_a_misread_word_is_wrong_and_one_that_was_left_out_is_not_there(self) -> None:
        self.assertAlmostEqual(share(misread(said(*PARAGRAPH), 2)), 8 / 9, delta=0.002)
        left_out = said(*PARAGRAPH[:4], *PARAGRAPH[5:])
        one = next(paragraphs_read(lesson(), TAKE, left_out, left_out.visits))
        self.assertEqual(one.correct, one.words_per_minute)

    def test_what_is_put_right_at_once_is_right_and_counts_once(self) -> None:
        again = said(*PARAGRAPH[:4], *PARAGRAPH[3:])
        self.assertAlmostEqual(share(misread(again, 3)), 9 / 10, delta=0.002)
        self.assertAlmostEqual(share(misread(again, 4)), 8 / 10, delta=0.002)

    def test_a_second_reading_of_the_whole_counts_as_well(self) -> None:
        self.assertEqual(share(said(*PARAGRAPH, *PARAGRAPH)), 1.0)

    def test_what_the_teacher_found_fine_or_put_right_by_hand_is_correct(self) -> None:
        found = misread(said(*PARAGRAPH), 2)
        self.assertEqual(share(found, replace(lesson(), settled=(Settled(TAKE, "a3", 3.0),))), 1.0)
        self.assertEqual(share(found, replace(lesson(), on_purpose=(OnPurpose(TAKE, 0.0, 9.0),))), 1.0)
        visits = tuple(replace(v, found=v.start) if v.word == "a3" else v for v in found.visits)
        self.assertEqual(share(replace(found, visits=visits)), 1.0)
        self.assertLess(share(found, replace(lesson(), settled=(Settled("another", "a3", 3.0),))), 1.0)

    @given(st.lists(st.integers(0, 8), min_size=6, max_size=40), st.sets(st.integers(0, 5)))
    def test_never_more_than_were_said(self, order: list[int], slips: set[int]) -> None:
        self.assertTrue(0 <= share(misread(said(*(PARAGRAPH[n] for n in order)), *slips)) <= 1)


class PageTest(unittest.TestCase):
    def test_a_page_is_as_correct_as_its_words_together(self) -> None:
        found = misread(said(*(word.id for word in lesson().words)), 2, 10)
        (page,) = pages(lesson(), found)
        self.assertEqual((page.first, page.last), ("a1", "a10"))
        words = sum(len(block.words) for block in lesson().passages[0].pages[0].blocks)
        self.assertAlmostEqual(page.correct / page.words_per_minute, 1 - 2 / words, delta=0.002)

    def test_a_page_of_which_hardly_anything_was_read_is_none(self) -> None:
        of = Lesson((passage_from_text("The end.\n\n---\n\nNothing is on it.", permission="Our own."),))
        found = said(*(word.id for word in of.words[:3]))
        self.assertEqual(pages(of, found), [])


if __name__ == "__main__":
    unittest.main()
