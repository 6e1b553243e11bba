"""Sentences that are quoted out of a block."""

from __future__ import annotations

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from wordtrail.core.text.excerpts import LEFT_OUT, excerpt
from wordtrail.core.text.intake import passage_from_text
from wordtrail.core.text.model import Block


def block(text: str) -> Block:
    return passage_from_text(text, title="", author="", permission="").pages[0].blocks[0]


def ids(of: Block, *texts: str) -> set[str]:
    return {word.id for word in of.words if word.text in texts}


class ExcerptTest(unittest.TestCase):
    def test_only_the_sentences_that_are_wanted(self) -> None:
        whole = block("One is here. Two is there. Three is gone — far away. Four stays.")
        self.assertEqual(excerpt(whole, ids(whole, "Two")).text, "… Two is there. …")
        self.assertEqual(excerpt(whole, ids(whole, "One", "Three")).text, "One is here. … Three is gone — far away. …")
        self.assertEqual(excerpt(whole, ids(whole, "Four")).text, "… Four stays.")

    def test_in_verse_only_the_lines(self) -> None:
        whole = block("Rain on a roof,\nping, ping,\nrain on a hill,\nhush.")
        self.assertEqual(excerpt(whole, ids(whole, "hill,")).text, "…\nrain on a hill,\n…")

    def test_all_or_nothing_stays_as_it_is(self) -> None:
        whole = block("One is here. Two is there.")
        self.assertIs(excerpt(whole, ids(whole, "One", "Two")), whole)
        self.assertIs(excerpt(whole, ()), whole)

    @given(st.sets(st.integers(0, 11)))
    @settings(deadline=None)
    def test_every_word_stands_where_it_says(self, wanted: set[int]) -> None:
        whole = block("“Go,” she said. He went home. It rained — all day! Why?")
        names = [word.id for word in whole.words]
        short = excerpt(whole, {names[n] for n in wanted if n < len(names)})
        for word in short.words:
            self.assertEqual(short.text[word.start : word.end], word.text)
        self.assertTrue({names[n] for n in wanted if n < len(names)} <= {word.id for word in short.words})
        self.assertEqual(LEFT_OUT in short.text, len(short.words) < len(whole.words))


if __name__ == "__main__":
    unittest.main()
