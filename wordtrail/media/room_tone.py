"""The room behind a voice: of takes of several rooms, the quieter ones get the tone of the loudest, so that one hears
no seam."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

import numpy as np

from wordtrail.media.decode import Samples
from wordtrail.media.level import RATE, by_the_second

STRETCH = RATE
"""Samples of a room that are taken, the quietest ones that lie together."""

STEP = RATE // 10

HEARD_FROM, WORTH_MATCHING = -72.0, 1.5
"""dB of full scale below which no room is heard, and dB by which rooms may differ unheard."""

_FADE = RATE // 10


def quietest(sound: Iterable[Samples]) -> Samples:
    """The quietest second of a sound in blocks (48 000 samples a second); all of a shorter one."""
    best, least = np.zeros(0, np.float32), np.inf
    held = np.zeros(0, np.float32)
    for block in by_the_second(sound):
        held = np.concatenate([held, block])
        while len(held) >= STRETCH:
            powers = (held[:STRETCH].astype(np.float64) ** 2).reshape(-1, STEP).mean(axis=1)
            power = float(powers.mean())
            # Silence that nobody recorded is no room.
            if powers.min() > 1e-12 and power < least:
                best, least = held[:STRETCH].copy(), power
            held = held[STEP:]
    return best if len(best) else held


def endless(tone: Samples) -> Iterator[Samples]:
    """A stretch of a room without end: its end goes over into its beginning."""
    if len(tone) < 2 * _FADE:
        return
    ramp = np.sin(np.linspace(0, np.pi / 2, _FADE, dtype=np.float32))
    loop = tone[: len(tone) - _FADE].copy()
    loop[:_FADE] = loop[:_FADE] * ramp + tone[len(tone) - _FADE :] * ramp[::-1]
    while True:
        yield loop


def with_tone(sound: Iterable[Samples], tone: Samples, share: float) -> Iterator[Samples]:
    """`sound` in blocks with `share` (of its height) of a room under it."""
    more = endless(tone)
    held = np.zeros(0, np.float32)
    for block in sound:
        while len(held) < len(block):
            following = next(more, None)
            if following is None:
                held = np.zeros(len(block), np.float32)
                break
            held = np.concatenate([held, following])
        yield block + held[: len(block)] * np.float32(share)
        held = held[len(block) :]


def share_to_match(quieter: float, louder: float) -> float:
    """How much of a room at `louder` (dB of full scale) brings one at `quieter` to the same level; 0 where nobody hears
    the difference."""
    if louder < HEARD_FROM or louder - quieter < WORTH_MATCHING:
        return 0.0
    return float(np.sqrt(max(0.0, 1 - 10 ** ((quieter - louder) / 10))))
