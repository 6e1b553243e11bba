"""Recognition and forced alignment with pocketsphinx and the English model in its wheel.

Huggins-Daines et al., "PocketSphinx: A Free, Real-Time Continuous Speech Recognition System for
Hand-Held Devices", 2006. Frames are 10 ms.
"""

from __future__ import annotations

import math
import tempfile
from collections.abc import Iterable, Sequence
from functools import lru_cache
from pathlib import Path

import numpy as np
import pocketsphinx

from wordtrail.core.align.values import RATE, Heard, Samples, Stretch
from wordtrail.core.speech.pronunciation import pronunciations

PAD = 0.4
"""Seconds of faint noise before and after what is recognised: clean starts fail without it."""

FRAME_SECONDS = 0.01
UNKNOWN_SOUNDS = ("AH",)
_FILLERS = ("<", "[", "+")


def dictionary_text(words: Iterable[str]) -> str:
    """A pronunciation dictionary for `words` in the recogniser's format. A word for which nothing
    can be said is given one short vowel, so that it is never fatal."""
    lines = []
    for word in sorted(set(words)):
        for number, sounds in enumerate(pronunciations(word) or (UNKNOWN_SOUNDS,)):
            head = word if number == 0 else f"{word}({number + 1})"
            lines.append(f"{head} {' '.join(sounds)}")
    return "\n".join([*lines, ""])


def padded(samples: Samples) -> bytes:
    """`samples` at half scale between two pads of faint noise, as 16-bit little-endian PCM."""
    noise = np.random.default_rng(7).normal(0, 6e-4, int(PAD * RATE)).astype(np.float32)
    peak = max(float(np.max(np.abs(samples), initial=0.0)), 1e-4)
    level = min(0.6 / peak, 30.0)
    whole = np.concatenate([noise, samples * level, noise])
    return bytes((np.clip(whole, -1, 1) * 32767).astype("<i2").tobytes())


class Recogniser:
    """A decoder for one language model and dictionary; used by one process at a time."""

    def __init__(self, model: str, dictionary: str) -> None:
        self._folder = tempfile.TemporaryDirectory(prefix="wordtrail-model-")
        folder = Path(self._folder.name)
        (folder / "script.lm").write_text(model, encoding="utf-8")
        (folder / "script.dict").write_text(dictionary, encoding="utf-8")
        self._decoder = pocketsphinx.Decoder(
            hmm=pocketsphinx.get_model_path("en-us/en-us"),
            lm=str(folder / "script.lm"),
            dict=str(folder / "script.dict"),
            samprate=float(RATE),
            loglevel="FATAL",
            cmn="batch",
        )

    def words(self, samples: Samples, offset: float) -> list[Heard]:
        """The words in `samples`, whose first sample lies at `offset` seconds of take time."""
        decoder = self._decoder
        decoder.start_utt()
        decoder.process_raw(padded(samples), full_utt=True)
        decoder.end_utt()
        scale = decoder.get_logmath()
        heard = []
        for segment in decoder.seg() or ():
            if not segment.word.startswith(_FILLERS):
                probability = min(1.0, scale.exp(segment.prob))
                heard.append(_heard(segment, probability, offset))
        return heard


@lru_cache(maxsize=2)
def _aligner(dictionary: str) -> pocketsphinx.Decoder:
    with tempfile.TemporaryDirectory(prefix="wordtrail-dict-") as name:
        path = Path(name) / "words.dict"
        path.write_text(dictionary, encoding="utf-8")
        return pocketsphinx.Decoder(
            hmm=pocketsphinx.get_model_path("en-us/en-us"),
            lm=None,
            dict=str(path),
            samprate=float(RATE),
            loglevel="FATAL",
            cmn="batch",
            beam=1e-80,
            wbeam=1e-60,
            pbeam=1e-80,
        )


def forced(samples: Samples, words: Sequence[str], offset: float, dictionary: str) -> list[Heard] | None:
    """When each of `words` is said in `samples` (first sample at `offset` seconds), if all of them
    are said in this order; None where the sound does not admit it. `probability` is a rough fit of
    sound and word, from the mean acoustic score of the word's frames."""
    if not words:
        return []
    decoder = _aligner(dictionary)
    decoder.set_align_text(" ".join(words))
    decoder.start_utt()
    decoder.process_raw(padded(samples), full_utt=True)
    decoder.end_utt()
    segments = [s for s in decoder.seg() or () if not s.word.startswith(_FILLERS)]
    if [_bare(segment.word) for segment in segments] != list(words):
        return None
    scored = []
    for segment in segments:
        frames = segment.end_frame - segment.start_frame + 1
        fit = 1 / (1 + math.exp(-(segment.ascore / frames + 60) / 12)) if frames else 0.0
        scored.append(_heard(segment, fit, offset))
    return scored


def _heard(segment: pocketsphinx.Segment, probability: float, offset: float) -> Heard:
    start = offset - PAD + segment.start_frame * FRAME_SECONDS
    end = offset - PAD + (segment.end_frame + 1) * FRAME_SECONDS
    return Heard(_bare(segment.word), max(0.0, start), max(0.0, end), probability)


def _bare(word: str) -> str:
    return word.split("(")[0]


def cut(samples: Samples, stretch: Stretch) -> Samples:
    """The samples of a stretch."""
    return samples[int(stretch.start * RATE) : int(stretch.end * RATE)]
