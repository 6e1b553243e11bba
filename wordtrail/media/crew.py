"""A crew that makes the stretches of a film beside one another: this process, and a helper for each further core.

Helpers are processes of their own (`media/helpers.py`). Each stretch is whole under its name, or not there: what was
made before a stop need not be made again.
"""

from __future__ import annotations

import os
import threading
from collections import deque
from collections.abc import Callable, Mapping, Sequence
from functools import partial

from wordtrail.core.errors import FilmBrokenOff
from wordtrail.media.canvas import Shares
from wordtrail.media.encode import Picture, StretchEncoder
from wordtrail.media.helpers import GONE, Helper, dismiss, helper
from wordtrail.media.order import Order

LEAST_FOR_A_HELPER = 20.0
"""Seconds of film for which a helper is worth it: one takes about a second to begin."""


def make_stretches(
    picture: Picture,
    pictures: Mapping[str, bytes],
    orders: Sequence[Order],
    progress: Callable[[float], None],
    *,
    beside: Callable[[Callable[[], bool]], None] = lambda stopped: None,
    cores: int | None = None,
) -> Shares:
    """Make the stretches that are wanted. `progress` gets the seconds of film that are made, in this thread, and may
    raise to stop; what is whole then stays. `beside` is done in a thread beside it, and asks now and then whether it
    should stop. Returns where the time went."""
    crew = _Crew(picture, pictures, orders, progress)
    whole = sum(order.stretch.times[-1] - order.stretch.start for order in orders)
    helpers = min((cores or os.cpu_count() or 1) - 1, len(orders) - 1) if whole >= LEAST_FOR_A_HELPER else 0
    return crew.work(helpers, beside)


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
        self._helpers: list[Helper] = []
        self._faults: list[BaseException] = []
        self._stopped = threading.Event()
        self.shares = Shares()

    def work(self, helpers: int, beside: Callable[[Callable[[], bool]], None]) -> Shares:
        own = threading.Thread(target=self._watched, args=(lambda: beside(self._stopped.is_set),), daemon=True)
        threads = [own, *(threading.Thread(target=self._with_helper, daemon=True) for _ in range(helpers))]
        for thread in threads:
            thread.start()
        try:
            encoder = StretchEncoder(self._picture, self._pictures.__getitem__)
            while order := self._next():
                self._make(encoder, order)
            self.shares.add(encoder.shares)
            while any(thread.is_alive() for thread in threads):
                for thread in threads:
                    thread.join(0.1)
                self._tell()
        finally:
            self._stopped.set()
            self._waiting.clear()
            for one in list(self._helpers):
                one.kill()
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
        """What is to be made next; nothing more where something went wrong."""
        try:
            return None if self._faults else self._waiting.popleft()
        except IndexError:
            return None

    def _make(self, encoder: StretchEncoder, order: Order) -> None:
        def done(at: float) -> None:
            self._reached[order.stretch.number] = at - order.stretch.start
            self._tell()

        order.fulfil(encoder, done)

    def _tell(self) -> None:
        self._progress(sum(list(self._reached.values())))

    def _with_helper(self) -> None:
        """Hand out work to a helper as long as there is some."""
        try:
            own = helper(self._picture, dict(self._pictures))
            self._helpers.append(own)
            last = Shares()
            while not self._stopped.is_set() and (order := self._next()):
                last = own.make(order, partial(self._reached.__setitem__, order.stretch.number))
            self.shares.add(last)
            self._helpers.remove(own)
            own.kill() if self._stopped.is_set() else dismiss(own)
        except GONE:
            self._faults.append(FilmBrokenOff())
