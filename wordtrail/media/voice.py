"""The simulated voice that says a single word, so that a teacher hears how it will be expected to sound.

It is a small synthesiser that ships with the application (hibari, Apache licence), told the very sounds
that the aligner will listen for.
"""

from __future__ import annotations

import io
import wave
from functools import lru_cache

import numpy as np
from hibari import SAMPLE_RATE, Hibari

from wordtrail.core.speech.pronunciation import VOWELS
from wordtrail.core.speech.respelling import Sounds
from wordtrail.core.speech.syllables import syllables_of

SPEED = 0.8
LOUDEST = 0.7

_SIGNS = {
    "AA": "ɑ", "AE": "æ", "AH": "ʌ", "AO": "ɔ", "AW": "W", "AY": "I", "EH": "ɛ", "ER": "ɜɹ", "EY": "A", "IH": "ɪ",
    "IY": "i", "OW": "O", "OY": "Y", "UH": "ʊ", "UW": "u", "B": "b", "CH": "ʧ", "D": "d", "DH": "ð", "F": "f", "G": "ɡ",
    "HH": "h", "JH": "ʤ", "K": "k", "L": "l", "M": "m", "N": "n", "NG": "ŋ", "P": "p", "R": "ɹ", "S": "s", "SH": "ʃ",
    "T": "t", "TH": "θ", "V": "v", "W": "w", "Y": "j", "Z": "z", "ZH": "ʒ",
}  # fmt: skip
"""The synthesiser's signs for our sounds."""


@lru_cache(maxsize=1)
def _voice() -> Hibari:
    return Hibari()


@lru_cache(maxsize=256)
def say(words: tuple[Sounds, ...], stressed: int = 0) -> bytes:
    """A WAV file (mono, 16 bits) of the sounds of some words; `stressed` counts the syllable that is
    stressed from 0."""
    signs = " ".join(_signs(word, stressed) for word in words)
    sound = np.asarray(_voice().from_phonemes(signs + ".", speed=SPEED, seed=3), np.float32)
    loud = sound * (LOUDEST / max(1e-6, float(np.abs(sound).max(initial=0.0))))
    written = io.BytesIO()
    with wave.open(written, "wb") as file:
        file.setnchannels(1)
        file.setsampwidth(2)
        file.setframerate(SAMPLE_RATE)
        file.writeframes((loud * 32767).astype("<i2").tobytes())
    return written.getvalue()


def _signs(word: Sounds, stressed: int) -> str:
    signs = ""
    for number, syllable in enumerate(syllables_of(word)):
        for sound in syllable:
            stress = "ˈ" if number == stressed and sound in VOWELS else ""
            # An unstressed short "u" is a schwa.
            signs += stress + ("ə" if sound == "AH" and not stress else _SIGNS[sound])
    return signs
