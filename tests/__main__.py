"""Runs every test and closes with the line "N passed, N failed". `python -m tests core.test_pace` runs some."""

from __future__ import annotations

import sys
import time
import unittest


def main(names: list[str]) -> int:
    """Run the tests of the named modules (under `tests`), or all of them."""
    loader = unittest.defaultTestLoader
    if names:
        suite = loader.loadTestsFromNames([f"tests.{name}" for name in names])
    else:
        suite = loader.discover("tests", pattern="test_*.py", top_level_dir=".")
    begun = time.perf_counter()
    result = unittest.TextTestRunner(verbosity=1).run(suite)
    failed = len(result.failures) + len(result.errors) + len(result.unexpectedSuccesses)
    print(f"in {time.perf_counter() - begun:.0f} s", flush=True)
    print(f"{result.testsRun - failed - len(result.skipped)} passed, {failed} failed", flush=True)
    return 0 if result.wasSuccessful() else 1


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
