"""Where a take is silent, and where something is heard that is no voice, by the height of its sound."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from statistics import median

STEP = 0.02
"""Seconds between two heights."""

FULL = 255
"""The height of full scale; a height is the square root of the loudest sample of its 20 ms."""

BELOW_VOICE = 10 ** (-26 / 20)
ABOVE_ROOM = 2.0
"""Shares of a voice's usual amplitude, and of its room's, below which it is silent: 26 dB below the one, or less than
6 dB above the other, whichever is more."""

SHORTEST_SOUND = 0.15
"""Seconds below which a sound between two words is a breath or a lip."""

Span = tuple[float, float]


def silent_below(heights: bytes, voices: Sequence[Span]) -> float:
    """The amplitude (0 to 1) below which a take is silent. `voices` are when there is a voice (seconds)."""
    all_of_it = sorted(amplitude(height) for height in heights)
    spoken = [amplitude(height) for start, end in voices for height in heights[int(start / STEP) : int(end / STEP)]]
    if not all_of_it or not spoken:
        return 0.0
    return max(ABOVE_ROOM * all_of_it[len(all_of_it) // 10], BELOW_VOICE * median(spoken))


def silences(heights: bytes, voices: Sequence[Span]) -> list[Span]:
    """The silent stretches between voices (seconds), in order."""
    limit = silent_below(heights, voices)
    return [span for span, is_silent in _runs(heights, voices, limit) if is_silent]


def other_sounds(heights: bytes, voices: Sequence[Span]) -> list[Span]:
    """What is heard between voices and is none: a cough, a door, a phone. Sounds with less than a breath between them
    are one; those that are shorter than a breath are none."""
    limit = silent_below(heights, voices)
    found: list[Span] = []
    for (start, end), is_silent in _runs(heights, voices, limit):
        if is_silent:
            continue
        if found and start - found[-1][1] < SHORTEST_SOUND:
            found[-1] = (found[-1][0], end)
        else:
            found.append((start, end))
    return [(start, end) for start, end in found if end - start >= SHORTEST_SOUND]


def gaps(voices: Sequence[Span]) -> list[Span]:
    """The stretches between voices, which may overlap, from the first to the last."""
    found: list[Span] = []
    until: float | None = None
    for start, end in sorted(voices):
        if until is not None and start > until:
            found.append((until, start))
        until = end if until is None else max(until, end)
    return found


def _runs(heights: bytes, voices: Sequence[Span], limit: float) -> Iterator[tuple[Span, bool]]:
    """The stretches between voices, each part silent as a whole or not at all."""
    for start, end in gaps(voices):
        first, last = int(start / STEP) + 1, min(int(end / STEP), len(heights))
        begin = first
        for place in range(first, last):
            is_silent = amplitude(heights[place]) < limit
            if place + 1 == last or (amplitude(heights[place + 1]) < limit) is not is_silent:
                yield (round(begin * STEP, 2), round((place + 1) * STEP, 2)), is_silent
                begin = place + 1


def amplitude(height: int) -> float:
    """The amplitude (0 to 1) of a height."""
    return (height / FULL) ** 2
