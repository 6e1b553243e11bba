"""`./run mutants [room …]`: breaks one rule at a time in a copy of the program and says which no test notices.

The rules are listed in mutants.toml beside this file: what stands in a file, what is put in its place, and the tests
that should notice. What no test notices is a rule that anybody may break.
"""

from __future__ import annotations

import os
import shutil
import subprocess
import sys
import tempfile
import tomllib
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
LIST = Path(__file__).with_name("mutants.toml")
REPORT = ROOT / "docs" / "mutants.md"
AT_ONCE = 2
PATIENCE = 300
"""Seconds for the tests of one mutant; one that hangs is noticed."""


@dataclass(frozen=True, slots=True)
class Mutant:
    """A rule broken: in `file`, `before` becomes `after`; `tests` are modules of the tests, or of the front end's."""

    rule: str
    file: str
    before: str
    after: str
    tests: tuple[str, ...]

    @property
    def room(self) -> str:
        """The room it is in."""
        parts = Path(self.file).parts
        return "/".join(parts[1:3]) if parts[1] in ("core", "src") else parts[1]


def mutants() -> list[Mutant]:
    """All that are listed."""
    listed = tomllib.loads(LIST.read_text(encoding="utf-8"))["mutant"]
    return [Mutant(one["rule"], one["file"], one["before"], one["after"], tuple(one["tests"])) for one in listed]


def copy_to(folder: Path) -> None:
    """A copy of the program in which rules can be broken; packages are lent to it."""
    names = subprocess.run(["git", "ls-files", "-z"], cwd=ROOT, capture_output=True, text=True, check=True).stdout
    for name in filter(None, names.split("\0")):
        if (ROOT / name).is_file() and not name.startswith("docs/screenshots"):
            (folder / name).parent.mkdir(parents=True, exist_ok=True)
            shutil.copy(ROOT / name, folder / name)
    (folder / "web/node_modules").symlink_to(ROOT / "web/node_modules")


def is_noticed(mutant: Mutant, folder: Path) -> bool:
    """Whether a test fails when the rule is broken. Raises ValueError where the rule is not found just once."""
    file = folder / mutant.file
    text = file.read_text(encoding="utf-8")
    if text.count(mutant.before) != 1:
        raise ValueError(f"{mutant.file}: {mutant.before!r} stands there {text.count(mutant.before)} times")
    try:
        file.write_text(text.replace(mutant.before, mutant.after), encoding="utf-8")
        return any(not passes(test, folder) for test in mutant.tests)
    finally:
        file.write_text(text, encoding="utf-8")


def passes(test: str, folder: Path) -> bool:
    """Whether a module of tests passes in the copy."""
    front_end = test.startswith("web/")
    command = (
        ["npx", "--no-install", "vitest", "run", "--bail=1", test.removeprefix("web/")]
        if front_end
        else [sys.executable, "-m", "unittest", "-f", "-q", f"tests.{test}"]
    )
    try:
        done = subprocess.run(
            command,
            cwd=folder / "web" if front_end else folder,
            env={**os.environ, "PYTHONPATH": str(folder), "PYTHONDONTWRITEBYTECODE": "1"},
            capture_output=True,
            timeout=PATIENCE,
        )
    except subprocess.TimeoutExpired:
        return False
    return done.returncode == 0


def unfit(some: list[Mutant], folder: Path) -> list[str]:
    """The tests that fail although no rule is broken, and so can notice nothing."""
    return [test for test in dict.fromkeys(test for one in some for test in one.tests) if not passes(test, folder)]


def main(rooms: list[str]) -> int:
    """Break the rules of these rooms, or of all; the exit status says whether one in ten or more went unnoticed."""
    wanted = [one for one in mutants() if not rooms or any(one.room.startswith(room) for room in rooms)]
    with tempfile.TemporaryDirectory() as place, ThreadPoolExecutor(AT_ONCE) as workers:
        folders = [Path(place) / str(number) for number in range(AT_ONCE)]
        for folder in folders:
            copy_to(folder)
        if faulty := unfit(wanted, folders[0]):
            print(f"these tests fail with nothing broken: {', '.join(faulty)}")
            return 2
        results = list(workers.map(lambda part: _run(wanted[part::AT_ONCE], folders[part]), range(AT_ONCE)))
    noticed = {one: found for result in results for one, found in result.items()}
    for one in wanted:
        print(f"{'noticed ' if noticed[one] else 'SURVIVED'}  {one.room:14} {one.rule}")
    count = sum(noticed.values())
    print(f"{count} of {len(wanted)} noticed")
    if not rooms:
        write_report(wanted, noticed)
    return int(count < 0.9 * len(wanted))


def _run(some: list[Mutant], folder: Path) -> dict[Mutant, bool]:
    return {one: is_noticed(one, folder) for one in some}


def write_report(wanted: list[Mutant], noticed: dict[Mutant, bool]) -> None:
    """The list in the documents."""
    lines = [
        "# Rules broken on purpose",
        "",
        "`./run mutants` breaks each of these rules in a copy of the program and runs the tests named for it.",
        f"Noticed: {sum(noticed.values())} of {len(wanted)}.",
        "",
        "| room | rule broken | noticed |",
        "|---|---|---|",
        *(f"| {one.room} | {one.rule} | {'yes' if noticed[one] else '**no**'} |" for one in wanted),
        "",
    ]
    REPORT.write_text("\n".join(lines), encoding="utf-8")


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
