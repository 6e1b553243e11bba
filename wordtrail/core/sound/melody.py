"""How lively a voice is: how far its pitch goes up and down, and how much louder it is at times."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from statistics import median, pstdev

from wordtrail.core.sound.quiet import STEP, Span, amplitude

LOWEST = 50.0
"""Cycles a second of the lowest pitch that is kept."""

PARTS = 4
"""Parts of a semitone in which pitches are kept."""

FEWEST_PITCHES = 250
"""Pitches (five seconds of voice) below which nothing can be said."""

FLAT = 2.0
"""Semitones of standard deviation below which a voice sounds flat. Neutral speech has 2 to 3, lively speech 4 and more
(Traunmüller and Eriksson, "The perceptual evaluation of F0 excursions in speech as evidenced in liveliness
estimations", J. Acoust. Soc. Am. 97, 1995)."""

ONE_LOUDNESS = 4.0
"""dB between the softer and the louder words below which all sound alike."""

OUTER = 0.1
"""Share of the pitches or words on either side that does not count: cracks, and errors of the measure."""

OCTAVE = 12.0
"""Semitones from the middle from which on a pitch is an error of the measure: it takes double or half of one now and
then."""


@dataclass(frozen=True, slots=True)
class Melody:
    """How far a voice goes up and down, in semitones between its lower and its higher pitches and as a standard
    deviation, and the dB between its softer and its louder words."""

    semitones: float
    spread: float
    decibels: float


@dataclass(frozen=True, slots=True)
class Voice:
    """The pitches and the heights of a take's sound, each every 20 ms."""

    pitches: bytes = b""
    heights: bytes = b""


def height_of(pitch: float) -> int:
    """A pitch (cycles a second) as it is kept: quarters of a semitone above 50 a second, from 1 on; 0 for none."""
    return 0 if pitch < LOWEST else min(255, 1 + round(PARTS * 12 * math.log2(pitch / LOWEST)))


def melody_of(voice: Voice, words: Sequence[Span]) -> Melody | None:
    """The melody of words (from when to when each is said, in seconds) in a voice; None where there are too few."""
    voiced = [one / PARTS for start, end in words for one in voice.pitches[_place(start) : _place(end)] if one]
    if len(voiced) < FEWEST_PITCHES:
        return None
    low, high = _between(voiced)
    middle = median(voiced)
    near = [one for one in voiced if abs(one - middle) <= OCTAVE]
    levels = [
        20 * math.log10(max(amplitude(max(voice.heights[_place(start) : _place(end)], default=0)), 1e-4))
        for start, end in words
    ]
    soft, loud = _between(levels)
    return Melody(round(high - low, 1), round(pstdev(near), 2), round(loud - soft, 1))


def _between(values: Sequence[float]) -> tuple[float, float]:
    """The values between which all but the outer ones lie."""
    ordered = sorted(values)
    outer = int(OUTER * len(ordered))
    return ordered[outer], ordered[-1 - outer]


def _place(seconds: float) -> int:
    return max(0, int(seconds / STEP))
