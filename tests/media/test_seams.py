"""Seams between stretches of several takes: nothing clicks, nothing drops out, and one room is behind them all."""

from __future__ import annotations

import unittest
from functools import lru_cache
from pathlib import Path
from tempfile import TemporaryDirectory

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from tests.browser.harness import write_wav
from wordtrail import standins
from wordtrail.core.edit.edit_list import Clip, EditList
from wordtrail.media.decode import Samples, decode
from wordtrail.media.level import RATE, loudness
from wordtrail.media.room import noise_of
from wordtrail.media.room_tone import endless, quietest, share_to_match, with_tone
from wordtrail.media.seams import SEAM, TakeReader, TakeSounds, joined
from wordtrail.media.sound import lesson_sound
from wordtrail.service.sound import sound_of
from wordtrail.store.takes import TakeFiles
from wordtrail.workspace import open_workspace

NARRATED = Path(standins.__file__).parent / "demo"


def room(seconds: float, decibels: float, seed: int = 1) -> Samples:
    noise = np.random.default_rng(seed).normal(0, 10 ** (decibels / 20), round(seconds * RATE))
    return noise.astype(np.float32)


def level(sound: Samples) -> float:
    return 10 * float(np.log10(np.mean(sound.astype(np.float64) ** 2) + 1e-12))


def put_together(sounds: dict[str, Samples], *clips: Clip) -> Samples:
    return np.concatenate(list(lesson_sound(lambda take: [sounds[take]], EditList(clips))))


class SeamTest(unittest.TestCase):
    def test_the_room_neither_drops_nor_rises_at_a_seam(self) -> None:
        sound = put_together(
            {"one": room(10, -50), "two": room(10, -50, seed=2)},
            Clip("one", 0, 3), Clip("two", 2, 4), Clip("one", 6, 9),
        )  # fmt: skip
        self.assertEqual(len(sound), 8 * RATE)
        for seam in (3.0, 5.0):
            here = round(seam * RATE)
            self.assertAlmostEqual(level(sound[here - SEAM : here + SEAM]), -50, delta=1.0)

    def test_no_sample_jumps_above_the_room(self) -> None:
        """A jump is what differs from one sample to the next, against what does so in the room anyway."""
        slow = {
            "one": room(6, -60) + 0.2 * np.sin(np.arange(6 * RATE) / 70).astype(np.float32),
            "two": room(6, -60, seed=2) + 0.2 * np.sin(np.arange(6 * RATE) / 90 + 2).astype(np.float32),
        }
        sound = put_together(slow, Clip("one", 0.5, 2), Clip("two", 1.1, 3.2), Clip("one", 3, 5))
        jumps = np.abs(np.diff(sound))
        usual = float(np.quantile(np.abs(np.diff(slow["one"])), 0.9999))
        for seam in (1.5, 3.6):
            here = round(seam * RATE)
            self.assertLess(float(jumps[here - 2 * SEAM : here + 2 * SEAM].max()), 1.5 * usual)

    def test_a_clip_shorter_than_a_seam_is_heard(self) -> None:
        sounds = {"one": np.ones(RATE, np.float32), "two": np.ones(RATE, np.float32)}
        sound = put_together(sounds, Clip("one", 0.1, 0.5), Clip("two", 0.3, 0.301), Clip("one", 0.6, 0.9))
        self.assertEqual(len(sound), round(0.701 * RATE))
        self.assertTrue(np.isfinite(sound).all())

    @given(
        st.lists(st.tuples(st.sampled_from("ab"), st.floats(0, 2), st.floats(0.001, 1.5)), min_size=1, max_size=6),
        st.lists(st.integers(1, RATE), max_size=5),
    )  # fmt: skip
    def test_it_is_as_long_as_the_edit_list_however_it_comes(
        self, wanted: list[tuple[str, float, float]], sizes: list[int]
    ) -> None:
        clips = tuple(Clip(take, start, start + seconds) for take, start, seconds in wanted)
        take = room(2.5, -30)
        blocks = np.split(take, np.minimum(np.cumsum(sizes, dtype=np.intp), len(take)))
        whole = np.concatenate([np.zeros(0, np.float32), *lesson_sound(lambda _: [take], EditList(clips))])
        parts = np.concatenate([np.zeros(0, np.float32), *lesson_sound(lambda _: blocks, EditList(clips))])
        np.testing.assert_array_equal(whole, parts)
        self.assertEqual(len(whole), sum(round(c.end * RATE) - round(c.start * RATE) for c in clips))
        self.assertLessEqual(float(np.abs(whole).max(initial=0)), 2 * float(np.abs(take).max()))

    def test_one_take_is_read_once_for_clips_that_follow_each_other(self) -> None:
        opened = []

        def take(name: str) -> list[Samples]:
            opened.append(name)
            return [room(9, -40)]

        list(lesson_sound(take, EditList((Clip("a", 0, 2), Clip("b", 1, 2), Clip("a", 3, 4), Clip("a", 5, 6)))))
        self.assertEqual(opened, ["a", "b"])

    def test_a_reader_gives_silence_where_there_is_no_sound(self) -> None:
        reader = TakeReader([np.ones(100, np.float32)])
        read = np.concatenate(list(reader.read(-10, 150)))
        self.assertEqual((len(read), float(read.sum())), (160, 100.0))
        self.assertFalse(reader.reaches(20))
        self.assertEqual(list(joined([], TakeSounds(lambda take: []))), [])


