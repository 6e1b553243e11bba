"""The server as it is started, asked by strangers and over restarts."""

from __future__ import annotations

import http.client
import json
import socket
import stat
import tempfile
import time
import unittest
from contextlib import ExitStack
from dataclasses import dataclass
from pathlib import Path
from typing import Any
from urllib.parse import urlsplit

from tests.browser.harness import running
from wordtrail.workspace import PASSPHRASE_FILE

STRANGERS = 300
STRANGE_NAMES = (
    "stranger.example", "stranger.example:8484", "127.0.0.1.stranger.example", "localhost.evil", "", "[", "a b",
)  # fmt: skip


@dataclass(frozen=True, slots=True)
class Said:
    """What a server answered; `body` is JSON, or bytes."""

    status: int
    body: Any
    cookie: str


def asked(address: str, method: str, path: str, body: object = None, **headers: str) -> Said:
    """One request to the server at an address."""
    connection = http.client.HTTPConnection(urlsplit(address).netloc, timeout=60)
    try:
        connection.request(method, path, json.dumps(body), {"Content-Type": "application/json"} | headers)
        answer = connection.getresponse()
        data = answer.read()
        is_json = "json" in (answer.headers["Content-Type"] or "")
        cookie = (answer.headers["Set-Cookie"] or "").partition(";")[0]
        return Said(answer.status, json.loads(data) if is_json else data, cookie)
    finally:
        connection.close()


class ServerTest(unittest.TestCase):
    address: str

    @classmethod
    def setUpClass(cls) -> None:
        cls.address = cls.enterClassContext(running(command="serve"))

    def test_a_strangers_name_that_points_here_reads_and_changes_nothing(self) -> None:
        lesson = {"text": "Bees dance.", "title": "Bees"}
        self.assertEqual(asked(self.address, "POST", "/api/lessons", lesson).status, 201)
        before = asked(self.address, "GET", "/api/lessons").body
        for host in STRANGE_NAMES:
            for method, path, body in (
                ("GET", "/api/lessons", None),
                ("POST", "/api/lessons", lesson),
                ("GET", "/", None),
                ("GET", "/api/student/x", None),
            ):
                with self.subTest(f"{host}: {method} {path}"):
                    said = asked(self.address, method, path, body, Host=host)
                    self.assertIn(said.status, (400, 421))
                    self.assertNotIn("Bees", str(said.body))
        self.assertEqual(asked(self.address, "GET", "/api/lessons").body, before)

    def test_its_own_names_and_addresses_are_answered(self) -> None:
        own = socket.gethostname()
        for host in ("localhost", "LOCALHOST:9", "127.0.0.1:1", "[::1]:8484", "192.168.1.20", own, f"{own}.local:80"):
            with self.subTest(host):
                self.assertEqual(asked(self.address, "GET", "/api/settings", Host=host).status, 200)

    def test_many_who_say_nothing_keep_nobody_out(self) -> None:
        place = urlsplit(self.address)
        with ExitStack() as idle:
            for _ in range(STRANGERS):
                idle.enter_context(socket.create_connection((str(place.hostname), int(place.port or 0)), timeout=60))
            begun = time.monotonic()
            for _ in range(5):
                self.assertEqual(asked(self.address, "GET", "/api/lessons").status, 200)
            self.assertLess(time.monotonic() - begun, 20)


class StartedTest(unittest.TestCase):
    def test_a_name_that_was_set_up_is_answered(self) -> None:
        with running("--public-url", "https://words.larkmoor.example", command="serve") as address:
            for host, status in (("words.larkmoor.example", 200), ("other.larkmoor.example", 421)):
                with self.subTest(host):
                    self.assertEqual(asked(address, "GET", "/api/settings", Host=host).status, status)

    def test_who_is_signed_in_stays_so_over_a_restart(self) -> None:
        folder = Path(self.enterContext(tempfile.TemporaryDirectory(ignore_cleanup_errors=True)))
        file = folder / "data" / PASSPHRASE_FILE
        with running("--host", "0.0.0.0", command="serve", folder=folder) as address:
            self.assertEqual(asked(address, "GET", "/api/lessons").status, 401)
            passphrase = file.read_text(encoding="utf-8").strip()
            cookie = asked(address, "POST", "/api/unlock", {"passphrase": passphrase}).cookie
            self.assertEqual(asked(address, "GET", "/api/lessons", Cookie=cookie).status, 200)
        with running("--host", "0.0.0.0", command="serve", folder=folder) as address:
            self.assertEqual(asked(address, "GET", "/api/lessons").status, 401)
            self.assertEqual(asked(address, "GET", "/api/lessons", Cookie=cookie).status, 200)
        self.assertEqual(stat.S_IMODE(file.stat().st_mode), 0o600, "nobody else on the machine reads it")


if __name__ == "__main__":
    unittest.main()
