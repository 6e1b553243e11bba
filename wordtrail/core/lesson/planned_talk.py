"""What a teacher had planned to say at a place of a take: her cue notes there."""

from __future__ import annotations

from wordtrail.core.lesson.model import Lesson
from wordtrail.core.trail.model import Aside, Trail


def planned_talk(lesson: Lesson, trail: Trail, aside: Aside) -> str:
    """The cue notes at the words from the last one that was read before a stretch of talk to the next one behind it."""
    order = lesson.positions()
    read = [visit for visit in trail.visits if visit.word in order]
    before = [order[visit.word] for visit in read if visit.start <= aside.start]
    after = [order[visit.word] for visit in read if visit.start >= aside.end]
    first = before[-1] if before else 0
    until = after[0] if after else len(order)
    return " ".join(note.text for note in lesson.plan.cue_notes if first <= order[note.at] < max(until, first + 1))
