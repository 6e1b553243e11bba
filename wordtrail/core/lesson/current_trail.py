"""A take's trail as it stands in the lesson now."""

from __future__ import annotations

from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.sheets import script
from wordtrail.core.remembered import remembered
from wordtrail.core.trail.mending import mended, on_passage
from wordtrail.core.trail.model import Trail


@remembered(32)
def current_trail(lesson: Lesson, take: str, trail: Trail) -> Trail:
    """A take's trail with its mends, on the script as it is now; only words of the passage can be unread."""
    mends = [mend for mend in lesson.mends if mend.take == take]
    return on_passage(
        mended(trail, mends).trail, (word.id for word in script(lesson)), {word.id for word in lesson.words}
    )
