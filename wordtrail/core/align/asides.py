"""Talk between the lines, put together into asides."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise

import numpy as np

from wordtrail.core.align.fit import Fit
from wordtrail.core.align.path import Talked
from wordtrail.core.align.sounds import Frames

FEWEST_SOUNDS = 3
"""Sounds that are at least an aside; fewer are a cough or a click."""

ASIDE_GAP = 1.0
"""Seconds between two pieces of talk at which they are two asides."""


def _parted(talk: Talked, frames: Frames) -> list[Talked]:
    """Talk in pieces, parted where nothing is said for a while."""
    gaps = np.flatnonzero(np.diff(frames.at[talk.first : talk.last + 1]) > ASIDE_GAP)
    edges = [talk.first, *(talk.first + int(gap) + 1 for gap in gaps), talk.last + 1]
    return [Talked(first, after - 1) for first, after in pairwise(edges)]


def asides_among(talk: Sequence[Talked], read: Sequence[int], frames: Frames, fit: Fit) -> tuple[Talked, ...]:
    """Talk put together where it is hardly parted and nothing was read between (`read`: the frames in
    which words begin), and parted where the voice rests."""
    joined: list[Talked] = []
    for one in (part for whole in talk for part in _parted(whole, frames)):
        near = joined and frames.at[one.first] - frames.at[joined[-1].last] <= ASIDE_GAP
        if near and not any(joined[-1].last < frame < one.first for frame in read):
            joined[-1] = Talked(joined[-1].first, one.last)
        else:
            joined.append(one)
    return tuple(one for one in joined if int(fit.new_sound[one.first : one.last + 1].sum()) >= FEWEST_SOUNDS)
