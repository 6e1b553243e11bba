"""Timings as files: out and back in, read by others too, and what they would change."""

from __future__ import annotations

import json
import tempfile
import unittest
from contextlib import suppress
from dataclasses import replace
from itertools import pairwise
from pathlib import Path

import opentimelineio
import webvtt
from hypothesis import given
from hypothesis import strategies as st
from lxml import etree
from praatio import textgrid

from tests.worlds import TAKE, lesson, trail
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.take_changes import MoveStarts, NewStart
from wordtrail.core.edit.edit_list import Clip, EditList
from wordtrail.core.errors import NotReadable, WordTrailError
from wordtrail.core.lesson.current_trail import current_trail
from wordtrail.core.lesson.timing_moves import moves_in
from wordtrail.core.text.model import Word
from wordtrail.core.trail.model import Trail, Visit
from wordtrail.core.trail.phrases import LINE, TimedWord, phrases_of
from wordtrail.formats.timing import subrip, text_grid, timeline, ttml, webvtt_words, words_csv
from wordtrail.formats.timing.all import TIMING_FORMATS, timings_in

WORDS = lesson().words
BY_WORD = tuple(one for one in TIMING_FORMATS if one.kind != "phrases-srt")

SECRET = '<!DOCTYPE a [<!ENTITY b SYSTEM "file:///etc/passwd">]><tt xmlns="http://www.w3.org/ns/ttml">&b;</tt>'

texts = st.lists(
    st.text(st.characters(categories=("L", "N"), include_characters="’'<>&\",.-;"), min_size=1, max_size=14), min_size=1
).filter(lambda words: all(word.strip() for word in words))
rests = st.lists(st.tuples(st.floats(0.001, 1.5), st.floats(0.03, 0.9)), min_size=60, max_size=60)


