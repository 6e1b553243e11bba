"""Open formats: round trips and outside validators."""

from __future__ import annotations

import io
import json
import unittest

import jsonschema
import webvtt
from hypothesis import given
from hypothesis import strategies as st

from tests.worlds import TAKE, lesson, planned, trail, without
from wordtrail.core.cues.compile import compile_cues, edit_list_of
from wordtrail.core.cues.film import video_seconds
from wordtrail.core.errors import WordTrailError
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.model import Passage
from wordtrail.core.trail.model import Slip, SlipKind, Trail, Visit
from wordtrail.formats import trail_json
from wordtrail.formats import webvtt as captions
from wordtrail.store.documents import from_json, to_json

SCHEMA = {
    "type": "object",
    "required": ["version", "words", "visits", "skipped", "misread", "unread", "asides", "seconds"],
    "properties": {
        "visits": {"type": "array", "items": {"type": "object", "required": ["word", "start", "end", "confidence"]}},
        "skipped": {"type": "array", "items": {"type": "integer", "minimum": 0}},
        "unread": {"type": "array", "items": {"type": "array", "minItems": 2, "maxItems": 2}},
    },
}


class TrailJsonTest(unittest.TestCase):
    def test_round_trip_and_contract(self) -> None:
        made = lesson()
        found = Trail(
            without(trail(made), "a3", "a17", "a18").visits,
            slips=(Slip(SlipKind.LEFT_OUT, "a3", 2.1, 2.1), Slip(SlipKind.MISREAD, "a5", 3.4, 3.9, "clever")),
            asides=trail(made).asides, unread=("a17", "a18"), seconds=20.0, sound_start=1.0, sound_end=18.0,
        )  # fmt: skip
        text = trail_json.write(found, made.words)
        document = json.loads(text)
        jsonschema.validate(document, SCHEMA)
        self.assertEqual(
            (document["skipped"], document["unread"], document["misread"][0]["word"]), ([2], [[16, 17]], 4)
        )
        self.assertEqual(trail_json.read(text), found)

    @given(
        st.text(max_size=80)
        | st.sampled_from(["{}", "[]", '{"version": 9, "words": []}', '{"version": 1, "words": 3}'])
    )
    def test_anything_else_is_refused_with_a_sentence(self, text: str) -> None:
        with self.assertRaises(WordTrailError):
            trail_json.read(text)

    @given(st.lists(st.tuples(st.integers(0, 17), st.floats(0, 100), st.floats(0, 1)), max_size=20))
    def test_any_visits_survive(self, visits: list[tuple[int, float, float]]) -> None:
        made = lesson()
        found = Trail(
            tuple(Visit(made.words[i].id, at, at + 0.1, sure) for i, at, sure in visits),
            seconds=101.0,
            sound_end=101.0,
        )
        self.assertEqual(trail_json.read(trail_json.write(found, made.words)).visits, found.visits)


class CaptionsTest(unittest.TestCase):
    def test_an_outside_reader_reads_what_we_write(self) -> None:
        made, trails = planned(), {TAKE: trail()}
        sheet = compile_cues(made, trails, typeset(made), edit_list_of(made, trails))
        read = webvtt.from_buffer(io.StringIO(captions.write(sheet))).captions
        self.assertEqual(read[0].text, "When a bee finds clover, she tells the others.")
        question = next(caption for caption in read if caption.text == "Why clover?")
        self.assertAlmostEqual(question.end_in_seconds - question.start_in_seconds, 4, delta=1)
        self.assertLessEqual(read[-1].end_in_seconds, video_seconds(sheet) + 1)
        self.assertEqual([c.start for c in read], sorted(c.start for c in read))

    def test_signs_that_mean_something_in_the_format_are_escaped(self) -> None:
        made = lesson("Salt & pepper <b> -- > end.")
        trails = {TAKE: trail(made)}
        sheet = compile_cues(made, trails, typeset(made), edit_list_of(made, trails))
        text = captions.write(sheet)
        self.assertIn("&amp; pepper" if "&" in sheet.captions[0].text else "pepper", text)
        self.assertIn("&lt;b&gt;", text)


class DocumentTest(unittest.TestCase):
    def test_lessons_and_passages_survive(self) -> None:
        made = planned()
        self.assertEqual(from_json(Lesson, to_json(made)), made)
        self.assertEqual(from_json(Passage, to_json(made.passages[0])), made.passages[0])
