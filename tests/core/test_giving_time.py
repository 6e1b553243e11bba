"""Slower stretches, holds, time to say it back, and words from elsewhere: one edit list, there and back."""

from __future__ import annotations

import unittest
from dataclasses import replace
from itertools import pairwise

from hypothesis import given
from hypothesis import strategies as st

from tests.worlds import TAKE, lesson, planned, trail
from wordtrail.core.changes.block_changes import EditBlock
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.cut_changes import CutOut
from wordtrail.core.changes.joining_changes import UseStretch
from wordtrail.core.changes.talk_changes import HearTalk, SilenceWords
from wordtrail.core.changes.time_changes import AddHolds, RemoveHolds, SetSpeed
from wordtrail.core.cues.compile import compile_cues, edit_list_of
from wordtrail.core.cues.film import video_seconds, video_time
from wordtrail.core.cues.model import CueSheet
from wordtrail.core.edit.edit_list import Clip, EditList
from wordtrail.core.edit.holds import Echo
from wordtrail.core.edit.joining import Cut
from wordtrail.core.edit.slowing import Slower, slowed, with_pace
from wordtrail.core.errors import LessonError
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.giving_time import EchoAfter, NewHold, echo_holds
from wordtrail.core.lesson.kept_clips import kept_clips
from wordtrail.core.lesson.model import Lesson, without_takes
from wordtrail.core.lesson.same_words import same_words
from wordtrail.core.trail.model import Trail, Visit

TRAILS = {TAKE: trail()}
PACES = st.floats(0.7, 0.99)


def sheet_of(made: Lesson) -> CueSheet:
    return compile_cues(made, TRAILS, typeset(made), edit_list_of(made, TRAILS))


class SlowedTest(unittest.TestCase):
    def test_a_slower_stretch_makes_what_follows_later_and_no_more(self) -> None:
        edits = EditList(slowed([Clip("one", 2.0, 12.0)], [Slower("one", 4.0, 8.0, 0.8)]), 3.0)
        self.assertEqual([clip.pace for clip in edits.clips], [1.0, 0.8, 1.0])
        self.assertAlmostEqual(edits.seconds, 3 + 2 + 5 + 4)
        for said, heard in ((2.0, 3.0), (4.0, 5.0), (6.0, 7.5), (8.0, 10.0), (12.0, 14.0)):
            self.assertAlmostEqual(edits.to_lesson("one", said) or 0, heard, msg=str(said))
        found = edits.to_take(7.5)
        assert found is not None
        self.assertAlmostEqual(found[1], 6.0)

    @given(
        st.lists(st.tuples(st.floats(0, 50), st.floats(0.05, 20), PACES), max_size=5),
        st.lists(st.tuples(st.floats(0, 60), st.floats(0.05, 5)), max_size=4),
        st.lists(st.floats(0, 60), min_size=2, max_size=10),
    )
    def test_time_runs_forward_there_and_back_whatever_is_slower_or_cut(
        self, slow: list[tuple[float, float, float]], cut: list[tuple[float, float]], times: list[float]
    ) -> None:
        slower: tuple[Slower, ...] = ()
        for start, length, pace in slow:
            slower = with_pace(slower, Slower("one", start, start + length, pace))
        for before, after in pairwise(slower):
            self.assertLessEqual(before.end, after.start, "no moment has two paces")
        edits = EditList(slowed([Clip("one", 0.0, 60.0)], slower), 3.0)
        left = edits.without((3 + start, 3 + start + length) for start, length in cut)
        self.assertLessEqual(left.seconds, edits.seconds + 1e-6)
        for list_ in (edits, left):
            heard = [at for time in sorted(times) if (at := list_.to_lesson("one", time)) is not None]
            for sooner, later in pairwise(heard):
                self.assertLessEqual(sooner, later + 1e-9)
            for at in heard:
                found = list_.to_take(at)
                if found:
                    self.assertAlmostEqual(list_.to_lesson(*found) or -1, at, places=5)
            self.assertAlmostEqual(list_.seconds, 3 + sum(clip.seconds for clip in list_.clips))

    def test_paces_are_chosen_over_one_another_and_taken_back(self) -> None:
        made = apply(lesson(), SetSpeed(TAKE, 2.0, 8.0, 0.9))
        made = apply(made, SetSpeed(TAKE, 4.0, 5.0, 0.7))
        self.assertEqual(
            [(one.start, one.end, one.pace) for one in made.slower], [(2, 4, 0.9), (4, 5, 0.7), (5, 8, 0.9)]
        )
        self.assertEqual(apply(made, SetSpeed(TAKE, 0.0, 20.0, 1.0)).slower, ())
        for pace in (0.6, 1.1):
            with self.assertRaises(LessonError):
                apply(made, SetSpeed(TAKE, 2.0, 3.0, pace))

    def test_the_words_of_a_slower_stretch_light_longer_and_in_their_order(self) -> None:
        before = sheet_of(lesson())
        words = trail().visits
        made = apply(lesson(), SetSpeed(TAKE, words[9].start, words[10].end, 0.7))
        after = sheet_of(made)
        self.assertEqual([one.word for one in after.lights], [one.word for one in before.lights])
        longer = [b.end - b.start for b in before.lights], [a.end - a.start for a in after.lights]
        self.assertAlmostEqual(longer[1][0], longer[0][0], places=3)
        self.assertAlmostEqual(longer[1][9], longer[0][9] / 0.7, places=3)
        clips = kept_clips(made, TRAILS)
        self.assertEqual(len(clips), 3)
        for clip in clips[1:]:
            self.assertFalse(any(one.start < clip.start < one.end for one in words), "it changes between words")


