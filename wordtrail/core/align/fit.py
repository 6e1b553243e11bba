"""How well each phone fits each frame that the network heard: what it loses against the best phone there, as a natural
logarithm of odds."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from wordtrail.core.align.sounds import FRAME_SECONDS, Frames
from wordtrail.core.speech.phone_model import Matrix

Costs = npt.NDArray[np.float32]

ECHO = 2.0
"""Price of hearing a phone once more than it stands in the word."""

NOTHING_LESS = 0.3
"""What the network's "no new sound" counts: it says so too often where words stand alone."""

SURE = 0.01
"""Probability below which a phone's fit gets no worse."""


@dataclass(frozen=True, slots=True)
class Fit:
    """What each phone costs in each frame: (frames, 39) on entering, and on staying; and which
    frames begin a new sound."""

    enter: Costs
    stay: Costs
    new_sound: npt.NDArray[np.bool_]
    rest_before: npt.NDArray[np.float64]


def fit_of(frames: Frames, taken_for: Matrix) -> Fit:
    """The fit of every phone to every frame. `taken_for` (39, 39) tells how far the phone of a row is
    answered by hearing the phone of a column."""
    answered = np.minimum(frames.phones @ taken_for.T, 1.0)
    loudest = frames.phones.max(axis=1)
    none = frames.none * np.float32(NOTHING_LESS)
    best = np.maximum(loudest, none)[:, None] + SURE
    enter = np.maximum(np.log(best / (answered + SURE)), 0.0)
    since = np.diff(frames.at, prepend=frames.at[:1])
    named = np.where(loudest > none, frames.phones.argmax(axis=1), -1)
    goes_on = (named == np.concatenate([[-1], named[:-1]])) & (since < 1.5 * FRAME_SECONDS)
    rest = since if frames.quiet is None else _quiet_between(frames.quiet, named >= 0)
    new = (named >= 0) & ~goes_on
    stay = np.minimum(enter + np.float32(ECHO) * new[:, None], np.log(best / (none[:, None] + SURE)))
    stay[(named >= 0) & goes_on] = 0.0
    return Fit(enter.astype(np.float32), np.maximum(stay, 0).astype(np.float32), new, rest)


def _quiet_between(quiet: npt.NDArray[np.float64], named: npt.NDArray[np.bool_]) -> npt.NDArray[np.float64]:
    """Seconds of quiet between each frame in which something is heard and the one before it in which something was;
    nought in all others."""
    until = np.cumsum(quiet)
    at = np.flatnonzero(named)
    rest = np.zeros(len(quiet))
    rest[at] = np.diff(until[at], prepend=0.0)
    return rest
