"""Sound and video: decoding, level, drawing, and the lit word on the right frame."""

from __future__ import annotations

import itertools
import tempfile
import unittest
from dataclasses import replace
from pathlib import Path

import av
import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from PIL import Image

from tests.browser.harness import write_wav
from tests.worlds import TAKE, planned, trail
from wordtrail.core.cues.compile import compile_cues, edit_list_of
from wordtrail.core.cues.film import video_seconds, video_time
from wordtrail.core.cues.filmed import Filmed
from wordtrail.core.cues.model import CameraSeen, CueSheet, StageState
from wordtrail.core.cues.state import state_at
from wordtrail.core.edit.edit_list import Clip, EditList, Hold
from wordtrail.core.errors import EmptySound, JobCancelled, NotASound
from wordtrail.core.film.model import Colours
from wordtrail.core.layout.drawing import shares, stones_used
from wordtrail.core.layout.model import Layout, Signpost, WordBox
from wordtrail.core.layout.typeset import typeset
from wordtrail.media.colours import COLOURS, TOKENS
from wordtrail.media.decode import decode, decode_small
from wordtrail.media.draw import Painter
from wordtrail.media.join import Said
from wordtrail.media.level import RATE, TARGET_LUFS, Peaks, levelled, loudness, peaks
from wordtrail.media.moments import KEYFRAME_EVERY, STILL_EVERY, moments
from wordtrail.media.render import cover, render
from wordtrail.media.seams import FADE
from wordtrail.media.signal import signal_alone
from wordtrail.media.sound import lesson_sound, with_holds, write_m4a


def tone(seconds: float, frequency: float = 997.0, level: float = 0.3) -> np.ndarray:
    return (level * np.sin(2 * np.pi * frequency * np.arange(int(seconds * RATE)) / RATE)).astype(np.float32)


def encode(path: Path, samples: np.ndarray, form: str, codec: str) -> None:
    with av.open(str(path), "w", format=form) as container:
        stream = container.add_stream(codec, rate=RATE)
        assert isinstance(stream, av.AudioStream)
        stream.layout = "mono"
        resampler = av.AudioResampler(format=stream.codec_context.format or "s16", layout="mono", rate=RATE)
        frame = av.AudioFrame.from_ndarray((samples * 32767).astype("<i2").reshape(1, -1), format="s16", layout="mono")
        frame.sample_rate = RATE
        for part in [*resampler.resample(frame), *resampler.resample(None)]:
            container.mux(stream.encode(part))
        container.mux(stream.encode(None))


