"""Words that a teacher says were read in a stretch of a take: found in its sound, to light when they are said."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from wordtrail.core.align.values import RATE, Samples, Stretch
from wordtrail.core.errors import NotFound
from wordtrail.core.lesson.missed_words import read_here
from wordtrail.core.trail.by_hand import ReadByHand
from wordtrail.media.decode import sound_blocks
from wordtrail.store.lessons import get_lesson
from wordtrail.store.takes import TakeFiles, get_take, trail_of
from wordtrail.workspace import Workspace


def found_here(
    workspace: Workspace, lesson_id: str, take_id: str, words: Sequence[str], stretch: Stretch, taps: Sequence[float]
) -> ReadByHand:
    """When each of `words` (ids) begins in a stretch of a take (seconds of take time): see `read_here`. Raises NotFound
    where there is no such take."""
    with workspace.database.read_session() as session:
        lesson = get_lesson(session, lesson_id, workspace.owner).lesson
        take = get_take(session, take_id, workspace.owner)
        found = trail_of(session, take.id)
    if found is None or take.lesson_id != lesson_id:
        raise NotFound("trail")
    return read_here(lesson, take_id, found, words, stretch, taps, lambda part: _sound(workspace, take_id, part))


def _sound(workspace: Workspace, take: str, stretch: Stretch) -> Samples:
    """The sound of a stretch of a take; nothing after it is read."""
    first, last = round(stretch.start * RATE), round(stretch.end * RATE)
    parts: list[Samples] = []
    at = 0
    for block in sound_blocks(workspace.blobs.path(TakeFiles(take).original), RATE):
        parts.append(block[max(0, first - at) : max(0, last - at)])
        at += len(block)
        if at >= last:
            break
    return np.concatenate(parts) if parts else np.zeros(0, np.float32)
