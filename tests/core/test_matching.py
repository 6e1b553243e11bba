"""The matching card: words with their meanings or pictures, on the stage and as a question."""

from __future__ import annotations

import unittest
from dataclasses import replace

from tests.worlds import lesson
from wordtrail.core.changes.card_changes import KeepCard, SetMatching
from wordtrail.core.changes.commands import apply
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.answers import Answer
from wordtrail.core.plan.cards import PenLine, WordCard
from wordtrail.core.plan.matching import MATCHING, MOST_CARDS, matches, matching_question
from wordtrail.core.plan.part_names import matching_part

DRAWN = (PenLine((100.0, 100.0, 900.0, 900.0), "moss"),)
CARDS = (
    WordCard("card1", "pin", meaning="A thin piece of metal.", drawing=DRAWN),
    WordCard("card2", "tin", meaning="A small metal box.", picture=f"{1:032x}.png"),
    WordCard("card3", "run", meaning="To go fast."),
)


def with_cards(*, pictures: bool) -> Lesson:
    made = lesson()
    for card in CARDS:
        made = apply(made, KeepCard(replace(card, id="")))
    return apply(made, SetMatching(True, pictures))


class MatchingTest(unittest.TestCase):
    def test_each_right_side_has_a_row_of_its_own_and_not_always_its_words(self) -> None:
        found = matches(CARDS, pictures=False)
        self.assertEqual(sorted(match.place for match in found), [0, 1, 2])
        self.assertNotEqual([match.place for match in found], [0, 1, 2])
        self.assertEqual([match.says for match in found], [card.meaning for card in CARDS])

    def test_pictures_where_there_are_some_meanings_where_not(self) -> None:
        found = matches(CARDS, pictures=True)
        self.assertEqual([match.pictured for match in found], [True, True, False])
        self.assertEqual(found[2].says, "To go fast.")
        self.assertEqual(found[0].says, f"picture {'ABC'[found[0].place]}")

    def test_one_card_is_no_question_and_a_page_has_room_for_eight(self) -> None:
        self.assertIsNone(matching_question(CARDS[:1], pictures=False))
        many = tuple(WordCard(f"card{n}", f"word{n}") for n in range(20))
        self.assertEqual(len(matches(many, pictures=False)), MOST_CARDS)

    def test_what_students_put_together_is_checked(self) -> None:
        for pictures in (True, False):
            asked = matching_question(CARDS, pictures=pictures)
            assert asked
            right = tuple(match.says for match in matches(CARDS, pictures=pictures))
            self.assertTrue(asked.activity.verdict(Answer(matches=right), (), ()).right)
            self.assertFalse(asked.activity.verdict(Answer(matches=right[::-1]), (), ()).right)

    def test_on_the_stage_the_lines_join_each_word_to_its_own(self) -> None:
        made = with_cards(pictures=True)
        layout = typeset(made)
        page = layout.pages[layout.page_of_board(MATCHING) or 0]
        self.assertEqual([picture.file for picture in page.pictures], [CARDS[1].picture])
        (part,) = (one for one in page.parts if one.id == matching_part(MATCHING))
        self.assertEqual(len(part.strokes), 3)
        (drawn,) = (stroke for stroke in page.strokes if stroke.colour == "moss")
        end_of_pin = part.strokes[0].points[-1]
        self.assertTrue(drawn.points[1] < end_of_pin < drawn.points[-1], "the line ends beside the drawing")
        panels = [panel for panel in page.panels if panel.fill == "mist"]
        for upper, lower in zip(sorted(p.y for p in panels), sorted(p.y for p in panels)[1:], strict=False):
            self.assertGreater(lower, upper + panels[0].height)

    def test_only_what_is_written_can_be_read_aloud(self) -> None:
        said = [word.text for word in script(with_cards(pictures=True)) if word.id.startswith("matching.")]
        self.assertEqual(said, ["pin", "tin", "run", "To", "go", "fast."])
        said = [word.text for word in script(with_cards(pictures=False)) if word.id.startswith("matching.")]
        self.assertIn("thin", said)


if __name__ == "__main__":
    unittest.main()
