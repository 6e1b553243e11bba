"""What could be cut of a take, what is cut, and what happens to what lies in it."""

from __future__ import annotations

import unittest
from dataclasses import replace

from hypothesis import given, settings
from hypothesis import strategies as st

from tests.worlds import TAKE, lesson, trail
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.cut_changes import CutOut, PutCutBack
from wordtrail.core.cues.compile import compile_cues, edit_list_of
from wordtrail.core.edit.joining import Cut, CutKind
from wordtrail.core.errors import LessonError
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.kept_clips import kept_clips
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.shortening import CutOffer, cut_offers, lying_in, savings, stretch_to_cut
from wordtrail.core.marks.model import PlacedMark
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.sound.quiet import STEP, other_sounds, silences
from wordtrail.core.trail.directions import Deed, Direction
from wordtrail.core.trail.model import Aside, Trail, Visit
from wordtrail.core.trail.rests import voiced

ROOM, VOICE, RING = 12, 130, 110
"""Heights of a room, a voice and a telephone."""


def heights(of: Trail, *others: tuple[float, float]) -> bytes:
    """The heights of a take's sound: its voices, and other sounds."""
    found = bytearray([ROOM] * int(of.seconds / STEP))
    voices = [(start, end, VOICE) for start, end in voiced(of)]
    for start, end, height in (*voices, *((*one, RING) for one in others)):
        for place in range(int(start / STEP), min(len(found), int(end / STEP))):
            found[place] = height
    return bytes(found)


def read(*stretches: tuple[float, int, int], asides: tuple[Aside, ...] = (), seconds: float = 40.0) -> Trail:
    """Words `first` to `last` (from 1) from a moment on, half a second each."""
    visits = tuple(
        Visit(f"a{word}", at + 0.5 * (word - first), at + 0.5 * (word - first) + 0.45)
        for at, first, last in stretches
        for word in range(first, last + 1)
    )
    return Trail(visits, asides=asides, seconds=seconds, sound_start=1.0, sound_end=max(one.end for one in visits))


def offers(made: Lesson, of: Trail, *others: tuple[float, float], thinking: tuple[float, ...] = ()) -> list[CutOffer]:
    return list(cut_offers(made, TAKE, of, heights(of, *others), thinking, 1.2, 0.6))


class OffersTest(unittest.TestCase):
    def test_a_long_silence_keeps_a_breath_on_either_side(self) -> None:
        of = read((1, 1, 9), (9, 10, 18))
        (offer,) = offers(lesson(), of)
        self.assertEqual(offer.cut.kind, CutKind.SILENCE)
        self.assertAlmostEqual(offer.start, 5.45, delta=0.03)
        self.assertAlmostEqual(offer.end, 9.0, delta=0.03)
        self.assertAlmostEqual((offer.end - offer.start) - (offer.cut.end - offer.cut.start), 0.6, places=2)

    def test_students_think_in_some(self) -> None:
        of = read((1, 1, 9), (9, 10, 18))
        self.assertEqual(offers(lesson(), of, thinking=(5.5,)), [])
        self.assertEqual(len(offers(lesson(), of, thinking=(12.0,))), 1)

    def test_a_telephone_between_the_words_is_a_sound_of_its_own(self) -> None:
        found = offers(lesson(), read((1, 1, 9), (11, 10, 18)), (7.0, 8.2))
        self.assertEqual([one.cut.kind for one in found], [CutKind.SILENCE, CutKind.SOUND, CutKind.SILENCE])
        silence, sound = savings(found)
        self.assertEqual((silence.kind, silence.places, sound.places), (CutKind.SILENCE, 2, 1))
        self.assertAlmostEqual(silence.seconds, 11.0 - 5.45 - 1.2 - 2 * 0.6, delta=0.15)
        ring = found[1]
        self.assertAlmostEqual(ring.start, 7.0, delta=0.03)
        self.assertAlmostEqual(ring.end, 8.2, delta=0.03)

    def test_a_sentence_that_was_begun_twice_is_offered_up_to_the_second_try(self) -> None:
        of = read((1, 1, 4), (3.4, 1, 9))
        (offer,) = (one for one in offers(lesson(), of) if one.cut.kind is CutKind.BEGUN_TWICE)
        self.assertEqual((offer.first, offer.last), ("a1", "a4"))
        made = apply(lesson(), CutOut((offer.cut,)))
        sheet = compile_cues(made, {TAKE: of}, typeset(made), edit_list_of(made, {TAKE: of}))
        self.assertEqual([light.word for light in sheet.lights], [f"a{n}" for n in range(1, 10)])
        self.assertEqual(offers(made, of), [], "what is cut is not offered again")

    def test_a_whole_sentence_that_is_read_again_at_once_is_offered_and_one_word_again_is_not(self) -> None:
        (offer,) = offers(lesson(), read((1, 1, 9), (6, 1, 9)))
        self.assertEqual((offer.cut.kind, offer.first, offer.last), (CutKind.BEGUN_TWICE, "a1", "a9"))
        self.assertEqual(offers(lesson(), read((1, 1, 3), (3, 3, 9))), [], "that is a slip of its own")

    def test_talk_between_two_tries_is_no_second_start(self) -> None:
        of = read((1, 1, 4), (6, 1, 9), asides=(Aside(3.2, 5.8),))
        self.assertEqual(offers(lesson(), of), [])

    def test_impossible_lengths_are_refused(self) -> None:
        of = read((1, 1, 9))
        for longest, length in ((1.0, 0.1), (0.6, 0.6), (0.5, 2.0)):
            with self.assertRaises(LessonError):
                cut_offers(lesson(), TAKE, of, heights(of), (), longest, length)

    def test_a_take_without_heights_has_no_silences(self) -> None:
        self.assertEqual(cut_offers(lesson(), TAKE, read((1, 1, 9), (9, 10, 18)), b"", (), 1.2, 0.6), ())


