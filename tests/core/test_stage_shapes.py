"""How much of a stroke is drawn, the outlines of symbols, and the words of a photographed page."""

from __future__ import annotations

import math
import unittest
from itertools import pairwise

from hypothesis import assume, given, settings
from hypothesis import strategies as st

from wordtrail.core.layout.drawing import drawn_points
from wordtrail.core.layout.model import LaidStroke
from wordtrail.core.layout.photo import laid_photo, lines_of
from wordtrail.core.layout.stages import WIDE
from wordtrail.core.marks.symbols import Symbol, outline_of
from wordtrail.core.text.intake import passage_from_text
from wordtrail.core.text.model import Page, Photo, ReadWord

COORDINATES = st.floats(-500, 2000, allow_nan=False)
STROKES = st.lists(st.tuples(COORDINATES, COORDINATES), min_size=2, max_size=12)


def length(points: list[tuple[float, float]]) -> float:
    return sum(math.dist(a, b) for a, b in pairwise(points))


def stroke(points: list[tuple[float, float]], begin: float = 0.0, end: float = 1.0, fill: bool = False) -> LaidStroke:
    flat = tuple(value for point in points for value in point)
    return LaidStroke(flat, 3.0, "lake", fill=fill, begin=begin, end=end)


class DrawnPointsTest(unittest.TestCase):
    def test_a_corner_is_drawn_around(self) -> None:
        corner = stroke([(0.0, 0.0), (10.0, 0.0), (10.0, 10.0)])
        self.assertEqual(drawn_points(corner, 0.25), [(0.0, 0.0), (5.0, 0.0)])
        self.assertEqual(drawn_points(corner, 0.75), [(0.0, 0.0), (10.0, 0.0), (10.0, 5.0)])

    def test_it_waits_for_its_turn_and_stays(self) -> None:
        second = stroke([(0.0, 0.0), (8.0, 0.0)], begin=0.5, end=0.75)
        self.assertEqual(drawn_points(second, 0.5), [])
        self.assertEqual(drawn_points(second, 0.625), [(0.0, 0.0), (4.0, 0.0)])
        self.assertEqual(drawn_points(second, 0.9), [(0.0, 0.0), (8.0, 0.0)])

    def test_what_is_filled_is_there_at_once(self) -> None:
        disc = stroke([(0.0, 0.0), (8.0, 0.0), (8.0, 8.0)], fill=True)
        self.assertEqual(drawn_points(disc, 0.99), [])
        self.assertEqual(len(drawn_points(disc, 1.0)), 3)

    @given(STROKES, st.floats(0.01, 0.99))
    @settings(deadline=None)
    def test_it_is_as_long_as_its_share(self, points: list[tuple[float, float]], share: float) -> None:
        assume(length(points) > 1)
        self.assertAlmostEqual(length(drawn_points(stroke(points), share)), share * length(points), places=4)


class SymbolTest(unittest.TestCase):
    def test_each_lies_in_its_circle_and_looks_like_no_other(self) -> None:
        outlines = {one: outline_of(one, 100.0, 200.0, 10.0) for one in Symbol}
        for one, outline in outlines.items():
            with self.subTest(one.value):
                self.assertGreaterEqual(len(outline), 6)
                self.assertTrue(all(math.dist(point, (100.0, 200.0)) < 14.5 for point in outline))
        self.assertEqual(len({tuple(outline) for outline in outlines.values()}), len(Symbol))


class PhotoTest(unittest.TestCase):
    def page(self, *places: tuple[float, float]) -> tuple[Page, Photo]:
        """A page with a word for each place on its photo, 1000 by 1400 pixels."""
        passage = passage_from_text(" ".join("word" for _ in places), title="", author="", permission="")
        words = tuple(
            ReadWord(word.id, x, baseline - 30, 80, 40, baseline, 0.9)
            for word, (x, baseline) in zip(passage.words, places, strict=True)
        )
        return passage.pages[0], Photo("0" * 32 + ".png", 1000, 1400, words)

    def test_words_on_about_one_baseline_are_a_line(self) -> None:
        page, photo = self.page((100, 200), (300, 206), (500, 197), (100, 300), (300, 302))
        self.assertEqual([len(line) for line in lines_of(photo.words)], [3, 2])
        (laid,) = laid_photo(page, photo, WIDE)
        self.assertEqual([box.line for box in laid.boxes], [0, 0, 0, 1, 1])

    def test_the_photo_and_its_words_keep_their_shape(self) -> None:
        page, photo = self.page((100, 200), (600, 900))
        (laid,) = laid_photo(page, photo, WIDE)
        (picture,) = laid.pictures
        self.assertAlmostEqual(picture.width / picture.height, 1000 / 1400, places=3)
        self.assertTrue(picture.y >= 0 and picture.y + picture.height <= WIDE.height)
        scale = picture.width / 1000
        for box, place in zip(laid.boxes, photo.words, strict=True):
            self.assertAlmostEqual(box.x, picture.x + place.x * scale, places=2)
            self.assertAlmostEqual(box.baseline, picture.y + place.baseline * scale, places=2)

    def test_a_word_that_is_no_longer_in_the_text_has_no_place(self) -> None:
        page, photo = self.page((100, 200), (300, 200))
        other = Photo(photo.file, photo.width, photo.height, (*photo.words, ReadWord("gone", 1, 1, 9, 9, 9, 0.5)))
        (laid,) = laid_photo(page, other, WIDE)
        self.assertEqual(len(laid.boxes), 2)


if __name__ == "__main__":
    unittest.main()
