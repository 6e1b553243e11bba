"""How a server is set up, and what its log says."""

from __future__ import annotations

import io
import json
import logging
import os
import tempfile
import unittest
from contextlib import redirect_stderr
from pathlib import Path
from unittest import mock

from wordtrail.cli import main
from wordtrail.core.errors import WrongSettings
from wordtrail.logs import logger, set_up
from wordtrail.settings import FILE, settings_with


class SettingsTest(unittest.TestCase):
    def setUp(self) -> None:
        folder = self.enterContext(tempfile.TemporaryDirectory())
        before = os.getcwd()
        os.chdir(folder)
        self.addCleanup(os.chdir, before)
        self.enterContext(mock.patch.dict(os.environ))

    def test_the_command_line_comes_before_the_environment_before_the_file(self) -> None:
        self.assertEqual((settings_with().port, settings_with().data), (8484, Path("data")))
        Path(FILE).write_text('port = 9001\nhost = "0.0.0.0"\nlog = "json"\n')
        os.environ["WORDTRAIL_PORT"] = "9002"
        found = settings_with(host=None)
        self.assertEqual((found.port, found.host, found.log), (9002, "0.0.0.0", "json"))
        self.assertEqual(settings_with(port=9003).port, 9003)

    def test_what_makes_no_sense_is_said_before_anything_starts(self) -> None:
        for text, name in (("port = 70000", "port"), ("colour = 1", "colour"), ("port =", FILE)):
            Path(FILE).write_text(text)
            with self.assertRaises(WrongSettings) as caught:
                settings_with()
            self.assertIn(f"“{name}”", caught.exception.sentence)
        said = io.StringIO()
        with redirect_stderr(said):
            self.assertEqual(main(["serve"]), 1)
        self.assertIn("makes no sense", said.getvalue())
        self.assertFalse(Path("data").exists())


class LogTest(unittest.TestCase):
    def test_each_line_is_a_thing_that_happened_with_its_values(self) -> None:
        said = io.StringIO()
        root = logging.getLogger()
        self.addCleanup(setattr, root, "handlers", root.handlers)
        self.addCleanup(root.setLevel, root.level)
        with redirect_stderr(said):
            set_up("json", "info")
            logger("wordtrail.test").info("job ended", kind="align", seconds=1.5)
            logger("wordtrail.test").debug("not this")
            try:
                raise ValueError("odd")
            except ValueError:
                logger("wordtrail.test").exception("request failed", method="GET")
        first, second = (json.loads(line) for line in said.getvalue().splitlines())
        self.assertEqual((first["event"], first["kind"], first["seconds"]), ("job ended", "align", 1.5))
        self.assertTrue(first["timestamp"].endswith("Z") and first["logger"] == "wordtrail.test")
        self.assertIn("ValueError: odd", second["exception"])
