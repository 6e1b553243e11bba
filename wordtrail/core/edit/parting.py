"""Clips that are parted where a stretch of them becomes another: slower, or silent."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace

from wordtrail.core.edit.edit_list import Clip
from wordtrail.core.edit.joining import SHORTEST_CLIP


@dataclass(frozen=True, slots=True)
class Change:
    """`[start, end)` of a clip (seconds of take time) becomes what `made` makes of it."""

    start: float
    end: float
    made: Callable[[Clip], Clip]


def parted(clip: Clip, changes: Sequence[Change]) -> Iterator[Clip]:
    """A clip with changes in it, which come one after another. A part that is too short to be a clip of its own goes
    along with the one beside it."""
    now = clip.start
    for one in changes:
        start, end = max(one.start, now), min(one.end, clip.end)
        start = now if start - now < SHORTEST_CLIP else start
        end = clip.end if clip.end - end < SHORTEST_CLIP else end
        if end - start < SHORTEST_CLIP:
            continue
        if start > now:
            yield replace(clip, start=now, end=start)
        yield one.made(replace(clip, start=start, end=end))
        now = end
    if now < clip.end:
        yield replace(clip, start=now)
