"""What a film ends with: a card that says what to do now, where to hand it in, and shows the student page as a code."""

from __future__ import annotations

import unittest
from dataclasses import replace

from hypothesis import given, settings
from hypothesis import strategies as st

from tests.core.test_boards_fit import longest, overlapping
from tests.golden.lessons import by_hand
from tests.worlds import TAKE, trail
from wordtrail.core.changes.film_changes import LONGEST_ON_END_CARD, ChooseFilms
from wordtrail.core.cues.chapters import chapters_of
from wordtrail.core.cues.ended import END_SECONDS
from wordtrail.core.cues.film import state_in_video, video_seconds
from wordtrail.core.cues.filmed import Filmed, filmed
from wordtrail.core.errors import LessonError
from wordtrail.core.film.model import EndCard, Film, FilmChoices, FilmVersion, StageShape
from wordtrail.core.layout.end_card import SIZES, end_card
from wordtrail.core.layout.model import LaidPage
from wordtrail.core.layout.stages import STAGES, Stage
from wordtrail.core.text.look import USUAL_LOOK

LINK = "http://192.168.178.40:8000/s/Q0xkT3VyT3duVG9rZW4x"
END = EndCard("Read it to somebody at home.", "Your blue folder, by Friday.", LINK)


class EndCardTest(unittest.TestCase):
    def film(self, version: FilmVersion = FilmVersion.LISTEN, end: EndCard | None = END) -> Filmed:
        made = replace(by_hand(), chosen_take=TAKE)
        return filmed(made, {TAKE: trail(by_hand())}, Film(version, FilmChoices(end=end)))

    def test_each_film_stands_still_on_it_at_its_end(self) -> None:
        for version in FilmVersion:
            without, made = self.film(version, None), self.film(version)
            self.assertAlmostEqual(video_seconds(made.sheet), video_seconds(without.sheet) + END_SECONDS)
            for back in (0.01, END_SECONDS - 0.01):
                state, _ = state_in_video(made.sheet, video_seconds(made.sheet) - back)
                said = " ".join(piece.text for piece in made.layout.pages[state.page].pieces)
                self.assertIn("Read it to somebody at home.", said)
                self.assertIn("Your blue folder, by Friday.", said)
            before, _ = state_in_video(made.sheet, video_seconds(made.sheet) - END_SECONDS - 0.01)
            self.assertNotEqual(made.layout.pages[before.page].board, "end-card")
            self.assertEqual(chapters_of(made)[-1].title, "Now you")

    def test_what_is_empty_is_not_on_it(self) -> None:
        (page,) = end_card(EndCard(hand_in="The folder."), STAGES[StageShape.WIDE], USUAL_LOOK)
        self.assertEqual(" ".join(piece.text for piece in page.pieces), "Hand it in The folder.")
        self.assertEqual((page.panels, page.strokes), ((), ()))

    @settings(max_examples=60, deadline=None)
    @given(longest(LONGEST_ON_END_CARD), longest(LONGEST_ON_END_CARD), st.booleans(), st.sampled_from(StageShape))
    def test_nothing_is_cut_off_or_lies_on_the_code(
        self, to_do: str, hand_in: str, code: bool, shape: StageShape
    ) -> None:
        stage = STAGES[shape]
        pages = end_card(EndCard(to_do, hand_in, LINK if code else ""), stage, USUAL_LOOK)
        self.assertEqual(any(page.strokes for page in pages), code)
        for page in pages:
            self.assert_fits(page, stage)

    def assert_fits(self, page: LaidPage, stage: Stage) -> None:
        self.assertIsNone(overlapping(page))
        for piece in page.pieces:
            self.assertGreaterEqual(piece.size, min(SIZES) * 0.9, piece)
            self.assertTrue(piece.x >= 0 and piece.x + piece.width <= stage.width, piece)
            self.assertTrue(piece.baseline - piece.size >= 0 and piece.baseline + 0.3 * piece.size <= stage.height)
            for panel in page.panels:
                beside = piece.x + piece.width <= panel.x or piece.x >= panel.x + panel.width
                above = piece.baseline + 0.3 * piece.size <= panel.y
                below = piece.baseline - piece.size >= panel.y + panel.height
                self.assertTrue(beside or above or below, (piece, panel))


class ChoosingTest(unittest.TestCase):
    def test_it_is_chosen_and_left_out_again(self) -> None:
        with_it = ChooseFilms(end=EndCard("  Read  it. ", "", f" {LINK} ")).apply(by_hand())
        self.assertEqual(with_it.films.end, EndCard("Read it.", "", LINK))
        self.assertEqual(ChooseFilms(talk=False).apply(with_it).films.end, with_it.films.end)
        self.assertIsNone(ChooseFilms(end="nothing").apply(with_it).films.end)

    def test_only_addresses_become_codes_and_texts_are_short(self) -> None:
        for link in (
            "javascript:alert(1)",
            "http://a b",
            "file:///etc",
            "http://x/" + "y" * 300,
            "http://x/\n"[:9] + "é",
        ):
            with self.subTest(link), self.assertRaises(LessonError):
                ChooseFilms(end=EndCard(link=link)).apply(by_hand())
        with self.assertRaises(LessonError):
            ChooseFilms(end=EndCard("x" * (LONGEST_ON_END_CARD + 1))).apply(by_hand())


if __name__ == "__main__":
    unittest.main()
