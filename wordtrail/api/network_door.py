"""The door to the network: while it is open, others on the same network reach the students' side, and nothing else.

A server that was started for its own machine alone needs no other start for a class: it listens a second time, on
all of the machine's addresses, and answers there only what a student page asks for.
"""

from __future__ import annotations

import contextlib
import socket
import threading
from collections.abc import Iterable
from pathlib import Path
from typing import TYPE_CHECKING, Any

import waitress.server
from waitress import wasyncore

from wordtrail.core.errors import AddressTaken, NoNetwork
from wordtrail.logs import logger

if TYPE_CHECKING:
    from _typeshed.wsgi import StartResponse, WSGIApplication, WSGIEnvironment

log = logger("wordtrail.network")

FOR_STUDENTS = ("/s/", "/api/student/", "/assets/", "/trail.svg")
ANYWHERE = "192.0.2.1"
"""An address that is nobody's (RFC 5737): nothing is sent there, only the way to it is asked for."""
THREADS = 8
STOPPING_SECONDS = 5.0


def machine_address() -> str:
    """The address under which this machine is known on its network; "" when it is on none."""
    with contextlib.suppress(OSError), socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as way:
        way.connect((ANYWHERE, 9))
        found: str = way.getsockname()[0]
        return "" if found.startswith("127.") or found == "0.0.0.0" else found
    return ""


def students_side(application: WSGIApplication) -> WSGIApplication:
    """The application with nothing but what a student page asks for; all else is not there."""

    def answer(environment: WSGIEnvironment, start: StartResponse) -> Iterable[bytes]:
        if environment.get("PATH_INFO", "").startswith(FOR_STUDENTS):
            return application(environment, start)
        start("404 Not Found", [("Content-Type", "text/plain; charset=utf-8")])
        return [b"There is no page here. Ask your teacher for the link."]

    return answer


class NetworkDoor:
    """Opened and closed by the teacher. It is remembered in the file `kept` that it was open, so that a link on paper
    goes on working after a restart. `most_connections` are held at once."""

    def __init__(self, port: int, kept: Path, most_connections: int = 100) -> None:
        self._application: WSGIApplication = students_side(lambda *_: [])
        self._port = port
        self._kept = kept
        self._most_connections = most_connections
        self._changing = threading.Lock()
        self._server: Any = None
        self._sockets: dict[int, Any] = {}
        self._thread: threading.Thread | None = None

    def lead_to(self, application: WSGIApplication) -> None:
        """Say whose students' side this door leads to, before it is opened."""
        self._application = students_side(application)

    @property
    def is_open(self) -> bool:
        """Whether others on the network may come in."""
        return self._server is not None

    @property
    def address(self) -> str:
        """Where others on the network find this machine ("http://…"); "" while the door is closed, or without a
        network. It is looked up anew, since a laptop is carried from network to network."""
        machine = machine_address() if self.is_open else ""
        return f"http://{machine}:{self._port}" if machine else ""

    def open(self) -> None:
        """Let others on the network in. Raises NoNetwork or AddressTaken."""
        if not machine_address():
            raise NoNetwork
        with self._changing:
            self._listen()
            self._kept.touch()

    def open_as_before(self) -> None:
        """Open it when it was open before the program ended. What cannot be opened is logged, and can be tried again
        by hand."""
        if not self._kept.exists():
            return
        try:
            with self._changing:
                self._listen()
        except AddressTaken as fault:
            log.warning("the network door stays closed", reason=fault.sentence)

    def close(self) -> None:
        """Let nobody in from the network any more."""
        with self._changing:
            self._kept.unlink(missing_ok=True)
            self._stop()

    def _listen(self) -> None:
        if self._server:
            return
        self._sockets = {}
        try:
            server = waitress.server.create_server(
                self._application, map=self._sockets, host="0.0.0.0", port=self._port, threads=THREADS,
                connection_limit=self._most_connections, channel_timeout=30, cleanup_interval=5, asyncore_use_poll=True,
            )  # fmt: skip
        except OSError as fault:
            raise AddressTaken("0.0.0.0", self._port) from fault
        self._server = server
        self._thread = threading.Thread(target=server.run, name="network door", daemon=True)
        self._thread.start()

    def _stop(self) -> None:
        server, self._server = self._server, None
        if server is None:
            return
        # Sockets belong to the thread that listens: it closes them all, finds none left and ends.
        server.trigger.pull_trigger(lambda: wasyncore.close_all(self._sockets))
        if self._thread:
            self._thread.join(STOPPING_SECONDS)
        server.task_dispatcher.shutdown()
