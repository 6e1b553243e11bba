"""What students get before they have thought: nothing of what comes after."""

from __future__ import annotations

import json
import unittest

from tests.golden.lessons import ShownLesson, all_shown
from wordtrail.core.cues.state import state_at
from wordtrail.core.cues.unanswered import unanswered
from wordtrail.core.plan.activities.choose import Choose
from wordtrail.store.documents import to_json


class UnansweredTest(unittest.TestCase):
    lessons: list[ShownLesson]

    @classmethod
    def setUpClass(cls) -> None:
        cls.lessons = all_shown()

    def test_answers_reasons_and_proofs_are_not_in_it(self) -> None:
        whole = next(one for one in self.lessons if one.name == "by hand")
        kept = to_json(unanswered(whole.layout, whole.sheet, ())[0]) + to_json(
            unanswered(whole.layout, whole.sheet, ())[1]
        )
        point = next(point for point in whole.lesson.pause_points if isinstance(point.activity, Choose))
        pieces = [
            piece["text"]
            for page in json.loads(to_json(whole.layout))["pages"]
            for part in page["parts"]
            for piece in part["pieces"]
        ]
        self.assertIn("named.", pieces, "the whole layout has the reasons")
        laid = json.loads(to_json(unanswered(whole.layout, whole.sheet, ())[0]))
        left = [piece["text"] for page in laid["pages"] for part in page["parts"] for piece in part["pieces"]]
        self.assertNotIn("named.", left)
        self.assertFalse(any(one["answer"] for one in laid["signposts"]))
        self.assertNotIn(f"{point.id}.strike", kept)
        self.assertNotIn(f"{point.id}.answer", kept)

    def test_until_the_think_time_is_over_nothing_looks_otherwise(self) -> None:
        for lesson in self.lessons:
            passed: set[str] = set()
            for gate in lesson.sheet.gates:
                layout, sheet = unanswered(lesson.layout, lesson.sheet, passed)
                here = {part.id for page in layout.pages for part in page.parts}
                for waited in (0.0, gate.think_seconds / 2, max(0.0, gate.think_seconds - 0.001)):
                    if waited >= gate.think_seconds:
                        continue
                    wanted = state_at(lesson.sheet, gate.at, gate.pause, waited)
                    self.assertEqual(state_at(sheet, gate.at, gate.pause, waited), wanted, (lesson.name, gate.pause))
                    drawn = {mark.id for mark in layout.marks}
                    self.assertTrue({mark.mark for mark in wanted.marks} <= drawn)
                    known = {part.id for page in lesson.layout.pages for part in page.parts}
                    self.assertTrue({part for part in wanted.parts if part in known} <= here)
                passed.add(gate.pause)

    def test_everything_is_there_once_all_gates_are_open(self) -> None:
        for lesson in self.lessons:
            gates = {gate.pause for gate in lesson.sheet.gates}
            self.assertEqual(unanswered(lesson.layout, lesson.sheet, gates), (lesson.layout, lesson.sheet))