class QuietTest(unittest.TestCase):
    @given(st.binary(max_size=400), st.lists(st.tuples(st.floats(0, 8), st.floats(0.02, 2)), max_size=6))
    def test_what_is_found_lies_between_voices(self, sound: bytes, begun: list[tuple[float, float]]) -> None:
        voices = [(start, start + length) for start, length in begun]
        found = [*silences(sound, voices), *other_sounds(sound, voices)]
        for start, end in found:
            self.assertLess(start, end)
            self.assertFalse(any(one < end - STEP and start + STEP < other for one, other in voices))


class CutTest(unittest.TestCase):
    def test_words_go_with_the_breath_beside_them(self) -> None:
        made, of = lesson(), trail()
        first, last = of.visits[9], of.visits[10]
        cut = stretch_to_cut(made, TAKE, of, first.start, last.end, CutKind.WORDS)
        self.assertTrue(of.visits[8].end <= cut.start <= first.start and last.end <= cut.end <= of.visits[11].start)
        made = apply(made, CutOut((cut,)))
        sheet = compile_cues(made, {TAKE: of}, typeset(made), edit_list_of(made, {TAKE: of}))
        gone = {first.word, last.word}
        self.assertEqual(
            [light.word for light in sheet.lights], [one.word for one in of.visits if one.word not in gone]
        )
        back = apply(made, PutCutBack((cut,)))
        self.assertEqual(back.cuts, ())
        self.assertEqual(len(kept_clips(back, {TAKE: of})), 1)

    def test_what_lies_in_it_is_said_and_happens_where_it_was_cut(self) -> None:
        of = trail()
        cut = Cut(TAKE, of.visits[9].start - 0.05, of.visits[10].end + 0.05)
        inside = of.visits[10].start
        made = replace(
            lesson(),
            pause_points=(PausePoint("pause1", of.visits[10].word, "Why?", 4),),
            placed_marks=(PlacedMark("m1", TAKE, inside),),
            directions=(
                Direction("d1", TAKE, inside, Deed.BACK), Direction("d2", TAKE, of.visits[2].start, Deed.BACK),
            ),
        )  # fmt: skip
        self.assertEqual(
            lying_in(made, of, cut),
            "1 mark, 1 pause point and 1 thing done on the stage lie in it: it happens where it was cut.",
        )
        self.assertEqual(lying_in(lesson(), of, cut), "")
        made = apply(made, CutOut((cut,)))
        edits = edit_list_of(made, {TAKE: of})
        at = edits.near(TAKE, inside)
        assert at is not None
        self.assertAlmostEqual(at, edits.to_lesson(TAKE, cut.end) or -1, places=3)
        sheet = compile_cues(made, {TAKE: of}, typeset(made), edits)
        self.assertEqual([gate.pause for gate in sheet.gates], ["pause1"], "the stop is still there")

    def test_damaged_cuts_are_refused(self) -> None:
        for bad in (Cut(TAKE, 5, 4), Cut(TAKE, 5, 5.01), Cut(TAKE, float("nan"), 5), Cut(TAKE, -1, 5)):
            with self.assertRaises(LessonError):
                apply(lesson(), CutOut((bad,)))

    @settings(max_examples=60)
    @given(st.lists(st.tuples(st.floats(0, 20), st.floats(0.06, 6)), max_size=6), st.floats(0, 25), st.floats(0, 5))
    def test_time_goes_on_in_order_and_there_and_back(
        self, wanted: list[tuple[float, float]], at: float, more: float
    ) -> None:
        of = trail()
        made = apply(lesson(), CutOut(tuple(Cut(TAKE, start, start + length) for start, length in wanted)))
        edits = edit_list_of(made, {TAKE: of})
        self.assertAlmostEqual(edits.seconds, edits.lead + sum(clip.end - clip.start for clip in edits.clips), places=6)
        one, other = edits.to_lesson(TAKE, at), edits.to_lesson(TAKE, at + more)
        if one is not None and other is not None:
            self.assertLessEqual(one, other + 1e-9, "what is later in the take is not sooner in the lesson")
        for clip in edits.clips:
            middle = (clip.start + clip.end) / 2
            there = edits.to_lesson(TAKE, middle)
            assert there is not None
            self.assertAlmostEqual((edits.to_take(there) or ("", -1))[1], middle, places=4)
            self.assertFalse(any(cut.start + 1e-6 < middle < cut.end - 1e-6 for cut in made.cuts))


if __name__ == "__main__":
    unittest.main()