class HoldTest(unittest.TestCase):
    def held(self, made: Lesson, counted: bool = False) -> Lesson:
        visit = trail().visits[10]
        return apply(made, AddHolds(TAKE, (NewHold(visit.word, visit.end, 5.0),), counted))

    def test_the_lesson_stands_still_after_a_word_and_goes_on_by_itself(self) -> None:
        made = self.held(lesson())
        sheet = sheet_of(made)
        (gate,) = sheet.gates
        (light,) = (one for one in sheet.lights if one.word == "a11")
        self.assertEqual((gate.word, gate.think_seconds, gate.auto, gate.shows), ("a11", 5.0, True, ""))
        self.assertLessEqual(light.end, gate.at)
        following = next(one for one in sheet.lights if one.start > light.start)
        self.assertLess(gate.at, following.start)
        self.assertAlmostEqual(video_seconds(sheet), sheet.seconds + 5.0)
        self.assertAlmostEqual(video_time(sheet, following.start), following.start + 5.0)

    def test_with_the_count_it_has_stones_beside_its_word(self) -> None:
        made = self.held(lesson(), counted=True)
        sheet = sheet_of(made)
        (sign,) = typeset(made).signposts
        self.assertEqual((sign.id, sheet.gates[0].shows), (made.holds[0].id, made.holds[0].id))
        self.assertTrue(sign.stones)
        self.assertFalse(sign.boxes, "it asks nothing")

    def test_one_moment_has_one_hold_and_it_can_go(self) -> None:
        made = self.held(self.held(lesson()), counted=True)
        self.assertEqual(len(made.holds), 1)
        self.assertEqual(apply(made, RemoveHolds((made.holds[0].id,))).holds, ())
        self.assertEqual(without_takes(made).holds, ())

    def test_where_its_word_was_cut_it_is_at_the_cut_and_it_goes_with_its_word(self) -> None:
        made = self.held(lesson())
        words = trail().visits
        cut = apply(made, CutOut((Cut(TAKE, words[9].start, words[10].end),)))
        (gate,) = sheet_of(cut).gates
        next_light = next(one for one in sheet_of(cut).lights if one.word == words[11].word)
        self.assertAlmostEqual(gate.at, next_light.start, delta=0.2)
        block = made.passages[0].pages[0].blocks[1]
        edited = apply(made, EditBlock(block.id, "She. Her dance is a map."))
        self.assertEqual(edited.holds, ())

    def test_what_cannot_be_is_refused(self) -> None:
        for hold in (NewHold("nothing", 3.0, 5.0), NewHold("a2", 3.0, 0.1), NewHold("a2", 3.0, 999.0)):
            with self.assertRaises(LessonError):
                apply(lesson(), AddHolds(TAKE, (hold,), True))


