"""What is known of each kind of block is what the rest of the core does with it."""

from __future__ import annotations

import unittest

from wordtrail.core.errors import LessonError
from wordtrail.core.text.block_kinds import BLOCK_KINDS
from wordtrail.core.text.intake import passage_from_text
from wordtrail.core.text.model import Block, BlockKind, Passage
from wordtrail.core.text.shaping import with_block_numbered, with_kind, with_text

TEXT = "She dances.\n\nThe end."


def as_kind(kind: BlockKind) -> Passage:
    """A passage whose first block was made one of this kind."""
    return with_kind(passage_from_text(TEXT), "ab1", kind)


def first(passage: Passage) -> Block:
    return next(passage.blocks)


class BlockKindsTest(unittest.TestCase):
    def test_every_kind_is_there_once_with_a_name_and_a_key_of_its_own(self) -> None:
        self.assertEqual([one.kind for one in BLOCK_KINDS], list(dict.fromkeys(one.kind for one in BLOCK_KINDS)))
        self.assertEqual({one.kind for one in BLOCK_KINDS}, set(BlockKind))
        self.assertEqual(len({one.name for one in BLOCK_KINDS}), len(BLOCK_KINDS))
        keys = [one.key for one in BLOCK_KINDS if one.key]
        self.assertEqual(len(set(keys)), len(keys))
        # A chosen block also has m, n and - (join, number, new page).
        self.assertFalse(set(keys) & set("mn-"))

    def test_a_kind_with_a_key_can_be_had_by_it_and_no_other(self) -> None:
        for one in BLOCK_KINDS:
            with self.subTest(one.name):
                if one.key:
                    self.assertEqual(first(as_kind(one.kind)).kind, one.kind)
                else:
                    self.assertRaises(LessonError, as_kind, one.kind)

    def test_what_is_counted_has_a_number_that_can_be_left_out(self) -> None:
        for one in (one for one in BLOCK_KINDS if one.key and one.kind is not BlockKind.STEP):
            with self.subTest(one.name):
                passage = as_kind(one.kind)
                self.assertEqual(first(passage).number, 1 if one.is_counted else None)
                self.assertIsNone(first(with_block_numbered(passage, "ab1", False)).number)

    def test_lines_are_kept_where_it_says_so(self) -> None:
        for one in (one for one in BLOCK_KINDS if one.key):
            with self.subTest(one.name):
                passage = as_kind(one.kind)
                self.assertEqual("\n" in first(with_text(passage, "ab1", "One.\nTwo.")).text, one.has_lines)


if __name__ == "__main__":
    unittest.main()
