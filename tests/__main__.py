"""Runs every test and closes with the line "N passed, N failed". `python -m tests core.test_pace` runs some.

Tests wait a lot: for a browser, for a recording that takes as long as it takes, for other processes. So three lanes run
beside one another. Those that record come first wherever there is something to do, and those that compute come last: a
lane that has nothing else to do any more takes the next group of them.
"""

from __future__ import annotations

import json
import os
import subprocess
import sys
import tempfile
import time
import unittest
from collections import deque
from collections.abc import Iterator, Sequence
from concurrent.futures import ThreadPoolExecutor
from contextlib import suppress
from functools import partial
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]

SLOWEST = 12
"""How many of the slowest tests are named at the end."""

BROWSER = "browser"
RECORDING = ("browser.test_faults", "browser.test_narration_desk")
"""Tests that record for as long as they take: the microphone stalls where it has to wait for the machine."""
WAITING = ("jobs.test_jobs", "test_server", "test_cli")
"""Tests that wait for other processes most of the time."""
GROUPS = 12
"""Groups in which the tests that compute are handed out: few, as each begins with reading the whole program."""
FIRST, GIVING_WAY = -10, 15
"""How nice the processes are of tests that record (as far as it is allowed), and of those that compute."""


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


def run(names: list[str]) -> tuple[int, int]:
    """Run the tests of the named modules (under `tests`); how many passed and how many failed."""
    suite = unittest.defaultTestLoader.loadTestsFromNames([f"tests.{name}" for name in names])
    result = unittest.TextTestRunner(verbosity=1, resultclass=TimedResult).run(suite)
    assert isinstance(result, TimedResult)
    # A test with several faulty sub-tests is one that failed.
    faulty = {_name(test) for test, _ in (*result.failures, *result.errors)}
    failed = len(faulty) + len(result.unexpectedSuccesses)
    for seconds, name in sorted(result.took, reverse=True)[:SLOWEST]:
        print(f"{seconds:6.1f} s  {name.removeprefix('tests.')}")
    return max(0, result.testsRun - failed - len(result.skipped)), failed


def _name(test: unittest.TestCase) -> str:
    """What a test is called; a sub-test as the one it belongs to. (Some tests have an `id` of their own.)"""
    whole = getattr(test, "test_case", test)
    return unittest.TestCase.id(whole) if isinstance(whole, unittest.TestCase) else str(whole)


def run_all() -> tuple[int, int]:
    """Run every test, the front end's first, then those of the browser here and all others in lanes beside them;
    how many passed and failed."""
    found = [run_front_end()]
    names = sorted(_modules())
    browser = [name for name in names if name.startswith(f"{BROWSER}.")]
    others = [name for name in names if name not in browser and name not in WAITING]
    groups = deque(others[first::GROUPS] for first in range(GROUPS))

    def what_is_left() -> Iterator[tuple[int, int]]:
        with suppress(IndexError):
            while True:
                yield _beside(groups.popleft(), GIVING_WAY)

    with ThreadPoolExecutor(2) as beside:
        lanes = [
            beside.submit(lambda: [_beside(RECORDING, FIRST), _beside(WAITING, GIVING_WAY), *what_is_left()]),
            beside.submit(lambda: list(what_is_left())),
        ]
        found.append(run([name for name in browser if name not in RECORDING]))
        found += what_is_left()
        for lane in lanes:
            found += lane.result()
    return sum(passed for passed, _ in found), sum(failed for _, failed in found)


def _beside(names: Sequence[str], niceness: int) -> tuple[int, int]:
    """Run some tests in a process of their own, and say what they said when they are over; how many passed and
    failed."""
    with tempfile.TemporaryFile("w+") as said:
        subprocess.run(
            [sys.executable, "-m", "tests", *names],
            stdout=said,
            stderr=subprocess.STDOUT,
            preexec_fn=partial(_be_as_nice, niceness),
        )
        said.seek(0)
        print(text := said.read(), flush=True)
    words = text.split()
    return (int(words[-4]), int(words[-2])) if words[-3:-2] == ["passed,"] else (0, len(names))


def _be_as_nice(niceness: int) -> None:
    with suppress(PermissionError):
        os.nice(niceness)


def run_front_end() -> tuple[int, int]:
    """Run the front end's own tests with vitest; how many passed and how many failed."""
    with tempfile.TemporaryDirectory() as folder:
        report = Path(folder) / "report.json"
        command = ["npx", "--no-install", "vitest", "run", "--reporter=default", "--reporter=json"]
        ended = subprocess.run([*command, f"--outputFile.json={report}"], cwd=ROOT / "web")
        if not report.exists():
            return 0, 1
        found = json.loads(report.read_text(encoding="utf-8"))
    failed = int(found["numFailedTests"]) or int(ended.returncode != 0)
    return int(found["numPassedTests"]), failed


def _modules() -> Iterator[str]:
    for file in Path(__file__).parent.rglob("test_*.py"):
        yield ".".join(file.relative_to(Path(__file__).parent).with_suffix("").parts)


def main(names: list[str]) -> int:
    """Run the named tests, or all of them."""
    begun = time.perf_counter()
    passed, failed = run(names) if names else run_all()
    print(f"in {time.perf_counter() - begun:.0f} s", flush=True)
    print(f"{passed} passed, {failed} failed", flush=True)
    return 1 if failed else 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
