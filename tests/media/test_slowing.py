"""A sound more slowly: as long as it should be, every moment in its place, at the same pitch."""

from __future__ import annotations

import unittest

import numpy as np

from wordtrail.core.edit.edit_list import Clip, EditList, Mute
from wordtrail.media.decode import Samples
from wordtrail.media.level import RATE
from wordtrail.media.slowing import slow
from wordtrail.media.sound import lesson_sound


def clicks(times: np.ndarray, seconds: float) -> Samples:
    sound = np.random.default_rng(2).normal(0, 1e-4, int(seconds * RATE)).astype(np.float32)
    sound[(times * RATE).astype(int)] = 0.9
    return sound


def whole(edits: EditList, sound: Samples) -> Samples:
    return np.concatenate(list(lesson_sound(lambda _: np.array_split(sound, 31), edits)))


def pitch(sound: Samples) -> float:
    """The strongest frequency, in cycles a second."""
    return float(np.argmax(np.abs(np.fft.rfft(sound * np.hanning(len(sound))))) * RATE / len(sound))


class SlowTest(unittest.TestCase):
    def test_every_moment_is_where_it_should_be_within_15_milliseconds(self) -> None:
        times = np.arange(0.6, 19.0, 0.41)
        for pace in (0.7, 0.85, 0.95):
            slower = np.concatenate(list(slow(np.array_split(clicks(times, 20.0), 13), pace)))
            self.assertAlmostEqual(len(slower) / RATE, 20 / pace, delta=0.05)
            for time in times:
                near = np.abs(slower[int((time / pace - 0.1) * RATE) : int((time / pace + 0.1) * RATE)])
                self.assertLess(abs(int(near.argmax()) / RATE - 0.1), 0.015, (pace, time))

    def test_a_voice_keeps_its_pitch(self) -> None:
        tone = np.sin(2 * np.pi * 220 * np.arange(6 * RATE) / RATE).astype(np.float32)
        slower = np.concatenate(list(slow([tone], 0.75)))
        self.assertAlmostEqual(pitch(slower[RATE : 5 * RATE]), 220, delta=2)


class LessonTest(unittest.TestCase):
    def test_the_lesson_is_as_long_as_its_edit_list_and_what_follows_a_slower_stretch_is_exact(self) -> None:
        times = np.arange(0.6, 19.0, 0.41)
        edits = EditList((Clip("t", 1.0, 5.0), Clip("t", 5.0, 9.0, 0.8), Clip("t", 9.0, 18.0)), 2.0)
        sound = whole(edits, clicks(times, 20.0))
        self.assertAlmostEqual(len(sound) / RATE, edits.seconds, delta=0.001)
        for time in times[(times > 9.1) & (times < 17.9)]:
            at = edits.to_lesson("t", float(time))
            assert at is not None
            near = np.abs(sound[int((at - 0.05) * RATE) : int((at + 0.05) * RATE)])
            self.assertLess(abs(int(near.argmax()) / RATE - 0.05), 0.001, time)

    def test_a_tone_stands_in_the_place_of_words_and_nowhere_else(self) -> None:
        voice = 0.2 * np.sin(2 * np.pi * 220 * np.arange(6 * RATE) / RATE).astype(np.float32)
        edits = EditList((Clip("t", 0.0, 6.0),), 0.0, (Mute("t", 2.0, 3.0, beep=True), Mute("t", 4.0, 5.0)))
        sound = whole(edits, voice)
        self.assertAlmostEqual(pitch(sound[int(2.1 * RATE) : int(2.9 * RATE)]), 1000, delta=3)
        self.assertLess(float(np.abs(sound[int(4.02 * RATE) : int(4.98 * RATE)]).max()), 1e-6)
        for begin in (0.5, 3.2, 5.2):
            self.assertAlmostEqual(pitch(sound[int(begin * RATE) : int((begin + 0.7) * RATE)]), 220, delta=3)
        self.assertLess(float(np.abs(np.diff(sound)).max()), 0.03, "nothing clicks")


if __name__ == "__main__":
    unittest.main()
