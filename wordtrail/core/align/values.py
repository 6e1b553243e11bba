"""What the stages hand to one another. Times are seconds of take time."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Protocol

import numpy as np
import numpy.typing as npt

RATE = 16_000
"""Samples per second of all sound in this room."""

Samples = npt.NDArray[np.float32]

Recording = npt.NDArray[np.float32] | npt.NDArray[np.float16]
"""The samples of a whole take. A long one is held with 16 bits a sample: half as much memory, and its rounding lies
68 dB below the voice, however quiet that is."""

Progress = Callable[[str, float], None]
"""Called with what is being done and how far it is (0 to 1); may raise to stop the work."""

Sounds = tuple[str, ...]
"""One way to say a word: ARPABET phones."""


_MARKS = ".,;:!?“”\"'’‘()[]…"


class Memory(Protocol):
    """Where finished pieces of long work are kept, so that it can go on after a crash."""

    def get(self, name: str) -> bytes | None:
        """What was kept under `name`."""

    def put(self, name: str, content: bytes) -> None:
        """Keep `content` under `name`."""


class Forgetful:
    """A memory that keeps nothing: every piece is worked out anew."""

    def get(self, name: str) -> bytes | None:
        """Nothing."""
        return None

    def put(self, name: str, content: bytes) -> None:
        """Let go of it."""


@dataclass(frozen=True, slots=True)
class ScriptWord:
    """A word of the script, the ways to say it (none: it can only be placed by its neighbours), and
    its sentence, counted through the script. `guessed`: no dictionary knows how it is said."""

    id: str
    ways: tuple[Sounds, ...]
    sentence: int
    text: str = ""
    guessed: bool = False

    @property
    def bare(self) -> str:
        """Its text in lower case, without the marks around it."""
        return self.text.strip(_MARKS).lower()


@dataclass(frozen=True, slots=True)
class Stretch:
    """Sound between silences, from `start` to `end`."""

    start: float
    end: float


@dataclass(frozen=True, slots=True)
class Timed:
    """A word of the route with its final time. `apart`: seconds between the two witnesses of its
    start (the path, and the forced alignment); None where there was only one."""

    word: int
    start: float
    end: float
    apart: float | None