class RoomToneTest(unittest.TestCase):
    def test_the_quietest_second_is_the_room(self) -> None:
        sound = np.concatenate([room(2, -20), room(3, -55), room(2, -20)])
        self.assertAlmostEqual(level(quietest([sound])), -55, delta=0.5)

    def test_silence_that_nobody_recorded_is_no_room(self) -> None:
        sound = np.concatenate([np.zeros(3 * RATE, np.float32), room(2, -55)])
        self.assertAlmostEqual(level(quietest([sound])), -55, delta=0.5)

    def test_it_has_no_end_and_no_seam(self) -> None:
        tone = endless(room(1, -50))
        long = np.concatenate([next(tone) for _ in range(6)])
        each = [level(long[at : at + RATE // 20]) for at in range(0, len(long) - RATE // 20, RATE // 20)]
        self.assertLess(max(each) - min(each), 2.0)

    def test_a_quieter_room_comes_to_the_level_of_the_louder(self) -> None:
        share = share_to_match(-70, -50)
        matched = np.concatenate(list(with_tone([room(4, -70)], room(1, -50, seed=2), share)))
        self.assertAlmostEqual(level(matched), -50, delta=0.6)

    def test_what_nobody_hears_is_left_alone(self) -> None:
        self.assertEqual(share_to_match(-50.5, -50), 0.0)
        self.assertEqual(share_to_match(-95, -80), 0.0)


@lru_cache(maxsize=1)
def _voice() -> Samples:
    return decode(NARRATED / "pip.m4a", RATE)[: 12 * RATE]


class LessonOfTwoRoomsTest(unittest.TestCase):
    def test_two_takes_of_two_rooms_sound_like_one(self) -> None:
        """One near and quiet, one far, soft and noisy: within 1 dB in loudness and in the room at the seam."""
        folder = self.enterContext(TemporaryDirectory())
        workspace = open_workspace(Path(folder))
        self.addCleanup(workspace.database.close)
        voice = _voice()
        sounds = {"near": voice + room(12, -70), "far": 0.2 * voice + room(12, -62, seed=3)}
        for take, sound in sounds.items():
            with workspace.blobs.making(TakeFiles(take).original) as place:
                write_wav(place, sound, RATE)
        clips = (Clip("near", 0.5, 5.5), Clip("far", 5.5, 11.0))
        sound = np.concatenate(list(sound_of(workspace, EditList(clips))))
        first, second = sound[: 5 * RATE], sound[5 * RATE :]
        ratio = loudness([voice[int(5.5 * RATE) : 11 * RATE]]) - loudness([voice[int(0.5 * RATE) : int(5.5 * RATE)]])
        self.assertAlmostEqual(loudness([second]) - loudness([first]), ratio, delta=1.0)
        self.assertAlmostEqual(noise_of([second]), noise_of([first]), delta=1.5)
