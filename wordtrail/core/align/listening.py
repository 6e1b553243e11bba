"""Listening to a whole take with both cores, so that it can be stopped and gone on with."""

from __future__ import annotations

import io
from collections.abc import Callable, Sequence
from concurrent.futures import ThreadPoolExecutor

import numpy as np
from threadpoolctl import threadpool_limits

from wordtrail.core.align.forced import cut
from wordtrail.core.align.sounds import Frames, heard_in, joined
from wordtrail.core.align.values import Memory, Samples, Stretch


def heard_over(
    samples: Samples,
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
        frames = heard_in(cut(samples, groups[index]), groups[index])
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
