"""Words that somebody says are read in a stretch of sound: where in it each of them begins."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise

import numpy as np

from wordtrail.core.align.fit import fit_of
from wordtrail.core.align.hypotheses import placed
from wordtrail.core.align.listening import heard
from wordtrail.core.align.path import Said
from wordtrail.core.align.readings import Reading
from wordtrail.core.align.route import route_of
from wordtrail.core.align.sounds import joined
from wordtrail.core.align.stretches import LONGEST_STRETCH, grouped, stretches_of_sound
from wordtrail.core.align.timing import timed
from wordtrail.core.align.values import RATE, Samples, ScriptWord, Stretch
from wordtrail.core.speech.phones import relations
from wordtrail.core.speech.pronunciation import pronunciations
from wordtrail.core.trail.mending import SHORTEST_WORD

NEAR_TAP = 0.35
"""Seconds from a tap to the start of its word: hands are late by a fifth of a second, and not by more than this."""

UNKNOWN_PHONES = 4
"""How long a word is taken for whose sounds nobody knows."""


def spread(script: Sequence[ScriptWord], stretch: Stretch) -> list[float]:
    """Starts (seconds) of words that fill a stretch, each for as long as it has sounds; alike where there is too little
    room for that."""
    lengths = [len(word.ways[0]) if word.ways else UNKNOWN_PHONES for word in script]
    edges = np.concatenate([[0], np.cumsum(lengths)[:-1]]) / sum(lengths)
    starts = [round(stretch.start + float(edge) * (stretch.end - stretch.start), 3) for edge in edges]
    return starts if _ascend([*starts, stretch.end]) else evenly(len(script), stretch)


def evenly(count: int, stretch: Stretch) -> list[float]:
    """Starts (seconds) of so many words that share a stretch."""
    return [stretch.start + n * (stretch.end - stretch.start) / count for n in range(count)]


def starts_inside(
    samples: Samples, script: Sequence[ScriptWord], stretch: Stretch, taps: Sequence[float] = ()
) -> list[float]:
    """When each word of `script` begins in a stretch (seconds of take time), in order. `samples` are the sound of the
    stretch alone, mono at 16 000 a second. Where a word is not found within reach of its tap, the tap counts; where
    there are no taps and the words are not found, they are spread over the stretch."""
    rough = list(taps) if taps else spread(script, stretch)
    found = times_inside(samples, script, stretch)
    if found is None:
        return rough
    starts = [one.start for one in found]
    if taps:
        starts = [start if abs(start - tap) <= NEAR_TAP else tap for start, tap in zip(starts, taps, strict=True)]
    return _in_order(starts, rough, stretch.end)


def times_inside(samples: Samples, script: Sequence[ScriptWord], stretch: Stretch) -> list[Stretch] | None:
    """When each word of `script` is said in a stretch (seconds of take time), in order; None where they cannot be found
    in its sound (as `starts_inside` takes it)."""
    if not all(word.ways for word in script):
        return None
    whole = Stretch(0.0, len(samples) / RATE)
    groups = (whole,) if whole.end <= LONGEST_STRETCH else grouped(stretches_of_sound(samples))
    frames = joined([heard(samples, group) for group in groups])
    fit = fit_of(frames, relations())
    if not fit.new_sound.any():
        return None
    route = route_of([word.ways for word in script], [0])
    phones = [phone for word in script for phone in word.ways[0]]
    _, begins = placed(fit, 0, len(frames) - 1, phones)
    said, at = [], 0
    for index, word in enumerate(script):
        first = int(route.ways_first[route.words_first_way[index]])
        here = begins[at : at + len(word.ways[0])]
        states = [(first + n, frame) for n, frame in enumerate(here) if frame is not None]
        at += len(word.ways[0])
        if not states:
            return None
        numbers, places = zip(*states, strict=True)
        said.append(Said(index, numbers, places, 0.0, len(word.ways[0])))
    times = timed([Reading(tuple(said))], frames, samples, [word.ways for word in script], cores=1)
    return [
        Stretch(round(stretch.start + max(0.0, one.start), 3), round(min(stretch.start + one.end, stretch.end), 3))
        for one in sorted(times, key=lambda one: one.word)
    ]


def get_ready() -> None:
    """Reads the network and the dictionary, so that the first words are listened for as quickly as all others."""
    heard(np.zeros(RATE, np.float32), Stretch(0.0, 1.0))
    relations()
    pronunciations("ready")


def _in_order(starts: Sequence[float], rough: Sequence[float], end: float) -> list[float]:
    """The starts, rounded, where they are one after the other; else the rough ones."""
    return [round(start, 3) for start in (starts if _ascend([*starts, end]) else rough)]


def _ascend(edges: Sequence[float]) -> bool:
    return all(after - before >= SHORTEST_WORD for before, after in pairwise(edges))
