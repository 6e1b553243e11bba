"""Runs every test and closes with the line "N passed, N failed". `python -m tests core.test_pace` runs some."""

from __future__ import annotations

import sys
import time
import unittest

SLOWEST = 12
"""How many of the slowest tests are named at the end."""


class TimedResult(unittest.TextTestResult):
    """A result that knows how long each test took, in seconds."""

    def __init__(self, *arguments: object, **more: object) -> None:
        super().__init__(*arguments, **more)  # type: ignore[arg-type]
        self.took: list[tuple[float, str]] = []
        self._begun = 0.0

    def startTest(self, test: unittest.TestCase) -> None:  # noqa: N802 -- unittest's name
        self._begun = time.perf_counter()
        super().startTest(test)

    def stopTest(self, test: unittest.TestCase) -> None:  # noqa: N802 -- unittest's name
        self.took.append((time.perf_counter() - self._begun, unittest.TestCase.id(test)))
        super().stopTest(test)


def main(names: list[str]) -> int:
    """Run the tests of the named modules (under `tests`), or all of them."""
    loader = unittest.defaultTestLoader
    if names:
        suite = loader.loadTestsFromNames([f"tests.{name}" for name in names])
    else:
        suite = loader.discover("tests", pattern="test_*.py", top_level_dir=".")
    begun = time.perf_counter()
    result = unittest.TextTestRunner(verbosity=1, resultclass=TimedResult).run(suite)
    failed = len(result.failures) + len(result.errors) + len(result.unexpectedSuccesses)
    for seconds, name in sorted(result.took, reverse=True)[:SLOWEST]:
        print(f"{seconds:6.1f} s  {name.removeprefix('tests.')}")
    print(f"in {time.perf_counter() - begun:.0f} s", flush=True)
    print(f"{result.testsRun - failed - len(result.skipped)} passed, {failed} failed", flush=True)
    return 0 if result.wasSuccessful() else 1


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
