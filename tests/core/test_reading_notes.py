"""What is said of a reading: its pace by paragraph, phrases, pauses, talk, and what can be done."""

from __future__ import annotations

import math
import unittest
from dataclasses import replace

from tests.worlds import TAKE, lesson, trail
from wordtrail.core.edit.joining import Cut
from wordtrail.core.lesson.reading_notes import ReadingKnown, reading_known
from wordtrail.core.sound.melody import Voice, height_of
from wordtrail.core.sound.quiet import STEP
from wordtrail.core.trail.model import Aside, Trail, Visit


def read(rests: tuple[int, ...] = (), *, each: float = 0.5, asides: tuple[Aside, ...] = ()) -> Trail:
    """All words of the passage, `each` seconds long, one after another, with half a second of rest after some (their
    places, from 0)."""
    visits, now = [], 1.0
    for place, word in enumerate(lesson().words):
        visits.append(Visit(word.id, now, now + 0.95 * each))
        now += each + (0.5 if place in rests else 0.0)
    return Trail(tuple(visits), asides=asides, seconds=now + 2, sound_start=1.0, sound_end=now)


def known(of: Trail, stops: tuple[float, ...] = (5.0,), length: float = 20.0, grade: int = 0) -> ReadingKnown:
    return reading_known(lesson(), TAKE, of, Voice(), stops, length, grade)


def note(of: ReadingKnown, title: str) -> tuple[str, str]:
    return next((one.figure, one.advice) for one in of.notes if one.title == title)


class PacesTest(unittest.TestCase):
    def test_each_paragraph_has_its_pace_and_says_whether_it_runs_ahead(self) -> None:
        usual, quick = known(read(each=0.55)), known(read(each=0.25))
        self.assertAlmostEqual(usual.paces[0].words_per_minute, 60 / 0.55, delta=3)
        self.assertFalse(any(one.quick for one in usual.paces))
        self.assertTrue(all(one.quick for one in quick.paces))
        self.assertEqual(usual.paces[0].first, "a1")
        self.assertEqual(usual.planned, lesson().words_per_minute)

    def test_the_band_is_that_of_the_grade(self) -> None:
        self.assertEqual(known(read(), grade=2).band, (36.0, 124.0))
        self.assertEqual(known(read()).band, (0.0, 0.0))

    def test_what_is_cut_is_not_counted(self) -> None:
        of = read()
        cut = Cut(TAKE, 0.0, of.visits[-1].end + 1)
        self.assertEqual(reading_known(replace(lesson(), cuts=(cut,)), TAKE, of, Voice(), (), 0.0, 0).paces, ())


class NotesTest(unittest.TestCase):
    def test_a_reading_in_phrases_needs_no_advice(self) -> None:
        ends = tuple(place for place, word in enumerate(lesson().words) if word.id in ("a9", "a11", "a16"))
        of = known(read(ends))
        self.assertEqual(note(of, "Pauses at punctuation"), ("3 of 3", ""))
        self.assertEqual(note(of, "Words at a time")[1], "")

    def test_word_by_word_is_said(self) -> None:
        of = known(read(tuple(range(0, 18, 2))))
        figure, advice = note(of, "Words at a time")
        self.assertLess(float(figure), 3)
        self.assertIn("word by word", advice)
        self.assertIn("part words that belong together", note(of, "Pauses at punctuation")[1])

    def test_talk_is_worth_a_word_only_where_it_is_much(self) -> None:
        self.assertFalse([one for one in known(read()).notes if one.title == "Talk"])
        of = replace(read(asides=(Aside(12.0, 60.0),)), sound_end=60.0, seconds=62.0)
        self.assertIn("More talk than reading", note(known(of), "Talk")[1])

    def test_the_longest_stretch_without_students(self) -> None:
        self.assertEqual(note(known(read(), (30.0, 60.0), 100.0), "Longest without students"), ("0:40", ""))
        figure, advice = note(known(read(), (30.0,), 200.0), "Longest without students")
        self.assertEqual(figure, "2:50")
        self.assertIn("From 0:30 on they only listen", advice)


class MelodyTest(unittest.TestCase):
    def voice(self, of: Trail, swing: float, louder: float = 0.5) -> Voice:
        """A voice that swings by so many semitones around 200 cycles a second, every other word louder."""
        steps = range(round(of.seconds / STEP) + 1)
        pitches = bytes(height_of(200 * 2 ** (swing * math.sin(step / 9) / 12)) for step in steps)
        heights = bytearray(len(pitches))
        for number, visit in enumerate(of.visits):
            height = round(255 * (0.5 if number % 2 else 0.5 * louder) ** 0.5)
            for place in range(int(visit.start / STEP), int(visit.end / STEP)):
                heights[place] = height
        return Voice(pitches, bytes(heights))

    def notes(self, swing: float, louder: float = 0.5) -> dict[str, tuple[str, bool]]:
        of = trail()
        found = reading_known(lesson(), TAKE, of, self.voice(of, swing, louder), (), 20.0, 0)
        return {note.title: (note.figure, bool(note.advice)) for note in found.notes}

    def test_a_voice_that_hardly_moves_is_flat_and_one_that_swings_is_not(self) -> None:
        self.assertEqual(self.notes(1.0)["Voice up and down"], ("2 semitones", True))
        self.assertEqual(self.notes(5.0)["Voice up and down"], ("10 semitones", False))

    def test_words_that_are_all_as_loud_are_said(self) -> None:
        self.assertEqual(self.notes(5.0, 0.5)["Loud and soft"], ("6 dB", False))
        self.assertEqual(self.notes(5.0, 0.9)["Loud and soft"], ("1 dB", True))

    def test_without_a_voice_nothing_is_said_of_it(self) -> None:
        self.assertNotIn("Loud and soft", {note.title for note in known(trail()).notes})


if __name__ == "__main__":
    unittest.main()
