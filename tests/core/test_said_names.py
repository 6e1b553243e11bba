"""The names of a text, with every time they are said."""

from __future__ import annotations

import unittest

from tests.worlds import trail
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.said_names import names_in, names_said
from wordtrail.core.text.intake import passage_from_text


def named(text: str) -> dict[str, int]:
    """The names of a text, with how many of its words they are."""
    return {name: len(words) for name, words in names_in(_lesson(text)).items()}


def _lesson(text: str) -> Lesson:
    return Lesson((passage_from_text(text, permission="Our own."),))


class NamesTest(unittest.TestCase):
    def test_what_has_a_capital_inside_a_sentence_is_a_name_wherever_it_stands(self) -> None:
        self.assertEqual(named("Mira ran. Then old Mira sat, and Mira’s dog barked at Tomas."), {"mira": 3, "tomas": 1})

    def test_a_word_that_is_also_written_small_is_none_nor_is_one_too_short(self) -> None:
        self.assertEqual(named("We met May in may. I said that Al and I ran. The end."), {})

    def test_a_name_is_given_with_all_times_it_is_said_and_only_if_it_is_said_again(self) -> None:
        of = _lesson("Mira ran. Then old Mira sat, and Mira’s dog barked at Tomas.")
        visits = trail(of).visits
        (one,) = names_said(of, visits)
        said = {word.id for word in of.words if word.text.startswith("Mira")}
        self.assertEqual((one.name, {visit.word for visit in one.times}), ("Mira", said))
        self.assertEqual(names_said(of, visits[:3]), ())


if __name__ == "__main__":
    unittest.main()
