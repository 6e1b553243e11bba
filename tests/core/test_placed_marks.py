"""Marks whose moment the teacher set by hand in a take."""

from __future__ import annotations

import unittest
from dataclasses import replace
from functools import reduce

from hypothesis import given, settings
from hypothesis import strategies as st

from tests.worlds import TAKE, planned, trail
from wordtrail.core.changes.block_changes import EditBlock
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.mark_changes import FreeMark, KeepMark, PlaceDrawn, PlaceMark, RemoveMark
from wordtrail.core.changes.take_changes import ChooseTake, SetTrim
from wordtrail.core.cues.compile import TITLE_SECONDS, compile_cues, edit_list_of, whole_take
from wordtrail.core.cues.model import CueSheet, Drawing
from wordtrail.core.cues.state import state_at
from wordtrail.core.errors import LessonError
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.live_marks import DRAWN_IN_TALK
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.model import PlacedMark
from wordtrail.core.trail.events import TakeEvent, drawn_by_hand
from wordtrail.core.trail.model import Trail

LESSON = planned()
TRAIL = trail(LESSON)
UNDERLINE = next(mark.id for mark in LESSON.marks if mark.first == "a6")
LAYOUT = typeset(LESSON)


def sheet_of(made: Lesson, found: Trail = TRAIL, *, whole: bool = False) -> CueSheet:
    trails = {TAKE: found}
    edits = whole_take(TAKE, found) if whole else edit_list_of(made, trails)
    return compile_cues(made, trails, LAYOUT, edits)


def drawing(sheet: CueSheet, mark: str = UNDERLINE) -> Drawing:
    return next(one for one in sheet.drawings if one.mark == mark)


