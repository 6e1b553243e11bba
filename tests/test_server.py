"""The server as it is started, asked by strangers."""

from __future__ import annotations

import http.client
import json
import socket
import time
import unittest
from contextlib import ExitStack
from typing import Any
from urllib.parse import urlsplit

from tests.browser.harness import running

STRANGERS = 300
STRANGE_NAMES = (
    "stranger.example", "stranger.example:8484", "127.0.0.1.stranger.example", "localhost.evil", "", "[", "a b",
)  # fmt: skip


class ServerTest(unittest.TestCase):
    place: tuple[str, int]

    @classmethod
    def setUpClass(cls) -> None:
        address = urlsplit(cls.enterClassContext(running(command="serve")))
        cls.place = (str(address.hostname), int(address.port or 0))

    def ask(self, method: str, path: str, host: str | None = None, body: object = None) -> tuple[int, Any]:
        """Status and JSON of an answer; `host` is the name that is asked for."""
        connection = http.client.HTTPConnection(*self.place, timeout=60)
        self.addCleanup(connection.close)
        headers = {"Content-Type": "application/json"} | ({"Host": host} if host is not None else {})
        connection.request(method, path, None if body is None else json.dumps(body), headers)
        answer = connection.getresponse()
        said = answer.read()
        return answer.status, json.loads(said) if "json" in (answer.headers["Content-Type"] or "") else said

    def test_a_strangers_name_that_points_here_reads_and_changes_nothing(self) -> None:
        lesson = {"text": "Bees dance.", "title": "Bees"}
        self.assertEqual(self.ask("POST", "/api/lessons", body=lesson)[0], 201)
        before = self.ask("GET", "/api/lessons")[1]
        for host in (
            "stranger.example",
            "stranger.example:8484",
            "127.0.0.1.stranger.example",
            "localhost.evil",
            "",
            "[",
            "a b",
        ):
            for method, path, body in (
                ("GET", "/api/lessons", None),
                ("POST", "/api/lessons", lesson),
                ("GET", "/", None),
                ("GET", "/api/student/x", None),
            ):
                with self.subTest(f"{host}: {method} {path}"):
                    status, said = self.ask(method, path, host, body)
                    self.assertIn(status, (400, 421))
                    self.assertNotIn("Bees", str(said))
        self.assertEqual(self.ask("GET", "/api/lessons")[1], before)

    def test_its_own_names_and_addresses_are_answered(self) -> None:
        own = socket.gethostname()
        for host in ("localhost", "LOCALHOST:9", "127.0.0.1:1", "[::1]:8484", "192.168.1.20", own, f"{own}.local:80"):
            with self.subTest(host):
                self.assertEqual(self.ask("GET", "/api/settings", host)[0], 200)

    def test_many_who_say_nothing_keep_nobody_out(self) -> None:
        with ExitStack() as idle:
            for _ in range(STRANGERS):
                idle.enter_context(socket.create_connection(self.place, timeout=60))
            begun = time.monotonic()
            for _ in range(5):
                self.assertEqual(self.ask("GET", "/api/lessons")[0], 200)
            self.assertLess(time.monotonic() - begun, 20)


class NamedServerTest(unittest.TestCase):
    def test_a_name_that_was_set_up_is_answered(self) -> None:
        with running("--public-url", "https://words.larkmoor.example", command="serve") as address:
            place = urlsplit(address)
            for host, wanted in (("words.larkmoor.example", 200), ("other.larkmoor.example", 421)):
                with self.subTest(host):
                    connection = http.client.HTTPConnection(str(place.hostname), place.port, timeout=60)
                    connection.request("GET", "/api/settings", headers={"Host": host})
                    self.assertEqual(connection.getresponse().status, wanted)
                    connection.close()


if __name__ == "__main__":
    unittest.main()
