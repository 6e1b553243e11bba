"""The soft signal at pause points: two notes that fade away, made and not recorded."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

import numpy as np

from wordtrail.media.decode import Samples
from wordtrail.media.level import RATE

NOTES = ((0.0, 523.25), (0.14, 784.0))
"""When each note begins (seconds), and its pitch (Hz): a fifth, which asks rather than ends."""

HEIGHT, DECAY, RISE = 0.06, 0.25, 0.012
"""Its height, and the seconds in which a note falls to 1/e and comes."""

LENGTH = 2.0
"""Seconds after which nothing is left of it: by then the later note has fallen by 64 dB."""


def signal_alone() -> Samples:
    """The signal by itself: mono, 48 000 samples a second."""
    return _notes(np.arange(round(LENGTH * RATE)) / RATE)


def signalled(sound: Iterable[Samples]) -> Iterator[Samples]:
    """A sound, in blocks, with the signal at its beginning."""
    at = 0
    for block in sound:
        yield block + _notes(np.arange(at, at + len(block)) / RATE)
        at += len(block)


def _notes(now: np.ndarray) -> Samples:
    """What is heard of the signal at these seconds after its beginning."""
    heard = np.zeros(len(now))
    for begin, pitch in NOTES:
        since = np.maximum(now - begin, 0.0)
        shape = np.minimum(since / RISE, 1.0) * np.exp(-since / DECAY)
        heard += HEIGHT * shape * np.sin(2 * np.pi * pitch * since)
    return heard.astype(np.float32)
