"""Where in a take there is sound, and where it can be cut for recognition."""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from wordtrail.core.align.values import RATE, Recording, Stretch

FRAME = 160
"""Samples: 10 ms."""

PART = 6000
"""Frames whose loudness is worked out at once: a minute."""

SILENCE_BETWEEN = 0.45
"""Seconds of quiet that part two stretches."""

SHORTEST_SOUND = 0.06
LONGEST_STRETCH = 24.0
MARGIN = 0.12
NOTHING_HEARD = -60.0
"""Decibels below full scale under which a take is silent."""


def loudness_by_frame(samples: Recording) -> np.ndarray:
    """Decibels (full scale = 0) of each 10 ms, smoothed over 50 ms."""
    frames = len(samples) // FRAME
    if frames == 0:
        return np.zeros(0)
    rows = samples[: frames * FRAME].reshape(frames, FRAME)
    # In parts: with 32 bits a whole take would be twice as large.
    power = np.concatenate([_power(rows[first : first + PART]) for first in range(0, frames, PART)])
    smooth = np.convolve(power, np.ones(5) / 5, mode="same")
    return 10 * np.log10(smooth + 1e-10)


def _power(rows: Recording) -> npt.NDArray[np.float32]:
    """The mean power of each row."""
    plain = rows.astype(np.float32, copy=False)
    power: npt.NDArray[np.float32] = np.einsum("ij,ij->i", plain, plain) / np.float32(FRAME)
    return power


def voice_threshold(loudness: np.ndarray) -> float:
    """The level between a take's quiet and its voice, in decibels.

    Quiet is the 5th percentile of the frames, voice the 95th; the threshold lies a third of the way
    up, at least 6 dB above the quiet and, in a very quiet room, at most 34 dB below the voice.
    """
    quiet, voice = np.percentile(loudness, [5, 95])
    return float(max(quiet + 6.0, quiet + (voice - quiet) / 3, voice - 34.0))


def stretches_of_sound(samples: Recording) -> tuple[Stretch, ...]:
    """Stretches with sound, a little wider than it, in order; those parted by less than 0.45 s are
    one, and one longer than 24 s is cut at its quietest moments."""
    loudness = loudness_by_frame(samples)
    if len(loudness) == 0 or np.percentile(loudness, 99.5) < NOTHING_HEARD:
        return ()
    loud = loudness > voice_threshold(loudness)
    edges = np.flatnonzero(np.diff(np.concatenate([[0], loud.astype(np.int8), [0]])))
    runs = [(start, end) for start, end in zip(edges[::2], edges[1::2], strict=True)]
    joined: list[list[int]] = []
    for start, end in runs:
        if joined and (start - joined[-1][1]) * 0.01 < SILENCE_BETWEEN:
            joined[-1][1] = int(end)
        else:
            joined.append([int(start), int(end)])
    total = len(samples) / RATE
    found: list[Stretch] = []
    for start, end in joined:
        if (end - start) * 0.01 >= SHORTEST_SOUND:
            for a, b in _cut(start, end, loudness):
                found.append(Stretch(max(0.0, a * 0.01 - MARGIN), min(total, b * 0.01 + MARGIN)))
    return tuple(found)


def _cut(start: int, end: int, loudness: np.ndarray) -> list[tuple[int, int]]:
    if (end - start) * 0.01 <= LONGEST_STRETCH:
        return [(start, end)]
    third = (end - start) // 3
    middle = start + third + int(np.argmin(loudness[start + third : end - third]))
    return [*_cut(start, middle, loudness), *_cut(middle, end, loudness)]


def quiet_between(samples: Recording, moments: npt.NDArray[np.float64]) -> npt.NDArray[np.float64]:
    """Seconds without voice between each of `moments` (ascending, seconds) and the one before it; before the first,
    since the beginning."""
    loudness = loudness_by_frame(samples)
    quiet = np.concatenate([[0.0], np.cumsum(0.01 * (loudness <= voice_threshold(loudness)))])
    until = np.interp(moments, 0.01 * np.arange(len(quiet)), quiet)
    return np.asarray(np.diff(until, prepend=0.0))


def halves(samples: Recording, stretch: Stretch) -> tuple[Stretch, Stretch]:
    """A stretch cut at the quietest moment of its middle third."""
    loudness = loudness_by_frame(samples[round(stretch.start * RATE) : round(stretch.end * RATE)])
    third = len(loudness) // 3
    middle = stretch.start + 0.01 * (third + int(np.argmin(loudness[third : len(loudness) - third])))
    return Stretch(stretch.start, middle), Stretch(middle, stretch.end)


def sound_ends(stretches: tuple[Stretch, ...]) -> tuple[float, float]:
    """Where the first sound begins and the last one ends; (0, 0) in silence."""
    if not stretches:
        return 0.0, 0.0
    return stretches[0].start + MARGIN, max(stretches[0].start + MARGIN, stretches[-1].end - MARGIN)


def grouped(stretches: tuple[Stretch, ...], longest: float = LONGEST_STRETCH) -> tuple[Stretch, ...]:
    """Neighbouring stretches put together up to `longest` seconds, so that the recogniser hears
    words in their company; a silence of more than 3 s always parts them."""
    groups: list[Stretch] = []
    for stretch in stretches:
        last = groups[-1] if groups else None
        if last and stretch.end - last.start <= longest and stretch.start - last.end <= 3.0:
            groups[-1] = Stretch(last.start, stretch.end)
        else:
            groups.append(stretch)
    return tuple(groups)
