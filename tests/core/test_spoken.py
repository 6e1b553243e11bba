"""What a reader says for a printed word."""

from __future__ import annotations

import unittest

from hypothesis import given
from hypothesis import strategies as st

from wordtrail.core.text.spoken import spoken_form

KNOWN = {
    "1868": "eighteen sixty eight", "1900": "nineteen hundred", "1905,": "nineteen oh five",
    "2007": "two thousand seven", "2024.": "twenty twenty four", "1960s": "nineteen sixties",
    "25": "twenty five", "2,300": "two thousand three hundred", "40,000": "forty thousand", "3.5": "three point five",
    "3rd": "third", "21st": "twenty first", "$4.50": "four dollars and fifty cents", "$1": "one dollar",
    "£2.01": "two pounds and one penny", "25%": "twenty five percent", "½": "one half", "7:30": "seven thirty",
    "7:05": "seven oh five", "5km": "five kilometers", "Dr.": "doctor", "Mr.": "mister", "etc.": "et cetera",
    "well-known": "well known", "“Don’t": "don't", "’tis": "tis", "dogs’": "dogs", "Wait…”": "wait",
    "(home)": "home", "&": "and", "*star*": "star", "R2-D2": "r two d two",
}  # fmt: skip


class SpokenFormTest(unittest.TestCase):
    def test_known_forms(self) -> None:
        for printed, said in KNOWN.items():
            with self.subTest(printed):
                self.assertEqual(" ".join(spoken_form(printed)), said)

    @given(st.text(max_size=20))
    def test_anything_is_said_in_lower_case_words_without_space(self, printed: str) -> None:
        for word in spoken_form(printed):
            self.assertEqual(word, word.strip())
            self.assertNotIn(" ", word)

    @given(st.integers(0, 10**9))
    def test_every_number_can_be_said(self, number: int) -> None:
        self.assertTrue(all(word.isalpha() for word in spoken_form(str(number))))
