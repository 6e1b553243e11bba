"""Talk between the lines, put together into asides."""

from __future__ import annotations

from collections.abc import Collection, Sequence

from wordtrail.core.align.hearsay import words_in
from wordtrail.core.align.path import Fit, Talked
from wordtrail.core.align.sounds import Frames
from wordtrail.core.align.timing import LAST_PHONE
from wordtrail.core.trail.model import Aside

FEWEST_SOUNDS = 3
"""Sounds that are at least an aside; fewer are a cough or a click."""

ASIDE_GAP = 1.0
"""Seconds between two pieces of talk at which they are two asides."""


def asides_of(
    talk: Sequence[Talked], read: Sequence[int], frames: Frames, fit: Fit, texts: Collection[str]
) -> tuple[Aside, ...]:
    """Talk put together where it is hardly parted and nothing was read between (`read`: the frames in
    which words begin), with what it roughly said; `texts` are the words of the script."""
    joined: list[Talked] = []
    for one in talk:
        near = joined and frames.at[one.first] - frames.at[joined[-1].last] <= ASIDE_GAP
        if near and not any(joined[-1].last < frame < one.first for frame in read):
            joined[-1] = Talked(joined[-1].first, one.last)
        else:
            joined.append(one)
    return tuple(
        Aside(
            round(max(0.0, float(frames.at[one.first])), 3),
            round(float(frames.at[one.last]) + LAST_PHONE, 3),
            words_in(fit, one, texts),
        )
        for one in joined
        if int(fit.new_sound[one.first : one.last + 1].sum()) >= FEWEST_SOUNDS
    )
