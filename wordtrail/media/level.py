"""How loud a take is, and the gain that brings it to the lesson's level.

Loudness after ITU-R BS.1770-4: K-weighting, mean square over blocks of 400 ms every 100 ms, an
absolute gate at −70 LUFS and a relative gate 10 LU below. The weighting is applied to each block's
power spectrum with the recommendation's two filters at 48 000 samples a second.
"""

from __future__ import annotations

import numpy as np

from wordtrail.media.decode import Samples

RATE = 48_000
TARGET_LUFS = -19.0
"""The level of a mono voice that is as loud as stereo speech at −16, which players expect."""

HIGHEST_PEAK = 0.89
"""About −1 dB below full scale."""

MOST_GAIN_DB = 30.0

PEAK_SECONDS = 0.02

_SHELF = ((1.53512485958697, -2.69169618940638, 1.19839281085285), (1.0, -1.69065929318241, 0.73248077421585))
_HIGH_PASS = ((1.0, -2.0, 1.0), (1.0, -1.99004745483398, 0.99007225036621))
_BLOCK, _STEP = int(0.4 * RATE), int(0.1 * RATE)


def loudness(samples: Samples) -> float:
    """Integrated loudness in LUFS of mono `samples` at 48 000 a second; −70 in silence."""
    if len(samples) < _BLOCK:
        samples = np.pad(samples, (0, _BLOCK - len(samples)))
    weights = _weights()
    powers = np.array(
        [
            (np.abs(np.fft.rfft(samples[at : at + _BLOCK])) ** 2 @ weights) / _BLOCK**2
            for at in range(0, len(samples) - _BLOCK + 1, _STEP)
        ]
    )
    loud = powers[_lufs(powers) > -70.0]
    if not len(loud):
        return -70.0
    kept = loud[_lufs(loud) > _lufs(loud.mean()) - 10.0]
    return float(_lufs(kept.mean()))


def _lufs(power: np.ndarray) -> np.ndarray:
    return np.asarray(-0.691 + 10 * np.log10(np.asarray(power) + 1e-12))


def _weights() -> np.ndarray:
    z = np.exp(-2j * np.pi * np.fft.rfftfreq(_BLOCK))
    response = np.ones(len(z), dtype=complex)
    for above, below in (_SHELF, _HIGH_PASS):
        response *= np.polyval(above[::-1], z) / np.polyval(below[::-1], z)
    doubled = np.full(len(z), 2.0)
    doubled[0] = doubled[-1] = 1.0
    return np.asarray(np.abs(response) ** 2 * doubled)


def levelled(samples: Samples) -> Samples:
    """`samples` brought to −19 LUFS by one gain, with peaks rounded off below full scale."""
    gain_db = min(TARGET_LUFS - loudness(samples), MOST_GAIN_DB)
    louder = samples * np.float32(10 ** (gain_db / 20))
    knee = 0.7
    over = np.abs(louder) > knee
    room = HIGHEST_PEAK - knee
    louder[over] = np.sign(louder[over]) * (knee + room * np.tanh((np.abs(louder[over]) - knee) / room))
    return louder.astype(np.float32)


def peaks(samples: Samples) -> bytes:
    """The height of the sound every 20 ms, 0 to 255, as the square root of its loudest sample (48 000
    samples a second in)."""
    step = int(RATE * PEAK_SECONDS)
    count = len(samples) // step
    peaks = np.abs(samples[: count * step].reshape(count, step)).max(axis=1) if count else np.zeros(0)
    return bytes((np.sqrt(np.clip(peaks, 0, 1)) * 255).astype(np.uint8))
