"""A human voice: the prompts of a telephone exchange, each a sentence that is known in words.

They were read by Allison Smith (American English) and come in Debian's packages `asterisk-core-sounds-en-g722` (sound
at 16 000 samples a second) and `asterisk-core-sounds-en` (the words), under CC BY-SA 3.0: for measuring only, nothing
of them ships. Prompts become the sentences of a passage; others, which are not in it, are the talk between.

The truth: the words' starts are those of a forced alignment of each prompt alone, with an acoustic model that is one of
the witnesses of our own times. So a figure says whether a word is lit in its place, and little of how exactly.
"""

from __future__ import annotations

import gzip
import re
from collections.abc import Iterator, Sequence
from functools import lru_cache
from pathlib import Path

import numpy as np

from bench.align.narrations import Narration, quoted
from wordtrail.core.align.forced import Aligner
from wordtrail.core.align.script import script_of
from wordtrail.core.align.values import RATE
from wordtrail.core.text.intake import passage_from_text
from wordtrail.media.decode import decode

SOUNDS = Path("/usr/share/asterisk/sounds/en_US_f_Allison")
WORDS = Path("/usr/share/doc/asterisk-core-sounds-en/core-sounds-en.txt.gz")

FEWEST_WORDS, MOST_WORDS = 4, 24
IN_A_PASSAGE = 12
"""Prompts of a passage; as many others are talk."""

REST = 0.35
LINE = re.compile(r"^(?P<name>[\w/-]+):\s*(?P<text>.+)$")

Prompt = tuple[str, np.ndarray]
"""What is said, and its sound."""

Starts = Sequence[float | None]
"""When each word of a prompt begins (seconds into its sound); None where it is not said, or not found."""


@lru_cache(maxsize=1)
def prompts() -> list[Prompt]:
    """What prompts say, and their sound; those that are plain sentences."""
    found = []
    for line in gzip.decompress(WORDS.read_bytes()).decode("utf-8", "replace").splitlines():
        match = LINE.match(line)
        path = SOUNDS / f"{match['name']}.g722" if match else Path()
        text = match["text"].strip(" .") if match else ""
        plain = bool(text) and not re.search(r"[\[\]()<>#*\d]", text)
        if plain and FEWEST_WORDS <= len(text.split()) <= MOST_WORDS and path.is_file():
            found.append((text[0].upper() + text[1:] + ("" if text[-1] in "?!" else "."), decode(path, RATE)))
    return found


def narrations() -> Iterator[Narration]:
    """Passages of prompts, with another prompt as talk after every second of them."""
    for read, talk in passages():
        tape = Tape(read)
        for number, (text, sound) in enumerate(read):
            tape.read(number, sound, starts_of(text, sound))
            if number % 2:
                tape.say(*talk[number])
        yield tape.told("a human voice")


TALK, AGAIN, RESTARTS, LEFT_OUT = "talk between", "read again", "restarts", "words left out"


def narrations_to_follow() -> Iterator[Narration]:
    """The same passages, each in four ways: with talk between; with a sentence read again after talk (the same sound);
    with sentences that are broken off behind their third word and begun anew; and without the fourth word of some. What
    is said as talk quotes nothing of the passage, for it would have to light."""
    for read, near in passages():
        talk = _quoting_nothing(read, [*near, *prompts()])
        starts = [starts_of(text, sound) for text, sound in read]
        for kind in (TALK, AGAIN, RESTARTS, LEFT_OUT):
            tape = Tape(read)
            for number, (_, sound) in enumerate(read):
                _tell(tape, kind, number, sound, starts[number])
                if (kind == TALK and number % 2) or (kind == AGAIN and number % 3 == 1):
                    tape.say(*talk[number])
                if kind == AGAIN and number % 3 == 1:
                    tape.read(number, sound, starts[number])
            yield tape.told(kind)


