"""The title of a pasted text is offered, and only where there is one."""

from __future__ import annotations

import unittest

from hypothesis import given
from hypothesis import strategies as st

from wordtrail.core.text.title_offer import title_offered

PROSE = "When a bee finds a field of clover, she does not keep it to herself. She flies home and dances on the comb."


class TitleOfferTest(unittest.TestCase):
    def test_a_short_first_line_that_stands_apart_is_a_title(self) -> None:
        for head, title, author in (
            ("The Bee’s Map\n\n", "The Bee’s Map", ""),
            ("The Bee’s Map\n", "The Bee’s Map", ""),
            ("The Bee’s Map\nby Ada Larkmoor\n\n", "The Bee’s Map", "Ada Larkmoor"),
            ("\n\nWhere Do Bees Go?\n\n\nBy Ada Larkmoor\n", "Where Do Bees Go?", "Ada Larkmoor"),
            ("# The Bee’s Map\n\n", "The Bee’s Map", ""),
        ):
            with self.subTest(head):
                offer = title_offered(head + PROSE)
                assert offer
                self.assertEqual((offer.title, offer.author, offer.text), (title, author, PROSE))

    def test_a_first_line_that_begins_the_passage_is_none(self) -> None:
        for text in (
            PROSE,
            f"Once there was a bee.\n\n{PROSE}",
            "Rain on a tin roof,\nrain on the lane,\nrain in the gutter\nand rain again.",
            "Tap, tap, tap\nsays the rain on the tin\nand the gutters sing.",
            "The Bee’s Map",
            "",
            f"When a bee has found a field of clover that nobody else knows about\n\n{PROSE}",
        ):
            with self.subTest(text[:30]):
                self.assertIsNone(title_offered(text))

    @given(st.text(max_size=300))
    def test_nothing_is_lost(self, text: str) -> None:
        offer = title_offered(text)
        if offer:
            kept = " ".join((offer.title, offer.author, offer.text))
            self.assertLessEqual(set(text.split()) - set(kept.split()), {"#", "##", *_said(text)})


def _said(text: str) -> set[str]:
    """Words before an author, in any case."""
    return {word for word in text.split() if word.lower() in ("by", "from", "told", "written")}


if __name__ == "__main__":
    unittest.main()
