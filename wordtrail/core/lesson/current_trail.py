"""A take as it stands in the lesson now: its trail, and its ends."""

from __future__ import annotations

from wordtrail.core.edit.edit_list import trimmed_ends
from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.remembered import remembered
from wordtrail.core.trail.mending import mended, on_passage
from wordtrail.core.trail.model import Trail


def kept_ends(lesson: Lesson, take: str, trail: Trail) -> tuple[float, float]:
    """From when to when a take is kept (seconds of take time): between the ends set by hand, or found by themselves."""
    by_hand = next((trim for trim in lesson.trims if trim.take == take), None)
    if by_hand:
        return max(0.0, by_hand.start), min(trail.seconds, by_hand.end)
    return trimmed_ends(trail.sound_start, trail.sound_end, trail.seconds)


@remembered(32)
def current_trail(lesson: Lesson, take: str, trail: Trail) -> Trail:
    """A take's trail with its mends, on the script as it is now; only words of the passage can be unread."""
    mends = [mend for mend in lesson.mends if mend.take == take]
    return on_passage(
        mended(trail, mends).trail, (word.id for word in script(lesson)), {word.id for word in lesson.words}
    )
