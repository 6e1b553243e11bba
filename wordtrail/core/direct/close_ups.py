"""Where the stage comes closer as it was planned: while some words are read, to them or to a picture."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from wordtrail.core.direct.course import Light
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.model import CloseUp, LeadsTheEye
from wordtrail.core.trail.closer_targets import PICTURE

BEFORE = 0.6
"""Seconds before the first word at which the stage begins to move, where it is quiet so long: as long as it takes."""

AFTER = 0.3
"""Seconds for which it stays behind the last word, where nothing is read so soon."""

READ = 0.5
"""The share of the words that must be read one after another: a word that is quoted in talk moves nothing."""


def planned_views(lesson: Lesson, lights: Sequence[Light]) -> Iterator[tuple[float, str]]:
    """When the stage moves (seconds of lesson time), and what to: a target as of `closer_targets`, or nothing for the
    whole page."""
    for one in (one for one in lesson.plan.close_ups if one.how is not LeadsTheEye.POINTER):
        words = {word.id for word in lesson.run(one.first, one.last)}
        for first, last in read_of(words, lights):
            before = lights[first - 1].end if first else 0.0
            yield max(before, lights[first].start - BEFORE), target_of(one)
            until = lights[last].end + AFTER
            if last + 1 < len(lights):
                # A picture stays while she talks about it.
                after = lights[last + 1].start
                until = max(until, after - BEFORE) if one.picture else until
                until = min(until, max(lights[last].end, after - BEFORE))
            yield until, ""


def target_of(one: CloseUp) -> str:
    """What eyes are led to, as of `closer_targets`."""
    return f"{PICTURE} {one.picture}" if one.picture else f"{one.first} {one.last}"


def read_of(words: set[str], lights: Sequence[Light]) -> Iterator[tuple[int, int]]:
    """The runs of lights that are of these words, each with its first and last place."""
    begun: int | None = None
    for place in range(len(lights) + 1):
        inside = place < len(lights) and lights[place].word in words
        if inside and begun is None:
            begun = place
        elif not inside and begun is not None:
            if place - begun >= READ * len(words):
                yield begun, place - 1
            begun = None