def read_aloud(words: list[str], times: list[tuple[float, float]]) -> tuple[Trail, list[Word]]:
    """A trail of words with these rests and lengths."""
    now, visits, printed = 0.5, [], []
    for place, (word, (rest, length)) in enumerate(zip(words, times, strict=False)):
        now = round(now + rest, 3)
        visits.append(Visit(f"w{place}", now, round(now + length, 3)))
        printed.append(Word(f"w{place}", word, 0, 0, place // 9))
        now = visits[-1].end
    return Trail(tuple(visits), seconds=now + 1, sound_start=0.5, sound_end=now), printed


class RoundTripTest(unittest.TestCase):
    @given(texts, rests)
    def test_every_word_comes_back_at_its_moment(self, words: list[str], times: list[tuple[float, float]]) -> None:
        read, printed = read_aloud(words, times)
        phrases = phrases_of(read, printed)
        for one in BY_WORD:
            back = timings_in(one.write(phrases, read.seconds).encode(), one.ending)
            self.assertEqual(
                [word.text for word in back], [word.text for word in printed[: len(read.visits)]], one.kind
            )
            for word, visit in zip(back, read.visits, strict=True):
                self.assertAlmostEqual(word.start, visit.start, delta=0.0015, msg=one.kind)

    def test_phrases_come_back_with_their_first_word(self) -> None:
        phrases = phrases_of(trail(), WORDS)
        back = subrip.read(subrip.write(phrases, trail().seconds))
        self.assertEqual([word.text for word in back], [one.words[0].text for one in phrases])


class PhrasesTest(unittest.TestCase):
    @given(texts, rests)
    def test_each_fits_two_lines_and_none_overlaps(self, words: list[str], times: list[tuple[float, float]]) -> None:
        read, printed = read_aloud(words, times)
        phrases = phrases_of(read, printed)
        self.assertEqual(sum(len(one.words) for one in phrases), len(read.visits))
        for one in phrases:
            self.assertLessEqual(len(one.lines), 2)
            self.assertTrue(all(len(line) <= LINE for line in one.lines))
            self.assertEqual(" ".join(one.lines), " ".join(word.text for word in one.words))
        for one, other in pairwise(phrases):
            self.assertLessEqual(one.end, other.start + 1e-6)

    def test_a_sentence_and_a_rest_end_one(self) -> None:
        found = [" ".join(word.text for word in one.words) for one in phrases_of(trail(), WORDS)]
        self.assertIn("She dances.", found)

    def test_a_quick_one_stays_as_long_as_it_can(self) -> None:
        read, printed = read_aloud(["extraordinarily", "quick"], [(0.01, 0.1), (0.01, 0.1)])
        (one,) = phrases_of(read, printed)
        self.assertAlmostEqual(one.end - one.start, 21 / 20, places=3)


class OtherReadersTest(unittest.TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        self.phrases = phrases_of(trail(), WORDS)

    def written(self, name: str, text: str) -> str:
        (self.folder / name).write_text(text, encoding="utf-8")
        return str(self.folder / name)

    def test_webvtt(self) -> None:
        cues = webvtt.read(self.written("a.vtt", webvtt_words.write(self.phrases, trail().seconds)))
        self.assertEqual(len(cues), len(self.phrases))
        self.assertEqual(cues[0].text.split()[0], "When")
        self.assertAlmostEqual(cues[0].start_in_seconds, self.phrases[0].start, delta=1)

    def test_srt(self) -> None:
        cues = webvtt.from_srt(self.written("a.srt", subrip.write(self.phrases, trail().seconds)))
        self.assertEqual([cue.text for cue in cues.captions], ["\n".join(one.lines) for one in self.phrases])

    def test_text_grid(self) -> None:
        grid = textgrid.openTextgrid(
            self.written("a.TextGrid", text_grid.write(self.phrases, trail().seconds)), includeEmptyIntervals=False
        )
        entries = grid.getTier("words").entries
        self.assertEqual([one.label for one in entries], [word.text for word in WORDS])
        for entry, visit in zip(entries, trail().visits, strict=True):
            self.assertAlmostEqual(entry.start, visit.start, places=3)
        self.assertEqual(len(grid.getTier("phrases").entries), len(self.phrases))

    def test_ttml(self) -> None:
        root = etree.fromstring(ttml.write(self.phrases, trail().seconds).encode())
        space = {"t": "http://www.w3.org/ns/ttml"}
        self.assertEqual(len(root.xpath("//t:p", namespaces=space)), len(self.phrases))
        self.assertEqual(
            root.xpath("string((//t:p)[1])", namespaces=space), " ".join(w.text for w in self.phrases[0].words)
        )

    def test_the_edit_list_as_a_timeline(self) -> None:
        edits = EditList((Clip("one", 1.0, 3.5), Clip("two", 0.25, 1.0), Clip("one", 4.0, 6.0)), lead=3.0)
        text = timeline.write("Bees", edits, {"one": ("Take 1", 20.0), "two": ("The good one", 5.0)})
        read = opentimelineio.adapters.read_from_string(text, "otio_json")
        track = read.tracks[0]
        self.assertAlmostEqual(track.duration().to_seconds(), edits.seconds, places=3)
        clips = list(read.find_clips())
        self.assertEqual([clip.name for clip in clips], ["Take 1", "The good one", "Take 1"])
        self.assertAlmostEqual(clips[2].source_range.start_time.to_seconds(), 4.0)

    def test_a_slower_stretch_is_one_there_too(self) -> None:
        edits = EditList((Clip("one", 1.0, 3.0), Clip("one", 3.0, 7.0, 0.8), Clip("one", 7.0, 9.0)))
        read = opentimelineio.adapters.read_from_string(timeline.write("Bees", edits, {}), "otio_json")
        self.assertAlmostEqual(read.tracks[0].duration().to_seconds(), edits.seconds, places=3)
        slower = list(read.find_clips())[1]
        (warp,) = slower.effects
        self.assertAlmostEqual(warp.time_scalar, 0.8)
        self.assertAlmostEqual(slower.source_range.start_time.to_seconds(), 3.0)


class TimelineReadTest(unittest.TestCase):
    EDITS = EditList((Clip("one", 1.0, 3.5), Clip("two", 0.25, 1.0), Clip("one", 4.0, 6.0, 0.8)), lead=3.0)

    def test_it_comes_back_as_it_went_out(self) -> None:
        self.assertEqual(timeline.read(timeline.write("Bees", self.EDITS, {})), self.EDITS.clips)

    def test_another_programs_folders_rates_and_clips_of_its_own_are_no_matter(self) -> None:
        read = opentimelineio.adapters.read_from_string(timeline.write("Bees", self.EDITS, {}), "otio_json")
        own = opentimelineio.schema.ExternalReference("file:///music/jingle.wav")
        frames = opentimelineio.opentime.TimeRange(
            opentimelineio.opentime.RationalTime(24, 24), opentimelineio.opentime.RationalTime(48, 24)
        )
        read.tracks[0].append(opentimelineio.schema.Clip("Jingle", own, frames))
        first = read.tracks[0][1]
        first.media_reference.target_url = "file:///home/room6/takes/one"
        first.source_range = frames
        text = opentimelineio.adapters.write_to_string(read, "otio_json")
        self.assertEqual(timeline.read(text), (Clip("one", 1.0, 3.0), *self.EDITS.clips[1:]))

    def test_one_without_a_take_or_that_is_none_is_refused(self) -> None:
        empty = timeline.write("Bees", EditList((), lead=3.0), {})
        for text in ("", "{}", "[]", '{"OTIO_SCHEMA": "Clip.1"}', empty, empty.replace("Timeline.1", "Timeline.99")):
            with self.subTest(text[:40]), self.assertRaises(NotReadable):
                timeline.read(text)

    @given(st.text(max_size=200))
    def test_no_text_breaks_it(self, text: str) -> None:
        with suppress(NotReadable):
            timeline.read(text)


class DamagedTest(unittest.TestCase):
    @given(st.binary(max_size=300), st.sampled_from([one.ending for one in TIMING_FORMATS]))
    def test_what_is_none_is_refused_with_a_sentence(self, data: bytes, ending: str) -> None:
        try:
            timings_in(data, ending)
        except WordTrailError as fault:
            self.assertTrue(fault.sentence)

    def test_what_is_nearly_one(self) -> None:
        for text, ending in (
            ("WEBVTT\n\nx --> y\nhello\n", "vtt"), ("WEBVTT\n\n00:01.000 --> 00:02.000\n\n", "vtt"), ("<tt/>", "ttml"),
            ("word;start\na;soon\n", "csv"), ("name,when\na,1\n", "csv"), ('"TextGrid"', "TextGrid"), ("a", "docx"),
            (SECRET, "ttml"),
        ):  # fmt: skip
            with self.assertRaises(WordTrailError, msg=text):
                timings_in(text.encode(), ending)


class MovesTest(unittest.TestCase):
    def test_only_what_differs_would_move(self) -> None:
        of = trail()
        read = [TimedWord(word.text, visit.start, visit.end) for word, visit in zip(WORDS, of.visits, strict=True)]
        self.assertEqual(moves_in(lesson(), TAKE, of, read).moves, ())
        read[4] = replace(read[4], start=read[4].start + 0.08)
        read.insert(7, TimedWord("very", 5.0, 5.1))
        found = moves_in(lesson(), TAKE, of, read)
        (move,) = found.moves
        self.assertEqual((move.text, move.now, found.strange, found.same), ("clover,", of.visits[4].start, 1, 17))
        made = apply(lesson(), MoveStarts(TAKE, (NewStart(move.word, move.found, move.start),)))
        self.assertAlmostEqual(current_trail(made, TAKE, of).visits[4].start, of.visits[4].start + 0.08, places=3)

    def test_what_lies_too_far_stays(self) -> None:
        read = [
            TimedWord(word.text, visit.start + 9, visit.end + 9)
            for word, visit in zip(WORDS, trail().visits, strict=True)
        ]
        found = moves_in(lesson(), TAKE, trail(), read)
        self.assertEqual((found.moves, found.too_far), ((), len(WORDS)))


class CsvTest(unittest.TestCase):
    def test_semicolons_and_missing_ends_are_understood(self) -> None:
        self.assertEqual(words_csv.read("word;start\nbee;1,5\n"), [TimedWord("bee", 1.5, 1.5)])

    def test_other_formats_take_their_own_files_only(self) -> None:
        written = json.dumps({"word": "bee"})
        for one in TIMING_FORMATS:
            with self.assertRaises(WordTrailError):
                one.read(written)


if __name__ == "__main__":
    unittest.main()
