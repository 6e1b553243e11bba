"""Words that a teacher says were read in a stretch of a take: found in its sound, to light when they are said."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from wordtrail.core.align.inside import evenly, starts_inside
from wordtrail.core.align.script import script_of
from wordtrail.core.align.values import RATE, Samples, Stretch
from wordtrail.core.errors import LessonError, NotFound
from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.current_trail import current_trail, kept_ends
from wordtrail.core.trail.by_hand import ReadByHand, checked, pulled_in
from wordtrail.media.decode import sound_blocks
from wordtrail.store.lessons import get_lesson
from wordtrail.store.takes import TakeFiles, get_take, trail_of
from wordtrail.workspace import Workspace

LONGEST = 300.0
"""Seconds of sound that are looked through while the teacher waits."""

BEFORE = 0.5
"""Seconds of sound before the first tap in which its word is looked for: hands are late."""

LAST_WORD = 0.6
"""Seconds that the last of tapped words lasts, where nothing else begins before."""


def read_here(
    workspace: Workspace, lesson_id: str, take_id: str, words: Sequence[str], stretch: Stretch, taps: Sequence[float]
) -> ReadByHand:
    """When each of `words` (ids) begins in a stretch of a take, near its tap where there are any (seconds of take
    time); the stretch is where they can be said. Raises NotFound, or LessonError with a sentence where they
    cannot have been read there."""
    with workspace.database.read_session() as session:
        lesson = get_lesson(session, lesson_id, workspace.owner).lesson
        take = get_take(session, take_id, workspace.owner)
        found = trail_of(session, take.id)
    if found is None or take.lesson_id != lesson_id:
        raise NotFound("trail")
    if stretch.end - stretch.start > LONGEST:
        raise LessonError(
            "That is a very long stretch of sound.", advice="Choose closer where the words begin and end."
        )
    known = {word.id: word for word in script(lesson)}
    if not words or not set(words) <= known.keys():
        raise LessonError("These words are not in the lesson any more.", advice="Choose others.")
    kept = kept_ends(lesson, take_id, found)
    trail = current_trail(lesson, take_id, found)
    rough = pulled_in(taps, stretch.end) if taps else evenly(len(words), stretch)
    checked(words, rough, stretch.end, trail, kept)
    if not taps:
        heard = stretch
    else:
        own = set(words)
        before = max((v.end for v in trail.visits if v.word not in own and v.end <= rough[0]), default=0.0)
        heard = Stretch(max(before, kept[0], rough[0] - BEFORE), stretch.end)
    samples = _sound(workspace, take_id, heard)
    spoken = script_of([known[word] for word in words], lesson.respelled_among([known[word] for word in words]))
    starts = starts_inside(samples, spoken, heard, rough if taps else ()) if len(spoken) == len(words) else rough
    end = min(stretch.end, starts[-1] + LAST_WORD) if taps else stretch.end
    return ReadByHand(take_id, tuple(words), tuple(starts), round(end, 3))


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
