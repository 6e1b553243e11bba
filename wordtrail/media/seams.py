"""Stretches of several takes, one after another: at each seam one goes over into the next, at the same power all the
while, so that nothing clicks and the room does not drop out."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Sequence
from itertools import pairwise

import numpy as np

from wordtrail.media.decode import Samples
from wordtrail.media.level import RATE

FADE = int(0.008 * RATE)
"""Samples over which the first clip comes and the last one goes."""

SEAM = int(0.01 * RATE)
"""Samples on either side of a seam in which both clips are heard: 20 ms in all."""


class TakeReader:
    """Reads stretches of one take, whose sound comes in blocks from its beginning, each later than the one before."""

    def __init__(self, blocks: Iterable[Samples]) -> None:
        self._blocks = iter(blocks)
        self._held = np.zeros(0, np.float32)
        self._at = 0

    def reaches(self, first: int) -> bool:
        """Whether the sample of this number has not gone by yet."""
        return max(0, first) >= self._at

    def read(self, first: int, last: int) -> Iterator[Samples]:
        """The samples `first` to `last`; silence before the beginning of the take and after its end."""
        if first < 0:
            yield np.zeros(min(0, last) - first, np.float32)
        now = max(0, first)
        while now < last:
            if not len(self._held):
                self._held = next(self._blocks, np.zeros(0, np.float32))
                if not len(self._held):
                    yield np.zeros(last - now, np.float32)
                    return
            gone = min(max(0, now - self._at), len(self._held))
            self._held, self._at = self._held[gone:], self._at + gone
            part = self._held[: last - now]
            if len(part):
                yield part
                now += len(part)
                self._held, self._at = self._held[len(part) :], self._at + len(part)


Source = tuple[str, float]
"""A take, and how quickly it is heard: 1 is as it was said."""


class TakeSounds:
    """The sounds of several takes, each opened when it is first read, and again where an earlier stretch comes later;
    `open` gives a take's sound from its beginning, in blocks, at a pace."""

    def __init__(self, open: Callable[[Source], Iterable[Samples]]) -> None:
        self._open = open
        self._readers: dict[Source, TakeReader] = {}

    def read(self, source: Source, first: int, last: int) -> Iterator[Samples]:
        """The samples `first` to `last` of a take at a pace."""
        if source not in self._readers or not self._readers[source].reaches(first):
            self._readers[source] = TakeReader(self._open(source))
        return self._readers[source].read(first, last)


Stretch = tuple[Source, int, int]
"""A clip: its take at a pace, its first sample there, and the one after its last."""


def joined(stretches: Sequence[Stretch], sounds: TakeSounds) -> Iterator[Samples]:
    """The clips one after another, in blocks, as long as they are together."""
    lengths = [last - first for _, first, last in stretches]
    seams = [0, *(min(SEAM, one // 2, other // 2) for one, other in pairwise(lengths)), 0]
    held = np.zeros(0, np.float32)
    for (take, first, last), before, after in zip(stretches, seams, seams[1:], strict=False):
        count = last - first + before + after
        rises, falls = 2 * before or min(FADE, count // 2), 2 * after or min(FADE, count // 2)
        at, ending = 0, [np.zeros(0, np.float32)]
        for block in sounds.read(take, first - before, last + after):
            heard = block * _envelope(at, len(block), count, rises, falls, is_seam=(before > 0, after > 0))
            under = held[at : at + len(block)]
            heard[: len(under)] += under
            own = max(0, min(len(block), count - 2 * after - at))
            if own:
                yield heard[:own]
            ending.append(heard[own:])
            at += len(block)
        held = np.concatenate(ending)


def _envelope(at: int, count: int, whole: int, rises: int, falls: int, is_seam: tuple[bool, bool]) -> Samples:
    """How loud the samples `at` to `at + count` of a clip of `whole` samples are (0 to 1)."""
    places = np.arange(at, at + count)
    up = np.clip((places + 0.5) / max(1, rises), 0.0, 1.0)
    down = np.clip((whole - places - 0.5) / max(1, falls), 0.0, 1.0)
    up, down = (np.sin(side * np.pi / 2) if seam else side for side, seam in zip((up, down), is_seam, strict=True))
    return np.asarray(up * down, np.float32)
