"""The command line by its contract."""

from __future__ import annotations

import contextlib
import io
import json
import socket
import tempfile
import unittest
from pathlib import Path
from unittest import mock

import av
import numpy as np
import webvtt

from bench.align.narrations import Noise, Read, Silence, Talk, narrate
from tests.browser.harness import write_wav
from wordtrail.cli import main
from wordtrail.core.align.values import RATE
from wordtrail.core.errors import SoundTooLong
from wordtrail.core.text.intake import passage_from_text
from wordtrail.media import decode as decoding
from wordtrail.standins.demo_world import install
from wordtrail.workspace import open_workspace

TEXT = "The small boat left the harbor. The wind was warm and the water was still."


class CommandLineTest(unittest.TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory(ignore_cleanup_errors=True)
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)

    def run_command(self, *arguments: object) -> tuple[int, str]:
        said = io.StringIO()
        with contextlib.redirect_stderr(said), contextlib.redirect_stdout(io.StringIO()):
            status = main([str(argument) for argument in arguments])
        return status, said.getvalue()

    def test_align_writes_the_contract(self) -> None:
        text, sound, out = self.folder / "boat.txt", self.folder / "boat.wav", self.folder / "trail.json"
        text.write_text(TEXT, encoding="utf-8")
        passage = passage_from_text(TEXT)
        write_wav(sound, narrate("boat", passage, [Read(0, 14)], "formant/en-us").samples, RATE)
        self.assertEqual(self.run_command("align", text, sound, "-o", out)[0], 0)
        trail = json.loads(out.read_text(encoding="utf-8"))
        self.assertEqual((trail["version"], trail["words"]), (1, TEXT.split()))
        self.assertEqual([visit["word"] for visit in trail["visits"]], list(range(15)))
        self.assertLessEqual({"word", "start", "end", "confidence"}, set(trail["visits"][0]))

    def test_explain_writes_every_stage_and_a_picture(self) -> None:
        text, sound, out = self.folder / "boat.txt", self.folder / "boat.wav", self.folder / "why"
        text.write_text(TEXT, encoding="utf-8")
        steps: list[Read | Talk | Silence | Noise] = [Talk("Listen to this."), Read(0, 14, leave_out=(7,))]
        write_wav(sound, narrate("boat", passage_from_text(TEXT), steps, "formant/en-us").samples, RATE)
        self.run_command("align", text, sound, "-o", self.folder / "trail.json", "--explain", out)
        names = sorted(path.name for path in out.iterdir())
        self.assertEqual(len(names), 9)
        stages = {name: json.loads((out / name).read_text(encoding="utf-8")) for name in names if name.endswith("json")}
        self.assertEqual([word["word"] for word in stages["2-script.json"]][:3], ["The", "small", "boat"])
        said = [word["place"] for word in stages["4-path.json"]["said"]]
        self.assertEqual(said, [*range(7), *range(8, 15)])
        self.assertTrue(stages["5-readings.json"]["talk"])
        starts = [word["start"] for word in stages["7-times.json"]]
        self.assertEqual(starts, sorted(starts))
        self.assertEqual(stages["8-trail.json"], json.loads((self.folder / "trail.json").read_text(encoding="utf-8")))
        with av.open(str(out / "path-01.png")) as picture:
            self.assertEqual(picture.streams.video[0].width, 2400)

    def test_import_then_align_a_passage_that_is_ours(self) -> None:
        text, passage = self.folder / "boat.txt", self.folder / "boat.json"
        text.write_text(TEXT, encoding="utf-8")
        self.assertEqual(self.run_command("import", text, "-o", passage)[0], 0)
        self.assertEqual(json.loads(passage.read_text(encoding="utf-8"))["title"], "boat")

    def test_bad_input_is_said_in_a_sentence(self) -> None:
        text, sound = self.folder / "a.txt", self.folder / "a.wav"
        text.write_text(TEXT, encoding="utf-8")
        sound.write_bytes(b"not a sound")
        status, said = self.run_command("align", text, sound, "-o", self.folder / "x.json")
        self.assertEqual(status, 1)
        self.assertIn("no sound in this file", said)
        status, said = self.run_command("align", text, self.folder / "none.wav", "-o", self.folder / "x.json")
        self.assertIn("There is no file", said)
        bad = self.folder / "bad.json"
        bad.write_text("{}", encoding="utf-8")
        self.assertIn(
            "not a Word Trail passage", self.run_command("align", bad, sound, "-o", self.folder / "x.json")[1]
        )

    def test_a_port_that_is_taken_is_said_in_a_sentence(self) -> None:
        with socket.socket() as other:
            other.bind(("127.0.0.1", 0))
            other.listen()
            port = other.getsockname()[1]
            status, said = self.run_command("demo", "--data", self.folder / "new", "--port", port)
        self.assertEqual(status, 1)
        self.assertIn(f"cannot listen on 127.0.0.1:{port}", said)
        self.assertIn(f"--port {port + 1}", said)
        self.assertFalse((self.folder / "new").exists(), "nothing was set up")

    def test_more_than_three_hours_are_refused(self) -> None:
        sound = self.folder / "long.wav"
        write_wav(sound, np.zeros(RATE * 3, np.float32), RATE)
        with mock.patch.object(decoding, "LONGEST_SECONDS", 2.0), self.assertRaises(SoundTooLong) as caught:
            decoding.decode(sound, RATE)
        self.assertIn("at most three", caught.exception.message)

    def test_render_and_export_a_demo_lesson(self) -> None:
        data = self.folder / "data"
        workspace = open_workspace(data)
        install(workspace, ("rain",))
        workspace.database.close()
        video = self.folder / "rain.mp4"
        title = "Rain on a Tin Roof"
        self.assertEqual(self.run_command("render", title, "-o", video, "--size", "720p", "--data", data)[0], 0)
        with av.open(str(video)) as made:
            self.assertEqual((made.streams.video[0].width, made.streams.video[0].height), (1280, 720))
        for form, name in (
            ("text", "rain.md"),
            ("captions", "rain.vtt"),
            ("trail", "rain.json"),
            ("passage", "p.json"),
        ):
            self.assertEqual(
                self.run_command("export", title, "--as", form, "-o", self.folder / name, "--data", data)[0], 0
            )
        self.assertIn("Rain on a tin roof", (self.folder / "rain.md").read_text(encoding="utf-8"))
        self.assertGreater(len(webvtt.read(str(self.folder / "rain.vtt"))), 8)
        words = json.loads((self.folder / "rain.json").read_text(encoding="utf-8"))["words"]
        self.assertIn("Rain on a tin roof, ping,", " ".join(words))
        self.assertIn("Which rain makes which sound?", " ".join(words), "prompts are part of the script")
        self.assertIn("not here", self.run_command("render", "No such lesson", "-o", video, "--data", data)[1])
