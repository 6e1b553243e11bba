"""Covers: a picture that fills the stage, or the title with its number beside a page."""

from __future__ import annotations

import unittest
from dataclasses import replace

from hypothesis import given, settings
from hypothesis import strategies as st

from tests.core.test_boards_fit import overlapping, texts
from tests.golden.lessons import by_hand
from tests.worlds import TAKE, trail
from wordtrail.core.changes.film_changes import ChooseFilms
from wordtrail.core.cues.cover import cover_face
from wordtrail.core.cues.filmed import filmed
from wordtrail.core.errors import LessonError
from wordtrail.core.film.model import CoverPicture, Film, FilmChoices, NumberedCover, StageShape
from wordtrail.core.layout.cover_page import numbered_cover, picture_cover
from wordtrail.core.layout.stages import STAGES
from wordtrail.core.text.look import USUAL_LOOK

FILE = "0123456789abcdef0123456789abcdef.png"


class CoverPageTest(unittest.TestCase):
    @given(st.integers(1, 9000), st.integers(1, 9000), st.sampled_from(StageShape))
    def test_a_picture_fills_the_stage_and_keeps_its_shape(self, width: int, height: int, shape: StageShape) -> None:
        stage = STAGES[shape]
        (shown,) = picture_cover(CoverPicture(FILE, width, height), stage).pictures
        self.assertEqual((shown.x, shown.y, shown.width, shown.height), (0, 0, stage.width, stage.height))
        crop = shown.crop
        self.assertAlmostEqual(crop.width * width / (crop.height * height), stage.width / stage.height, places=3)
        self.assertAlmostEqual(crop.x + crop.width / 2, 0.5)
        self.assertAlmostEqual(crop.y + crop.height / 2, 0.5)
        self.assertAlmostEqual(max(crop.width, crop.height), 1.0)

    @settings(max_examples=60, deadline=None)
    @given(texts(24), texts(6) | st.just(""), st.integers(1, 999), texts(8), st.sampled_from(StageShape))
    def test_nothing_is_cut_off_or_lies_on_the_page(
        self, title: str, author: str, number: int, series: str, shape: StageShape
    ) -> None:
        stage, passage = STAGES[shape], replace(by_hand().passages[0], title=title, author=author)
        page, place = numbered_cover(passage, NumberedCover(number, series[:60]), stage, USUAL_LOOK)
        self.assertIsNone(overlapping(page))
        for piece in page.pieces:
            bottom = piece.baseline + 0.3 * piece.size
            self.assertTrue(piece.x >= 0 and piece.x + piece.width <= stage.width and bottom <= stage.height, piece)
            if place:
                beside = piece.x + piece.width <= place.x or bottom <= place.y
                self.assertTrue(beside, (piece, place))

    def test_it_is_the_first_page_of_the_text_that_is_shown(self) -> None:
        made = replace(by_hand(), chosen_take=TAKE)
        choices = FilmChoices(cover=NumberedCover(3, "Small things"))
        face = cover_face(filmed(made, {TAKE: trail(by_hand())}, Film(choices=choices)), choices)
        self.assertTrue(face.layout.pages[face.page].is_text)
        said = " ".join(piece.text for piece in face.layout.pages[face.state.page].pieces)
        self.assertIn("3 Small things", said)

    def test_what_makes_no_sense_is_refused(self) -> None:
        for cover in (
            CoverPicture("../../etc/passwd", 10, 10), CoverPicture(FILE, 0, 10), NumberedCover(0), NumberedCover(5000),
            NumberedCover(1, "x" * 100),
        ):  # fmt: skip
            with self.subTest(cover), self.assertRaises(LessonError):
                ChooseFilms(cover=cover).apply(by_hand())
        self.assertEqual(ChooseFilms(cover=NumberedCover(2)).apply(by_hand()).films.cover, NumberedCover(2))


if __name__ == "__main__":
    unittest.main()
