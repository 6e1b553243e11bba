"""Which of its takes a lesson uses.

The first take is used by itself, unless it is all talk. A later one waits for the teacher to say so: it may be better,
or a try of one sentence that must not become the lesson.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from enum import StrEnum

from wordtrail.core.lesson.model import Lesson
from wordtrail.core.trail.model import Trail

FEWEST_READ, LEAST_READ = 3, 0.04
"""A take in which fewer than three words of the script were read, or they are under 4 % of what was said, is talk."""


class TakeUse(StrEnum):
    """How a take comes to be used."""

    BY_ITSELF = "by itself"
    ASKED = "asked"
    """It waits for the teacher to use it or to set it aside."""
    BY_CHOICE = "by choice"
    """The teacher has answered; it is used only if she chose it."""


def take_in_use(lesson: Lesson, with_trail: Mapping[str, TakeUse]) -> str:
    """The take that a lesson uses: the one that was chosen, else the newest that may be used by itself, else none.
    `with_trail` holds the takes whose words were found, from the oldest to the newest."""
    if lesson.chosen_take in with_trail:
        return lesson.chosen_take
    return next((take for take, use in reversed(list(with_trail.items())) if use is TakeUse.BY_ITSELF), "")


def use_of_new(others_with_trail: Iterable[str], trail: Trail) -> TakeUse:
    """How a take is used whose words were just found, beside others of its lesson. One of talk alone is asked about:
    it may be another text that was read."""
    return TakeUse.ASKED if any(others_with_trail) or is_talk(trail) else TakeUse.BY_ITSELF


def is_talk(trail: Trail) -> bool:
    """Whether a take is talk, with hardly anything of the script read in it."""
    read = sum(visit.end - visit.start for visit in trail.visits)
    talked = sum(aside.end - aside.start for aside in trail.asides)
    return len(trail.visits) < FEWEST_READ or read < LEAST_READ * (read + talked)


def takes_to_ask_about(with_trail: Mapping[str, TakeUse], used: str) -> tuple[str, ...]:
    """The takes that wait to be used or set aside: one that is used has its answer, and so have those before it."""
    takes = list(with_trail)
    newer = takes[takes.index(used) + 1 :] if used in with_trail else takes
    return tuple(take for take in newer if with_trail[take] is TakeUse.ASKED)
