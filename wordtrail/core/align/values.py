"""What the stages hand to one another. Times are seconds of take time."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

RATE = 16_000
"""Samples per second of all sound in this room."""

Samples = npt.NDArray[np.float32]

Progress = Callable[[str, float], None]
"""Called with what is being done and how far it is (0 to 1); may raise to stop the work."""


@dataclass(frozen=True, slots=True)
class ScriptWord:
    """A word of the script with what is said for it (at least one spoken word)."""

    id: str
    spoken: tuple[str, ...]
    sentence: int


@dataclass(frozen=True, slots=True)
class Stretch:
    """Sound between silences, from `start` to `end`."""

    start: float
    end: float


@dataclass(frozen=True, slots=True)
class Heard:
    """A word as recognised, with its posterior probability."""

    word: str
    start: float
    end: float
    probability: float


@dataclass(frozen=True, slots=True)
class Labelled:
    """A heard word and its place among the spoken words of the script; None: an aside. `exact` is
    false where something else was heard in that place."""

    heard: Heard
    place: int | None
    exact: bool = True


@dataclass(frozen=True, slots=True)
class Timed:
    """A spoken word of the script with its time by forced alignment."""

    place: int
    start: float
    end: float
    confidence: float
    heard: str = ""
