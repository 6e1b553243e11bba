"""Where a word stands, as students are told."""

from __future__ import annotations

import unittest

from tests.worlds import lesson
from wordtrail.core.changes.card_changes import MakeCard
from wordtrail.core.changes.commands import apply
from wordtrail.core.lesson.boards import boards, script
from wordtrail.core.lesson.whereabouts import where_it_stands
from wordtrail.standins.passages import BEES_MAP, BOAT, RAIN


class WhereaboutsTest(unittest.TestCase):
    def assert_place(self, text: str, printed: str, place: str) -> None:
        made = lesson(text)
        word = next(word.id for word in made.words if word.text == printed)
        self.assertEqual(where_it_stands(made, word), place)

    def test_paragraph_line_or_step(self) -> None:
        self.assert_place(BEES_MAP, "clover,", "paragraph 1, p. 12")
        self.assert_place(BEES_MAP, "antennae.", "paragraph 4, p. 13")
        self.assert_place(RAIN, "kettle", "line 3")
        self.assert_place(RAIN, "cupboard", "line 7")
        self.assert_place(BOAT, "thumb.", "step 1")

    def test_what_has_no_number_has_a_name(self) -> None:
        self.assert_place(BEES_MAP, "sisters", "the caption, p. 13")
        self.assert_place(BEES_MAP, "40,000", "the fact box, p. 13")

    def test_a_word_that_is_not_there(self) -> None:
        self.assertEqual(where_it_stands(lesson(), "z9"), "")
        self.assertEqual(where_it_stands(lesson(), ""), "")

    def test_it_stands_on_the_card_and_is_not_read_aloud(self) -> None:
        made = apply(lesson(BEES_MAP), MakeCard(next(w.id for w in lesson(BEES_MAP).words if w.text == "clover,")))
        card = next(sheet for sheet in boards(made) if sheet.card)
        self.assertEqual(card.texts[-1].text, "In the text: paragraph 1, p. 12")
        self.assertNotIn("In", [word.text for word in script(made) if word.id.startswith("card1.")])


if __name__ == "__main__":
    unittest.main()
