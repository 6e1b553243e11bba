"""The demo lesson that is mostly talk: what the narrator did and said is on the stage."""

from __future__ import annotations

import json
import unittest
from dataclasses import replace
from importlib.resources import files

from wordtrail.core.cues.compile import compile_cues, edit_list_of
from wordtrail.core.cues.read_through import read_through
from wordtrail.core.cues.state import state_at
from wordtrail.core.cues.talk_captions import TALK
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.checking import checks_of
from wordtrail.core.trail.directions import Deed
from wordtrail.core.waypoints.proofing import open_suspects
from wordtrail.formats import trail_json
from wordtrail.standins.demo_world import LESSONS
from wordtrail.standins.pond import LABELS
from wordtrail.standins.takes_done import directed

DEMO = files("wordtrail.standins") / "demo"
TAKE = "take"


class PondTest(unittest.TestCase):
    def setUp(self) -> None:
        self.done = (DEMO / "pond.done.json").read_text(encoding="utf-8")
        made = next(one for one in LESSONS if one.name == "pond").lesson("a" * 32 + ".png", "b" * 32 + ".png")
        self.lesson = replace(directed(made, TAKE, self.done), chosen_take=TAKE)
        self.trail = trail_json.read((DEMO / "pond.trail.json").read_text(encoding="utf-8"))
        trails = {TAKE: self.trail}
        self.layout, self.edits = typeset(self.lesson), edit_list_of(self.lesson, trails)
        self.sheet = compile_cues(self.lesson, trails, self.layout, self.edits)

    def test_three_quarters_of_it_are_talk_and_all_of_that_is_there_to_read(self) -> None:
        talk = sum(one.end - one.start for one in self.trail.asides)
        read = sum(one.end - one.start for one in self.trail.visits)
        self.assertGreater(talk / (talk + read), 0.74)
        self.assertNotIn(TALK, [one.text for one in self.sheet.captions])

    def test_everything_that_was_done_is_kept_and_on_the_stage_in_time(self) -> None:
        given = json.loads(self.done)["directions"]
        self.assertEqual(len(self.lesson.directions), len(given))
        for one in self.lesson.directions:
            at = self.edits.near(TAKE, one.at)
            assert at is not None
            shown = self.layout.pages[state_at(self.sheet, at + 0.3).page]
            if one.deed is Deed.TURN:
                self.assertEqual(shown.id, one.target)
            elif one.deed is Deed.SHOW:
                self.assertEqual(shown.board, one.target)
            elif one.deed is Deed.CLOSER and one.target:
                self.assertIsNotNone(state_at(self.sheet, at + 0.7).view)

    def test_the_pages_have_the_numbers_that_are_said(self) -> None:
        labels = [page.label for page in self.layout.pages if page.label and not page.beside]
        self.assertEqual([label.removeprefix("p. ") for label in labels], list(LABELS))

    def test_the_chart_grows_and_the_question_is_worked_out(self) -> None:
        comes = [(one.part.split(".")[0], one.at) for one in self.sheet.reveals if not one.gate]
        chart = [at for board, at in comes if board.startswith("chart")]
        self.assertEqual((len(chart), sorted(set(chart))), (4, chart))
        stops = {gate.shows: gate.at for gate in self.sheet.gates}
        for board, at in comes:
            self.assertGreater(at, stops.get(board, 0.0))

    def test_nobody_has_anything_to_mend(self) -> None:
        trails = {TAKE: self.trail}
        self.assertEqual(read_through(self.lesson, self.layout, self.sheet, self.edits, trails), ())
        self.assertEqual(checks_of(self.lesson, TAKE, self.trail), ())
        self.assertEqual(open_suspects(self.lesson), ())
