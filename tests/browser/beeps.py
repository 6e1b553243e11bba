"""A microphone that hears a beep every half second, each of another pitch: what is missing, or late, is found."""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path

import numpy as np

from tests.browser.harness import write_wav
from wordtrail.media.decode import Samples, decode

RATE = 48_000
EVERY = 0.5
LENGTH = 0.08
LOWEST, STEP = 600.0, 30.0
"""Pitch of the first beep, and how much higher each next one is, in Hz."""


@dataclass(frozen=True)
class Beep:
    """A beep in a recording: which it is (None for one that the microphone broke off), and when it begins (seconds)."""

    number: int | None
    at: float


def write_beeps(path: Path, count: int) -> None:
    """A WAV file of so many beeps."""
    own = np.arange(int(LENGTH * RATE)) / RATE
    fade = np.minimum(1, np.minimum(own, LENGTH - own) / 0.004)
    sound = np.zeros(int((count + 1) * EVERY * RATE), np.float32)
    for number in range(count):
        first = int((number + 0.5) * EVERY * RATE)
        sound[first : first + len(own)] = 0.5 * fade * np.sin(2 * np.pi * (LOWEST + STEP * number) * own)
    write_wav(path, sound, RATE)


def beeps_in(recording: Path) -> list[Beep]:
    """The beeps of a recording, in the order in which they are heard."""
    sound = decode(recording, RATE)
    loud = np.flatnonzero(np.abs(sound) > 0.25 * float(np.abs(sound).max()))
    begins = loud[np.flatnonzero(np.diff(loud, prepend=-RATE) > 0.2 * RATE)]
    return [Beep(_number(sound[at:]), at / RATE) for at in begins if at + LENGTH * RATE < len(sound)]


def _number(sound: Samples) -> int | None:
    part = sound[int(0.01 * RATE) : int(0.07 * RATE)]
    # A microphone that stalls in a beep goes on with the rest of it later: neither half tells its pitch.
    if np.abs(part).reshape(-1, 240).max(1).min() < 0.25 * float(np.abs(part).max()):
        return None
    spectrum = np.abs(np.fft.rfft(part * np.hanning(len(part)), 16 * len(part)))
    pitch = float(np.argmax(spectrum)) * RATE / (16 * len(part))
    return round((pitch - LOWEST) / STEP)
