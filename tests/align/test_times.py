"""Final times, how sure they are, and what is learned of a voice."""

from __future__ import annotations

import itertools
import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from tests.align.hearing import followed, route, said, script
from wordtrail.core.align.confidence import confidence, doubt
from wordtrail.core.align.fit import fit_of
from wordtrail.core.align.path import TALK, Said, path_of
from wordtrail.core.align.readings import readings_of
from wordtrail.core.align.slips import Heard
from wordtrail.core.align.timing import breath_groups, in_order, sound_of, start_of
from wordtrail.core.align.values import RATE, ScriptWord, Timed
from wordtrail.core.align.voice import heard_for, learned, talk_price
from wordtrail.core.speech.phones import NUMBER, PHONES, relations
from wordtrail.core.trail.model import UNSURE_BELOW, Doubt

GARDEN = script("the garden gate stood open all night. maya dances from row to row and counts what is left.")
WHOLE = " ".join(word.text for word in GARDEN)
WORD = ScriptWord("a1", (("G", "EY", "T"),), 0, "gate")
times = st.floats(0, 1000)


def word(cost: float = 0.0, phones: int = 3) -> Said:
    return Said(0, tuple(range(phones)), tuple(range(phones)), cost, phones)


class StartTest(unittest.TestCase):
    def test_witnesses_that_agree_give_the_finer_one(self) -> None:
        self.assertEqual(start_of(1.0, 1.03, None, vowel=False), 1.0)

    def test_witnesses_somewhat_apart_give_the_middle(self) -> None:
        self.assertAlmostEqual(start_of(1.0, 1.1, None, vowel=False), 1.05)

    def test_the_path_is_never_far_off(self) -> None:
        self.assertEqual(start_of(1.0, 1.4, None, vowel=False), 1.4)
        self.assertEqual(start_of(1.0, 1.1, None, vowel=True), 1.1)

    def test_after_quiet_the_onset_of_sound_decides(self) -> None:
        self.assertEqual(start_of(1.02, 1.05, 1.0, vowel=False), 1.02)
        self.assertEqual(start_of(1.3, 1.05, 1.0, vowel=False), 1.0)

    @given(times, times, st.booleans())
    def test_a_start_lies_between_its_witnesses(self, forced: float, named: float, vowel: bool) -> None:
        low, high = sorted((forced, named))
        self.assertTrue(low <= start_of(forced, named, None, vowel) <= high)

    @given(st.lists(st.tuples(times, times), max_size=30))
    def test_timed_words_are_in_order_and_do_not_overlap(self, pairs: list[tuple[float, float]]) -> None:
        ordered = in_order([Timed(0, start, end, None) for start, end in pairs])
        self.assertEqual(sorted(start for start, _ in pairs), [one.start for one in ordered])
        for one, after in itertools.pairwise(ordered):
            self.assertGreater(one.end, one.start)
            self.assertLessEqual(one.end, max(after.start, one.start + 0.011))

    def test_onsets_are_where_sound_begins_after_quiet(self) -> None:
        tone = 0.2 * np.sin(2 * np.pi * 220 * np.arange(RATE) / RATE)
        quiet = np.random.default_rng(1).normal(0, 3e-4, RATE)
        found = sound_of(np.concatenate([quiet, tone, quiet, tone]).astype(np.float32)).begins
        self.assertEqual(len(found), 2)
        np.testing.assert_allclose(found, [1.0, 3.0], atol=0.04)

    def test_a_reading_is_parted_where_the_voice_rests(self) -> None:
        frames, _, _, readings = followed("the garden gate | stood open all night", GARDEN)
        groups = [len(group) for reading in readings for group in breath_groups(reading, frames)]
        self.assertEqual(groups, [3, 4])


class ConfidenceTest(unittest.TestCase):
    def sure(self, apart: float | None, cost: float = 0.0, otherwise: str = "", among: int = 20) -> float:
        return confidence(Heard(word(cost), 1.0, otherwise, among=among), Timed(0, 1.0, 1.3, apart))

    def test_it_falls_with_disagreement_and_with_a_poor_fit(self) -> None:
        falling = [self.sure(apart) for apart in (0.0, 0.05, 0.08, 0.12, 0.4)]
        self.assertEqual(falling, sorted(falling, reverse=True))
        self.assertGreaterEqual(falling[0], 0.9)
        self.assertLess(falling[3], 0.5)
        self.assertLess(self.sure(0.08, cost=6.0), self.sure(0.08))

    def test_one_witness_a_lonely_word_and_a_misread_one_are_not_sure(self) -> None:
        self.assertLess(self.sure(None), 0.5)
        for low in (self.sure(None, cost=3.0), self.sure(0.0, among=1), self.sure(0.0, otherwise="great")):
            self.assertLess(low, UNSURE_BELOW)

    def test_each_doubt_has_its_reason(self) -> None:
        far = Timed(0, 1.0, 1.3, 0.3)
        self.assertEqual(doubt(Heard(word(), 1.0, "great"), far, WORD), Doubt.OTHERWISE)
        self.assertEqual(doubt(Heard(word(9.0), 1.0, among=9), far, WORD), Doubt.UNLIKE)
        guessed = ScriptWord("a1", WORD.ways, 0, "zib", guessed=True)
        self.assertEqual(doubt(Heard(word(9.0), 1.0, among=9), far, guessed), Doubt.GUESSED)
        self.assertEqual(doubt(Heard(word(), 1.0, among=9), Timed(0, 1.0, 1.3, None), WORD), Doubt.FAINT)
        self.assertEqual(doubt(Heard(word(), 1.0, among=9), far, WORD), Doubt.WHEN)


class VoiceTest(unittest.TestCase):
    def test_a_voice_that_says_another_vowel_is_learned(self) -> None:
        """This voice says IY wherever the dictionary has EY."""
        phones = " ".join(phone for w in GARDEN for phone in (["IY" if p == "EY" else p for p in w.ways[0]]))
        frames = said(f"{phones} | " * 6)
        fit = fit_of(frames, relations())
        readings, _ = readings_of(path_of(fit, route(GARDEN)), frames, fit)
        counts = heard_for(readings, frames, route(GARDEN))
        before, after = relations(), learned(relations(), counts)
        pair = (NUMBER["EY"], NUMBER["IY"])
        self.assertGreater(after[pair], 2 * before[pair])
        self.assertAlmostEqual(float(after[NUMBER["EY"], NUMBER["EY"]]), 1.0)

    def test_nothing_heard_changes_nothing(self) -> None:
        np.testing.assert_allclose(
            learned(relations(), np.zeros((len(PHONES), len(PHONES)), np.float32)), relations(), atol=1e-6
        )
        self.assertAlmostEqual(talk_price([]), TALK)

    @given(st.integers(0, 2**32 - 1), st.floats(0, 200))
    def test_what_is_learned_stays_a_share(self, seed: int, much: float) -> None:
        counts = np.random.default_rng(seed).random((len(PHONES), len(PHONES))).astype(np.float32) * np.float32(much)
        found = learned(relations(), counts)
        self.assertTrue(((found >= 0) & (found <= 1)).all())
        self.assertTrue((np.diag(found) == 1).all())


if __name__ == "__main__":
    unittest.main()
