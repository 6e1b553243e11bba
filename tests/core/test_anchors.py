"""After an edit, words that stayed keep their ids."""

from __future__ import annotations

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from wordtrail.core.text.anchors import same_words
from wordtrail.core.text.intake import passage_from_text
from wordtrail.core.text.model import Passage
from wordtrail.core.text.shaping import with_block, with_text

TEXT = "When a bee finds a feild of clover, she does not keep it. She flies home and dances on the comb."


def ids(passage: Passage) -> dict[str, str]:
    return {word.id: word.text for word in passage.words}


class AnchorsTest(unittest.TestCase):
    def setUp(self) -> None:
        self.old = passage_from_text(TEXT)

    def after(self, text: str) -> Passage:
        return with_text(self.old, "ab1", text)

    def test_nothing_changes_when_nothing_is_edited(self) -> None:
        self.assertEqual(self.after(TEXT).words, self.old.words)

    def test_a_mended_word_keeps_its_id(self) -> None:
        mended = ids(self.after(TEXT.replace("feild", "field")))
        self.assertEqual(mended["a6"], "field")
        self.assertEqual(set(mended), set(ids(self.old)))

    def test_another_word_gets_a_fresh_id_and_the_old_one_is_gone(self) -> None:
        after = ids(self.after(TEXT.replace("clover,", "thistle,")))
        self.assertEqual(set(ids(self.old)) - set(after), {"a8"})
        self.assertEqual(after["a9"], "she")
        self.assertIn("thistle,", after.values())

    def test_ids_are_never_given_twice(self) -> None:
        shorter = self.after(TEXT.replace("on the comb", ""))
        longer = with_text(shorter, "ab1", TEXT)
        new = set(ids(longer)) - set(ids(shorter))
        self.assertTrue(new)
        self.assertFalse(set(ids(self.old)) & new)

    def test_a_new_paragraph_moves_no_other_word(self) -> None:
        after = ids(with_block(self.old, "ab1", None, "She dances."))
        self.assertEqual(after | ids(self.old), after)

    def test_an_order_of_other_words_is_compared_word_by_word(self) -> None:
        self.assertEqual(same_words(["a", "b", "c"], ["x", "A", "c"]), {0: 1, 2: 2})
        self.assertEqual(same_words(["feild"], ["field"]), {0: 0})
        self.assertEqual(same_words([], ["a"]), {})

    @settings(max_examples=80, deadline=None)
    @given(st.data())
    def test_an_edit_elsewhere_never_moves_a_word(self, data: st.DataObject) -> None:
        words = TEXT.split()
        at = data.draw(st.integers(0, len(words)))
        taken = data.draw(st.integers(0, 3))
        added = data.draw(st.lists(st.sampled_from(["xylo", "quartz", "bee", "the"]), max_size=3))
        result = self.after(" ".join([*words[:at], *added, *words[at + taken :]]) or "x")
        after = ids(result)
        if not set(added) & {"bee", "the"}:
            for index, word in enumerate(words):
                # Which of two like words went cannot be told from the text that is left ("a bee finds a …").
                if words.count(word) == 1 and (index < at or index >= at + taken):
                    self.assertEqual(after[f"a{index + 1}"], word)
        self.assertEqual(len(after), len(result.words))
