"""Helpers: processes that make stretches of films for this one.

A helper ends when its input does, so that none is left behind when this process is killed. It takes about a second to
begin. So one that has made its part of a film is kept for a minute, for the next one: films are made several in a row,
and made again after a change.
"""

from __future__ import annotations

import atexit
import os
import pickle
import signal
import subprocess
import sys
import threading
import time
from collections.abc import Callable
from contextlib import suppress
from typing import IO, Any

from wordtrail.media.canvas import Shares
from wordtrail.media.encode import Picture, StretchEncoder
from wordtrail.media.order import Order

KEPT_FOR, LEAVES_AFTER = 60.0, 90.0
"""Seconds for which a helper without work is called again, and after which it leaves by itself."""

PATIENCE = 5.0
"""Seconds in which one that may go has gone."""

SIGN_EVERY = 0.5
"""Seconds of film after which a helper says how far it is."""

GONE = (OSError, EOFError, pickle.UnpicklingError)
"""What is raised where a helper has ended in the middle of something."""

READY = "ready"
"""What a helper says when it can be ordered to make stretches of a film."""


class Helper:
    """A process that makes stretches of one film, and then of another."""

    def __init__(self) -> None:
        self._process = subprocess.Popen(
            [sys.executable, "-m", "wordtrail.media.helpers"], stdin=subprocess.PIPE, stdout=subprocess.PIPE
        )
        self.free_since = time.monotonic()

    @property
    def is_there(self) -> bool:
        """Whether it can be given work."""
        return self._process.poll() is None and time.monotonic() - self.free_since < KEPT_FOR

    def begin(self, picture: Picture, pictures: dict[str, bytes]) -> None:
        """Have it make ready for a film, and wait until it is. Raises one of GONE where it is gone."""
        self._send((picture, pictures))
        self._answer()

    def make(self, order: Order, told: Callable[[float], None]) -> Shares:
        """Have it make a stretch; where the time of all of this film went. `told` gets the seconds of the stretch that
        are made. Raises one of GONE where it is gone."""
        self._send(order)
        while not isinstance(answer := self._answer(), Shares):
            told(answer)
        return answer

    def end(self) -> None:
        """Let it wait for another film."""
        self._send(None)
        self.free_since = time.monotonic()

    def kill(self) -> None:
        """Stop it, whatever it is doing."""
        self._process.kill()

    def leave(self) -> None:
        """Let it end."""
        assert self._process.stdin
        with suppress(OSError):
            self._process.stdin.close()

    def wait(self) -> None:
        """Wait until it has ended."""
        self._process.wait(PATIENCE)

    def _send(self, value: Any) -> None:
        assert self._process.stdin
        _write(self._process.stdin, value)

    def _answer(self) -> Any:
        assert self._process.stdout
        return pickle.load(self._process.stdout)


_lock = threading.Lock()
_free: list[Helper] = []


def stand_by() -> None:
    """Have a helper begin, if none is there: there will be a film to make in a moment."""
    with _lock:
        _let_the_late_go()
        if not _free and _further_cores():
            _free.append(Helper())


def helper(picture: Picture, pictures: dict[str, bytes]) -> Helper:
    """One that is ready to make a film: one that is free, or a new one. Raises one of GONE where that ends at once."""
    while (kept := _next_free()) is not None:
        with suppress(*GONE):
            kept.begin(picture, pictures)
            return kept
    new = Helper()
    new.begin(picture, pictures)
    return new


def dismiss(one: Helper) -> None:
    """Keep a helper that has made its part, as many as there are further cores; let others go."""
    with _lock, suppress(OSError):
        _let_the_late_go()
        if len(_free) < _further_cores():
            one.end()
            _free.append(one)
        else:
            one.leave()


def _next_free() -> Helper | None:
    with _lock:
        _let_the_late_go()
        return _free.pop() if _free else None


def _let_the_late_go() -> None:
    """Let all go that waited too long, or are gone."""
    for one in [late for late in _free if not late.is_there]:
        _free.remove(one)
        one.leave()


def _further_cores() -> int:
    return (os.cpu_count() or 1) - 1


@atexit.register
def all_leave() -> None:
    """Let all go that wait for a film, and wait until they are gone."""
    with suppress(subprocess.TimeoutExpired):
        while _free:
            one = _free.pop()
            one.leave()
            one.wait()


def _write(pipe: IO[bytes], value: Any) -> None:
    pickle.dump(value, pipe, protocol=pickle.HIGHEST_PROTOCOL)
    pipe.flush()


def help_out(orders: IO[bytes], answers: IO[bytes]) -> None:
    """Be a helper: make what is ordered until the orders end, or nobody has ordered anything for long. Both ends are
    ours: nobody else writes to them."""
    with suppress(EOFError, BrokenPipeError):
        while True:
            leaving = threading.Timer(LEAVES_AFTER, os._exit, (0,))
            leaving.daemon = True
            leaving.start()
            picture, pictures = pickle.load(orders)
            leaving.cancel()
            encoder = StretchEncoder(picture, pictures.__getitem__)
            _write(answers, READY)
            while order := pickle.load(orders):
                _make(order, encoder, answers)
            del encoder


def _make(order: Order, encoder: StretchEncoder, answers: IO[bytes]) -> None:
    told = 0.0

    def done(at: float) -> None:
        nonlocal told
        if at - order.stretch.start - told >= SIGN_EVERY:
            told = at - order.stretch.start
            _write(answers, told)

    order.fulfil(encoder, done)
    _write(answers, order.stretch.times[-1] - order.stretch.start)
    _write(answers, encoder.shares)


if __name__ == "__main__":
    # Ctrl-C at a terminal goes to all that run there; this one ends with its parent.
    signal.signal(signal.SIGINT, signal.SIG_IGN)
    help_out(sys.stdin.buffer, sys.stdout.buffer)
