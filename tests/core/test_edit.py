"""Take time ↔ lesson time."""

from __future__ import annotations

import unittest

from hypothesis import given
from hypothesis import strategies as st

from wordtrail.core.edit.edit_list import Clip, EditList, Hold, held, trimmed_ends

EDITS = EditList((Clip("one", 2.0, 5.0), Clip("two", 10.0, 11.5), Clip("one", 7.0, 9.0)), lead=3.0)


class EditListTest(unittest.TestCase):
    def test_known_times(self) -> None:
        self.assertEqual(EDITS.seconds, 9.5)
        self.assertEqual(EDITS.to_lesson("one", 2.0), 3.0)
        self.assertEqual(EDITS.to_lesson("two", 10.5), 6.5)
        self.assertEqual(EDITS.to_lesson("one", 8.0), 8.5)
        self.assertIsNone(EDITS.to_lesson("one", 6.0))
        self.assertIsNone(EDITS.to_take(2.9))
        self.assertEqual(EDITS.to_take(6.5), ("two", 10.5))
        self.assertIsNone(EDITS.to_take(9.5))

    def test_what_was_cut_lies_where_its_clips_meet(self) -> None:
        self.assertEqual(EDITS.near("one", 6.0), 7.5)
        self.assertEqual(EDITS.near("one", 8.0), 8.5)
        self.assertEqual(EDITS.near("one", 5.0 + 1e-9), 6.0, "sums of times differ by a hair")
        for outside in (1.0, 9.5):
            self.assertIsNone(EDITS.near("one", outside))

    @given(st.floats(3.0, 9.49))
    def test_there_and_back(self, time: float) -> None:
        found = EDITS.to_take(time)
        assert found is not None
        self.assertAlmostEqual(EDITS.to_lesson(*found) or 0, time, places=6)

    def test_holds_make_everything_after_them_later(self) -> None:
        holds = (Hold(2.0, 10.0), Hold(4.0, 5.0))
        self.assertEqual([held(t, holds) for t in (1.0, 2.0, 2.1, 4.0, 5.0)], [1.0, 2.0, 12.1, 14.0, 20.0])

    def test_ends_are_trimmed_to_four_tenths_around_the_sound(self) -> None:
        self.assertEqual(trimmed_ends(2.0, 8.0, 10.0), (1.6, 8.4))
        self.assertEqual(trimmed_ends(0.1, 9.9, 10.0), (0.0, 10.0))
        self.assertEqual(trimmed_ends(0.0, 0.0, 10.0), (0.0, 10.0))
