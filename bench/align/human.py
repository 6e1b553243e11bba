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


@lru_cache(maxsize=1)
def prompts() -> list[tuple[str, np.ndarray]]:
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
    every = prompts()
    for number in range(len(every) // (2 * IN_A_PASSAGE)):
        some = every[number * 2 * IN_A_PASSAGE : (number + 1) * 2 * IN_A_PASSAGE]
        yield _told(some[::2], some[1::2])


def _told(read: Sequence[tuple[str, np.ndarray]], talk: Sequence[tuple[str, np.ndarray]]) -> Narration:
    passage = passage_from_text("\n\n".join(text for text, _ in read))
    told = Narration("a human voice", passage, np.zeros(0, np.float32), "human/american")
    parts = [np.zeros(RATE // 2, np.float32)]
    rest = np.zeros(round(REST * RATE), np.float32)
    at, first = 0.5, 0
    for number, (text, sound) in enumerate(read):
        starts = _starts(text, sound)
        told.truth += [(first + n, at + start) for n, start in enumerate(starts) if start is not None]
        first += len(starts)
        parts += [sound, rest]
        at += (len(sound) + len(rest)) / RATE
        if number % 2:
            text, sound = talk[number]
            # Words of the passage in their order are a reading by our own definition, also where they are talk.
            told.said += [(place, at + start) for place, start in quoted(text.split(), _starts(text, sound), passage)]
            parts += [sound, rest]
            at += (len(sound) + len(rest)) / RATE
    whole = np.concatenate(parts)
    told.samples = (whole + np.random.default_rng(3).normal(0, 3e-4, len(whole))).astype(np.float32)
    told.said += told.truth
    return told


def _starts(text: str, sound: np.ndarray) -> list[float | None]:
    """Seconds into a prompt's sound at which each of its words begins; None for all where they are not found."""
    script = script_of(passage_from_text(text).words)
    times = Aligner([word.ways for word in script]).times(sound, range(len(script)), 0.0)
    return [time.start for time in times] if times else [None] * len(script)
