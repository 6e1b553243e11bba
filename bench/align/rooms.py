"""What a room and a microphone do to a voice."""

from __future__ import annotations

import wave
from pathlib import Path
from tempfile import TemporaryDirectory

import numpy as np

from bench.align.voices import resampled
from wordtrail.core.align.values import RATE
from wordtrail.media.decode import decode


def pink_noise(samples: np.ndarray, decibels_below: float = 20.0, seed: int = 4) -> np.ndarray:
    """`samples` with pink noise so far below the voice (both as root mean square, silence left out)."""
    count = len(samples)
    spectrum = np.fft.rfft(np.random.default_rng(seed).normal(0, 1, count))
    pink = np.fft.irfft(spectrum / np.sqrt(np.maximum(np.arange(len(spectrum)), 1)), count)
    voice = np.sqrt(np.mean(samples[np.abs(samples) > 0.05 * np.abs(samples).max()] ** 2))
    return np.asarray(samples + pink * (voice * 10 ** (-decibels_below / 20) / np.sqrt(np.mean(pink**2))), np.float32)


def echo(samples: np.ndarray, seconds: float = 0.35) -> np.ndarray:
    """`samples` in a bare classroom: a tail of noise that falls by 60 dB in so many seconds."""
    t = np.arange(int(seconds * RATE)) / RATE
    tail = np.random.default_rng(8).normal(0, 1, len(t)) * 10 ** (-3 * t / seconds)
    tail *= 0.6 / np.sqrt(np.sum(tail**2))
    tail[0] = 1.0
    size = len(samples) + len(tail)
    return np.asarray(
        np.fft.irfft(np.fft.rfft(samples, size) * np.fft.rfft(tail, size), size)[: len(samples)], np.float32
    )


def clipped(samples: np.ndarray) -> np.ndarray:
    """`samples` recorded four times too loud."""
    return np.asarray(np.clip(samples * (4.0 / np.abs(samples).max()), -1.0, 1.0), np.float32)


def quiet(samples: np.ndarray) -> np.ndarray:
    """`samples` at a hundredth of full scale, in 16 bits."""
    return np.asarray(np.round(samples * (0.01 / np.abs(samples).max()) * 32767) / 32767, np.float32)


def through_a_file(samples: np.ndarray, rate: int = 48_000) -> np.ndarray:
    """`samples` as a WAV of so many samples a second, read back the way a teacher's file is."""
    with TemporaryDirectory() as folder:
        path = Path(folder) / "take.wav"
        with wave.open(str(path), "wb") as out:
            out.setnchannels(1)
            out.setsampwidth(2)
            out.setframerate(rate)
            out.writeframes((np.clip(resampled(samples, RATE, rate), -1, 1) * 32767).astype("<i2").tobytes())
        return decode(path, RATE)


def raised(samples: np.ndarray, factor: float) -> np.ndarray:
    """`samples` played so much quicker: pitch and formants rise as in a smaller throat."""
    return resampled(samples, RATE, round(RATE / factor))
