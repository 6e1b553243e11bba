"""What a reader says for a printed word."""

from __future__ import annotations

import unittest

from hypothesis import given
from hypothesis import strategies as st

from wordtrail.core.text.spoken import spoken_form, spoken_forms

KNOWN = {
    "1868": "eighteen sixty eight", "1900": "nineteen hundred", "1905,": "nineteen oh five",
    "2007": "two thousand seven", "2024.": "twenty twenty four", "1960s": "nineteen sixties",
    "25": "twenty five", "2,300": "two thousand three hundred", "40,000": "forty thousand", "3.5": "three point five",
    "3rd": "third", "21st": "twenty first", "$4.50": "four dollars and fifty cents", "$1": "one dollar",
    "£2.01": "two pounds and one penny", "25%": "twenty five percent", "½": "one half", "7:30": "seven thirty",
    "7:05": "seven oh five", "5km": "five kilometers", "Dr.": "doctor", "Mr.": "mister", "etc.": "et cetera",
    "well-known": "well known", "“Don’t": "don't", "’tis": "tis", "dogs’": "dogs", "Wait…”": "wait",
    "(home)": "home", "&": "and", "*star*": "star", "R2-D2": "r two d two",
    "H₂O.": "h two o", "CO₂": "c o two", "2.5%": "two point five percent", "3/4": "three quarters",
    "1/3": "one third", "10–12": "ten to twelve", "10-12°C,": "ten to twelve degrees celsius", "°C.": "degrees celsius",
    "m²": "square meters", "20°F": "twenty degrees fahrenheit", "-er": "er", "–est.": "est", "U.S.A.": "u s a",
    "4.15": "four point one five", "4pm": "four p m", "7.30pm,": "seven point three zero p m",
    "9:15am": "nine fifteen a m",
    "mid-1800s": "mid eighteen hundreds", "20-year-old": "twenty year old",
    "XIV": "fourteen", "2½": "two and a half", "A": "a", "I": "i", "12,": "twelve", "30–40%": "thirty to forty percent",
}  # fmt: skip

ALSO = {
    "-er": "e r", "¾": "three fourths", "3/4": "three over four", "1/2": "a half", "2.5": "two and a half",
    "125": "one twenty five", "105": "one oh five", "9:15": "quarter past nine", "NASA": "n a s a", "°C": "degrees",
    "1868": "one thousand eight hundred sixty eight", "$4.50": "four fifty", "m": "meters", "m²": "meters squared",
    "10–12": "ten through twelve", "2½": "two and one half", "9:00": "nine",
    "4.15": "four fifteen", "7.30pm": "half past seven p m", "6.05": "six oh five",
    "1,250": "one thousand two hundred and fifty",
}  # fmt: skip


class SpokenFormTest(unittest.TestCase):
    def test_known_forms(self) -> None:
        for printed, said in KNOWN.items():
            with self.subTest(printed):
                self.assertEqual(" ".join(spoken_form(printed)), said)

    def test_other_ways_to_say_the_same(self) -> None:
        for printed, said in ALSO.items():
            with self.subTest(printed):
                self.assertIn(tuple(said.split()), spoken_forms(printed)[1:])

    def test_a_dash_or_stars_alone_are_not_read(self) -> None:
        for printed in ("—", "***", "…", "“", "-"):
            self.assertEqual(spoken_forms(printed), (), printed)

    @given(st.text(max_size=20))
    def test_anything_is_said_in_lower_case_words_without_space(self, printed: str) -> None:
        for form in spoken_forms(printed):
            for word in form:
                self.assertEqual(word, word.strip())
                self.assertNotIn(" ", word)

    @given(st.integers(0, 10**9))
    def test_every_number_can_be_said(self, number: int) -> None:
        for form in spoken_forms(str(number)):
            self.assertTrue(all(word.isalpha() for word in form))

    def test_a_number_as_long_as_a_code_is_said_digit_by_digit(self) -> None:
        for length, said in ((18, "one hundred eleven quadrillion"), (19, "one one one"), (400, "one one one")):
            with self.subTest(length):
                self.assertTrue(" ".join(spoken_form("1" * length)).startswith(said))

    @given(st.integers(0, 999), st.integers(0, 999))
    def test_every_fraction_and_range_can_be_said(self, one: int, other: int) -> None:
        for sign in "/–":
            for form in spoken_forms(f"{one}{sign}{other}"):
                self.assertTrue(form and all(word.isalpha() for word in form))


if __name__ == "__main__":
    unittest.main()