class EchoTest(unittest.TestCase):
    def test_each_sentence_is_said_back_for_as_long_as_it_took_times_a_factor(self) -> None:
        found = echo_holds(lesson(), TAKE, trail(), EchoAfter.SENTENCE, Echo(), 0.0, 60.0)
        self.assertEqual([one.word for one in found], ["a9", "a11", "a16", "a18"])
        sentence = trail().visits[:9]
        self.assertAlmostEqual(found[0].seconds, 1.3 * (sentence[-1].end - sentence[0].start), places=2)
        self.assertEqual(found[3].seconds, 1.5, "two short words have the least time")
        made = apply(lesson(), AddHolds(TAKE, found, False))
        self.assertEqual(len(sheet_of(made).gates), 4)
        self.assertEqual(echo_holds(made, TAKE, trail(), EchoAfter.SENTENCE, Echo(), 0.0, 60.0), ())

    def test_in_verse_each_line_and_of_prose_each_paragraph(self) -> None:
        verse = lesson("Rain comes down\non the roof\n\nIt says hush\nand hush again")
        found = echo_holds(verse, TAKE, trail(verse), EchoAfter.SENTENCE, Echo(), 0.0, 60.0)
        self.assertEqual(len(found), 4)
        paragraphs = echo_holds(lesson(), TAKE, trail(), EchoAfter.PARAGRAPH, Echo(most=4.0), 0.0, 60.0)
        self.assertEqual([one.word for one in paragraphs], ["a9", "a16", "a18"])
        self.assertEqual(paragraphs[0].seconds, 4.0)

    def test_only_of_the_stretch_and_slower_where_it_is_heard_slower(self) -> None:
        last = trail().visits[8].end
        (one,) = echo_holds(lesson(), TAKE, trail(), EchoAfter.SENTENCE, Echo(), 0.0, last)
        made = apply(lesson(), SetSpeed(TAKE, 0.0, last, 0.8))
        (slow,) = echo_holds(made, TAKE, trail(), EchoAfter.SENTENCE, Echo(), 0.0, last)
        self.assertAlmostEqual(slow.seconds, one.seconds / 0.8, places=1)
        with self.assertRaises(LessonError):
            echo_holds(lesson(), TAKE, trail(), EchoAfter.SENTENCE, Echo(least=9, most=3), 0.0, last)


class SilencedTest(unittest.TestCase):
    def test_words_that_are_silenced_light_all_the_same_and_are_heard_again(self) -> None:
        words = trail().visits
        made = apply(planned(), SilenceWords(TAKE, words[2].start, words[3].end, beep=True))
        edits = edit_list_of(made, TRAILS)
        self.assertEqual(
            [(one.start, one.end, one.beep) for one in edits.mutes], [(words[2].start, words[3].end, True)]
        )
        self.assertEqual(len(sheet_of(made).lights), len(words))
        again = apply(made, SilenceWords(TAKE, words[2].start, words[3].end, beep=False))
        self.assertEqual(len(again.blanks), 1)
        self.assertEqual(apply(again, HearTalk(TAKE, words[2].start, words[3].end)).blanks, ())


class SameWordsTest(unittest.TestCase):
    def test_the_same_words_are_found_elsewhere_and_take_their_place(self) -> None:
        first = trail()
        later = tuple(Visit(v.word, v.start + 20, v.end + 20) for v in first.visits[2:5])
        both = {
            TAKE: replace(first, visits=(*first.visits, *later), asides=(), seconds=40.0, sound_end=39.0),
            "two": Trail(later),
        }
        start, end = first.visits[2].start, first.visits[4].end
        found = same_words(lesson(), both, TAKE, start, end)
        self.assertEqual([(one.by, one.by_start) for one in found], [("two", later[0].start), (TAKE, later[0].start)])
        made = apply(lesson(), UseStretch(found[1]))
        heard = kept_clips(made, both)
        self.assertIn(Clip(TAKE, later[0].start, later[-1].end), heard)
        self.assertEqual(same_words(lesson(), both, TAKE, first.visits[8].start, first.visits[8].end), ())
        self.assertEqual(same_words(lesson(), both, TAKE, 0.0, 0.1), ())


if __name__ == "__main__":
    unittest.main()