class PlacedMarkTest(unittest.TestCase):
    def test_it_is_drawn_where_the_hand_put_it(self) -> None:
        made = apply(LESSON, PlaceMark(TAKE, UNDERLINE, 9.0, 2.0))
        drawn = drawing(sheet_of(made, whole=True))
        self.assertEqual((drawn.start, drawn.end, drawn.gate), (9.0, 11.0, ""))
        sheet = sheet_of(made)
        start = edit_list_of(made, {TAKE: TRAIL}).clips[0].start
        self.assertAlmostEqual(drawing(sheet).start, 9.0 - start + TITLE_SECONDS)
        half = state_at(sheet, drawing(sheet).start + 1.0)
        self.assertAlmostEqual(next(one.progress for one in half.marks if one.mark == UNDERLINE), 0.5)

    def test_without_a_length_it_takes_as_long_as_one_in_talk(self) -> None:
        drawn = drawing(sheet_of(apply(LESSON, PlaceMark(TAKE, UNDERLINE, 9.0)), whole=True))
        self.assertAlmostEqual(drawn.end - drawn.start, DRAWN_IN_TALK)

    def test_the_last_hand_counts_and_each_take_has_its_own(self) -> None:
        made = apply(apply(LESSON, PlaceMark(TAKE, UNDERLINE, 9.0)), PlaceMark(TAKE, UNDERLINE, 4.0))
        made = apply(made, PlaceMark("take-2", UNDERLINE, 1.5))
        self.assertEqual(len(made.placed_marks), 2)
        self.assertEqual(drawing(sheet_of(made, whole=True)).start, 4.0)
        other = apply(made, ChooseTake("take-2"))
        found = compile_cues(other, {"take-2": TRAIL}, LAYOUT, whole_take("take-2", TRAIL))
        self.assertEqual(drawing(found).start, 1.5)

    def test_a_moment_set_in_another_take_changes_nothing_here(self) -> None:
        (gate,) = sheet_of(LESSON, whole=True).gates
        for mark in LESSON.marks:
            elsewhere = apply(LESSON, PlaceMark("take-2", mark.id, gate.at, 5.0))
            self.assertEqual(sheet_of(elsewhere).drawings, sheet_of(LESSON).drawings)

    def test_it_takes_as_long_as_the_plan_says(self) -> None:
        mark = next(one for one in LESSON.marks if one.id == UNDERLINE)
        made = apply(apply(LESSON, KeepMark(replace(mark, seconds=2.5))), PlaceMark(TAKE, UNDERLINE, 9.0))
        drawn = drawing(sheet_of(made, whole=True))
        self.assertEqual((drawn.start, drawn.end), (9.0, 11.5))

    def test_let_go_it_finds_its_moment_again(self) -> None:
        made = apply(apply(LESSON, PlaceMark(TAKE, UNDERLINE, 9.0)), FreeMark(TAKE, UNDERLINE))
        self.assertEqual(sheet_of(made).drawings, sheet_of(LESSON).drawings)

    def test_where_its_moment_is_cut_away_it_finds_another(self) -> None:
        made = apply(LESSON, PlaceMark(TAKE, UNDERLINE, 0.2))
        trimmed = apply(made, SetTrim(TAKE, 1.0, TRAIL.seconds))
        plain = apply(LESSON, SetTrim(TAKE, 1.0, TRAIL.seconds))
        self.assertEqual(drawing(sheet_of(trimmed)), drawing(sheet_of(plain)))

    def test_half_drawn_it_does_not_stand_at_a_pause(self) -> None:
        (gate,) = sheet_of(LESSON, whole=True).gates
        made = apply(LESSON, PlaceMark(TAKE, UNDERLINE, gate.at - 0.5, 1.0))
        waits = drawing(sheet_of(made, whole=True))
        self.assertTrue(gate.at < waits.start < gate.at + 0.1 and waits.end - waits.start == 1.0)
        just_before = apply(LESSON, PlaceMark(TAKE, UNDERLINE, gate.at - 1.2, 1.0))
        self.assertLess(drawing(sheet_of(just_before, whole=True)).end, gate.at)

    def test_a_mark_that_was_never_read_can_be_drawn_by_hand(self) -> None:
        found = replace(TRAIL, visits=TRAIL.visits[:4])
        self.assertNotIn(UNDERLINE, [one.mark for one in sheet_of(LESSON, found).drawings])
        made = apply(LESSON, PlaceMark(TAKE, UNDERLINE, 6.0))
        self.assertEqual(drawing(sheet_of(made, found, whole=True)).start, 6.0)

    def test_with_the_mark_its_moment_goes(self) -> None:
        made = apply(apply(LESSON, PlaceMark(TAKE, UNDERLINE, 9.0)), RemoveMark(UNDERLINE))
        self.assertEqual(made.placed_marks, ())

    def test_with_its_words_its_moment_goes(self) -> None:
        made = apply(LESSON, PlaceMark(TAKE, UNDERLINE, 9.0))
        made = reduce(apply, (EditBlock(block.id, "Other words.") for block in made.passages[0].blocks), made)
        trails = {TAKE: trail(made)}
        found = compile_cues(made, trails, typeset(made), edit_list_of(made, trails))
        self.assertEqual(found.drawings, ())

    def test_nonsense_is_refused(self) -> None:
        for command in (
            PlaceMark(TAKE, "mark99", 1.0),
            PlaceMark(TAKE, UNDERLINE, -1.0),
            PlaceMark(TAKE, UNDERLINE, float("nan")),
            PlaceMark(TAKE, UNDERLINE, 1.0, 1e9),
        ):
            with self.subTest(command), self.assertRaises(LessonError):
                apply(LESSON, command)

    def test_what_was_drawn_while_recording_is_placed_and_what_is_gone_passed_over(self) -> None:
        marks = (PlacedMark(UNDERLINE, TAKE, 7.0), PlacedMark("mark99", TAKE, 8.0))
        made = apply(LESSON, PlaceDrawn(marks))
        self.assertEqual([one.mark for one in made.placed_marks], [UNDERLINE])
        self.assertEqual(drawing(sheet_of(made, whole=True)).start, 7.0)

    @given(
        st.lists(
            st.tuples(st.sampled_from([mark.id for mark in LESSON.marks]), st.floats(0, 60), st.floats(0, 5)),
            max_size=6,
        )
    )
    @settings(deadline=None)
    def test_every_mark_is_drawn_at_most_once(self, moves: list[tuple[str, float, float]]) -> None:
        made = LESSON
        for mark, start, seconds in moves:
            made = apply(made, PlaceMark(TAKE, mark, start, seconds))
        drawn = [one.mark for one in sheet_of(made).drawings]
        self.assertEqual(len(drawn), len(set(drawn)))
        self.assertTrue(all(one.end >= one.start for one in sheet_of(made).drawings))


class DrawnTest(unittest.TestCase):
    def drawn(self, *events: tuple[float, str, str]) -> list[tuple[str, float]]:
        found = drawn_by_hand([TakeEvent(*event) for event in events], TAKE)
        self.assertTrue(all(one.take == TAKE for one in found))
        return [(one.mark, one.start) for one in found]

    def test_marks_have_the_moment_at_which_they_were_drawn(self) -> None:
        events = ((1.0, "page", "3"), (4.5, "mark", "m1"), (6.0, "pause", ""), (6.5, "mark", "m2"))
        self.assertEqual(self.drawn(*events), [("m1", 4.5), ("m2", 6.5)])

    def test_what_was_taken_back_is_not_drawn_and_once_more_counts(self) -> None:
        back = ((1.0, "mark", "m1"), (2.0, "mark taken back", "m1"), (3.0, "mark", "m2"))
        self.assertEqual(self.drawn(*back), [("m2", 3.0)])
        self.assertEqual(self.drawn(*back, (5.0, "mark", "m1")), [("m2", 3.0), ("m1", 5.0)])

    def test_the_same_event_twice_is_one(self) -> None:
        self.assertEqual(self.drawn((1.0, "mark", "m1"), (1.0, "mark", "m1")), [("m1", 1.0)])


if __name__ == "__main__":
    unittest.main()
