"""Sound through a filter of FFmpeg's, block by block."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from fractions import Fraction
from itertools import pairwise

import av
import av.error
import numpy as np

from wordtrail.media.decode import Samples
from wordtrail.media.level import RATE


def filtered(sound: Iterable[Samples], name: str, options: str) -> Iterator[Samples]:
    """`sound` (mono, 48 000 samples a second, in blocks) as one of FFmpeg's filters makes it."""
    graph = av.filter.Graph()
    source = graph.add_abuffer(sample_rate=RATE, format="fltp", layout="mono")
    chain = (source, graph.add(name, options), graph.add("aformat", "sample_fmts=fltp"), graph.add("abuffersink"))
    for before, after in pairwise(chain):
        before.link_to(after)
    graph.configure()
    for frame in audio_frames(sound):
        graph.push(frame)
        yield from _ready(graph)
    graph.push(None)
    yield from _ready(graph)


def _ready(graph: av.filter.Graph) -> Iterator[Samples]:
    while True:
        try:
            frame = graph.pull()
        except (av.error.BlockingIOError, av.error.EOFError):
            return
        if isinstance(frame, av.AudioFrame):
            yield frame.to_ndarray().reshape(-1).astype(np.float32)


def audio_frames(parts: Iterable[Samples], size: int = 1024 * 16) -> Iterator[av.AudioFrame]:
    """Sound in parts as frames for an encoder, at most `size` samples each, with their times."""
    now = 0
    for part in parts:
        for start in range(0, len(part), size):
            block = np.ascontiguousarray(part[start : start + size], dtype=np.float32).reshape(1, -1)
            frame = av.AudioFrame.from_ndarray(block, format="fltp", layout="mono")
            frame.sample_rate = RATE
            frame.pts = now
            frame.time_base = Fraction(1, RATE)
            yield frame
            now += block.shape[1]