class DecodeTest(unittest.TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)

    def test_every_promised_format_whatever_its_name(self) -> None:
        for form, codec in (
            ("wav", "pcm_s16le"), ("mp3", "libmp3lame"), ("ipod", "aac"), ("ogg", "libopus"), ("webm", "libopus"),
            ("flac", "flac"),
        ):  # fmt: skip
            with self.subTest(form=form, codec=codec):
                path = self.folder / "sound.txt"
                encode(path, tone(1.5), form, codec)
                samples = decode(path, 16_000)
                self.assertAlmostEqual(len(samples) / 16_000, 1.5, delta=0.06)
                peak = np.argmax(np.abs(np.fft.rfft(samples[4000:20000]))) * 16_000 / 16_000
                self.assertAlmostEqual(peak, 997, delta=2)

    def test_with_sixteen_bits_it_is_the_same_sound_also_where_it_is_quiet(self) -> None:
        path = self.folder / "sound.flac"
        encode(path, np.concatenate([tone(1.0), 0.003 * tone(1.0)]), "flac", "flac")
        plain, small = decode(path, 16_000), decode_small(path, 16_000)
        self.assertEqual((len(small), small.dtype), (len(plain), np.float16))
        for part in (slice(0, 15_000), slice(17_000, None)):
            wrong = small[part].astype(np.float32) - plain[part]
            self.assertLess(20 * np.log10(np.std(wrong) / np.std(plain[part])), -65)

    def test_what_is_no_sound(self) -> None:
        picture = self.folder / "photo.mp3"
        Image.new("RGB", (64, 64), "white").save(picture, "PNG")
        empty = self.folder / "empty.wav"
        empty.write_bytes(b"")
        text = self.folder / "text.wav"
        text.write_bytes(b"RIFF but nothing else, only words and words " * 50)
        noise = self.folder / "noise.webm"
        noise.write_bytes(np.random.default_rng(2).bytes(20_000))
        for path, error in ((picture, NotASound), (empty, EmptySound), (text, NotASound), (noise, NotASound)):
            with self.subTest(path.name), self.assertRaises(error):
                decode(path, 16_000)

    def test_a_file_that_breaks_off_gives_what_was_whole(self) -> None:
        whole = self.folder / "whole.webm"
        encode(whole, tone(4.0), "webm", "libopus")
        data = whole.read_bytes()
        broken = self.folder / "broken.webm"
        broken.write_bytes(data[: len(data) * 2 // 3])
        self.assertGreater(len(decode(broken, 16_000)) / 16_000, 2.0)

    def test_the_listening_copy_is_not_shifted(self) -> None:
        click = np.zeros(RATE * 2, np.float32)
        click[RATE : RATE + 480] = 0.5
        path = self.folder / "copy.m4a"
        write_m4a([click], path)
        found = decode(path, RATE)
        self.assertAlmostEqual(np.argmax(np.abs(found) > 0.1) / RATE, 1.0, delta=0.003)


class LevelTest(unittest.TestCase):
    def test_a_full_scale_tone_has_the_loudness_of_the_standard(self) -> None:
        self.assertAlmostEqual(loudness([tone(3, 997, 1.0)]), -3.01, delta=0.1)

    def test_quiet_and_loud_takes_come_out_alike(self) -> None:
        for level in (0.01, 0.05, 0.6):
            self.assertAlmostEqual(loudness([levelled(tone(3, 400, level))]), TARGET_LUFS, delta=0.5)

    def test_silence_between_does_not_count(self) -> None:
        spoken = np.concatenate([tone(2), np.zeros(RATE * 10, np.float32), tone(2)])
        self.assertAlmostEqual(loudness([spoken]), loudness([tone(4)]), delta=0.7)

    def test_nothing_clips(self) -> None:
        spiky = tone(3, 400, 0.01)
        spiky[::5000] = 1.0
        self.assertLess(float(np.abs(levelled(spiky)).max()), 0.9)


class LessonSoundTest(unittest.TestCase):
    def test_clips_title_and_holds(self) -> None:
        take = np.arange(RATE * 10, dtype=np.float32)
        edits = EditList((Clip("t", 2, 4), Clip("t", 6, 7)), lead=1.0)
        sound = np.concatenate(list(lesson_sound(lambda _: [take], edits)))
        self.assertEqual(len(sound), 4 * RATE)
        self.assertEqual(sound[RATE // 2], 0)
        self.assertEqual(sound[2 * RATE], take[3 * RATE])
        self.assertAlmostEqual(sound[3 * RATE + RATE // 2], take[6 * RATE + RATE // 2], delta=1)
        held = np.concatenate(list(with_holds([sound], (Hold(2.0, 3.0),))))
        self.assertEqual(len(held), 7 * RATE)
        self.assertFalse(held[2 * RATE : 5 * RATE].any())
        self.assertEqual(held[5 * RATE + FADE], sound[2 * RATE + FADE])
        self.assertLess(sound[RATE], take[2 * RATE] / 100, "faded in")
        self.assertLess(abs(sound[-1]), abs(take[7 * RATE - 1]) / 100, "faded out")

    def test_a_soft_signal_is_heard_where_it_stands_still_and_nowhere_else(self) -> None:
        sound = np.zeros(3 * RATE, np.float32)
        made = np.concatenate(list(with_holds([sound], (Hold(1.0, 4.0, signal=True), Hold(2.0, 1.0)))))
        alone = signal_alone()
        np.testing.assert_allclose(made[RATE : RATE + len(alone)], alone, atol=1e-6)
        made[RATE : RATE + len(alone)] = 0
        self.assertLess(float(np.abs(made).max()), 1e-4, "less than a 16-bit file can hold is left of it")
        for begin, pitch in ((0.0, 523.25), (0.14, 784.0)):
            note = alone[round((begin + 0.02) * RATE) :][: RATE // 10]
            heard = np.abs(np.fft.rfft(note * np.hanning(len(note)), RATE))
            self.assertAlmostEqual(float(np.argmax(heard[int(pitch) - 60 : int(pitch) + 60])) - 60, 0, delta=12)

    @given(st.lists(st.integers(1, 3 * RATE), min_size=1, max_size=12), st.floats(0, 2), st.floats(0.1, 3))
    def test_it_is_the_same_however_the_sound_comes_in_blocks(
        self, sizes: list[int], start: float, seconds: float
    ) -> None:
        take = np.sin(np.arange(5 * RATE, dtype=np.float32) / 30)
        edits = EditList((Clip("t", start, start + seconds), Clip("t", 0.5, 9)), lead=0.3)
        edges = np.minimum(np.cumsum(sizes), len(take))
        blocks = np.split(take, edges)
        holds = (Hold(0.1, 0.2), Hold(0.3, 0.5), Hold(edits.seconds, 1.0))
        whole = np.concatenate(list(with_holds(lesson_sound(lambda _: [take], edits), holds)))
        parts = np.concatenate(list(with_holds(lesson_sound(lambda _: blocks, edits), holds)))
        np.testing.assert_array_equal(whole, parts)
        self.assertAlmostEqual(len(whole) / RATE, edits.seconds + 1.7, delta=0.001)
        self.assertAlmostEqual(loudness([take]), loudness(blocks), places=6)
        gathered = Peaks()
        list(gathered.of(blocks))
        self.assertEqual(bytes(gathered), peaks(take))


class DrawTest(unittest.TestCase):
    def setUp(self) -> None:
        self.lesson = planned()
        trails = {TAKE: trail()}
        self.layout = typeset(self.lesson)
        self.sheet = compile_cues(self.lesson, trails, self.layout, edit_list_of(self.lesson, trails))

    def test_painting_only_what_changed_gives_the_same_picture(self) -> None:
        moments = np.arange(3.0, 14.0, 0.17)
        for view in (None, (300.0, 120.0, 1200.0, 675.0)):
            states = [replace(state_at(self.sheet, time), view=view) for time in moments]
            partly, wholly = Painter(self.layout, self.sheet), Painter(self.layout, self.sheet)
            partly.paint(states[0])
            for before, after in itertools.pairwise(states):
                rect = partly.changed(before, after)
                aligned = rect and (int(rect[0]) // 2 * 2, int(rect[1]) // 2 * 2, int(rect[2]) + 2, int(rect[3]) + 2)
                partly.paint(after, only=aligned)
                wholly.paint(after)
                difference = np.abs(partly.pixels().astype(int) - wholly.pixels().astype(int))
                # A dot cut by the rectangle's edge is smoothed a shade differently: not to be seen.
                self.assertEqual(int((difference > 20).sum()), 0, view)

    def test_what_changed_is_near_what_moved(self) -> None:
        painter = Painter(self.layout, self.sheet)
        first, second = (light.start + 0.01 for light in self.sheet.lights[1:3])
        at, then = state_at(self.sheet, first), state_at(self.sheet, second)

        def share(before: StageState, after: StageState) -> float:
            left, top, right, bottom = painter.changed(before, after) or (0.0, 0.0, 1920.0, 1080.0)
            self.assertTrue(0 <= left < right <= 1920 and 0 <= top < bottom <= 1080)
            return (right - left) * (bottom - top) / (1920 * 1080)

        self.assertLess(share(at, then), 0.1, "a word")
        closer, away = (0.0, 0.0, 960.0, 540.0), (1800.0, 1000.0, 96.0, 54.0)
        self.assertLess(share(replace(at, view=closer), replace(then, view=closer)), 0.4, "twice as large")
        self.assertLess(share(replace(at, view=away), replace(then, view=away)), 0.001, "not to be seen")
        self.assertEqual(share(at, replace(then, view=closer)), 1.0, "the stage moves")
        filmed, later = (replace(at, camera=CameraSeen(TAKE, second, 1500, 700, 320, 240)) for second in (1.0, 1.04))
        self.assertLess(share(filmed, later), 0.05, "the camera's picture, and no word with it")

    def test_the_lit_stone_lies_behind_its_word(self) -> None:
        painter = Painter(self.layout, self.sheet)
        light = self.sheet.lights[2]
        painter.paint(state_at(self.sheet, light.start + 0.01))
        self.assertTrue(_is_lit(painter.pixels()[..., 2::-1], self.layout.places()[light.word][1]))
        self.assertFalse(_is_lit(painter.pixels()[..., 2::-1], self.layout.places()["a9"][1]))

    def test_marks_grow_line_by_line(self) -> None:
        mark = next(mark for mark in self.layout.marks if mark.id == "mark2")
        self.assertEqual([share for _, share in shares(mark, 1.0)], [1.0] * len(mark.stretches))
        self.assertEqual([share for _, share in shares(mark, 0.0)], [0.0] * len(mark.stretches))

    def test_stones_are_used_up(self) -> None:
        card: Signpost = self.layout.signposts[0]
        self.assertEqual([stones_used(card, waited) for waited in (0, 0.49, 0.5, 2, 3.99, 4, 9)], [0, 0, 1, 4, 7, 8, 8])

    def test_the_video_is_drawn_in_the_tokens_of_the_browser(self) -> None:
        tokens = (Path(__file__).resolve().parents[2] / "web/src/styles/tokens.css").read_text(encoding="utf-8")
        for name, colour in TOKENS.items():
            self.assertIn(f"--color-{name}: {colour.lower()};", tokens)
        looks = (Path(__file__).resolve().parents[2] / "web/src/styles/film-colours.css").read_text(encoding="utf-8")
        for colours, own in COLOURS.items():
            block = looks.partition(f"[data-colours='{colours}']")[2].partition("}")[0]
            for name, colour in own.items():
                self.assertIn(f"--color-{name}: {colour.lower()};", block)

    def test_everything_can_be_read_in_every_look(self) -> None:
        texts = ("ink", "quiet", "moss", "lake", "ochre-deep", "plum", "clay")
        for colours, own in COLOURS.items():
            least = 7.0 if colours is Colours.STRONG else 4.5
            for text in texts:
                for ground in ("white", "mist"):
                    found = contrast(own[text], own[ground])
                    self.assertGreaterEqual(found, least, (colours, text, ground))
            for ground in ("moss-pale", "ochre-pale", "lake-pale", "clay-pale", "plum-pale"):
                self.assertGreaterEqual(contrast(own["ink"], own[ground]), 7.0, (colours, ground))


def contrast(one: str, other: str) -> float:
    """The contrast of two colours (WCAG 2.2, 1.4.3)."""

    def luminance(colour: str) -> float:
        parts = [int(colour[n : n + 2], 16) / 255 for n in (1, 3, 5)]
        red, green, blue = (part / 12.92 if part <= 0.04045 else ((part + 0.055) / 1.055) ** 2.4 for part in parts)
        return 0.2126 * red + 0.7152 * green + 0.0722 * blue

    lighter, darker = sorted((luminance(one), luminance(other)), reverse=True)
    return (lighter + 0.05) / (darker + 0.05)


def _is_lit(picture: np.ndarray, box: WordBox) -> bool:
    """Whether the ground just above the word's letters is the pale moss of the lit stone."""
    x, y = int(box.x + box.width / 2), int(box.baseline - 0.9 * box.size)
    pale = np.array([0xCF, 0xE8, 0xD8])
    return bool(np.abs(picture[y, x].astype(int) - pale).max() < 14)


class RenderTest(unittest.TestCase):
    layout: Layout
    sheet: CueSheet
    folder: tempfile.TemporaryDirectory[str]
    path: Path
    reports: list[float]

    @classmethod
    def setUpClass(cls) -> None:
        made, trails = planned(), {TAKE: trail()}
        cls.layout = typeset(made)
        edits = edit_list_of(made, trails)
        cls.sheet = compile_cues(made, trails, cls.layout, edits)
        cls.folder = tempfile.TemporaryDirectory()
        cls.addClassCleanup(cls.folder.cleanup)
        cls.path = Path(cls.folder.name) / "lesson.mp4"
        cls.reports = []
        sound, said = [tone(cls.sheet.seconds)], Said("Bees")
        render(cls.layout, cls.sheet, sound, cls.path, said=said, progress=cls.reports.append)

    def test_what_kind_of_file_it_is(self) -> None:
        with av.open(str(self.path)) as video:
            picture, voice = video.streams.video[0], video.streams.audio[0]
            self.assertEqual((picture.codec_context.name, picture.width, picture.height), ("h264", 1920, 1080))
            self.assertEqual((voice.codec_context.name, voice.rate), ("aac", 48_000))
            self.assertAlmostEqual((video.duration or 0) / 1e6, video_seconds(self.sheet), delta=0.15)
            self.assertEqual(video.metadata["title"], "Bees")
        head = self.path.read_bytes()
        self.assertLess(head.find(b"moov"), head.find(b"mdat"))

    def test_the_lit_word_is_on_the_right_frame(self) -> None:
        places = self.layout.places()
        with av.open(str(self.path)) as video:
            frames = [(f.time or 0.0, f.to_ndarray(format="rgb24")) for f in video.decode(video=0)]
        for light in self.sheet.lights:
            start, end = video_time(self.sheet, light.start), video_time(self.sheet, light.end)
            shown = [picture for at, picture in frames if start + 0.009 <= at < end - 0.02] or [
                max((frame for frame in frames if frame[0] <= start + 0.009), key=lambda frame: frame[0])[1]
            ]
            before = max((frame for frame in frames if frame[0] < start - 0.009), key=lambda frame: frame[0])[1]
            box = places[light.word][1]
            self.assertTrue(all(_is_lit(picture, box) for picture in shown), light)
            self.assertFalse(_is_lit(before, box), light)

    def test_frames_come_only_when_something_changes_and_one_can_seek_to_every_few_seconds(self) -> None:
        with av.open(str(self.path)) as video:
            packets = [(float(p.pts * p.time_base), p.is_keyframe) for p in video.demux(video=0) if p.pts is not None]
        keys = [at for at, key in packets if key]
        self.assertLess(len(packets), 12 * video_seconds(self.sheet))
        self.assertLessEqual(max(b - a for a, b in itertools.pairwise(keys)), KEYFRAME_EVERY + STILL_EVERY + 0.1)

    def test_progress_goes_up_to_one_and_work_can_be_stopped(self) -> None:
        self.assertEqual(self.reports, sorted(self.reports))
        self.assertEqual(self.reports[-1], 1.0)

        def stop(share: float) -> None:
            raise JobCancelled

        with self.assertRaises(JobCancelled):
            render(self.layout, self.sheet, tone(5), Path(self.folder.name) / "no.mp4", progress=stop)

    def test_moments_are_apart_and_hold_all_lights(self) -> None:
        times = moments(self.sheet)
        self.assertTrue(all(b - a >= 0.008 - 1e-9 for a, b in itertools.pairwise(times)))
        for light in self.sheet.lights:
            self.assertLessEqual(min(abs(at - video_time(self.sheet, light.start)) for at in times), 0.008)

    def test_the_poster_is_a_picture(self) -> None:
        path = Path(self.folder.name) / "poster.jpg"
        edits = edit_list_of(planned(), {TAKE: trail()})
        path.write_bytes(cover(Filmed(planned(), self.layout, edits, self.sheet)).jpeg())
        with Image.open(path) as picture:
            self.assertEqual((picture.format, picture.size), ("JPEG", (1920, 1080)))


class WavTest(unittest.TestCase):
    def test_a_written_wav_is_read_back(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "tone.wav"
            write_wav(path, tone(1), RATE)
            self.assertAlmostEqual(float(np.abs(decode(path, RATE) - tone(1)).max()), 0, delta=1e-3)
