"""The film's own time: what it says is what it shows, at every moment."""

from __future__ import annotations

import io
import unittest
from collections.abc import Sequence
from typing import ClassVar

import webvtt

from tests.golden.lessons import ShownLesson, all_shown
from wordtrail.core.cues.film import state_in_video, video_captions, video_seconds
from wordtrail.core.cues.model import Caption
from wordtrail.formats import webvtt as captions

EDGE = 0.004
"""Seconds beside an edge at which is looked: a file of captions has milliseconds."""


def said_at(time: float, spoken: Sequence[Caption]) -> str:
    return next((one.text for one in spoken if one.start <= time < one.end), "")


class FilmTest(unittest.TestCase):
    shown: ClassVar[list[ShownLesson]]

    @classmethod
    def setUpClass(cls) -> None:
        cls.shown = all_shown()

    def test_captions_say_at_every_moment_what_the_film_shows(self) -> None:
        for lesson in self.shown:
            spoken = video_captions(lesson.sheet)
            edges = {edge for one in spoken for edge in (one.start, one.end)}
            times = {max(0.0, edge + by) for edge in edges for by in (-EDGE, EDGE)}
            quarters = (n / 4 for n in range(int(video_seconds(lesson.sheet) * 4)))
            # At an edge itself, sums of times decide by a hair which side it is on.
            times |= {time for time in quarters if all(abs(time - edge) > EDGE / 2 for edge in edges)}
            for time in sorted(times):
                state, _ = state_in_video(lesson.sheet, time)
                with self.subTest(f"{lesson.name} at {time:.3f}"):
                    self.assertEqual(said_at(time, spoken), state.caption)

    def test_the_file_has_the_times_of_the_film(self) -> None:
        for lesson in self.shown:
            with self.subTest(lesson.name):
                read = webvtt.from_buffer(io.StringIO(captions.write(lesson.sheet))).captions
                made = video_captions(lesson.sheet)
                self.assertEqual(len(read), len(made))
                for there, here in zip(read, made, strict=True):
                    self.assertAlmostEqual(_seconds(there.start), here.start, delta=0.001)
                    self.assertAlmostEqual(_seconds(there.end), here.end, delta=0.001)
                    self.assertLessEqual(here.end, video_seconds(lesson.sheet) + 1e-6)

    def test_a_gate_with_an_answer_puts_off_all_that_follows(self) -> None:
        held = [one for one in self.shown if any(gate.answer_seconds for gate in one.sheet.gates)]
        self.assertTrue(held, "a lesson with answers is among them")
        for lesson in held:
            last = lesson.sheet.captions[-1]
            passed = sum(gate.think_seconds + gate.answer_seconds for gate in lesson.sheet.gates if gate.at < last.end)
            spoken = [one for one in video_captions(lesson.sheet) if one.text == last.text]
            self.assertAlmostEqual(max(one.end for one in spoken), last.end + passed, places=6)


def _seconds(clock: str) -> float:
    hours, minutes, seconds = clock.split(":")
    return 3600 * int(hours) + 60 * int(minutes) + float(seconds)


if __name__ == "__main__":
    unittest.main()
