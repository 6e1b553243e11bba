"""Learning a voice in passing: which sounds this reader makes where the dictionary says others.

After a first path, every phone of the words that were surely read is held against what the network
heard there. Where a voice always says another vowel, that vowel then counts as the printed one.
Nothing of this leaves the machine.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence

import numpy as np

from wordtrail.core.align.fit import SURE
from wordtrail.core.align.path import TALK, Said
from wordtrail.core.align.readings import Reading
from wordtrail.core.align.route import Route
from wordtrail.core.align.sounds import Frames
from wordtrail.core.speech.phone_model import Matrix
from wordtrail.core.speech.phones import PHONES

BELIEF = 12.0
"""How many hearings of a phone the general expectation is worth."""

USUAL_FIT, DEARER, TALK_LIMITS = 0.2, 0.9, (1.0, 1.6)
"""The mean fit of readings at which talk has its usual price, by how much it goes up with it, and its
limits."""

SURE_WORDS, SURE_FIT = 5, 1.2
"""Only readings of so many words, whose sounds lose no more than this on the mean, are learned from."""


def heard_for(readings: Iterable[Reading], frames: Frames, route: Route) -> Matrix:
    """How often each phone (column) was heard where the script has another (row): shape (39, 39)."""
    counts = np.zeros((len(PHONES), len(PHONES)), np.float32)
    for reading in readings:
        if len(reading.said) < SURE_WORDS or reading.fit > SURE_FIT:
            continue
        for said in reading.said:
            for state, frame in entered(said):
                heard = frames.phones[frame]
                if heard.sum() > SURE:
                    counts[route.phone[state]] += heard / heard.sum()
    return counts


def talk_price(readings: Sequence[Reading]) -> float:
    """What each sound of talk costs for this voice: the worse its readings fit, the dearer it must be
    not to read on."""
    fits = [reading.fit for reading in readings if len(reading.said) >= SURE_WORDS]
    mean = float(np.mean(fits)) if fits else USUAL_FIT
    return float(np.clip(TALK + DEARER * (mean - USUAL_FIT), *TALK_LIMITS))


def entered(said: Said) -> Iterable[tuple[int, int]]:
    """The states of a word that were heard, each with the frame in which it was."""
    return zip(said.states, said.frames, strict=True)


def learned(expectation: Matrix, counts: Matrix) -> Matrix:
    """`expectation` (39, 39) moved towards what was heard, the more the more was heard; the phone
    itself always stays 1."""
    own = np.maximum(np.diag(counts), counts.max(axis=1))[:, None]
    moved = (counts + BELIEF * expectation) / (own + BELIEF)
    moved = np.minimum(moved, 1.0).astype(np.float32)
    np.fill_diagonal(moved, 1.0)
    result: Matrix = moved
    return result
