"""Narrations with known word times: what is read, what is talked in between, what is silent."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

import numpy as np

from bench.align.voices import say, say_syllables
from wordtrail.core.align.values import RATE
from wordtrail.core.text.bare import bare
from wordtrail.core.text.model import Passage
from wordtrail.core.text.spoken import spoken_form
from wordtrail.core.trail.model import QUOTATION

GAP = 0.3
"""Seconds between two steps, where a step does not say otherwise."""


@dataclass(frozen=True)
class Read:
    """Script words `first` to `last` (places, both included) are read; words may be left out, others
    said instead, or said twice. `words_per_minute` and `pitch` differ from the narration's."""

    first: int
    last: int
    leave_out: tuple[int, ...] = ()
    instead: Mapping[int, str] = field(default_factory=dict)
    twice: tuple[int, ...] = ()
    gap: float = GAP
    words_per_minute: int = 0
    pitch: int = 50
    one_by_one: float | None = None
    """Seconds between every two words, when they are said one by one."""
    by_syllables: float | None = None
    """Seconds between the syllables of a word, where every syllable is said by itself (formant voices)."""


@dataclass(frozen=True)
class Talk:
    """Something that is not in the script."""

    text: str
    gap: float = GAP


@dataclass(frozen=True)
class Silence:
    """Nothing is said for so many seconds."""

    seconds: float


@dataclass(frozen=True)
class Noise:
    """A cough, a page, or a bell."""

    kind: str
    gap: float = 0.15


Step = Read | Talk | Silence | Noise


@dataclass
class Narration:
    """A take with the truth about it: (place of the script word, start in seconds) of each word read."""

    name: str
    passage: Passage
    samples: np.ndarray
    voice: str = ""
    truth: list[tuple[int, float]] = field(default_factory=list)
    left_out: set[int] = field(default_factory=set)
    misread: set[int] = field(default_factory=set)
    twice: set[int] = field(default_factory=set)
    said: list[tuple[int, float]] = field(default_factory=list)
    """Every script word that is said, also where its start is not measured (no time was reported)."""


def narrate(
    name: str, passage: Passage, steps: Sequence[Step], voice: str, words_per_minute: int = 130, noise: float = 3e-4
) -> Narration:
    """Say `steps` one after another, with faint room noise."""
    told = Narration(name, passage, np.zeros(0, np.float32), voice)
    sound: list[np.ndarray] = [np.zeros(int(0.6 * RATE), np.float32)]
    now = 0.6
    for step in steps:
        gap = GAP
        match step:
            case Silence(seconds):
                piece, gap = np.zeros(int(seconds * RATE), np.float32), 0.0
            case Noise(kind, gap):
                piece = noise_of(kind)
            case Talk(text, gap):
                spoken = say(text.split(), voice, words_per_minute + 15)
                piece = spoken.sound
                told.said += [(place, now + start) for place, start in quoted(text.split(), spoken.starts, passage)]
            case Read():
                gap = step.gap
                piece = _read(step, told, voice, words_per_minute, now)
        rest = np.zeros(int(gap * RATE), np.float32)
        sound += [piece, rest]
        now += (len(piece) + len(rest)) / RATE
    whole = np.concatenate([*sound, np.zeros(int(0.5 * RATE), np.float32)])
    whole = whole + np.random.default_rng(3).normal(0, noise, len(whole)).astype(np.float32)
    told.samples = whole.astype(np.float32)
    told.left_out -= {place for place, _ in told.said}
    return told


def _read(step: Read, told: Narration, voice: str, words_per_minute: int, now: float) -> np.ndarray:
    words = told.passage.words
    rate = step.words_per_minute or words_per_minute
    told.left_out |= set(step.leave_out)
    places = [p for p in range(step.first, step.last + 1) if p not in step.leave_out and spoken_form(words[p].text)]
    for place in step.twice:
        places.insert(places.index(place), place)
    told.twice |= set(step.twice)
    told.misread |= set(step.instead)
    # A synthesiser is given what a reader says, so that "1868" has one start.
    texts = [step.instead.get(p) or "-".join(spoken_form(words[p].text)) + _tail(words[p].text) for p in places]
    groups = [(places, texts)] if step.one_by_one is None else [([p], [t]) for p, t in zip(places, texts, strict=True)]
    pieces: list[np.ndarray] = []
    at = now
    for some, said in groups:
        if step.by_syllables is None:
            spoken = say(said, voice, rate, step.pitch)
        else:
            spoken = say_syllables(said[0], voice, rate, step.by_syllables)
        nearest = 0.0
        for place, start in zip(some, spoken.starts, strict=True):
            nearest = nearest if start is None else start
            told.said.append((place, at + nearest))
            if start is not None:
                told.truth.append((place, at + start))
        piece = spoken.sound
        if step.one_by_one is not None:
            piece = np.concatenate([piece, np.zeros(int(step.one_by_one * RATE), np.float32)])
        pieces.append(piece)
        at += len(piece) / RATE
    return np.concatenate(pieces) if pieces else np.zeros(0, np.float32)


def sentences(passage: Passage, among: set[str] | None = None) -> list[tuple[int, int]]:
    """First and last place of each sentence (of words `among` those)."""
    found: dict[int, list[int]] = {}
    for index, word in enumerate(passage.words):
        if among is None or word.id in among:
            found.setdefault(word.sentence, []).append(index)
    return [(places[0], places[-1]) for places in found.values()]


def quoted(talk: Sequence[str], starts: Sequence[float | None], passage: Passage) -> list[tuple[int, float]]:
    """Words of the passage that are said in `talk`, three or more in their order, and when: they are a
    reading by our own definition, wherever they stand."""
    script = [bare(word.text) for word in passage.words]
    spoken = [bare(word) for word in talk]
    found: set[tuple[int, float]] = set()
    for begin in range(len(spoken)):
        for place in range(len(script)):
            count = 0
            while (
                begin + count < len(spoken)
                and place + count < len(script)
                and spoken[begin + count] == script[place + count]
            ):
                count += 1
            if count >= QUOTATION:
                nearest = 0.0
                for n in range(count):
                    nearest = starts[begin + n] or nearest
                    found.add((place + n, nearest))
    return sorted(found, key=lambda pair: pair[1])


def noise_of(kind: str) -> np.ndarray:
    """A cough, a page or a bell, made of noise and tones."""
    chance = np.random.default_rng(11)
    if kind == "bell":
        t = np.arange(int(1.2 * RATE)) / RATE
        tones = sum(np.sin(2 * np.pi * f * t) * np.exp(-t * d) for f, d in ((880, 3), (1760, 5), (2637, 7)))
        return (0.1 * np.asarray(tones)).astype(np.float32)
    seconds, decay, colour = (0.35, 9.0, 6) if kind == "cough" else (0.8, 2.0, 1)
    t = np.arange(int(seconds * RATE)) / RATE
    hiss = np.convolve(chance.normal(0, 1, len(t)), np.ones(colour) / colour, mode="same")
    if kind == "page":
        hiss *= np.repeat(chance.uniform(0.1, 1, len(t) // 800 + 1), 800)[: len(t)] * 0.4
    return (0.2 * hiss * np.exp(-t * decay)).astype(np.float32)


def _tail(text: str) -> str:
    closed = text.rstrip("\"'”’)")
    return closed[-1] if closed and closed[-1] in ".,;:!?" else ""
