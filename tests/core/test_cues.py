"""The cue sheet: compiled from lesson and trail, and read at a moment."""

from __future__ import annotations

import unittest
from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from tests.worlds import TAKE, lesson, planned, trail, without
from wordtrail.core.changes.block_changes import EditBlock
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.take_changes import MoveStart
from wordtrail.core.cues.compile import TITLE_SECONDS, compile_cues, edit_list_of, whole_take
from wordtrail.core.cues.film import state_in_video, video_seconds, video_time
from wordtrail.core.cues.model import CueSheet
from wordtrail.core.cues.state import state_at
from wordtrail.core.cues.talk_captions import TALK
from wordtrail.core.edit.edit_list import Trim
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.trail.model import Trail, Visit


def sheet_of(made: Lesson, found: Trail) -> CueSheet:
    trails = {TAKE: found}
    return compile_cues(made, trails, typeset(made), edit_list_of(made, trails))


class CompileTest(unittest.TestCase):
    def setUp(self) -> None:
        self.lesson = planned()
        self.sheet = sheet_of(self.lesson, trail())

    def test_the_ends_are_trimmed_and_the_title_comes_first(self) -> None:
        self.assertEqual(self.sheet.title_until, TITLE_SECONDS)
        self.assertAlmostEqual(self.sheet.lights[0].start, TITLE_SECONDS + 0.4)

    def test_trims_set_by_hand_count(self) -> None:
        cut = replace(self.lesson, trims=(Trim(TAKE, 2.1, 6.0),))
        sheet = sheet_of(cut, trail())
        self.assertEqual(sheet.lights[0].word, "a3")
        self.assertAlmostEqual(sheet.seconds, TITLE_SECONDS + 3.9)

    def test_the_light_walks_over_short_gaps_and_goes_out_in_long_ones(self) -> None:
        found = Trail(
            (Visit("a1", 1, 1.5), Visit("a2", 1.8, 2), Visit("a3", 4, 4.2)), seconds=6, sound_start=1, sound_end=4.2
        )
        first, second, third = sheet_of(lesson(), found).lights
        self.assertEqual(first.end, second.start)
        self.assertAlmostEqual(second.end - second.start, 0.2)
        self.assertLess(second.end, third.start)

    def test_the_page_turns_before_its_first_word_but_not_in_the_word_before(self) -> None:
        turn = self.sheet.pages[-1]
        last, first = self.sheet.lights[15], self.sheet.lights[16]
        self.assertEqual((last.word, first.word, turn.page), ("a16", "a17", 2))
        self.assertTrue(last.end <= turn.at <= first.start)

    def test_a_pause_point_stops_after_the_sentence_of_its_word(self) -> None:
        (gate,) = self.sheet.gates
        others, she = self.sheet.lights[8], self.sheet.lights[9]
        self.assertTrue(others.start + 0.5 <= gate.at < she.start)
        self.assertEqual((gate.think_seconds, gate.question), (4, "Why clover?"))

    def test_a_pause_point_stops_at_its_word_where_the_voice_rests_there(self) -> None:
        found = trail()
        later = tuple(replace(v, start=v.start + 2, end=v.end + 2) if n > 4 else v for n, v in enumerate(found.visits))
        rested = replace(found, visits=later, asides=(), seconds=found.seconds + 2, sound_end=found.sound_end + 2)
        sheet = sheet_of(self.lesson, rested)
        clover = next(light for light in sheet.lights if light.word == "a5")
        self.assertAlmostEqual(sheet.gates[0].at, clover.start + 0.5 + 0.12, places=3)

    def test_a_pause_point_on_an_unread_word_falls_to_the_word_before(self) -> None:
        sheet = sheet_of(self.lesson, without(trail(), "a5", "a4"))
        bee = next(light for light in sheet.lights if light.word == "a3")
        finds_unheard = bee.start + 0.5 + 0.12
        self.assertAlmostEqual(sheet.gates[0].at, finds_unheard, places=3)

    def test_a_mark_is_drawn_while_its_words_are_first_read(self) -> None:
        drawing = next(d for d in self.sheet.drawings if d.mark == "mark2")
        she, others = self.sheet.lights[5], self.sheet.lights[8]
        self.assertEqual(drawing.start, she.start)
        self.assertAlmostEqual(drawing.end, others.end, places=2)

    def test_a_mark_whose_words_were_not_read_is_not_drawn(self) -> None:
        sheet = sheet_of(self.lesson, without(trail(), "a5"))
        self.assertEqual([d.mark for d in sheet.drawings], ["mark2"])

    def test_captions_hold_every_word_and_the_talk(self) -> None:
        said = " ".join(c.text for c in self.sheet.captions if c.text != TALK)
        self.assertEqual(said, " ".join(word.text for word in self.lesson.words))
        self.assertEqual(self.sheet.captions[-1].text, TALK)
        self.assertTrue(
            all(a.end <= b.start for a, b in zip(self.sheet.captions, self.sheet.captions[1:], strict=False))
        )

    def test_a_moved_start_is_in_the_sheet(self) -> None:
        moved = apply(self.lesson, MoveStart(TAKE, "a3", 2.2, 2.3))
        before, after = self.sheet.lights[2].start, sheet_of(moved, trail()).lights[2].start
        self.assertAlmostEqual(after - before, 0.1, places=3)

    def test_after_an_edit_of_the_text_the_other_words_keep_their_times(self) -> None:
        edited = apply(self.lesson, EditBlock("ab1", "When a bee finds thistle, she tells the others."))
        starts = {light.word: light.start for light in self.sheet.lights if light.word != "a5"}
        self.assertEqual({light.word: light.start for light in sheet_of(edited, trail()).lights}, starts)

    def test_the_whole_take_is_in_take_time(self) -> None:
        found = trail()
        sheet = compile_cues(self.lesson, {TAKE: found}, typeset(self.lesson), whole_take(TAKE, found))
        self.assertEqual([light.start for light in sheet.lights], [visit.start for visit in found.visits])

    def test_without_a_trail_there_is_an_empty_sheet(self) -> None:
        made = lesson()
        sheet = compile_cues(made, {}, typeset(made), edit_list_of(made, {}))
        self.assertEqual((sheet.lights, sheet.seconds), ((), TITLE_SECONDS))


