"""A second synthesiser (flite, Debian's library), built from recorded voices, that can be asked
when it begins each word. Only for measuring: nothing that ships uses it.

`kal` joins recorded diphones; `rms`, `slt` (American) and `awb` (Scottish) are statistical voices.
"""

from __future__ import annotations

import ctypes
from ctypes import POINTER, Structure, c_char_p, c_float, c_int, c_short, c_void_p
from functools import lru_cache

import numpy as np

VOICES = ("kal16", "rms", "slt", "awb")


class _Wave(Structure):
    _fields_ = [
        ("type", c_char_p),
        ("sample_rate", c_int),
        ("num_samples", c_int),
        ("num_channels", c_int),
        ("samples", POINTER(c_short)),
    ]


@lru_cache(maxsize=1)
def _library() -> ctypes.CDLL:
    for dependency in ("usenglish", "cmulex"):
        ctypes.CDLL(f"libflite_{dependency}.so.1", mode=ctypes.RTLD_GLOBAL)
    library = ctypes.CDLL("libflite.so.1", mode=ctypes.RTLD_GLOBAL)
    for name, result, arguments in (
        ("flite_synth_text", c_void_p, [c_char_p, c_void_p]),
        ("utt_wave", POINTER(_Wave), [c_void_p]),
        ("utt_relation", c_void_p, [c_void_p, c_char_p]),
        ("relation_head", c_void_p, [c_void_p]),
        ("item_next", c_void_p, [c_void_p]),
        ("ffeature_float", c_float, [c_void_p, c_char_p]),
        ("ffeature_string", c_char_p, [c_void_p, c_char_p]),
        ("delete_utterance", None, [c_void_p]),
        ("feat_set_float", None, [c_void_p, c_char_p, c_float]),
    ):
        function = getattr(library, name)
        function.restype, function.argtypes = result, arguments
    library.flite_init()
    return library


@lru_cache(maxsize=8)
def _voice(name: str) -> c_void_p:
    _library()
    lib = ctypes.CDLL(f"libflite_cmu_us_{name}.so.1")
    register = getattr(lib, f"register_cmu_us_{name}")
    register.restype, register.argtypes = c_void_p, [c_char_p]
    return c_void_p(register(None))


class _VoiceHead(Structure):
    _fields_ = [("name", c_char_p), ("features", c_void_p)]


def speak(words: list[str], voice: str, stretch: float = 1.0) -> tuple[np.ndarray, int, list[float | None]]:
    """Sound (floats), samples a second, and the start of each of `words` in seconds; `stretch` makes
    every sound so much longer."""
    library, speaker = _library(), _voice(voice)
    head = ctypes.cast(speaker, POINTER(_VoiceHead)).contents
    library.feat_set_float(head.features, b"duration_stretch", stretch)
    utterance = library.flite_synth_text(" ".join(words).encode("ascii", "replace"), speaker)
    wave = library.utt_wave(utterance).contents
    sound = np.ctypeslib.as_array(wave.samples, (wave.num_samples,)).astype(np.float32) / 32768
    rate = wave.sample_rate
    starts: list[float | None] = []
    token = library.relation_head(library.utt_relation(utterance, b"Token"))
    while token:
        first = b"daughter1.R:SylStructure.daughter1.daughter1.R:Segment."
        name = library.ffeature_string(token, first + b"name")
        begins = library.ffeature_float(token, first + b"p.end")
        starts.append(float(begins) if name and name != b"0" else None)
        token = library.item_next(token)
    library.delete_utterance(utterance)
    if len(starts) != len(words):
        starts = [None] * len(words)
    return sound, rate, starts
