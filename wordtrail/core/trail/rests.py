"""Rests beside what is said: where one stretch of a take can be parted from another."""

from __future__ import annotations

from bisect import bisect_left, bisect_right

from wordtrail.core.remembered import remembered
from wordtrail.core.trail.model import Trail

LONGEST_BREATH = 0.3
"""Seconds of rest that go along with a stretch at the most: what is longer belongs to what was before."""

LINGER = 0.4
"""Seconds: a word stays lit until the next one when the gap between them is no longer, so that the light walks instead
of flickering."""

_HAIR = 1e-6


def seam_before(trail: Trail, time: float, *, least: float = 0.0) -> float:
    """Where a take is parted before something that is said from `time` on (seconds of take time): in the middle of the
    rest before it, or a breath before it in a longer one; not before `least`."""
    _, ends = _edges(trail)
    place = bisect_right(ends, time + _HAIR)
    before = max(least, ends[place - 1]) if place else least
    return max(before, time - min((time - before) / 2, LONGEST_BREATH))


def seam_after(trail: Trail, time: float) -> float:
    """The same after something that is said until `time`."""
    starts, _ = _edges(trail)
    place = bisect_left(starts, time - _HAIR)
    after = max(time, starts[place] if place < len(starts) else trail.seconds)
    return min(after, time + min((after - time) / 2, LONGEST_BREATH))


def voiced(trail: Trail) -> list[tuple[float, float]]:
    """When there is a voice: words of the script, and talk."""
    return [*((one.start, one.end) for one in trail.visits), *((one.start, one.end) for one in trail.asides)]


@remembered(16)
def _edges(trail: Trail) -> tuple[list[float], list[float]]:
    """When voices begin, and when they end, each in order."""
    voices = voiced(trail)
    return sorted(start for start, _ in voices), sorted(end for _, end in voices)
