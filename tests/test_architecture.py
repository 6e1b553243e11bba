"""Every room says what it is for. (Which room may import which is in pyproject.toml, held by import-linter.)"""

from __future__ import annotations

import ast
import unittest
from pathlib import Path

PACKAGE = Path(__file__).resolve().parents[1] / "wordtrail"


class ArchitectureTest(unittest.TestCase):
    def test_every_room_says_what_it_is_for(self) -> None:
        for module in PACKAGE.rglob("__init__.py"):
            if "migrations" not in module.parts:
                self.assertTrue(ast.get_docstring(ast.parse(module.read_text(encoding="utf-8"))), module)
