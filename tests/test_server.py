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

from tests.browser.harness import free_port, running
from wordtrail.api.network_door import machine_address
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


class NetworkDoorTest(unittest.TestCase):
    """A server for its own machine alone, opened to the network by a switch."""

    def setUp(self) -> None:
        self.machine = machine_address()
        if not self.machine:
            self.skipTest("this machine is on no network")
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory(ignore_cleanup_errors=True)))

    def test_students_come_in_by_the_network_while_it_is_open_and_reach_nothing_else(self) -> None:
        with running(folder=self.folder) as address:
            lesson = asked(address, "GET", "/api/lessons").body["lessons"][0]["id"]
            closed = asked(address, "POST", f"/api/lessons/{lesson}/link", {}).body
            self.assertFalse(closed["reachable"])
            self.assertEqual(
                asked(address, "GET", "/api/network").body, {"open": False, "can_be_switched": True, "address": ""}
            )
            network = asked(address, "PUT", "/api/network", {"open": True}).body
            self.assertTrue(network["open"])
            self.assertEqual(urlsplit(network["address"]).hostname, self.machine)
            link = asked(address, "POST", f"/api/lessons/{lesson}/link", {}).body
            self.assertTrue(link["reachable"])
            self.assertTrue(link["url"].startswith(network["address"]))
            path = urlsplit(link["url"]).path
            page = asked(link["url"], "GET", path)
            self.assertIn(b"<div id=", page.body)
            self.assertEqual(asked(link["url"], "GET", f"/api/student{path.removeprefix('/s')}").status, 200)
            self.assertEqual(asked(link["url"], "GET", "/trail.svg").status, 200, "its icon")
            for private in ("/", "/api/lessons", f"/api/lessons/{lesson}", "/api/network", "/api/unlock", "/lessons/x"):
                with self.subTest(private):
                    self.assertEqual(asked(link["url"], "GET", private).status, 404)
            self.assertEqual(asked(link["url"], "PUT", "/api/network", {"open": True}).status, 404)
            self.assertFalse(asked(address, "PUT", "/api/network", {"open": False}).body["open"])
            with self.assertRaises(OSError):
                asked(link["url"], "GET", path)
            asked(address, "PUT", "/api/network", {"open": True})
            self.assertEqual(asked(link["url"], "GET", path).status, 200, "opened again")

    def test_it_is_open_again_after_a_restart(self) -> None:
        port = str(free_port())
        for expected in (False, True):
            with running("--student-port", port, command="serve", folder=self.folder) as address:
                self.assertEqual(asked(address, "GET", "/api/network").body["open"], expected)
                self.assertEqual(asked(address, "PUT", "/api/network", {"open": True}).body["open"], True)
                self.assertEqual(asked(f"http://{self.machine}:{port}", "GET", "/s/unknown").status, 200)

    def test_a_taken_port_is_said(self) -> None:
        with socket.socket() as other:
            other.bind(("", 0))
            other.listen()
            port = str(other.getsockname()[1])
            with running("--student-port", port, command="serve", folder=self.folder) as address:
                said = asked(address, "PUT", "/api/network", {"open": True})
                self.assertEqual(said.status, 409)
                self.assertIn(port, said.body["detail"])
                self.assertFalse(asked(address, "GET", "/api/network").body["open"])

    def test_one_for_the_network_has_no_switch_and_names_its_address(self) -> None:
        with running("--host", "0.0.0.0", "--passphrase", "bees", command="serve", folder=self.folder) as address:
            cookie = asked(address, "POST", "/api/unlock", {"passphrase": "bees"}).cookie
            network = asked(address, "GET", "/api/network", Cookie=cookie).body
            self.assertEqual(network["address"], f"http://{self.machine}:{urlsplit(address).port}")
            self.assertFalse(network["can_be_switched"])


if __name__ == "__main__":
    unittest.main()
