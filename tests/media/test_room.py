"""What is measured of a microphone and its room, and what is said of it."""

from __future__ import annotations

import unittest
from fractions import Fraction
from functools import lru_cache
from pathlib import Path
from tempfile import TemporaryDirectory

import av
import numpy as np

from wordtrail import standins
from wordtrail.core.sound.microphone import Fault, SoundFigures, advice
from wordtrail.media.decode import Samples, decode
from wordtrail.media.level import RATE
from wordtrail.media.room import figures, noise_of

NARRATED = Path(standins.__file__).parent / "demo"


@lru_cache(maxsize=1)
def voice() -> Samples:
    """Six seconds of the narrator in a room that is nearly silent."""
    sound = decode(NARRATED / "boat.m4a", RATE)[: 6 * RATE]
    return (sound + np.random.default_rng(1).normal(0, 10 ** (-65 / 20), len(sound))).astype(np.float32)


def in_a_room(sound: Samples, seconds: float) -> Samples:
    """The same far from the microphone in a room whose sound falls by 60 dB in so many seconds."""
    at = np.arange(int(1.2 * seconds * RATE)) / RATE
    tail = np.random.default_rng(2).normal(0, 1, len(at)) * 10 ** (-3 * at / seconds)
    tail *= 0.8 / np.sqrt((tail**2).sum())
    tail[0] = 1.0
    size = len(sound) + len(tail)
    heard = np.fft.irfft(np.fft.rfft(sound, size) * np.fft.rfft(tail, size), size)[: len(sound)]
    return np.asarray(heard / max(1.0, np.abs(heard).max() / 0.8), np.float32)


def noise(decibels: float, *, deep: bool = False) -> Samples:
    count = len(voice())
    spectrum = np.fft.rfft(np.random.default_rng(3).normal(0, 1, count))
    if deep:
        spectrum /= np.maximum(np.arange(len(spectrum)), 30)
    sound = np.fft.irfft(spectrum, count)
    return np.asarray(sound * 10 ** (decibels / 20) / np.sqrt(np.mean(sound**2)), np.float32)


def faults(sound: Samples) -> list[Fault]:
    return [one.fault for one in advice(figures(sound.astype(np.float32)))]


class MicrophoneTest(unittest.TestCase):
    def test_a_good_microphone_has_nothing_said_of_it(self) -> None:
        self.assertEqual(faults(voice()), [])

    def test_each_fault_is_called_by_its_name(self) -> None:
        at = np.arange(len(voice())) / RATE
        for mains in (50, 60):
            hum = sum(10 ** (-45 / 20) / k * np.sin(2 * np.pi * mains * k * at) for k in (1, 2, 3))
            self.assertEqual(faults(voice() + hum), [Fault.HUM], mains)
        self.assertEqual(faults(voice() + noise(-40)), [Fault.HISS])
        self.assertEqual(faults(voice() + noise(-42, deep=True)), [Fault.NOISE])
        self.assertEqual(faults(np.clip(voice() * 8, -1, 1)), [Fault.LOUD])
        self.assertEqual(faults(voice() * 0.2), [Fault.QUIET])
        self.assertEqual(faults(voice() * 0.0005), [Fault.SILENT])
        self.assertEqual(faults(np.zeros(5 * RATE, np.float32)), [Fault.SILENT])

    def test_an_echoing_room_is_told_from_a_furnished_one(self) -> None:
        self.assertEqual(faults(in_a_room(voice(), 0.35)), [])
        self.assertEqual(faults(in_a_room(voice(), 1.2)), [Fault.ECHO])

    def test_the_longer_the_room_sounds_on_the_longer_is_its_decay(self) -> None:
        found = [figures(in_a_room(voice(), seconds)).decay or 0 for seconds in (0.2, 0.5, 0.8, 1.2)]
        self.assertEqual(found, sorted(found))
        self.assertGreater(found[-1], 2 * found[0])

    def test_levels_are_those_that_were_made(self) -> None:
        self.assertAlmostEqual(noise_of([voice() + noise(-50)]), -50, delta=0.7)
        self.assertEqual(figures(np.zeros(100, np.float32)).loudness, -70.0)

    def test_every_advice_says_what_to_do(self) -> None:
        worst = SoundFigures(-9.0, -30.0, 99, -20.0, 40.0, 0.9, 2.0)
        for one in (*advice(worst), *advice(SoundFigures(-80, -90)), *advice(SoundFigures(-45, -60, hiss=0.9))):
            self.assertTrue(one.what.endswith(".") and len(one.do) > 20, one)


class MissingSoundTest(unittest.TestCase):
    """A computer that was busy has not recorded for a while: the times in the file say so."""

    def recorded(self, *pieces: tuple[float, float]) -> Samples:
        """Tones of so many seconds, each from a moment on, as a file; decoded."""
        with TemporaryDirectory() as folder:
            path = Path(folder) / "take.mka"
            with av.open(str(path), "w", format="matroska") as container:
                stream = container.add_stream("pcm_s16le", rate=RATE)
                stream.layout = "mono"
                for at, seconds in pieces:
                    for part in range(0, round(seconds * RATE), 960):
                        tone = (0.5 * np.sin(np.arange(part, part + 960) / 20) * 32767).astype(np.int16)
                        frame = av.AudioFrame.from_ndarray(tone.reshape(1, -1), format="s16", layout="mono")
                        frame.sample_rate = RATE
                        frame.pts = round(at * RATE) + part
                        frame.time_base = Fraction(1, RATE)
                        container.mux(stream.encode(frame))
                container.mux(stream.encode(None))
            return decode(path, RATE)

    def test_what_was_not_recorded_is_silence_and_the_rest_keeps_its_moment(self) -> None:
        sound = self.recorded((0.0, 2.0), (5.0, 1.0))
        self.assertAlmostEqual(len(sound) / RATE, 6.0, delta=0.03)
        self.assertLess(float(np.abs(sound[round(2.1 * RATE) : round(4.9 * RATE)]).max()), 1e-3)
        begins = np.flatnonzero(np.abs(sound[3 * RATE :]) > 0.1)[0] / RATE + 3
        self.assertAlmostEqual(begins, 5.0, delta=0.02)

    def test_a_sound_without_gaps_is_as_it_was(self) -> None:
        self.assertAlmostEqual(len(self.recorded((0.0, 3.0))) / RATE, 3.0, delta=0.001)

    def test_a_clock_that_was_set_makes_no_silence(self) -> None:
        self.assertAlmostEqual(len(self.recorded((0.0, 2.0), (4000.0, 1.0))) / RATE, 3.0, delta=0.03)
