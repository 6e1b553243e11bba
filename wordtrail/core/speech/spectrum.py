"""How much of each pitch is in a sound, hundred times a second: what both models listen to."""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

WINDOW, HOP = 400, 160
"""Samples that are looked at together, and from one look to the next: 25 and 10 ms at 16 000 a second."""


def power_spectrum(samples: npt.NDArray[np.float32]) -> npt.NDArray[np.float32]:
    """The power at each of 201 pitches from 0 to 8,000 Hz, under a Hann window: shape (looks, 201). `samples` are mono
    at 16 000 a second; the sound is mirrored at its ends."""
    wide = np.pad(samples.astype(np.float32), WINDOW // 2, mode="reflect")
    looks = np.lib.stride_tricks.sliding_window_view(wide, WINDOW)[::HOP]
    window = np.hanning(WINDOW + 1)[:-1].astype(np.float32)
    spectrum = np.fft.rfft(looks * window, axis=1)
    return (spectrum.real**2 + spectrum.imag**2).astype(np.float32)
