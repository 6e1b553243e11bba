"""Which words of a take are recorded too loud or too soft, by the height of its sound."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from statistics import median

from wordtrail.core.sound.quiet import STEP, Span, amplitude

FAR_BELOW = 10 ** (-18 / 20)
"""Share of the usual height of a voice's words below which one is lost in a classroom: 18 dB less. Ends of sentences
fall by 6 to 10."""

NEAR_FULL = 0.985
"""Share of full scale from which on a sound was cut off by the recording."""

SHORTEST_CLIPPED = 3
"""Heights at full scale, of 20 ms each, from which on it is heard as a rattle."""

NEAR_WORDS = 10 ** (-14 / 20)
"""Share of the usual height of a voice's words from which on another sound disturbs it: 14 dB less."""

FEWEST_WORDS = 12
"""Words below which nobody knows what is usual."""


@dataclass(frozen=True, slots=True)
class RecordedSound:
    """The heights of a take, every 20 ms, as it is heard, and as it was recorded: by them full scale is known. (Empty
    where they were not kept.)"""

    heights: bytes
    recorded: bytes = b""


def clipped(sound: RecordedSound, words: Sequence[Span]) -> list[bool]:
    """Whether each word, from when to when it is said (seconds), was cut off by a recording that was too loud."""
    full = [amplitude(height) >= NEAR_FULL for height in sound.recorded]
    return [sum(full[_place(start) : _place(end) + 1]) >= SHORTEST_CLIPPED for start, end in words]


def as_loud_as_words(sound: RecordedSound, span: Span, words: Sequence[Span]) -> bool:
    """Whether the loudest moment of a stretch comes near the words of a take: what is softer is its room."""
    usual = median(_loudest(sound, one) for one in words) if words else 0.0
    return _loudest(sound, span) >= NEAR_WORDS * usual > 0


def too_soft(sound: RecordedSound, words: Sequence[Span]) -> list[bool]:
    """Whether the loudest moment of each word is far below that of the words of this take as they usually are."""
    loudest = [_loudest(sound, one) for one in words]
    if len(words) < FEWEST_WORDS:
        return [False] * len(words)
    usual = median(loudest)
    return [height < FAR_BELOW * usual for height in loudest]


def _loudest(sound: RecordedSound, span: Span) -> float:
    start, end = span
    return max((amplitude(height) for height in sound.heights[_place(start) : _place(end) + 1]), default=0.0)


def _place(seconds: float) -> int:
    return max(0, int(seconds / STEP))
