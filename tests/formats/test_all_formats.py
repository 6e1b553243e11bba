"""The formats as a whole: each knows its own files and no other's, and none is named twice."""

from __future__ import annotations

import unittest

from wordtrail.core.errors import UnknownKind
from wordtrail.core.text.draft import keep_none
from wordtrail.formats import alto, hocr
from wordtrail.formats.all import (
    COPIES,
    PASSAGE_FORMATS,
    PLAN_FORMATS,
    copy_of,
    format_ending_in,
    format_that_knows,
    plan_file,
    plan_format,
)
from wordtrail.standins.demo_world import LESSONS

LESSON = next(demo for demo in LESSONS if demo.name == "bees-map").lesson(f"{0:032x}.png")
PASSAGE = LESSON.passages[0]
KNOWN_BY_ENDING = {"markdown", "text", "json"}
"""Formats whose files cannot be told from other text."""


def no_picture(file: str) -> bytes:
    raise OSError(file)


class FormatsTest(unittest.TestCase):
    def test_no_name_and_no_ending_stands_for_two(self) -> None:
        for names in (
            [one.kind for one in PASSAGE_FORMATS],
            [one.name for one in PASSAGE_FORMATS],
            [one.kind for one in PLAN_FORMATS],
            [one.name for one in PLAN_FORMATS],
        ):
            self.assertEqual(len(set(names)), len(names))
        endings = [ending for one in PASSAGE_FORMATS for ending in one.endings]
        self.assertEqual(len(set(endings)), len(endings))

    def test_each_knows_the_files_that_it_writes_whatever_they_are_called(self) -> None:
        for one in COPIES:
            with self.subTest(one.kind):
                copy = copy_of(PASSAGE, one.kind, no_picture)
                self.assertEqual((copy.ending, copy.media_type), (one.endings[0], one.media_type))
                self.assertIs(format_ending_in(copy.ending), one)
                known = format_that_knows(copy.data, "bin")
                self.assertIs(known, None if one.kind in KNOWN_BY_ENDING else one)

    def test_scans_with_places_are_told_from_other_markup(self) -> None:
        for data, kind in (
            (alto.write([]), "alto"),
            (hocr.write([]).encode() + b"<div class='ocr_page'></div>", "hocr"),
            (b"\xef\xbb\xbf\n<!DOCTYPE HTML><p>Bees", "html"),
            (b"%PDF-1.7", "pdf"),
        ):
            found = format_that_knows(data, "txt")
            self.assertEqual(found and found.kind, kind)

    def test_what_is_read_at_once_says_what_it_read(self) -> None:
        for one in COPIES:
            if one.read:
                draft = one.read(copy_of(PASSAGE, one.kind, no_picture).data, keep_none)
                text = " ".join(block.text for page in draft.pages for block in page.blocks)
                self.assertIn("Her dance is a map.", text, one.kind)

    def test_a_plan_goes_out_and_comes_back(self) -> None:
        for one in PLAN_FORMATS:
            with self.subTest(one.kind):
                copy = plan_file(LESSON, one.kind)
                brought = plan_format(one.kind).read(copy.data, LESSON)
                counted = len(brought.marks), len(brought.points), len(brought.cards)
                wanted = {
                    "marks": (len(LESSON.marks), 0, 0),
                    "questions": (0, len(LESSON.pause_points), 0),
                    "cards": (0, 0, len(LESSON.plan.cards)),
                }
                self.assertEqual(counted, wanted[one.kind])

    def test_unknown_ones_are_refused(self) -> None:
        for asked in (
            lambda: format_ending_in("exe"),
            lambda: plan_format("recipes"),
            lambda: copy_of(PASSAGE, "pdf", no_picture),
        ):
            with self.assertRaises(UnknownKind):
                asked()
