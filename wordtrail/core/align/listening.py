"""Listening to a whole take with both cores, so that it can be stopped, gone on with, and given up."""

from __future__ import annotations

import io
from collections.abc import Callable, Sequence
from concurrent.futures import ThreadPoolExecutor

import numpy as np
from threadpoolctl import threadpool_limits

from wordtrail.core.align.forced import cut
from wordtrail.core.align.sounds import Frames, heard_in, joined
from wordtrail.core.align.values import Memory, Samples, Stretch
from wordtrail.core.errors import PassageNotRead

FIRST_LOOK = 60.0
"""Seconds of sound after which a long take is looked at: is this the passage at all?"""

LONG = 150.0
"""Seconds of sound from which a take is worth that look."""

PROBES = 3
"""How many further places are listened to before a take is given up: the passage may begin late."""


def heard_over(
    samples: Samples,
    groups: Sequence[Stretch],
    progress: Callable[[float], None],
    cores: int,
    memory: Memory,
    hopeless: Callable[[Frames], bool],
) -> Frames:
    """The frames of all `groups` (each at most 30 s).

    Raises PassageNotRead when nothing in the first minute, nor in three places further on, is of the
    passage (`hopeless`), without listening to the rest.
    """
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
            first = _first_groups(groups)
            if total >= LONG and len(first) < len(groups):
                listen_to(first, pool)
                if hopeless(joined([found[index] for index in first])):
                    probes = sorted(
                        {len(first) + (len(groups) - len(first) - 1) * n // PROBES for n in range(1, PROBES + 1)}
                    )
                    listen_to(probes, pool)
                    if all(hopeless(found[index]) for index in probes):
                        raise PassageNotRead
            listen_to([index for index in range(len(groups)) if index not in found], pool)
        except BaseException:
            pool.shutdown(wait=False, cancel_futures=True)
            raise
    return joined([found[index] for index in range(len(groups))])


def _first_groups(groups: Sequence[Stretch]) -> list[int]:
    heard, first = 0.0, []
    for index, group in enumerate(groups):
        if heard >= FIRST_LOOK:
            break
        first.append(index)
        heard += group.end - group.start
    return first


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
