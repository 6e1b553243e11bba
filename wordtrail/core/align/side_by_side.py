"""The same work on many pieces, on all cores, so that it can be stopped."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from concurrent.futures import ThreadPoolExecutor
from typing import TypeVar

Piece = TypeVar("Piece")
Done = TypeVar("Done")


def side_by_side(
    work: Callable[[Piece], Done], pieces: Sequence[Piece], cores: int, progress: Callable[[float], None]
) -> list[Done]:
    """What `work` makes of each piece, in their order. It must let go of the interpreter for long. `progress` gets the
    share of pieces done, and may raise to stop."""
    done: list[Done] = []
    progress(0.0)
    with ThreadPoolExecutor(cores) as pool:
        try:
            for one in pool.map(work, pieces):
                done.append(one)
                progress(len(done) / len(pieces))
        except BaseException:
            pool.shutdown(wait=False, cancel_futures=True)
            raise
    progress(1.0)
    return done
