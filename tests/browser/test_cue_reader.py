"""The browser's reader of cue sheets is held to the Python one by golden vectors."""

from __future__ import annotations

import json
import shutil
import subprocess
import tempfile
import unittest
from pathlib import Path

from tests.worlds import TAKE, planned, trail
from wordtrail.core.cues.compile import compile_cues, edit_list_of
from wordtrail.core.cues.model import CueSheet
from wordtrail.core.cues.state import state_at
from wordtrail.core.layout.typeset import typeset
from wordtrail.store.documents import from_json, to_json

WEB = Path(__file__).resolve().parents[2] / "web"
GOLDEN = Path(__file__).with_name("golden_cues.json")

READ = """
import { createRequire } from 'node:module'
import { readFileSync, writeFileSync } from 'node:fs'
const [web, folder, vectors] = process.argv.slice(2)
const ts = createRequire(web + '/package.json')('typescript')
const source = readFileSync(web + '/src/stage/cueReader.ts', 'utf8')
const options = { module: ts.ModuleKind.ESNext, target: ts.ScriptTarget.ES2022 }
writeFileSync(folder + '/reader.mjs', ts.transpileModule(source, { compilerOptions: options }).outputText)
const { stateAt, sentenceBack } = await import(folder + '/reader.mjs')
const golden = JSON.parse(readFileSync(vectors, 'utf8'))
console.log(JSON.stringify({
  states: golden.moments.map(({ time, gate }) => stateAt(golden.sheet, time, gate)),
  back: golden.moments.map(({ time }) => sentenceBack(golden.sheet, time)),
}))
"""


def golden() -> dict:
    """A cue sheet, moments all through it (and exactly on its edges), and the states at them."""
    made, trails = planned(), {TAKE: trail()}
    sheet = compile_cues(made, trails, typeset(made), edit_list_of(made, trails))
    edges = {0.0, sheet.seconds, *(light.start for light in sheet.lights), *(light.end for light in sheet.lights)}
    edges |= {turn.at for turn in sheet.pages} | {gate.at for gate in sheet.gates}
    edges |= {round(d.start + (d.end - d.start) * n / 7, 4) for d in sheet.drawings for n in range(8)}
    edges |= {round(n * 0.37, 2) for n in range(45)}
    moments = [{"time": time, "gate": ""} for time in sorted(edges)]
    moments += [{"time": gate.at, "gate": gate.pause} for gate in sheet.gates]
    states = [json.loads(to_json(state_at(sheet, m["time"], m["gate"]))) for m in moments]
    return {"sheet": json.loads(to_json(sheet)), "moments": moments, "states": states}


class GoldenTest(unittest.TestCase):
    def setUp(self) -> None:
        self.golden = json.loads(GOLDEN.read_text(encoding="utf-8"))

    def test_the_python_reader_gives_the_golden_states(self) -> None:
        sheet = from_json(CueSheet, json.dumps(self.golden["sheet"]))
        for moment, state in zip(self.golden["moments"], self.golden["states"], strict=True):
            self.assertEqual(json.loads(to_json(state_at(sheet, moment["time"], moment["gate"]))), state)

    def test_the_compiler_still_makes_the_golden_sheet(self) -> None:
        self.assertEqual(golden(), self.golden)

    def test_the_browser_reader_gives_the_golden_states(self) -> None:
        node = shutil.which("node") or str(WEB.parent / ".venv" / "bin" / "node")
        with tempfile.TemporaryDirectory() as folder:
            script = Path(folder) / "read.mjs"
            script.write_text(READ, encoding="utf-8")
            done = subprocess.run(
                [node, str(script), str(WEB), folder, str(GOLDEN)], capture_output=True, text=True, check=True
            )
        read = json.loads(done.stdout)
        for moment, ours, theirs in zip(self.golden["moments"], self.golden["states"], read["states"], strict=True):
            self.assertEqual(theirs, ours, moment)
        self.assertTrue(
            all(back <= m["time"] or back == 2.85 for back, m in zip(read["back"], self.golden["moments"], strict=True))
        )


if __name__ == "__main__":
    GOLDEN.write_text(json.dumps(golden(), indent=1, ensure_ascii=False) + "\n", encoding="utf-8")