class StateTest(unittest.TestCase):
    def setUp(self) -> None:
        self.sheet = sheet_of(planned(), trail())

    def test_before_during_and_after(self) -> None:
        self.assertEqual(state_at(self.sheet, 0).page, 0)
        first = self.sheet.lights[0]
        self.assertEqual((state_at(self.sheet, first.start).lit, state_at(self.sheet, first.start).page), ("a1", 1))
        end = state_at(self.sheet, self.sheet.seconds)
        self.assertEqual((end.lit, end.passed), ("", 18))
        self.assertTrue(all(mark.progress == 1 for mark in end.marks))

    def test_a_mark_grows(self) -> None:
        drawing = next(d for d in self.sheet.drawings if d.mark == "mark2")
        shares = [
            next(
                m.progress
                for m in state_at(self.sheet, drawing.start + part * (drawing.end - drawing.start)).marks
                if m.mark == "mark2"
            )
            for part in (0.0, 0.25, 0.5, 1.0)
        ]
        self.assertEqual(shares, [0.0, 0.25, 0.5, 1.0])

    def test_at_a_gate_no_word_is_lit_and_its_question_is_the_caption(self) -> None:
        gate = self.sheet.gates[0]
        state = state_at(self.sheet, gate.at, gate.pause)
        self.assertEqual((state.lit, state.gate, state.caption), ("", "pause1", "Why clover?"))

    def test_the_video_holds_the_gate_for_its_think_time(self) -> None:
        gate = self.sheet.gates[0]
        self.assertAlmostEqual(video_seconds(self.sheet), self.sheet.seconds + 4)
        state, waited = state_in_video(self.sheet, gate.at + 1.5)
        self.assertEqual(state.gate, "pause1")
        self.assertAlmostEqual(waited, 1.5)
        state, waited = state_in_video(self.sheet, gate.at + 4.01)
        self.assertEqual((state.gate, waited), ("", 0.0))

    @given(st.floats(0, 20))
    def test_video_time_shows_what_lesson_time_shows(self, time: float) -> None:
        state, _ = state_in_video(self.sheet, video_time(self.sheet, time) + 1e-9)
        if not state.gate:
            self.assertEqual(
                (state.page, state.passed),
                (state_at(self.sheet, time + 1e-9).page, state_at(self.sheet, time + 1e-9).passed),
            )
