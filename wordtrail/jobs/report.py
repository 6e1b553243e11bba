"""How work reports its progress and learns that it should stop."""

from __future__ import annotations

import threading
import time

from wordtrail.core.errors import JobCancelled
from wordtrail.store.jobs import beat
from wordtrail.workspace import Workspace

EVERY = 0.4
"""Seconds between two reports to the store."""


class Report:
    """Progress of one job. A thread keeps the heartbeat going while a phase says nothing."""

    def __init__(self, workspace: Workspace, job: str) -> None:
        self._workspace = workspace
        self._job = job
        self._phase, self._share = "", 0.0
        self._last = 0.0
        self._asked = False
        self._over = threading.Event()
        self._thread = threading.Thread(target=self._keep_beating, daemon=True)

    def __enter__(self) -> Report:
        self._thread.start()
        return self

    def __exit__(self, *fault: object) -> None:
        self._over.set()
        self._thread.join()

    def __call__(self, phase: str, share: float) -> None:
        """`phase` is `share` done (0 to 1). Raises JobCancelled when the job was asked to stop."""
        changed = phase != self._phase
        self._phase, self._share = phase, share
        if changed or time.monotonic() - self._last >= EVERY:
            self._beat()
        if self._asked:
            raise JobCancelled

    def _beat(self) -> None:
        self._last = time.monotonic()
        with self._workspace.database.write_session() as session:
            self._asked = beat(session, self._job, self._phase, self._share) or self._asked

    def _keep_beating(self) -> None:
        while not self._over.wait(2.0):
            self._beat()
