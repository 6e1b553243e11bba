"""Words that a teacher says were read in a stretch of a take: found in its sound, to light when they are said."""

from __future__ import annotations

import threading
from collections.abc import Sequence
from functools import lru_cache

from wordtrail.core.align.inside import get_ready
from wordtrail.core.align.values import RATE, Samples, Stretch
from wordtrail.core.errors import NotFound
from wordtrail.core.lesson.listening_again import listened_again
from wordtrail.core.lesson.missed_words import read_here
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.trail.by_hand import ReadByHand
from wordtrail.core.trail.model import Trail
from wordtrail.media.decode import sound_between
from wordtrail.store.lessons import get_lesson
from wordtrail.store.takes import TakeFiles, get_take, trail_of
from wordtrail.workspace import Workspace


def found_here(
    workspace: Workspace, lesson_id: str, take_id: str, words: Sequence[str], stretch: Stretch, taps: Sequence[float]
) -> ReadByHand:
    """When each of `words` (ids) begins in a stretch of a take (seconds of take time): see `read_here`. Raises NotFound
    where there is no such take."""
    lesson, found = _lesson_and_trail(workspace, lesson_id, take_id)
    return read_here(lesson, take_id, found, words, stretch, taps, lambda part: _sound(workspace, take_id, part))


def found_again(workspace: Workspace, lesson_id: str, take_id: str, stretch: Stretch) -> ReadByHand:
    """When the words that begin in a stretch of a take are said, listened for again: see `listened_again`. Raises
    NotFound where there is no such take."""
    lesson, found = _lesson_and_trail(workspace, lesson_id, take_id)
    return listened_again(
        lesson, take_id, found, stretch.start, stretch.end, lambda part: _sound(workspace, take_id, part)
    )


@lru_cache(maxsize=1)
def get_ready_to_listen() -> None:
    """Get ready beside everything else, once: who looks at a trail may soon have a line of it listened for again."""
    threading.Thread(target=get_ready, name="getting ready to listen", daemon=True).start()


def _lesson_and_trail(workspace: Workspace, lesson_id: str, take_id: str) -> tuple[Lesson, Trail]:
    with workspace.database.read_session() as session:
        lesson = get_lesson(session, lesson_id, workspace.owner).lesson
        take = get_take(session, take_id, workspace.owner)
        found = trail_of(session, take.id)
    if found is None or take.lesson_id != lesson_id:
        raise NotFound("trail")
    return lesson, found


def _sound(workspace: Workspace, take: str, stretch: Stretch) -> Samples:
    """The sound of a stretch of a take, by its copy that is listened to: in that one can be leapt to any moment."""
    return sound_between(workspace.blobs.path(TakeFiles(take).listening), RATE, stretch.start, stretch.end)