def _tell(tape: Tape, kind: str, number: int, sound: np.ndarray, starts: Starts) -> None:
    """A prompt of the passage, every second one broken off before, or without its fourth word."""
    fourth, fifth = (one and round(one * RATE) for one in (*starts, None, None, None, None, None)[3:5])
    if kind == RESTARTS and number % 2 and len(starts) > 5 and fourth:
        tape.read(number, _faded(sound[:fourth]), starts[:3])
    if kind == LEFT_OUT and number % 2 and len(starts) > 6 and fourth and fifth:
        gone = (fifth - fourth) / RATE
        kept = [*starts[:3], None, *(one if one is None else one - gone for one in starts[4:])]
        tape.read(number, np.concatenate([_faded(sound[:fourth]), sound[fifth:]]), kept)
    else:
        tape.read(number, sound, starts)


def passages() -> Iterator[tuple[Sequence[Prompt], Sequence[Prompt]]]:
    """Prompts that are read, and as many that are talk."""
    every = prompts()
    for number in range(len(every) // (2 * IN_A_PASSAGE)):
        some = every[number * 2 * IN_A_PASSAGE : (number + 1) * 2 * IN_A_PASSAGE]
        yield some[::2], some[1::2]


def _quoting_nothing(read: Sequence[Prompt], talk: Sequence[Prompt]) -> Sequence[Prompt]:
    """Prompts in which no three words of the passage stand in their order, as many as are read."""
    passage = passage_from_text("\n\n".join(text for text, _ in read))
    other = [one for one in talk if not quoted(one[0].split(), [0.0] * len(one[0].split()), passage)]
    return other[: len(read)]


class Tape:
    """A narration that is put together from prompts; `first` is the place in the passage of the first word of each."""

    def __init__(self, read: Sequence[Prompt]) -> None:
        self._passage = passage_from_text("\n\n".join(text for text, _ in read))
        lengths = [len(passage_from_text(text).words) for text, _ in read]
        self.first = [sum(lengths[:number]) for number in range(len(read))]
        self._parts = [np.zeros(RATE // 2, np.float32)]
        self._at = 0.5
        self._truth: list[tuple[int, float]] = []
        self._quoted: list[tuple[int, float]] = []

    def read(self, number: int, sound: np.ndarray, starts: Starts) -> None:
        """A prompt of the passage; `starts` are those of its words, None for one that is not said."""
        first = self.first[number]
        self._truth += [(first + n, self._at + start) for n, start in enumerate(starts) if start is not None]
        self._add(sound)

    def say(self, text: str, sound: np.ndarray) -> None:
        """Talk. Words of the passage in their order are a reading by our own definition, also in it."""
        words = quoted(text.split(), starts_of(text, sound), self._passage)
        self._quoted += [(place, self._at + start) for place, start in words]
        self._add(sound)

    def _add(self, sound: np.ndarray) -> None:
        rest = np.zeros(round(REST * RATE), np.float32)
        self._parts += [sound, rest]
        self._at += (len(sound) + len(rest)) / RATE

    def told(self, situation: str) -> Narration:
        """All of it, in a quiet room."""
        whole = np.concatenate(self._parts)
        noise = np.random.default_rng(3).normal(0, 3e-4, len(whole))
        told = Narration(situation, self._passage, (whole + noise).astype(np.float32), "human/american")
        told.truth += self._truth
        told.said += [*self._quoted, *self._truth]
        return told


def _faded(sound: np.ndarray) -> np.ndarray:
    """A sound that ends softly, over 20 ms."""
    ramp = np.ones(len(sound), np.float32)
    count = min(len(sound), RATE // 50)
    ramp[len(sound) - count :] = np.linspace(1, 0, count)
    return sound * ramp


def starts_of(text: str, sound: np.ndarray) -> list[float | None]:
    """Seconds into a prompt's sound at which each of its words begins; None for all where they are not found."""
    script = script_of(passage_from_text(text).words)
    times = Aligner([word.ways for word in script]).times(sound, range(len(script)), 0.0)
    return [time.start for time in times] if times else [None] * len(script)
