"""Rests beside what is said: where one stretch of a take can be parted from another."""

from __future__ import annotations

from wordtrail.core.trail.model import Trail

LONGEST_BREATH = 0.3
"""Seconds of rest that go along with a stretch at the most: what is longer belongs to what was before."""


def seam_before(trail: Trail, time: float, *, least: float = 0.0) -> float:
    """Where a take is parted before something that is said from `time` on (seconds of take time): in the middle of the
    rest before it, or a breath before it in a longer one; not before `least`."""
    ends = [end for start, end in voiced(trail) if start < time and end <= time + 1e-6]
    before = max([least, *ends])
    return max(before, time - min((time - before) / 2, LONGEST_BREATH))


def seam_after(trail: Trail, time: float) -> float:
    """The same after something that is said until `time`."""
    starts = [start for start, end in voiced(trail) if end > time and start >= time - 1e-6]
    after = min([trail.seconds, *starts])
    return min(max(after, time), time + min(max(0.0, after - time) / 2, LONGEST_BREATH))


def voiced(trail: Trail) -> list[tuple[float, float]]:
    """When there is a voice: words of the script, and talk."""
    return [*((one.start, one.end) for one in trail.visits), *((one.start, one.end) for one in trail.asides)]
