"""A crew that makes the stretches of a film beside one another: this process, and a helper for each further core.

A helper is a process of its own that ends when its input does, so that none is left behind when this one is killed.
Each stretch is whole under its name, or not there: what was made before a stop need not be made again.
"""

from __future__ import annotations

import os
import pickle
import subprocess
import sys
import threading
from collections import deque
from collections.abc import Callable, Mapping, Sequence
from contextlib import suppress
from dataclasses import dataclass
from pathlib import Path
from typing import IO, Any

from wordtrail.core.errors import FilmBrokenOff
from wordtrail.media.canvas import Shares
from wordtrail.media.encode import Picture, StretchEncoder
from wordtrail.media.moments import Stretch

SIGN_EVERY = 0.5
"""Seconds of film after which a helper says how far it is."""

LEAST_FOR_A_HELPER = 20.0
"""Seconds of film for which it is worth starting a helper: one takes about a second to begin."""


@dataclass(frozen=True, slots=True)
class Order:
    """A stretch to be made, and the file it is to stand in."""

    stretch: Stretch
    path: Path


def make_stretches(
    picture: Picture,
    pictures: Mapping[str, bytes],
    orders: Sequence[Order],
    progress: Callable[[float], None],
    *,
    meanwhile: Callable[[Callable[[], bool]], None] = lambda stopped: None,
    cores: int | None = None,
) -> Shares:
    """Make the stretches that are wanted. `progress` gets the seconds of film that are made, in this thread, and may
    raise to stop; what is whole then stays. `meanwhile` is done in a thread beside it, and asks now and then whether it
    should stop. Returns where the time went."""
    crew = _Crew(picture, pictures, orders, progress)
    whole = sum(order.stretch.times[-1] - order.stretch.start for order in orders)
    helpers = min((cores or os.cpu_count() or 1) - 1, len(orders) - 1) if whole >= LEAST_FOR_A_HELPER else 0
    return crew.work(helpers, meanwhile)


class _Crew:
    def __init__(
        self,
        picture: Picture,
        pictures: Mapping[str, bytes],
        orders: Sequence[Order],
        progress: Callable[[float], None],
    ) -> None:
        self._picture, self._pictures, self._progress = picture, pictures, progress
        # The longest first, so that all are done at about the same time.
        self._waiting = deque(sorted(orders, key=lambda order: -len(order.stretch.times)))
        self._reached: dict[int, float] = {}
        self._helpers: list[subprocess.Popen[bytes]] = []
        self._faults: list[BaseException] = []
        self._stopped = threading.Event()
        self.shares = Shares()

    def work(self, helpers: int, meanwhile: Callable[[Callable[[], bool]], None]) -> Shares:
        own = threading.Thread(target=self._watched, args=(lambda: meanwhile(self._stopped.is_set),), daemon=True)
        threads = [own, *(threading.Thread(target=self._with_helper, daemon=True) for _ in range(helpers))]
        for thread in threads:
            thread.start()
        try:
            encoder = StretchEncoder(self._picture, self._pictures.__getitem__)
            while not self._faults and (order := self._next()):
                self._make(encoder, order)
            self.shares.add(encoder.shares)
            while any(thread.is_alive() for thread in threads):
                for thread in threads:
                    thread.join(0.1)
                self._tell()
        finally:
            self._stopped.set()
            self._waiting.clear()
            for helper in self._helpers:
                helper.kill()
            own.join()
        if self._faults:
            raise self._faults[0]
        return self.shares

    def _watched(self, work: Callable[[], None]) -> None:
        """Do something in a thread; what goes wrong there is raised in the one that waits for it."""
        try:
            work()
        except BaseException as fault:
            self._faults.append(fault)

    def _next(self) -> Order | None:
        try:
            return self._waiting.popleft()
        except IndexError:
            return None

    def _make(self, encoder: StretchEncoder, order: Order) -> None:
        part = _draft_of(order.path)

        def done(at: float) -> None:
            self._reached[order.stretch.number] = at - order.stretch.start
            self._tell()

        encoder.make(order.stretch, part, done)
        os.replace(part, order.path)

    def _tell(self) -> None:
        self._progress(sum(list(self._reached.values())))

    def _with_helper(self) -> None:
        """Hand out work to a helper as long as there is some."""
        try:
            order = self._next()
            if order is None:
                return
            helper = subprocess.Popen(
                [sys.executable, "-m", "wordtrail.media.crew"], stdin=subprocess.PIPE, stdout=subprocess.PIPE
            )
            self._helpers.append(helper)
            if self._stopped.is_set():
                helper.kill()
            assert helper.stdin
            assert helper.stdout
            _send(helper.stdin, (self._picture, dict(self._pictures)))
            while order:
                _send(helper.stdin, order)
                while not isinstance(answer := _received(helper.stdout), Shares):
                    self._reached[order.stretch.number] = answer
                last, order = answer, self._next()
            self.shares.add(last)
            helper.stdin.close()
            helper.wait()
        except (OSError, EOFError, pickle.UnpicklingError):
            self._faults.append(FilmBrokenOff())


DRAFT = ".part"


def _draft_of(path: Path) -> Path:
    """What a stretch is written to until it is whole: another file for each process, also for one that is left over
    from a worker which was killed."""
    return path.with_name(f"{path.stem}.{os.getpid()}{DRAFT}")


def _send(pipe: IO[bytes], value: Any) -> None:
    pickle.dump(value, pipe, protocol=pickle.HIGHEST_PROTOCOL)
    pipe.flush()


def _received(pipe: IO[bytes]) -> Any:
    return pickle.load(pipe)


def help_out(orders: IO[bytes], answers: IO[bytes]) -> None:
    """Be a helper: make what is ordered until the orders end. Both ends are ours: nobody else writes to them."""
    with suppress(EOFError, BrokenPipeError):
        picture, pictures = _received(orders)
        encoder = StretchEncoder(picture, pictures.__getitem__)
        while True:
            order: Order = _received(orders)
            part = _draft_of(order.path)
            told = 0.0

            def done(at: float, start: float = order.stretch.start) -> None:
                nonlocal told
                if at - start - told >= SIGN_EVERY:
                    told = at - start
                    _send(answers, told)

            encoder.make(order.stretch, part, done)
            os.replace(part, order.path)
            _send(answers, order.stretch.times[-1] - order.stretch.start)
            _send(answers, encoder.shares)


if __name__ == "__main__":
    help_out(sys.stdin.buffer, sys.stdout.buffer)
