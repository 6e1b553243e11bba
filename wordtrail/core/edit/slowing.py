"""Stretches of takes that are heard more slowly, at the same pitch."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, replace

from wordtrail.core.edit.edit_list import Clip
from wordtrail.core.edit.joining import SHORTEST_CLIP
from wordtrail.core.edit.parting import Change, parted

SLOWEST_PACE = 0.7
"""Share of the pace in which a voice was recorded below which it sounds drawn out."""


@dataclass(frozen=True, slots=True)
class Slower:
    """`[start, end)` of a take (seconds of take time) is heard at `pace` times the speed at which it was said."""

    take: str
    start: float
    end: float
    pace: float


def with_pace(chosen: Sequence[Slower], new: Slower) -> tuple[Slower, ...]:
    """The chosen paces with a new one: for its moments it counts, and beside them what was chosen before stays. A pace
    of 1 is as it was said, and is kept nowhere."""
    left = [part for one in chosen for part in _beside(one, new)]
    return tuple(sorted([*left, *([new] if new.pace < 1 else [])], key=lambda one: (one.take, one.start)))


def _beside(one: Slower, new: Slower) -> Iterator[Slower]:
    if one.take != new.take or one.end <= new.start or new.end <= one.start:
        yield one
        return
    if new.start - one.start >= SHORTEST_CLIP:
        yield replace(one, end=new.start)
    if one.end - new.end >= SHORTEST_CLIP:
        yield replace(one, start=new.end)


def slowed(clips: Iterable[Clip], slower: Iterable[Slower]) -> tuple[Clip, ...]:
    """The same clips, parted where a slower stretch begins or ends, each with its pace."""
    own = sorted(slower, key=lambda one: one.start)
    return tuple(part for clip in clips for part in parted(clip, [_paced(one) for one in own if one.take == clip.take]))


def _paced(one: Slower) -> Change:
    return Change(one.start, one.end, lambda part: replace(part, pace=one.pace))
