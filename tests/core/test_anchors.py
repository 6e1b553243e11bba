"""After an edit, words that stayed keep their ids."""

from __future__ import annotations

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from wordtrail.core.text.anchors import Reanchored, reanchor
from wordtrail.core.text.intake import passage_from_text
from wordtrail.core.text.model import Passage

TEXT = "When a bee finds a feild of clover, she does not keep it. She flies home and dances on the comb."


def ids(passage: Passage) -> dict[str, str]:
    return {word.id: word.text for word in passage.words}


class ReanchorTest(unittest.TestCase):
    def setUp(self) -> None:
        self.old = passage_from_text(TEXT)

    def after(self, text: str) -> Reanchored:
        return reanchor(self.old, passage_from_text(text))

    def test_nothing_changes_when_nothing_is_edited(self) -> None:
        result = self.after(TEXT)
        self.assertEqual(result.passage.words, self.old.words)
        self.assertEqual(result.gone, ())

    def test_a_mended_word_keeps_its_id(self) -> None:
        result = self.after(TEXT.replace("feild", "field"))
        self.assertEqual(ids(result.passage)["a6"], "field")
        self.assertEqual(result.gone, ())

    def test_another_word_gets_a_fresh_id_and_the_old_one_is_gone(self) -> None:
        result = self.after(TEXT.replace("clover,", "thistle,"))
        self.assertEqual([word.text for word in result.gone], ["clover,"])
        self.assertNotIn("a8", ids(result.passage))
        self.assertEqual(ids(result.passage)["a9"], "she")

    def test_ids_are_never_given_twice(self) -> None:
        shorter = self.after(TEXT.replace("on the comb", "")).passage
        longer = reanchor(shorter, passage_from_text(TEXT)).passage
        old_ids = {word.id for word in self.old.words}
        new = [
            word.id
            for word in longer.words
            if word.text in ("on", "comb.") and word.id not in {w.id for w in shorter.words}
        ]
        self.assertTrue(new)
        self.assertFalse(old_ids & set(new))

    def test_a_new_paragraph_moves_no_other_word(self) -> None:
        result = self.after("# A heading\n\n" + TEXT)
        self.assertEqual(ids(result.passage) | ids(self.old), ids(result.passage))

    @settings(max_examples=80, deadline=None)
    @given(st.data())
    def test_an_edit_elsewhere_never_moves_a_word(self, data: st.DataObject) -> None:
        words = TEXT.split()
        at = data.draw(st.integers(0, len(words)))
        taken = data.draw(st.integers(0, 3))
        added = data.draw(st.lists(st.sampled_from(["xylo", "quartz", "bee", "the"]), max_size=3))
        result = self.after(" ".join([*words[:at], *added, *words[at + taken :]]) or "x")
        after = ids(result.passage)
        if not set(added) & {"bee", "the"}:
            for index, word in enumerate(words):
                # Which of two like words went cannot be told from the text that is left ("a bee finds a …").
                if words.count(word) == 1 and (index < at or index >= at + taken):
                    self.assertEqual(after[f"a{index + 1}"], word)
        self.assertEqual(len(after), len(result.passage.words))
