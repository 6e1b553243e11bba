"""The light ahead of the voice."""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Sequence
from dataclasses import replace

from wordtrail.core.cues.model import Gate
from wordtrail.core.direct.course import Light, PageTurn

SHORTEST_LIGHT = 0.02


def led(lights: Sequence[Light], lead: float, gates: Sequence[Gate], turns: Sequence[PageTurn]) -> tuple[Light, ...]:
    """Lights that begin up to `lead` seconds before their word is said: not before its page is shown, nor before the
    lesson goes on from where it stands still, nor at once with the word before."""
    if lead <= 0:
        return tuple(lights)
    bounds = sorted([*(gate.at for gate in gates), *(turn.at for turn in turns)])
    found: list[Light] = []
    for light in lights:
        place = bisect_right(bounds, light.start)
        earliest = max([0.0, *(one.start + SHORTEST_LIGHT for one in found[-1:]), *bounds[max(0, place - 1) : place]])
        start = round(min(light.start, max(earliest, light.start - lead)), 4)
        if found and found[-1].end > start:
            found[-1] = replace(found[-1], end=start)
        # A word stays lit until it was said; the one after it takes its light away.
        found.append(replace(light, start=start))
    return tuple(found)
