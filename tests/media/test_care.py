"""Less noise and an even loudness: what they do, and that no moment moves."""

from __future__ import annotations

import unittest
from functools import lru_cache
from pathlib import Path

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from wordtrail import standins
from wordtrail.core.edit.sound_care import SoundCare
from wordtrail.media.care import cared
from wordtrail.media.decode import Samples, decode
from wordtrail.media.level import RATE, loudness
from wordtrail.media.room import noise_of

NARRATED = Path(standins.__file__).parent / "demo"
QUIET, EVEN, BOTH = SoundCare("t", less_noise=True), SoundCare("t", even=True), SoundCare("t", True, True)


@lru_cache(maxsize=1)
def voice() -> Samples:
    """Forty seconds of the narrator."""
    return decode(NARRATED / "boat.m4a", RATE)[: 40 * RATE]


def done(sound: Samples, care: SoundCare) -> Samples:
    return np.concatenate(list(cared(np.array_split(sound, 37), care, noise_of([sound]))))


def late_by(sound: Samples, after: Samples) -> int:
    """Samples by which `after` comes later, by correlation."""
    size = 1 << 19
    met = np.fft.irfft(np.fft.rfft(sound[:size]).conj() * np.fft.rfft(after[:size]))
    place = int(np.argmax(met))
    return place if place < size // 2 else place - size


def loudness_by_tens(sound: Samples) -> list[float]:
    return [loudness([sound[at : at + 10 * RATE]]) for at in range(0, 40 * RATE, 10 * RATE)]


class CareTest(unittest.TestCase):
    def test_a_noisy_room_is_quieter_and_the_voice_as_loud(self) -> None:
        noisy = (voice() + np.random.default_rng(1).normal(0, 10 ** (-45 / 20), len(voice()))).astype(np.float32)
        quiet = done(noisy, QUIET)
        self.assertLess(noise_of([quiet]), noise_of([noisy]) - 8)
        self.assertAlmostEqual(loudness([quiet]), loudness([noisy]), delta=1.0)
        size = min(len(quiet), len(voice()))
        self.assertLess(
            float(np.square(quiet[:size] - voice()[:size]).mean()),
            0.7 * float(np.square(noisy[:size] - voice()[:size]).mean()),
            "it is nearer to the voice without noise, not only quieter",
        )

    def test_who_goes_away_from_the_microphone_stays_as_loud(self) -> None:
        uneven = voice().copy()
        for at in (10 * RATE, 30 * RATE):
            uneven[at : at + 10 * RATE] *= 10 ** (-9 / 20)
        before, after = loudness_by_tens(uneven), loudness_by_tens(done(uneven, EVEN))
        self.assertGreater(max(before) - min(before), 8)
        self.assertLess(max(after) - min(after), 5)

    def test_no_moment_moves(self) -> None:
        for care in (QUIET, EVEN, BOTH):
            after = done(voice(), care)
            self.assertEqual(len(after), len(voice()), care)
            self.assertLessEqual(abs(late_by(voice(), after)), 2, care)

    @settings(max_examples=15, deadline=None)
    @given(st.integers(1, 3 * RATE), st.sampled_from([QUIET, EVEN, BOTH]))
    def test_sounds_of_every_length_keep_it(self, count: int, care: SoundCare) -> None:
        sound = voice()[RATE : RATE + count]
        self.assertEqual(sum(map(len, cared([sound], care, -60.0))), count)


if __name__ == "__main__":
    unittest.main()
