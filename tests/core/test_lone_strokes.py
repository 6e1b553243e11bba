"""A lone stroke on a photo is an I that the teacher is asked about."""

from __future__ import annotations

import unittest

from wordtrail.core.proof.checks import UNSURE_READING, VERY_UNSURE
from wordtrail.core.proof.lone_strokes import read_as_word
from wordtrail.core.text.draft import DraftWord

MEANT = {"|": "I", "“|": "“I", "|,": "I,", "|’m": "I’m", "|'ll": "I'll", "¦": "I", "(|)": "(I)"}


def word(text: str, sure: float = 0.95) -> DraftWord:
    return DraftWord(text, 10, 20, 4, 30, 50, sure)


class LoneStrokesTest(unittest.TestCase):
    def test_a_lone_stroke_is_an_i_and_shown_to_the_teacher(self) -> None:
        for text, meant in MEANT.items():
            with self.subTest(text):
                read = read_as_word(word(text))
                self.assertEqual(read.text, meant)
                self.assertLess(read.confidence, min(VERY_UNSURE, UNSURE_READING), "it is always asked about")
                self.assertEqual((read.x, read.y, read.width), (10, 20, 4))
        self.assertEqual(read_as_word(word("|", 0.3)).confidence, 0.3)

    def test_all_else_stays_as_it_is(self) -> None:
        for text in ("I", "Meg", "l", "1", "||", "a|b", "—", "!", "|x"):
            with self.subTest(text):
                self.assertEqual(read_as_word(word(text)), word(text))


if __name__ == "__main__":
    unittest.main()
