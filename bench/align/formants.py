"""A formant synthesiser (espeak-ng, Debian's library) that reports when it begins each word.

Only for measuring: nothing that ships uses it. It must not be taken for a human voice.
"""

from __future__ import annotations

import ctypes
import re
from ctypes import CFUNCTYPE, POINTER, Structure, Union, c_char_p, c_int, c_short, c_uint, c_void_p
from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise

import numpy as np

_WORD, _END = 1, 5
_PHONEMES_IN_BRACKETS = 0x100
_VOWEL = r"(?:aI|aU|eI|OI|oU|i@|e@|A@|O@|U@|o@|[aeiouAEIOUV03@])[:2#rL]*"
_SYLLABLE = re.compile(rf"(?:[pbtdkgfTs][lrw]|[^aeiouAEIOUV03@,'%])?[,'%]?{_VOWEL}")


class _Id(Union):
    _fields_ = [("number", c_int), ("name", c_char_p), ("string", ctypes.c_char * 8)]


class _Event(Structure):
    _fields_ = [
        ("type", c_int),
        ("unique_identifier", c_uint),
        ("text_position", c_int),
        ("length", c_int),
        ("audio_position", c_int),
        ("sample", c_int),
        ("user_data", c_void_p),
        ("id", _Id),
    ]


_CALLBACK = CFUNCTYPE(c_int, POINTER(c_short), c_int, POINTER(_Event))
_CAUGHT: tuple[list[np.ndarray], list[tuple[int, int]]] = ([], [])


@_CALLBACK
def _catch(wav, count, events):  # type: ignore[no-untyped-def]
    sound, words = _CAUGHT
    if wav and count:
        sound.append(np.ctypeslib.as_array(wav, (count,)).copy())
    index = 0
    while events[index].type:
        if events[index].type == _WORD:
            words.append((events[index].text_position, events[index].sample))
        index += 1
    return 0


@lru_cache(maxsize=1)
def _library() -> tuple[ctypes.CDLL, int]:
    library = ctypes.CDLL("libespeak-ng.so.1")
    rate = library.espeak_Initialize(2, 0, None, 0)
    library.espeak_SetSynthCallback(_catch)
    return library, rate


@dataclass(frozen=True)
class Spoken:
    """Sound (floats, `rate` samples a second) and the start of each word in seconds; None for a word
    that the synthesiser ran into its neighbour ("does not") and reported no time for."""

    sound: np.ndarray
    rate: int
    starts: list[float | None]


def say(words: list[str], voice: str = "en-us", speed: int = 140, pitch: int = 50) -> Spoken:
    """Say `words` in one breath group; one start per word given."""
    library, rate = _library()
    _CAUGHT[0].clear()
    _CAUGHT[1].clear()
    library.espeak_SetVoiceByName(voice.encode())
    library.espeak_SetParameter(1, speed, 0)
    library.espeak_SetParameter(3, pitch, 0)
    text = " ".join(words)
    data = text.encode() + b"\0"
    library.espeak_Synth(data, len(data), 0, 1, 0, 1 | (_PHONEMES_IN_BRACKETS if "[[" in text else 0), None, None)
    library.espeak_Synchronize()
    sound = np.concatenate(_CAUGHT[0]).astype(np.float32) / 32768 if _CAUGHT[0] else np.zeros(0, np.float32)
    starts: list[float | None] = []
    begin = 0
    for word in words:
        at = next((n for position, n in _CAUGHT[1] if begin <= position - 1 < begin + len(word)), None)
        starts.append(None if at is None else at / rate)
        begin += len(word) + 1
    return Spoken(sound, rate, starts)


def sounds_of(word: str, voice: str) -> str:
    """A word's sounds in the synthesiser's own letters."""
    library, _ = _library()
    library.espeak_SetVoiceByName(voice.encode())
    library.espeak_TextToPhonemes.restype = c_char_p
    text = ctypes.c_char_p(word.encode())
    said = library.espeak_TextToPhonemes(ctypes.byref(text), 1, 0) or b""
    return str(said.decode().strip().replace("_", ""))


def syllables(word: str, voice: str = "en-us") -> list[str]:
    """A word's sounds, cut before the consonant of each further vowel, as something that `say` can say ("[[s'Vn]]",
    "[[flaU]]", …)."""
    sounds = sounds_of(word, voice)
    cuts = [match.start() for match in _SYLLABLE.finditer(sounds)][1:]
    edges = [0, *cuts, len(sounds)]
    return [f"[[{sounds[a:b]}]]" for a, b in pairwise(edges)]
