"""Listening to a whole take with both cores, so that it can be stopped and gone on with."""

from __future__ import annotations

import io
from collections.abc import Callable, Sequence
from concurrent.futures import ThreadPoolExecutor

import numpy as np
from threadpoolctl import threadpool_limits

from wordtrail.core.align.forced import cut
from wordtrail.core.align.sounds import Frames, heard_in, joined
from wordtrail.core.align.stretches import halves
from wordtrail.core.align.values import Memory, Recording, Stretch

TOO_ALIKE, FEWEST_SOUNDS = 0.5, 24
"""The part of all sounds heard that the two commonest may be (in speech they are a fifth, at the most 45 %), and the
sounds from which on that tells anything."""

SHORTEST = 3.0
"""Seconds below which a stretch is not heard again in parts."""


def heard(samples: Recording, stretch: Stretch) -> Frames:
    """The frames of a stretch of at most 30 s. The network listens to all of it at once, and now and then one sound
    carries it away: then it names the same two phones from end to end. In parts it hears all but that sound."""
    frames = heard_in(cut(samples, stretch), stretch)
    if stretch.end - stretch.start < SHORTEST or not _carried_away(frames):
        return frames
    return joined([heard(samples, part) for part in halves(samples, stretch)])


def _carried_away(frames: Frames) -> bool:
    named = frames.phones.argmax(axis=1)[frames.phones.max(axis=1) > frames.none]
    counts = np.sort(np.bincount(named)) if len(named) else np.zeros(1)
    return len(named) >= FEWEST_SOUNDS and bool(counts[-2:].sum() > TOO_ALIKE * len(named))


def heard_over(
    samples: Recording,
    groups: Sequence[Stretch],
    progress: Callable[[float], None],
    cores: int,
    memory: Memory,
) -> Frames:
    """The frames of all `groups` (each at most 30 s)."""
    found: dict[int, Frames] = {}
    total = sum(group.end - group.start for group in groups)
    progress(0.0)

    def listen(index: int) -> tuple[int, Frames]:
        name = f"heard-{index}-{groups[index].start:.2f}-{groups[index].end:.2f}"
        kept = memory.get(name)
        if kept is not None:
            return index, _unpacked(kept)
        frames = heard(samples, groups[index])
        memory.put(name, _packed(frames))
        return index, frames

    def listen_to(wanted: Sequence[int], pool: ThreadPoolExecutor) -> None:
        for index, frames in pool.map(listen, wanted):
            found[index] = frames
            progress(sum(groups[i].end - groups[i].start for i in found) / total)

    # Each thread multiplies matrices on its own core: BLAS must not start more threads for each.
    with threadpool_limits(1, user_api="blas"), ThreadPoolExecutor(cores) as pool:
        try:
            listen_to(range(len(groups)), pool)
        except BaseException:
            pool.shutdown(wait=False, cancel_futures=True)
            raise
    return joined([found[index] for index in range(len(groups))])


def _packed(frames: Frames) -> bytes:
    """Frames as bytes, the probabilities with 16 bits."""
    held = io.BytesIO()
    np.savez_compressed(
        held, at=frames.at, phones=frames.phones.astype(np.float16), none=frames.none.astype(np.float16)
    )
    return held.getvalue()


def _unpacked(content: bytes) -> Frames:
    with np.load(io.BytesIO(content), allow_pickle=False) as arrays:
        return Frames(arrays["at"], arrays["phones"].astype(np.float32), arrays["none"].astype(np.float32))
