"""Less noise and an even loudness, for the sound of a take as it is heard. Both keep every moment where it was.

Noise: a spectrum of it is followed through the take and taken away (FFmpeg's `afftdn`, after Ephraim and Malah 1984).
Loudness: the gain follows the voice slowly, over seconds, and never between two words (FFmpeg's `dynaudnorm`).
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator

import numpy as np

from wordtrail.core.edit.sound_care import SoundCare
from wordtrail.media.decode import Samples
from wordtrail.media.filters import filtered
from wordtrail.media.level import RATE

TAKEN_AWAY = 14
"""dB of noise that are taken away at the most: with more, voices begin to ring."""

QUIETEST_NOISE, LOUDEST_NOISE = -80.0, -20.0
"""dB of full scale between which the filter can look for noise."""

_NOISE_LATE = RATE // 40
"""Samples by which sound comes out of the noise filter later than its times say (measured)."""

EVENING = "f=400:g=9:m=6:p=0.6:r=0.1:t=0.015"
"""Frames of 400 ms, smoothed over nine of them; at most six times louder; what is quieter than a voice (0.015 of full
scale) is not raised."""


def cared(sound: Iterable[Samples], care: SoundCare, noise: float) -> Iterator[Samples]:
    """`sound` (mono, 48 000 samples a second, in blocks) as `care` asks for it, as long as it was. `noise` is the level
    of its room without a voice, in dB of full scale."""
    heard = iter(sound)
    if care.less_noise:
        floor = min(max(noise, QUIETEST_NOISE), LOUDEST_NOISE)
        heard = _earlier(filtered(_with_end(heard), "afftdn", f"nr={TAKEN_AWAY}:nf={floor:.1f}"))
    if care.even:
        heard = filtered(heard, "dynaudnorm", EVENING)
    return heard


def _with_end(sound: Iterator[Samples]) -> Iterator[Samples]:
    yield from sound
    yield np.zeros(_NOISE_LATE, np.float32)


def _earlier(sound: Iterator[Samples]) -> Iterator[Samples]:
    left = _NOISE_LATE
    for block in sound:
        gone = min(left, len(block))
        left -= gone
        if gone < len(block):
            yield block[gone:]
