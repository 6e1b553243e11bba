"""Long readings that nobody has recorded, for measuring."""

from __future__ import annotations

from dataclasses import replace

from wordtrail.core.lesson.model import Lesson
from wordtrail.core.pace.guide import pace_guide
from wordtrail.core.text.intake import passage_from_text
from wordtrail.core.trail.model import Trail, Visit
from wordtrail.standins.passages import BEES_MAP

PACE = 110.0
"""Words a minute."""


def made_up_reading(title: str, times: int) -> tuple[Lesson, dict[str, Trail]]:
    """The Bee's Map so many times over, read at the pace guide's times; the lesson, and the trail of its take."""
    passage = passage_from_text("\n\n".join([BEES_MAP.replace("--- p. 12", "---")] * times), title=title)
    guide = pace_guide(passage, PACE)
    seconds = guide[-1].end + 2
    trail = Trail(tuple(Visit(w.id, w.start, w.end) for w in guide), seconds=seconds, sound_end=seconds)
    return replace(Lesson((passage,)), chosen_take="take"), {"take": trail}
