"""Typesetting: word boxes, fitting, page breaks, marks and cards."""

from __future__ import annotations

import unittest
from itertools import groupby, pairwise

from hypothesis import given, settings
from hypothesis import strategies as st

from tests.worlds import lesson, planned
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.point_changes import KeepPoint
from wordtrail.core.layout.faces import shape
from wordtrail.core.layout.stages import TYPE_SCALE, WIDE
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.text.model import Style
from wordtrail.standins.passages import BEES_MAP, RAIN

SENTENCE = "The bee goes home to dance on the comb again and again. "


class ShapeTest(unittest.TestCase):
    def test_widths_add_up_and_letters_ascend(self) -> None:
        shaped = shape("flowers")
        self.assertEqual(len(shaped.letters), len("flowers") + 1)
        self.assertEqual(list(shaped.letters), sorted(shaped.letters))
        self.assertAlmostEqual(shaped.letters[-1], shaped.advance)
        self.assertGreater(shape("flowers", Style.BOLD).advance, shaped.advance)

    @given(st.text(max_size=30))
    def test_any_text_can_be_shaped(self, text: str) -> None:
        self.assertEqual(len(shape(text).letters), len(text) + 1)


class TypesetTest(unittest.TestCase):
    def test_every_word_has_one_box_inside_the_text_column(self) -> None:
        for text in (BEES_MAP, RAIN):
            made = lesson(text)
            boxes = [box for page in typeset(made).pages[1:] for box in page.boxes]
            self.assertEqual([box.word for box in boxes], [word.id for word in made.words])
            for box in boxes:
                self.assertGreaterEqual(box.x, WIDE.text_left)
                self.assertLessEqual(box.x + box.width, WIDE.text_left + WIDE.text_width + 0.01)
                self.assertLessEqual(box.baseline + 0.62 * box.size, WIDE.text_top + WIDE.text_height)

    def test_words_on_a_line_do_not_overlap(self) -> None:
        for page in typeset(lesson(BEES_MAP)).pages:
            for _, line in groupby(page.boxes, key=lambda box: box.line):
                boxes = list(line)
                self.assertTrue(all(a.x + a.width <= b.x for a, b in pairwise(boxes)))

    def test_a_short_page_is_set_at_the_largest_size(self) -> None:
        self.assertEqual(typeset(lesson("Up we go.")).pages[1].size, TYPE_SCALE[0])

    def test_a_long_page_is_parted_at_a_readable_size_and_not_in_a_heading(self) -> None:
        text = "\n\n".join(f"## Part {n}\n\n{SENTENCE * 4}" for n in range(8))
        pages = typeset(lesson(text)).pages[1:]
        self.assertGreater(len(pages), 2)
        self.assertEqual(len({page.size for page in pages}), 1)
        self.assertGreaterEqual(pages[0].size, TYPE_SCALE[-1])
        for page in pages:
            last_line = [box for box in page.boxes if box.line == page.boxes[-1].line]
            self.assertLess(last_line[0].size, page.size * 1.05)

    def test_a_word_wider_than_the_column_is_shown_all_the_same(self) -> None:
        page = typeset(lesson("Llanfairpwllgwyngyll" * 3 + " is long.")).pages[1]
        self.assertEqual(len(page.boxes), 3)
        self.assertEqual(page.boxes[1].line, 1)

    def test_numbers_stand_in_the_margin(self) -> None:
        def margin(text: str) -> list[str]:
            return [
                p.text
                for page in typeset(lesson(text)).pages
                for p in page.pieces
                if p.x < WIDE.number_right and not p.word and not page.title
            ]

        self.assertEqual(margin("# A\n\nOne.\n\nTwo."), ["1", "2"])
        self.assertEqual(margin("One line,\ntwo lines.\n\nThree,\nfour."), ["1", "2", "3", "4"])

    def test_emphasis_changes_the_face_inside_a_word(self) -> None:
        page = typeset(lesson("A **fern**hollow here.")).pages[1]
        parts = [(piece.text, piece.style) for piece in page.pieces if piece.word == "a2"]
        self.assertEqual(parts, [("fern", Style.BOLD), ("hollow", Style.PLAIN)])
        self.assertAlmostEqual(page.boxes[1].width, sum(p.width for p in page.pieces if p.word == "a2"), places=2)

    @settings(max_examples=20, deadline=None)
    @given(st.lists(st.integers(1, 40), min_size=1, max_size=6))
    def test_nothing_is_lost_however_long_paragraphs_are(self, lengths: list[int]) -> None:
        made = lesson("\n\n".join("so it goes " * length for length in lengths))
        layout = typeset(made)
        self.assertEqual(
            [box.word for page in layout.pages[1:] for box in page.boxes], [word.id for word in made.words]
        )
        self.assertTrue(all(box.baseline < WIDE.height for page in layout.pages for box in page.boxes))

    def test_the_title_card_holds_the_credits(self) -> None:
        card = typeset(lesson()).pages[0]
        self.assertTrue(card.title)
        self.assertEqual(" ".join(piece.text for piece in card.pieces), "Bees by Room 6 Our own.")


class MarksAndCardsTest(unittest.TestCase):
    def test_a_mark_has_one_stretch_a_line_from_word_to_word(self) -> None:
        layout = typeset(planned())
        mark = next(mark for mark in layout.marks if mark.id == "mark2")
        places = layout.places()
        first, last = places["a6"][1], places["a9"][1]
        self.assertEqual(len(mark.stretches), last.line - first.line + 1)
        self.assertEqual((mark.stretches[0].left, mark.stretches[-1].right), (first.x, last.x + last.width))

    def test_a_card_stays_on_the_stage_and_is_joined_to_its_word(self) -> None:
        long_question = "What do you think will happen when the bee comes home, and why do you think so? " * 7
        made = apply(planned(), KeepPoint(PausePoint("", "a17", long_question[:590], 20)))
        layout = typeset(made)
        for card in layout.signposts:
            self.assertGreaterEqual(card.y, 0)
            self.assertLessEqual(card.y + card.height, layout.height)
            self.assertLessEqual(card.x + card.width, layout.width)
            for piece in card.pieces:
                self.assertLessEqual(piece.x + piece.width, card.x + card.width)
                self.assertLess(piece.baseline, card.y + card.height)
        box = layout.places()["a5"][1]
        self.assertGreater(layout.signposts[0].footpath[0], box.x + box.width)

    def test_without_think_time_there_are_no_stones(self) -> None:
        made = apply(lesson(), KeepPoint(PausePoint("", "a5", "Look.", 0)))
        self.assertEqual(typeset(made).signposts[0].stones, ())
