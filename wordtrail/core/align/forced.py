"""Forced alignment with pocketsphinx and the English model in its wheel: when each phone sequence is
said, to 10 ms.

Huggins-Daines et al., "PocketSphinx: A Free, Real-Time Continuous Speech Recognition System for
Hand-Held Devices", 2006.
"""

from __future__ import annotations

import tempfile
from collections.abc import Sequence
from pathlib import Path

import numpy as np
import pocketsphinx

from wordtrail.core.align.values import RATE, Recording, Samples, Sounds, Stretch

PAD = 0.4
"""Seconds of faint noise before and after what is aligned: clean starts fail without it."""

FRAME_SECONDS = 0.01
BEAM = 1e-48
"""Paths less likely than this, against the best, are given up. 1e-80 is half as fast and finds the same times."""

_FILLERS = ("<", "[", "+")


class Aligner:
    """Aligns the words of one route; used by one thread at a time."""

    def __init__(self, ways: Sequence[Sequence[Sounds]]) -> None:
        self._decoder = _decoder(ways)

    def times(self, samples: Samples, words: Sequence[int], offset: float) -> list[Stretch] | None:
        """When each of `words` (of the route) is said in `samples`, whose first sample lies at
        `offset` seconds, if all are said in this order; None where the sound does not admit it."""
        segments = self._segments(samples, words)
        if segments is None:
            return None
        begin = offset - PAD
        return [
            Stretch(begin + s.start_frame * FRAME_SECONDS, begin + (s.end_frame + 1) * FRAME_SECONDS) for s in segments
        ]

    def _segments(self, samples: Samples, words: Sequence[int]) -> list[pocketsphinx.Segment] | None:
        decoder = self._decoder
        decoder.set_align_text(" ".join(map(_name, words)))
        decoder.start_utt()
        decoder.process_raw(padded(samples), full_utt=True)
        decoder.end_utt()
        segments = [s for s in decoder.seg() or () if not s.word.startswith(_FILLERS)]
        said = [segment.word.split("(")[0] for segment in segments]
        return segments if said == [_name(word) for word in words] else None


def _decoder(ways: Sequence[Sequence[Sounds]]) -> pocketsphinx.Decoder:
    lines = [
        f"{_name(word)}{'' if number == 0 else f'({number + 1})'} {' '.join(sounds)}"
        for word, choices in enumerate(ways)
        for number, sounds in enumerate(choices)
    ]
    with tempfile.TemporaryDirectory(prefix="wordtrail-words-") as folder:
        path = Path(folder) / "words.dict"
        path.write_text("\n".join([*lines, ""]), encoding="ascii")
        return pocketsphinx.Decoder(
            hmm=pocketsphinx.get_model_path("en-us/en-us"),
            lm=None,
            dict=str(path),
            samprate=float(RATE),
            loglevel="FATAL",
            cmn="batch",
            beam=BEAM,
            wbeam=BEAM,
            pbeam=BEAM,
        )


def _name(word: int) -> str:
    return f"w{word}"


def padded(samples: Samples) -> bytes:
    """`samples` at half scale between two pads of faint noise, as 16-bit little-endian PCM."""
    noise = np.random.default_rng(7).normal(0, 6e-4, int(PAD * RATE)).astype(np.float32)
    peak = max(float(np.max(np.abs(samples), initial=0.0)), 1e-4)
    level = np.float32(min(0.6 / peak, 30.0))
    whole = np.concatenate([noise, samples * level, noise])
    return bytes((np.clip(whole, -1, 1) * 32767).astype("<i2").tobytes())


def cut(samples: Recording, stretch: Stretch) -> Samples:
    """The samples of a stretch."""
    piece = samples[max(0, int(stretch.start * RATE)) : max(0, int(stretch.end * RATE))]
    return piece.astype(np.float32, copy=False)
