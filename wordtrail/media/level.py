"""How loud a take is, and the gain that brings it to the lesson's level.

Loudness after ITU-R BS.1770-4: K-weighting, mean square over blocks of 400 ms every 100 ms, an
absolute gate at −70 LUFS and a relative gate 10 LU below. The weighting is applied to each block's
power spectrum with the recommendation's two filters at 48 000 samples a second.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator

import numpy as np

from wordtrail.media.decode import Samples

RATE = 48_000
TARGET_LUFS = -19.0
"""The level of a mono voice that is as loud as stereo speech at −16, which players expect."""

HIGHEST_PEAK = 0.89
"""About −1 dB below full scale."""

MOST_GAIN_DB = 30.0

PEAK_SECONDS = 0.02
_PEAK = int(RATE * PEAK_SECONDS)

_KNEE = 0.7
"""From this height on peaks are rounded off."""

_SHELF = ((1.53512485958697, -2.69169618940638, 1.19839281085285), (1.0, -1.69065929318241, 0.73248077421585))
_HIGH_PASS = ((1.0, -2.0, 1.0), (1.0, -1.99004745483398, 0.99007225036621))
_BLOCK, _STEP = int(0.4 * RATE), int(0.1 * RATE)


def loudness(sound: Iterable[Samples]) -> float:
    """Integrated loudness in LUFS of mono `sound` in blocks of any size, 48 000 samples a second; −70 in silence."""
    weights = _weights()
    powers = np.array([np.abs(np.fft.rfft(window)) ** 2 @ weights / _BLOCK**2 for window in _windows(sound)])
    loud = powers[_lufs(powers) > -70.0]
    if not len(loud):
        return -70.0
    kept = loud[_lufs(loud) > _lufs(loud.mean()) - 10.0]
    return float(_lufs(kept.mean()))


def _windows(sound: Iterable[Samples]) -> Iterator[Samples]:
    """400 ms of sound every 100 ms; what is shorter as a whole, with silence behind it."""
    held, found = np.zeros(0, np.float32), False
    for block in by_the_second(sound):
        held = np.concatenate([held, block])
        while len(held) >= _BLOCK:
            yield held[:_BLOCK]
            held, found = held[_STEP:], True
    if not found:
        yield np.pad(held, (0, _BLOCK - len(held)))


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


def by_the_second(sound: Iterable[Samples]) -> Iterator[Samples]:
    """The same sound in blocks of a second at the least (but the last): decoders give them much smaller, and each
    costs the same to begin with."""
    held: list[Samples] = []
    for block in sound:
        held.append(block)
        if sum(map(len, held)) >= RATE:
            yield np.concatenate(held)
            held = []
    if held:
        yield np.concatenate(held)


def gain_for(sound: Iterable[Samples]) -> float:
    """The factor that brings `sound` (as `loudness` takes it) to −19 LUFS."""
    return gain_from(loudness(sound))


def gain_from(lufs: float) -> float:
    """The factor that brings a sound of this loudness to −19 LUFS."""
    return float(10 ** (min(TARGET_LUFS - lufs, MOST_GAIN_DB) / 20))


def louder(block: Samples, gain: float) -> Samples:
    """`block` times `gain`, with peaks rounded off below full scale."""
    raised = block * np.float32(gain)
    over = np.abs(raised) > _KNEE
    room = HIGHEST_PEAK - _KNEE
    raised[over] = np.sign(raised[over]) * (_KNEE + room * np.tanh((np.abs(raised[over]) - _KNEE) / room))
    return raised.astype(np.float32)


def levelled(samples: Samples) -> Samples:
    """`samples` brought to −19 LUFS by one gain."""
    return louder(samples, gain_for([samples]))


class Peaks:
    """Gathers the height of a sound that goes by in blocks: every 20 ms, 0 to 255, as the square root of its loudest
    sample (48 000 samples a second in)."""

    def __init__(self) -> None:
        self._held = np.zeros(0, np.float32)
        self._found = bytearray()

    def of(self, sound: Iterable[Samples]) -> Iterator[Samples]:
        """`sound` as it is, looked at on its way."""
        for block in by_the_second(sound):
            self._add(block)
            yield block

    def _add(self, block: Samples) -> None:
        held = np.concatenate([self._held, block])
        count = len(held) // _PEAK
        if count:
            highest = np.abs(held[: count * _PEAK].reshape(count, _PEAK)).max(axis=1)
            self._found += (np.sqrt(np.clip(highest, 0, 1)) * 255).astype(np.uint8).tobytes()
        self._held = held[count * _PEAK :]

    def __bytes__(self) -> bytes:
        return bytes(self._found)


def peaks(samples: Samples) -> bytes:
    """The peaks of a sound that is there as a whole."""
    found = Peaks()
    for _ in found.of([samples]):
        pass
    return bytes(found)
