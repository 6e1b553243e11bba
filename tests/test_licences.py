"""What is installed to run is named with its licence."""

from __future__ import annotations

import re
import unittest
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]


class LicencesTest(unittest.TestCase):
    def test_the_packages_that_run_are_those_named(self) -> None:
        licences = (ROOT / "docs" / "licences.md").read_text(encoding="utf-8")
        packages = licences.partition("## Python packages that run")[2].partition("\n## ")[0]
        rows = (line.split("|")[1] for line in packages.splitlines() if line.startswith("| "))
        named = {found for row in rows for found in re.findall(r"([\w.-]+) (\d[\w.]*)", row)}
        locked = (ROOT / "requirements.txt").read_text(encoding="utf-8")
        used = set(re.findall(r"^([\w.-]+)==([\w.]+)", locked, re.MULTILINE))
        self.assertEqual({(name.replace(".", "-"), version) for name, version in named}, used)


if __name__ == "__main__":
    unittest.main()
