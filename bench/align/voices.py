"""One way to ask any of the synthesisers to speak: `formant/…` voices and `recorded/…` voices."""

from __future__ import annotations

import numpy as np

from bench.align import accents, diphones, formants
from bench.align.formants import Spoken
from wordtrail.core.align.values import RATE

FORMANT = ("en-us", "en", "en-gb-scotland", "en-029", "en-gb-x-rp", "en-gb-x-gbclan", "en-us+f3", "en-gb-x-gbcwmd")
"""America, Britain, Scotland, the Caribbean, received pronunciation, Lancaster, a higher voice, West Midlands."""

ACCENTS = (
    *("formant/en-gb-scotland", "recorded/awb", "formant/en-029", "formant/en-gb-x-gbclan", "formant/en-gb-x-gbcwmd"),
    *("accent/indian", "accent/irish"),
)
"""Voices whose sounds are far from the American ones that the network was made with."""

VOICES_ONCE = (
    "formant/en+f4",
    "formant/en-us+m3",
    "formant/en-029+f2",
    "formant/en-gb-scotland+f5",
    "formant/en-gb-x-rp+m7",
)
"""Voices that nothing is set with: they are looked at when all is done."""

VOICES = tuple(f"formant/{name}" for name in FORMANT) + tuple(f"recorded/{name}" for name in diphones.VOICES)

USUAL_WORDS_PER_MINUTE = 150.0
"""What the recorded voices read at when nothing is stretched, roughly."""


def say(words: list[str], voice: str, words_per_minute: int = 130, pitch: int = 50) -> Spoken:
    """Say `words` in one breath group; the sound comes at 16 000 samples a second."""
    kind, name = voice.split("/")
    if kind == "formant":
        spoken = formants.say(words, name, words_per_minute, pitch)
        return Spoken(resampled(spoken.sound, spoken.rate), RATE, spoken.starts)
    if kind == "accent":
        spoken = accents.say(words, name, words_per_minute, pitch)
        return Spoken(resampled(spoken.sound, spoken.rate), RATE, spoken.starts)
    sound, rate, starts = diphones.speak(words, name, USUAL_WORDS_PER_MINUTE / words_per_minute)
    return Spoken(resampled(sound, rate), RATE, starts)


def say_syllables(word: str, voice: str, words_per_minute: int, rest: float) -> Spoken:
    """Say one word syllable by syllable, with so many seconds between them, in a formant voice."""
    name = voice.split("/")[1]
    sounds = [say([one], voice, words_per_minute) for one in formants.syllables(word, name)]
    gap = np.zeros(int(rest * RATE), np.float32)
    pieces = [piece for one in sounds for piece in (one.sound, gap)][:-1]
    return Spoken(np.concatenate(pieces), RATE, [sounds[0].starts[0] or 0.0])


def resampled(sound: np.ndarray, rate: int, wanted: int = RATE) -> np.ndarray:
    """`sound` at another number of samples a second, without aliases."""
    if rate == wanted or not len(sound):
        return sound.astype(np.float32)
    count = round(len(sound) * wanted / rate)
    spectrum = np.fft.rfft(sound)[: count // 2 + 1]
    return np.asarray(np.fft.irfft(spectrum, count) * (count / len(sound)), dtype=np.float32)
