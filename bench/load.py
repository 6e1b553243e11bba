"""`./run bench load`: two hundred students at one link while a teacher records, on the real server.

Each student opens the page as a browser does that was there before (its files are in the browser), fetches the stage,
and the sound in ranges of 256 KB, as players ask for it. The teacher sends a piece of a take each second meanwhile.
Printed is how long each answer took, from the moment it was asked for.
"""

from __future__ import annotations

import http.client
import json
import os
import sys
import threading
import time
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, field
from urllib.parse import urlsplit

from tests.browser.harness import running

STUDENTS = 200
RANGE = 256 * 1024
ARRIVE = 10.0
"""Seconds over which a class opens the link."""

PIECE = 16_000
"""Bytes of a second of a recording."""


@dataclass
class Measured:
    """How long answers took (seconds), and what failed."""

    page: list[float] = field(default_factory=list)
    sound: list[float] = field(default_factory=list)
    pieces: list[float] = field(default_factory=list)
    failed: list[str] = field(default_factory=list)


class Person:
    """One connection to the server."""

    def __init__(self, address: str, measured: Measured) -> None:
        parts = urlsplit(address)
        self._connection = http.client.HTTPConnection(parts.hostname or "", parts.port, timeout=200)
        self._measured = measured

    def ask(
        self, method: str, path: str, body: bytes | None = None, headers: dict[str, str] | None = None
    ) -> tuple[float, int, bytes]:
        """How long an answer took, its status and what was in it."""
        begun = time.perf_counter()
        try:
            self._connection.request(method, path, body, headers or {})
            answer = self._connection.getresponse()
            content = answer.read()
        except OSError as fault:
            self._measured.failed.append(f"{method} {path}: {fault!r}")
            self._connection.close()
            return time.perf_counter() - begun, 0, b""
        if answer.status >= 400:
            self._measured.failed.append(f"{method} {path}: {answer.status}")
        return time.perf_counter() - begun, answer.status, content


def _student(address: str, token: str, after: float, measured: Measured) -> None:
    time.sleep(after)
    person = Person(address, measured)
    for path in (f"/s/{token}", f"/api/student/{token}"):
        measured.page.append(person.ask("GET", path, headers={"Accept-Encoding": "br"})[0])
    for number in range(4):
        first = number * RANGE
        took, status, _ = person.ask(
            "GET", f"/api/student/{token}/sound", headers={"Range": f"bytes={first}-{first + RANGE - 1}"}
        )
        measured.sound.append(took)
        if status != 206:
            return


def _teacher(address: str, lesson: str, over: threading.Event, measured: Measured) -> None:
    person = Person(address, measured)
    _, _, content = person.ask("POST", f"/api/lessons/{lesson}/takes", b"{}", {"Content-Type": "application/json"})
    take = json.loads(content)["id"]
    number = 0
    while not over.is_set():
        begun = time.perf_counter()
        measured.pieces.append(person.ask("PUT", f"/api/takes/{take}/pieces/{number}", os.urandom(PIECE))[0])
        number += 1
        over.wait(max(0.0, 1.0 - (time.perf_counter() - begun)))


def _row(name: str, took: list[float]) -> None:
    ordered = sorted(took)
    at = [ordered[min(len(ordered) - 1, int(share * len(ordered)))] * 1000 for share in (0.5, 0.95, 1.0)]
    print(f"{name:34}{len(took):6}{at[0]:11.0f} ms{at[1]:9.0f} ms{at[2]:9.0f} ms")


def main() -> None:
    """Print the median, the 95th percentile and the slowest of each kind of answer."""
    students = int(sys.argv[1]) if len(sys.argv) > 1 else STUDENTS
    with running() as address:
        measured = Measured()
        someone = Person(address, measured)
        lessons = json.loads(someone.ask("GET", "/api/lessons")[2])["lessons"]
        shown = next(one["id"] for one in lessons if "Bee" in one["title"])
        url = json.loads(someone.ask("POST", f"/api/lessons/{shown}/link")[2])["url"]
        token = url.rsplit("/", 1)[1]
        while someone.ask("GET", f"/api/student/{token}/sound")[1] == 503:
            time.sleep(0.5)
        measured.failed.clear()
        over = threading.Event()
        teacher = threading.Thread(target=_teacher, args=(address, lessons[0]["id"], over, measured))
        teacher.start()
        time.sleep(2)
        begun = time.perf_counter()
        with ThreadPoolExecutor(students) as pool:
            for number in range(students):
                pool.submit(_student, address, token, ARRIVE * number / students, measured)
        took = time.perf_counter() - begun
        over.set()
        teacher.join()
    print(
        f"{students} students open one link within {ARRIVE:.0f} s ({took:.1f} s in all); {len(measured.failed)} failed"
    )
    print(f"{'':34}{'':6}{'median':>14}{'95 %':>12}{'slowest':>12}")
    _row("the page and the stage", measured.page)
    _row("a range of the sound", measured.sound)
    _row("a piece of the teacher's take", measured.pieces)
    for one in measured.failed[:5]:
        print("  ", one)


if __name__ == "__main__":
    main()
