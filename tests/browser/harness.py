"""A running Word Trail and a real browser with a fake microphone."""

from __future__ import annotations

import os
import random
import shutil
import socket
import subprocess
import sys
import tempfile
import time
import urllib.request
import wave
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from pathlib import Path

import numpy as np
from playwright.sync_api import Browser, sync_playwright

ROOT = Path(__file__).resolve().parents[2]
CHROMIUM = shutil.which("chromium") or "/usr/bin/chromium"
FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--disable-quic",
    "--autoplay-policy=no-user-gesture-required",
    "--use-fake-ui-for-media-stream",
    "--use-fake-device-for-media-stream",
]


PORTS = range(18_000, 30_000)
"""Ports below those that systems give to outgoing connections, of which one could be taken meanwhile."""


STARTING = 600
"""Seconds to wait for a start at the most; one that has failed is noticed at once."""


def free_port() -> int:
    """A port that nobody listens on."""
    while True:
        port = random.choice(PORTS)
        with socket.socket() as probe:
            if probe.connect_ex(("127.0.0.1", port)):
                return port


@contextmanager
def running(*options: str, command: str = "demo", folder: Path | None = None) -> Iterator[str]:
    """Word Trail as a user starts it, with nothing but a port (and `options`), in an empty folder or `folder`;
    its address."""
    program = [sys.executable, "-m", "wordtrail.cli", command, *options]
    with (
        tempfile.TemporaryDirectory(ignore_cleanup_errors=True) as empty,
        _started(program, folder or Path(empty)) as address,
    ):
        yield address


@contextmanager
def delivered(folder: Path) -> Iterator[str]:
    """`./run demo`, exactly as the README says it but for its port, in a clean copy made in `folder`; its
    address. What is set up already (packages, the built front end) is lent to the copy."""
    named = subprocess.run(
        ["git", "ls-files", "-z", "--cached", "--others", "--exclude-standard"],
        cwd=ROOT, capture_output=True, text=True, check=True,
    ).stdout.split("\0")  # fmt: skip
    for name in filter(None, named):
        if (ROOT / name).is_file():
            (folder / name).parent.mkdir(parents=True, exist_ok=True)
            shutil.copy(ROOT / name, folder / name)
    for lent in (".venv", "web/node_modules", "web/dist"):
        (folder / lent).symlink_to(ROOT / lent)
    with _started(["./run", "demo"], folder) as address:
        yield address


@contextmanager
def _started(command: list[str], folder: Path) -> Iterator[str]:
    port = free_port()
    process = subprocess.Popen(
        [*command, "--port", str(port)],
        cwd=folder,
        stdout=subprocess.DEVNULL,
        env={**os.environ, "PYTHONWARNINGS": "ignore"},
    )
    address = f"http://127.0.0.1:{port}"
    try:
        _wait(address, process)
        yield address
    finally:
        process.terminate()
        process.wait(20)


class OwnServer:
    """A Word Trail of one's own, which can be killed, and started again in the same folder at the same address;
    `program` is run in the place of the usual start."""

    def __init__(self, folder: Path, program: Sequence[str] = ("-m", "wordtrail.cli"), **environment: str) -> None:
        self._folder, self._program, self._environment = folder, program, environment
        self._port = free_port()
        self.address = f"http://127.0.0.1:{self._port}"
        self._process: subprocess.Popen | None = None

    def start(self) -> None:
        """Start it, and wait until it answers."""
        self._process = subprocess.Popen(
            [sys.executable, *self._program, "demo", "--port", str(self._port)],
            cwd=self._folder,
            stdout=subprocess.DEVNULL,
            env={**os.environ, "PYTHONPATH": str(ROOT), "PYTHONWARNINGS": "ignore", **self._environment},
        )
        _wait(self.address, self._process)

    def kill(self) -> None:
        """Kill it as a power cut would, without a word."""
        if self._process:
            self._process.kill()
            self._process.wait(20)

    def stop(self) -> None:
        """End it."""
        if self._process and self._process.poll() is None:
            self._process.terminate()
            self._process.wait(20)


def _wait(address: str, process: subprocess.Popen) -> None:
    until = time.monotonic() + STARTING
    while time.monotonic() < until and process.poll() is None:
        try:
            urllib.request.urlopen(f"{address}/api/settings", timeout=2).close()
            return
        except OSError:
            time.sleep(0.1)
    ended = process.poll()
    raise RuntimeError(f"Word Trail did not start at {address}" + ("" if ended is None else f": it ended with {ended}"))


@contextmanager
def browser(microphone: Path | None = None) -> Iterator[Browser]:
    """Headless Chromium; `microphone` is a WAV file that its fake microphone plays once."""
    flags = [*FLAGS, f"--use-file-for-fake-audio-capture={microphone}%noloop"] if microphone else FLAGS
    with sync_playwright() as playwright:
        chromium = playwright.chromium.launch(executable_path=CHROMIUM, args=flags)
        try:
            yield chromium
        finally:
            chromium.close()


def write_wav(path: Path, samples: np.ndarray, rate: int) -> None:
    """Write mono floats as a 16-bit WAV file."""
    with wave.open(str(path), "wb") as file:
        file.setnchannels(1)
        file.setsampwidth(2)
        file.setframerate(rate)
        file.writeframes((np.clip(samples, -1, 1) * 32767).astype("<i2").tobytes())
