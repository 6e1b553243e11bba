"""How much more slowly paragraphs would be heard that run far ahead of the planned pace."""

from __future__ import annotations

from wordtrail.core.edit.slowing import SLOWEST_PACE, Slower
from wordtrail.core.lesson.current_trail import current_trail
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.paragraph_paces import NEAR_THE_PLAN, paragraph_paces
from wordtrail.core.trail.model import Trail


def slower_for(lesson: Lesson, take: str, trail: Trail) -> tuple[Slower, ...]:
    """Each paragraph that is read far more quickly than planned, slow enough to be near the plan, or as slow as a voice
    can be without sounding drawn out."""
    shown = current_trail(lesson, take, trail)
    found = []
    for pace in paragraph_paces(lesson, take, shown.visits):
        if pace.far:
            # Rounded down to whole twentieths, so that it is near the plan then.
            wanted = int(20 * NEAR_THE_PLAN[1] * lesson.words_per_minute / pace.said_at) / 20
            found.append(Slower(take, pace.start, pace.end, max(SLOWEST_PACE, wanted)))
    return tuple(found)
