"""Keeps a worker process alive beside the server."""

from __future__ import annotations

import subprocess
import sys
import threading
from pathlib import Path


class Supervisor:
    """Starts a worker for the workspace in `folder`, and another whenever it dies. The worker does not outlive this
    process, even one that is killed."""

    def __init__(self, folder: Path, log: str = "text", log_level: str = "warning") -> None:
        program = [sys.executable, "-m", "wordtrail.cli", "worker", "--data", str(folder)]
        self._command = [*program, "--log", log, "--log-level", log_level]
        self._over = threading.Event()
        self._worker: subprocess.Popen | None = None
        self._thread = threading.Thread(target=self._watch, daemon=True)

    def __enter__(self) -> Supervisor:
        self._worker = self._started()
        self._thread.start()
        return self

    def __exit__(self, *fault: object) -> None:
        self._over.set()
        self._thread.join(2)
        if self._worker:
            self._worker.terminate()
            try:
                self._worker.wait(5)
            except subprocess.TimeoutExpired:
                self._worker.kill()

    @property
    def worker_pid(self) -> int:
        """The process id of the worker that is alive now."""
        return self._worker.pid if self._worker else 0

    def _watch(self) -> None:
        while not self._over.wait(0.5):
            if self._worker and self._worker.poll() is not None:
                self._worker = self._started()

    def _started(self) -> subprocess.Popen:
        # The worker reads from a pipe that nobody writes to: it ends when this process does, however it does.
        return subprocess.Popen([*self._command, "--with-its-server"], stdin=subprocess.PIPE)
