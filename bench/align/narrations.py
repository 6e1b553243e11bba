"""Narrations with known word times: what is read, what is talked in between, what is silent."""

from __future__ import annotations

from dataclasses import dataclass, field

import numpy as np

from bench.align.voice import say
from wordtrail.core.align.values import RATE
from wordtrail.core.text.model import Passage
from wordtrail.core.text.spoken import spoken_form


@dataclass(frozen=True)
class Read:
    """Script words `first` to `last` (places, both included) are read."""

    first: int
    last: int
    leave_out: tuple[int, ...] = ()


@dataclass(frozen=True)
class Talk:
    """Something that is not in the script."""

    text: str


@dataclass(frozen=True)
class Silence:
    """Nothing is said for so many seconds."""

    seconds: float


Step = Read | Talk | Silence


@dataclass
class Narration:
    """A take with the truth about it: (place of the script word, start in seconds) of each word read."""

    name: str
    samples: np.ndarray
    truth: list[tuple[int, float]]
    left_out: tuple[int, ...] = ()
    talk: list[tuple[float, float]] = field(default_factory=list)
    untimed: set[int] = field(default_factory=set)
    """Places that are read, but whose start the synthesiser did not report."""


def narrate(
    name: str, passage: Passage, steps: list[Step], voice: str = "en-us", speed: int = 140, noise: float = 3e-4
) -> Narration:
    """Say `steps` one after another, 0.3 s apart, with faint room noise."""
    words = passage.words
    random = np.random.default_rng(3)
    sound: list[np.ndarray] = [np.zeros(int(0.6 * RATE), np.float32)]
    now, truth, talk, missing = 0.6, list[tuple[int, float]](), list[tuple[float, float]](), list[int]()
    untimed = set[int]()
    for step in steps:
        match step:
            case Silence(seconds):
                piece, starts = np.zeros(int(seconds * RATE), np.float32), []
            case Talk(text):
                spoken = say(text.split(), voice, speed + 15)
                piece, starts = _resampled(spoken.sound, spoken.rate), []
                talk.append((now, now + len(piece) / RATE))
            case Read(first, last, leave_out):
                places = [p for p in range(first, last + 1) if p not in leave_out]
                missing += leave_out
                # espeak is given what a reader says, so that "1868" has one start.
                said = ["-".join(spoken_form(words[p].text)) + _tail(words[p].text) for p in places]
                spoken = say(said, voice, speed)
                piece, starts = _resampled(spoken.sound, spoken.rate), spoken.starts
                untimed |= {p for p, start in zip(places, starts, strict=True) if start is None}
                truth += [(p, now + start) for p, start in zip(places, starts, strict=True) if start is not None]
        gap = np.zeros(int(0.3 * RATE), np.float32)
        sound += [piece, gap]
        now += (len(piece) + len(gap)) / RATE
    whole = np.concatenate([*sound, np.zeros(int(0.5 * RATE), np.float32)])
    whole = whole + random.normal(0, noise, len(whole)).astype(np.float32)
    return Narration(name, whole.astype(np.float32), truth, tuple(missing), talk, untimed)


def _tail(text: str) -> str:
    bare = text.rstrip("\"'”’)")
    return bare[-1] if bare and bare[-1] in ".,;:!?" else ""


def _resampled(sound: np.ndarray, rate: int) -> np.ndarray:
    count = int(len(sound) * RATE / rate)
    return np.interp(np.arange(count) * rate / RATE, np.arange(len(sound)), sound).astype(np.float32)
