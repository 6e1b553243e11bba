"""An edit list that comes back from another program: what it would change, and that taking it over does that."""

from __future__ import annotations

import unittest
from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from tests.worlds import TAKE, lesson, trail
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.cut_changes import CutOut, TakeOverEdits
from wordtrail.core.cues.compile import edit_list_of
from wordtrail.core.edit.edit_list import Clip, EditList
from wordtrail.core.edit.joining import Cut, CutKind
from wordtrail.core.edit.slowing import Slower
from wordtrail.core.lesson.edit_moves import EditMoves, edit_moves
from wordtrail.core.lesson.model import Lesson

TRAILS = {TAKE: trail()}
CUT = Cut(TAKE, 4.0, 6.0, CutKind.TALK)


def edits(of: Lesson) -> EditList:
    return edit_list_of(of, TRAILS)


def taken_over(of: Lesson, found: EditMoves) -> Lesson:
    return apply(of, TakeOverEdits(found.cut, found.back, found.slower))


class EditMovesTest(unittest.TestCase):
    def setUp(self) -> None:
        self.plain = lesson()
        self.cut = apply(self.plain, CutOut((CUT,)))
        (self.whole,) = edits(self.plain).clips

    def test_a_list_that_was_not_touched_changes_nothing(self) -> None:
        for of in (self.plain, self.cut):
            found = edit_moves(of, edits(of), edits(of).clips)
            self.assertEqual(found, EditMoves((), (), 0.0, 0.0, (), 0, False))

    def test_what_was_cut_there_is_cut_here(self) -> None:
        clips = (replace(self.whole, end=3.0), replace(self.whole, start=5.0))
        found = edit_moves(self.plain, edits(self.plain), clips)
        self.assertEqual((found.cut, found.less), ((Cut(TAKE, 3.0, 5.0, CutKind.SOUND),), 2.0))
        self.assertEqual(edits(taken_over(self.plain, found)).clips, clips)

    def test_what_was_put_back_there_is_heard_here_also_in_part(self) -> None:
        found = edit_moves(self.cut, edits(self.cut), (self.whole,))
        self.assertEqual((found.back, found.cut, found.more), ((CUT,), (), 2.0))
        self.assertEqual(edits(taken_over(self.cut, found)).clips, (self.whole,))
        part = (replace(self.whole, end=5.0), replace(self.whole, start=6.0))
        found = edit_moves(self.cut, edits(self.cut), part)
        self.assertEqual((found.back, found.cut), ((CUT,), (replace(CUT, start=5.0),)))
        self.assertEqual(edits(taken_over(self.cut, found)).clips, part)

    def test_another_pace_comes_over_as_far_as_it_can_be_heard(self) -> None:
        clips = (replace(self.whole, end=3.0), replace(self.whole, start=3.0, end=5.0, pace=0.5))
        found = edit_moves(self.plain, edits(self.plain), (*clips, replace(self.whole, start=5.0)))
        self.assertEqual((found.slower, found.cut), ((Slower(TAKE, 3.0, 5.0, 0.7),), ()))
        again = edit_moves(taken_over(self.plain, found), edits(taken_over(self.plain, found)), (self.whole,))
        (back,) = again.slower
        self.assertTrue(back.pace == 1.0 and back.start <= 3.0 and back.end >= 5.0, "its seams lie between words")

    def test_what_is_of_no_take_here_or_in_another_order_is_said_and_left(self) -> None:
        clips = (replace(self.whole, start=5.0), replace(self.whole, end=5.0), Clip("another", 0.0, 2.0))
        found = edit_moves(self.plain, edits(self.plain), clips)
        self.assertEqual((found.elsewhere, found.reordered, found.cut, found.back), (1, True, (), ()))

    def test_what_was_never_kept_stays_out(self) -> None:
        found = edit_moves(self.plain, edits(self.plain), (replace(self.whole, start=0.0),))
        self.assertEqual((found.elsewhere, found.cut, found.back), (1, (), ()))

    @given(st.lists(st.tuples(st.floats(0, 14), st.floats(0.2, 4)), min_size=1, max_size=6))
    def test_taken_over_it_is_what_the_file_says(self, kept: list[tuple[float, float]]) -> None:
        """But for what is shorter than a cut, and never more than is kept of the take."""
        clips = tuple(
            Clip(TAKE, max(start, self.whole.start), min(start + length, self.whole.end))
            for start, length in sorted(kept)
            if min(start + length, self.whole.end) - max(start, self.whole.start) > 0.1
        )
        for of in (self.plain, self.cut):
            after = edits(taken_over(of, edit_moves(of, edits(of), clips)))
            for moment in (n / 10 for n in range(170)):
                theirs = any(clip.start + 0.06 < moment < clip.end - 0.06 for clip in clips)
                near = any(clip.start - 0.06 < moment < clip.end + 0.06 for clip in clips)
                heard = after.to_lesson(TAKE, moment) is not None
                self.assertTrue(heard or not theirs, moment)
                self.assertTrue(near or not heard, moment)


if __name__ == "__main__":
    unittest.main()
