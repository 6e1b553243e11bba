"""How high a voice is, from moment to moment: the fundamental frequency, by the YIN method.

De Cheveigné and Kawahara, "YIN, a fundamental frequency estimator for speech and music", J. Acoust. Soc. Am. 111
(2002): the first lag at which a sound is most like itself, by its cumulative mean normalised difference.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator

import numpy as np
import numpy.typing as npt

from wordtrail.core.sound.melody import height_of
from wordtrail.core.sound.quiet import STEP
from wordtrail.media.decode import Samples

RATE = 8000
"""Samples a second of the sound that is listened to: voices' fundamentals lie far below."""

LOWEST, HIGHEST = 60.0, 500.0
"""Cycles a second between which a voice is looked for."""

WINDOW = int(0.04 * RATE)
LONGEST = int(RATE / LOWEST)
SHORTEST = int(RATE / HIGHEST)
ALIKE = 0.15
"""Difference from itself (0 to 1) below which a sound has a pitch."""

SOFTEST = 0.003
"""Amplitude (0 to 1) below which there is no voice."""

_STEP = int(STEP * RATE)
_FRAME = WINDOW + LONGEST
_SIZE = 1024
_FRAMES_AT_ONCE = 2000


def pitches(sound: Iterable[Samples]) -> bytes:
    """The pitch of a sound (mono, 8 000 samples a second, in blocks) every 20 ms, as `height_of` keeps it: 0 where
    there is none."""
    found = bytearray()
    for frames in _frames(sound):
        found += bytes(height_of(float(one)) for one in _of_frames(frames))
    return bytes(found)


def _frames(sound: Iterable[Samples]) -> Iterator[npt.NDArray[np.float32]]:
    """Frames of the sound, many at once, each beginning 20 ms after the one before."""
    held = np.zeros(0, np.float32)
    wanted = (_FRAMES_AT_ONCE - 1) * _STEP + _FRAME
    for block in sound:
        held = np.concatenate([held, block])
        while len(held) >= wanted:
            yield np.lib.stride_tricks.sliding_window_view(held[:wanted], _FRAME)[::_STEP]
            held = held[_FRAMES_AT_ONCE * _STEP :]
    held = np.concatenate([held, np.zeros(_FRAME, np.float32)])
    if len(held) >= _FRAME:
        yield np.lib.stride_tricks.sliding_window_view(held, _FRAME)[::_STEP]


def _of_frames(frames: npt.NDArray[np.float32]) -> npt.NDArray[np.float64]:
    """The pitch of each frame in cycles a second; 0 where it has none."""
    whole = frames.astype(np.float64)
    spectrum = np.fft.rfft(whole, _SIZE)
    first = np.fft.rfft(whole[:, :WINDOW], _SIZE)
    alike = np.fft.irfft(spectrum * first.conj(), _SIZE)[:, : LONGEST + 1]
    power = np.cumsum(np.pad(whole**2, ((0, 0), (1, 0))), axis=1)
    moved = power[:, WINDOW : WINDOW + LONGEST + 1] - power[:, : LONGEST + 1]
    apart = np.maximum(moved[:, :1] + moved - 2 * alike, 0.0)
    lags = np.arange(1, LONGEST + 1)
    running = np.cumsum(apart[:, 1:], axis=1)
    normal = np.ones_like(apart)
    normal[:, 1:] = apart[:, 1:] * lags / np.maximum(running, 1e-12)
    loud = np.sqrt(moved[:, 0] / WINDOW) >= SOFTEST
    return np.array([_lag(row) if voiced else 0.0 for row, voiced in zip(normal, loud, strict=True)])


def _lag(normal: npt.NDArray[np.float64]) -> float:
    """The pitch of a frame by its normalised difference: at the bottom of the first dip that is deep enough."""
    deep = np.flatnonzero(normal[SHORTEST:-1] < ALIKE)
    if not len(deep):
        return 0.0
    lag = int(deep[0]) + SHORTEST
    while lag + 1 < len(normal) - 1 and normal[lag + 1] < normal[lag]:
        lag += 1
    before, here, after = normal[lag - 1 : lag + 2]
    bend = before - 2 * here + after
    return float(RATE / (lag + (0.5 * (before - after) / bend if bend > 0 else 0.0)))
