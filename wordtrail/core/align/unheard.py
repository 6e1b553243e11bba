"""Words that cannot be listened for, because nobody knows how they sound: their neighbours place them."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise

import numpy as np

from wordtrail.core.align.values import ScriptWord
from wordtrail.core.trail.model import Doubt, Visit

CONFIDENCE = 0.1
LEAST_ROOM = 0.02
"""Seconds for all of them, where their neighbours leave none."""


def placed(script: Sequence[ScriptWord], visits: Sequence[Visit]) -> list[Visit]:
    """Visits of the words without a sound that stand between two words read one after the other."""
    place = {word.id: index for index, word in enumerate(script)}
    silent = {index for index, word in enumerate(script) if not word.ways}
    found = []
    ordered = sorted(visits, key=lambda visit: visit.start)
    for before, after in pairwise(ordered):
        between = range(place[before.word] + 1, place[after.word])
        if between and all(index in silent for index in between):
            edges = np.linspace(before.end, max(after.start, before.end + LEAST_ROOM), len(between) + 1)
            found += [
                Visit(script[index].id, round(float(a), 3), round(float(b), 3), CONFIDENCE, doubt=Doubt.PLACED)
                for index, a, b in zip(between, edges, edges[1:], strict=False)
            ]
    return found
