"""Dependencies point one way."""

from __future__ import annotations

import ast
import unittest
from pathlib import Path

PACKAGE = Path(__file__).resolve().parents[1] / "wordtrail"

MAY_IMPORT = {
    "core": set(),
    "media": {"core"},
    "formats": {"core"},
    "store": {"core"},
    "workspace": {"store"},
    "jobs": {"core", "media", "formats", "store", "workspace"},
    "standins": {"core", "media", "formats", "store", "jobs", "workspace"},
    "api": {"core", "media", "formats", "store", "jobs", "standins", "workspace"},
}


def rooms_imported(path: Path) -> set[str]:
    """The rooms of ours that a module imports, anywhere in it."""
    found = set()
    for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
        names = [a.name for a in node.names] if isinstance(node, ast.Import) else []
        if isinstance(node, ast.ImportFrom) and node.module:
            names = [node.module]
        found |= {name.split(".")[1] for name in names if name.startswith("wordtrail.")}
    return found


class ArchitectureTest(unittest.TestCase):
    def test_each_room_imports_only_what_lies_below_it(self) -> None:
        for room, allowed in MAY_IMPORT.items():
            modules = [PACKAGE / f"{room}.py"] if room == "workspace" else (PACKAGE / room).rglob("*.py")
            for module in modules:
                extra = rooms_imported(module) - allowed - {room}
                self.assertEqual(extra, set(), f"{module.relative_to(PACKAGE)}")

    def test_the_core_knows_no_web_and_no_database(self) -> None:
        forbidden = ("flask", "sqlalchemy", "huey", "requests", "av", "skia")
        for module in (PACKAGE / "core").rglob("*.py"):
            text = module.read_text(encoding="utf-8")
            for name in forbidden:
                self.assertNotRegex(text, rf"(?m)^\s*(import|from) {name}\b", f"{module} imports {name}")

    def test_every_room_says_what_it_is_for(self) -> None:
        for module in PACKAGE.rglob("__init__.py"):
            if "migrations" not in module.parts:
                self.assertTrue(ast.get_docstring(ast.parse(module.read_text(encoding="utf-8"))), module)
