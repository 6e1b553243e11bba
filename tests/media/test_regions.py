"""The parts of a page in their order, and spaces that the reading network overlooked, on ink that we draw."""

from __future__ import annotations

import unittest

import numpy as np

from wordtrail.core.text.draft import DraftWord
from wordtrail.media.ocr.regions import halves, regions_of
from wordtrail.media.ocr.spaces import parted

LETTER = 10


def page(*rows: tuple[int, int, int]) -> np.ndarray:
    """A page of 600 by 800 with rows of letters: from left to right at a height, six pixels each, four apart."""
    ink = np.zeros((800, 600), np.uint8)
    for left, right, top in rows:
        for x in range(left, right - 6, LETTER):
            ink[top : top + LETTER, x : x + 6] = 1
    return ink


NO_COLOURS = np.zeros((800, 600), np.uint8)
COLUMNS = [(60, 270, y) for y in range(120, 600, 20)] + [(330, 540, y) for y in range(120, 600, 20)]


class RegionsTest(unittest.TestCase):
    def test_two_columns_are_two_regions_from_left_to_right(self) -> None:
        found = regions_of(page(*COLUMNS), NO_COLOURS, LETTER)
        self.assertEqual(len(found), 2)
        self.assertLessEqual(found[0].right, 330)
        self.assertGreaterEqual(found[1].left, 270)

    def test_a_heading_over_them_comes_first(self) -> None:
        found = regions_of(page((60, 540, 40), *COLUMNS), NO_COLOURS, LETTER)
        self.assertEqual(len(found), 3)
        self.assertLess(found[0].bottom, 125)
        self.assertLess(found[1].left, found[2].left)

    def test_one_column_is_one_region(self) -> None:
        found = regions_of(page(*((60, 540, y) for y in range(120, 600, 20))), NO_COLOURS, LETTER)
        self.assertEqual(len(found), 1)

    def test_a_coloured_box_stands_behind_what_is_above_it(self) -> None:
        colours = NO_COLOURS.copy()
        colours[400:520, 50:550] = 60
        rows = [(60, 540, y) for y in (120, 140, 160)] + [(80, 500, y) for y in (420, 440, 460)]
        found = regions_of(page(*rows), colours, LETTER)
        self.assertEqual([region.boxed for region in found], [False, True])
        self.assertAlmostEqual(found[1].top, 400, delta=16)

    def test_a_tall_region_is_halved_between_lines(self) -> None:
        ink = page(*((60, 540, y) for y in range(120, 600, 20)))
        (region,) = regions_of(ink, NO_COLOURS, LETTER)
        first, second = halves(region, ink)
        self.assertEqual((first.bottom, first.top, second.bottom), (second.top, region.top, region.bottom))
        self.assertFalse(ink[first.bottom].any())


class SpacesTest(unittest.TestCase):
    def read(self, text: str, letters: list[int], before: str = "the") -> list[str]:
        """A word whose letters begin at these places, behind another one ten pixels before it."""
        ink = np.zeros((30, 400), np.uint8)
        for x in (*range(0, 30, LETTER), *letters):
            ink[5:15, x : x + 8] = 1
        left, right = letters[0], letters[-1] + 8
        first = DraftWord(before, 0, 5, 28, 10, 15, 0.9)
        return [word.text for word in parted([first, DraftWord(text, left, 5, right - left, 10, 15, 0.9)], ink)][1:]

    def test_two_words_with_a_gap_are_parted_at_it(self) -> None:
        self.assertEqual(self.read("ofthe", [50, 60, 82, 92, 102]), ["of", "the"])

    def test_without_a_gap_they_stay_for_the_check(self) -> None:
        self.assertEqual(self.read("ofthe", [50, 60, 70, 80, 90]), ["ofthe"])

    def test_an_article_is_parted_also_without_one(self) -> None:
        self.assertEqual(self.read("ona", [50, 60, 70]), ["on", "a"])
        self.assertEqual(self.read("mendeda", [50, 60, 70, 80, 90, 100, 110]), ["mended", "a"])

    def test_words_and_names_are_left_alone(self) -> None:
        for text in ("the", "Maya", "grandpa", "sofa", "banana", "idea"):
            letters = [50 + 14 * place for place in range(len(text))]
            self.assertEqual(self.read(text, letters), [text])


if __name__ == "__main__":
    unittest.main()
