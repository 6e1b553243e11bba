"""The pitch of a sound: known tones, silence, and a voice that is moved."""

from __future__ import annotations

import unittest
from pathlib import Path

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from wordtrail import standins
from wordtrail.core.sound.melody import PARTS, height_of
from wordtrail.media.decode import Samples, decode
from wordtrail.media.pitch import RATE, pitches


def buzz(pitch: float, seconds: float = 1.0) -> Samples:
    """A sound with eight overtones, as a voice has them."""
    at = np.arange(int(seconds * RATE)) / RATE
    overtones = [np.sin(2 * np.pi * pitch * n * at) / n for n in range(1, 8)]
    return np.asarray(0.1 * np.sum(overtones, axis=0), np.float32)


class PitchTest(unittest.TestCase):
    @settings(deadline=None, max_examples=25)
    @given(st.floats(80, 400))
    def test_a_tone_has_its_pitch_within_a_quarter_of_a_semitone(self, pitch: float) -> None:
        found = [one for one in pitches([buzz(pitch)]) if one]
        self.assertGreater(len(found), 40)
        self.assertLessEqual(abs(float(np.median(found)) - height_of(pitch)), 1)

    def test_silence_and_noise_have_none(self) -> None:
        self.assertEqual(set(pitches([np.zeros(RATE, np.float32)])), {0})
        noise = np.random.default_rng(3).normal(0, 0.1, RATE).astype(np.float32)
        self.assertLess(sum(one > 0 for one in pitches([noise])), 5)

    def test_it_is_the_same_however_the_sound_comes_in_blocks(self) -> None:
        sound = np.concatenate([buzz(120, 20.0), buzz(180, 30.0)])
        self.assertEqual(pitches([sound]), pitches(np.array_split(sound, 77)))

    def test_a_voice_that_is_played_faster_is_higher_by_as_much(self) -> None:
        voice = decode(Path(standins.__file__).parent / "demo" / "boat.m4a", RATE)[: 15 * RATE]
        faster = np.interp(np.arange(0, len(voice), 1.25), np.arange(len(voice)), voice).astype(np.float32)
        usual, higher = (np.median([one for one in pitches([sound]) if one]) for sound in (voice, faster))
        self.assertAlmostEqual(float(higher - usual) / PARTS, 12 * np.log2(1.25), delta=0.8)


if __name__ == "__main__":
    unittest.main()
