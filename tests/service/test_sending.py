"""A film on its way to a host: whatever breaks off in between, it goes on where it was, and is there byte for byte."""

from __future__ import annotations

import json
import random
import socket
import tempfile
import threading
import unittest
from collections.abc import Iterable
from pathlib import Path
from typing import TYPE_CHECKING
from unittest import mock

import waitress.server

from tests.worlds import planned
from wordtrail.core.errors import HostRefused, HostUnreachable, JobCancelled, NotFound
from wordtrail.service import sending
from wordtrail.service.sending import BESIDE, PIECE, send_film
from wordtrail.standins.video_host import make_host
from wordtrail.store.lessons import add_lesson
from wordtrail.store.tables import SentFilmRow, VideoRow
from wordtrail.workspace import open_workspace

if TYPE_CHECKING:
    from _typeshed.wsgi import StartResponse, WSGIEnvironment

FILM = random.Random(1).randbytes(5 * PIECE + 12_345)


class Line:
    """A host at the end of a line that can be cut: each request is asked what becomes of it."""

    def __init__(self, folder: Path) -> None:
        self.folder, self.host = folder, make_host(folder)
        self.faults: list[str] = []
        self.requests: list[str] = []
        with socket.socket() as probe:
            probe.bind(("127.0.0.1", 0))
            self.port: int = probe.getsockname()[1]
        self._server = waitress.server.create_server(self._answer, host="127.0.0.1", port=self.port, threads=4)
        threading.Thread(target=self._server.run, daemon=True).start()

    @property
    def address(self) -> str:
        return f"http://127.0.0.1:{self.port}/uploads"

    def _answer(self, environment: WSGIEnvironment, start: StartResponse) -> Iterable[bytes]:
        method = environment["REQUEST_METHOD"]
        self.requests.append(method)
        fault = self.faults.pop(0) if self.faults and method == "PATCH" else ""
        if fault == "lost answer":
            # It is taken, but nobody hears of it.
            list(self.host(environment, lambda *_: lambda _: None))
        if fault:
            start("503 Service Unavailable", [])
            return [b""]
        return self.host(environment, start)

    def close(self) -> None:
        self._server.close()


class SendingTest(unittest.TestCase):
    def setUp(self) -> None:
        folder = Path(self.enterContext(tempfile.TemporaryDirectory(ignore_cleanup_errors=True)))
        self.workspace = open_workspace(folder / "data")
        self.addCleanup(self.workspace.database.close)
        self.line = Line(folder / "host")
        self.addCleanup(self.line.close)
        self.enterContext(mock.patch.multiple(sending, FIRST_WAIT=0.01, LONGEST_WAIT=0.05))
        owner = self.workspace.owner
        with self.workspace.database.write_session() as session:
            lesson = add_lesson(session, owner, planned())
            film = VideoRow(
                school_id=owner.school, teacher_id=owner.teacher, lesson_id=lesson.id, number=1, revision=1, seconds=9,
                size=len(FILM),
            )  # fmt: skip
            session.add(film)
            session.flush()
            sent = SentFilmRow(
                school_id=owner.school, teacher_id=owner.teacher, lesson_id=lesson.id, video_id=film.id,
                version="listen", host=self.line.address, title="Bees", beside=json.dumps(list(BESIDE)),
            )  # fmt: skip
            session.add(sent)
            session.flush()
            self.film, self.sent = film.id, sent.id
        for name, data in (("video.mp4", FILM), ("captions.vtt", b"WEBVTT\n"), ("cover.png", b"PNG")):
            self.workspace.blobs.write(f"videos/{self.film}/{name}", data)
        self.told: list[tuple[str, float]] = []

    def report(self, phase: str, share: float) -> None:
        self.told.append((phase, share))

    def row(self) -> SentFilmRow:
        with self.workspace.database.read_session() as session:
            found = session.get(SentFilmRow, self.sent)
            assert found
            session.expunge(found)
            return found

    def assert_there(self) -> None:
        address = self.row().address
        self.assertRegex(address, r"^http://127\.0\.0\.1:\d+/watch/[\w-]+$")
        client = self.line.host.test_client()
        path = address.partition(str(self.line.port))[2]
        page = client.get(path)
        self.assertEqual(page.status_code, 200)
        self.assertIn("<track", page.text)
        self.assertIn("poster=", page.text)
        self.assertEqual(client.get(path.replace("watch", "files")).data, FILM)

    def test_it_is_sent_in_pieces_with_what_goes_along(self) -> None:
        send_film(self.workspace, self.sent, self.report)
        self.assert_there()
        self.assertEqual(self.line.requests.count("PATCH"), 6 + len(BESIDE))
        shares = [share for _, share in self.told]
        self.assertEqual(shares, sorted(shares))
        self.assertEqual(shares[-1], 1.0)

    def test_a_line_that_is_cut_costs_no_more_than_the_piece_on_its_way(self) -> None:
        self.line.faults = ["", "cut", "cut", "", "lost answer", "", "cut"]
        send_film(self.workspace, self.sent, self.report)
        self.assert_there()
        self.assertIn(sending.WAITING, {phase for phase, _ in self.told})
        self.assertEqual(len(list(self.line.folder.glob("*.mp4"))), 1, "it was begun once")
        self.assertEqual(self.line.requests.count("PATCH"), 6 + len(BESIDE) + 3)

    def test_one_that_was_stopped_goes_on_where_it_was(self) -> None:
        def stop(phase: str, share: float) -> None:
            if share > 0.5:
                raise JobCancelled

        with self.assertRaises(JobCancelled):
            send_film(self.workspace, self.sent, stop)
        (begun,) = self.line.folder.glob("*.mp4")
        reached = begun.stat().st_size
        self.assertGreater(reached, 0.4 * len(FILM))
        before = self.line.requests.count("PATCH")
        send_film(self.workspace, self.sent, self.report)
        self.assert_there()
        self.assertEqual(list(self.line.folder.glob("*.mp4")), [begun])
        self.assertEqual(self.line.requests.count("PATCH") - before, -(-(len(FILM) - reached) // PIECE) + len(BESIDE))

    def test_a_host_that_has_let_go_of_it_gets_it_anew(self) -> None:
        with self.workspace.database.write_session() as session:
            row = session.get(SentFilmRow, self.sent)
            assert row
            row.uploads = json.dumps({"film": f"{self.line.address}/forgotten"})
        send_film(self.workspace, self.sent, self.report)
        self.assert_there()

    def test_a_host_that_is_not_there_is_waited_for_and_then_said(self) -> None:
        self.line.close()
        with mock.patch.object(sending, "PATIENCE", 0.3), self.assertRaises(HostUnreachable):
            send_film(self.workspace, self.sent, self.report)
        self.assertEqual(self.row().address, "")

    def test_a_host_that_refuses_is_not_asked_again(self) -> None:
        with self.workspace.database.write_session() as session:
            row = session.get(SentFilmRow, self.sent)
            assert row
            row.host = f"http://127.0.0.1:{self.line.port}/elsewhere"
        with self.assertRaises(HostRefused):
            send_film(self.workspace, self.sent, self.report)
        self.assertEqual(self.line.requests, ["POST"])

    def test_a_film_that_is_gone_is_said(self) -> None:
        self.workspace.blobs.forget(f"videos/{self.film}")
        with self.assertRaises(NotFound):
            send_film(self.workspace, self.sent, self.report)


if __name__ == "__main__":
    unittest.main()
