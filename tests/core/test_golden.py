"""The golden vectors are what the core says today; vitest holds the browser's twins to the same files."""

from __future__ import annotations

import json
import unittest
from pathlib import Path
from typing import Any

from tests.golden import vectors
from wordtrail.core.cues.model import CueSheet
from wordtrail.core.cues.state import state_at
from wordtrail.store.documents import from_json, to_json

FOLDER = Path(vectors.__file__).parent


class GoldenTest(unittest.TestCase):
    made: dict[str, Any]
    kept: dict[str, Any]

    @classmethod
    def setUpClass(cls) -> None:
        cls.made = vectors.all_vectors()
        cls.kept = {name: json.loads((FOLDER / name).read_text(encoding="utf-8")) for name in cls.made}

    def test_the_core_makes_the_kept_vectors(self) -> None:
        for name, value in self.made.items():
            for ours, kept in zip(json.loads(vectors.as_text(value)), self.kept[name], strict=True):
                self.assertEqual(ours, kept, f"{name} has changed: if it should, ./run vectors")
            self.assertEqual(json.loads(vectors.as_text(value)), self.kept[name], f"{name}: ./run vectors")

    def test_the_reader_gives_the_kept_states_of_the_kept_sheets(self) -> None:
        for lesson in self.kept["cues.json"]:
            sheet = from_json(CueSheet, json.dumps(lesson["sheet"]))
            wanted: dict = {}
            for time, gate, waited, changes in lesson["moments"]:
                wanted |= changes
                state = json.loads(to_json(state_at(sheet, time, gate, waited)))
                self.assertEqual(state, wanted, (lesson["name"], time, gate, waited))

    def test_every_kind_of_cue_is_in_them(self) -> None:
        sheets = [lesson["sheet"] for lesson in self.kept["cues.json"]]
        for cue in ("pages", "lights", "drawings", "gates", "captions", "sentences", "signposts", "reveals", "beats"):
            self.assertGreater(sum(len(sheet[cue]) for sheet in sheets), 10, cue)
        gates = [gate for sheet in sheets for gate in sheet["gates"]]
        self.assertTrue({True, False} <= {gate["auto"] for gate in gates})
        self.assertTrue(any(gate["answer_seconds"] for gate in gates) and any(gate["page"] >= 0 for gate in gates))
        self.assertGreater(sum(bool(drawing["gate"]) for sheet in sheets for drawing in sheet["drawings"]), 10)
        self.assertGreater(sum(len(sheet["gate_pages"]) for sheet in sheets), 5, "boards that are leafed through")
        self.assertGreater(sum(reveal["wait"] > 0 for sheet in sheets for reveal in sheet["reveals"]), 10)
        waits = {
            (lesson["name"], gate)
            for lesson in self.kept["cues.json"]
            for _, gate, wait, _ in lesson["moments"]
            if wait
        }
        self.assertEqual(len(waits), len(gates), "every gate after several waits")
