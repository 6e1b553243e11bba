"""When the words of a mark are talked about, or named in talk."""

from __future__ import annotations

from collections.abc import Callable

from wordtrail.core.direct.heard import Heard
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.readings import reading_number
from wordtrail.core.marks.model import Mark
from wordtrail.core.marks.moment import Moment

TALK_BEGINS = 0.3
"""Seconds by which talk may seem to begin before the word before it has ended."""

ANYWHERE = (0.0, float("inf"))
"""Moments between which all of a lesson lies."""


def named_when(lesson: Lesson, mark: Mark, heard: Heard) -> float | None:
    """When a mark is drawn because its words are named in talk: of one for the talk in the talk after them, or
    anywhere where they were not read; of another one that waits for no pause point where they were not read. None when
    they are not named."""
    if mark.moment is Moment.TALK:
        return mark_named_at(lesson, mark, heard, *(talk_after(lesson, mark, heard) or ANYWHERE))
    waits = mark.moment in (Moment.START, Moment.PAUSE)
    was_read = any(
        heard.passes.nth(word.id, which_time(lesson, mark)) is not None for word in lesson.run(mark.first, mark.last)
    )
    return None if waits or was_read else mark_named_at(lesson, mark, heard, *ANYWHERE)


def which_time(lesson: Lesson, mark: Mark) -> int:
    """The how many-th reading of its words a mark belongs to, from 1."""
    return max(mark.nth, reading_number(lesson, mark.reading))


def mark_named_at(lesson: Lesson, mark: Mark, heard: Heard, begin: float, end: float) -> float | None:
    """When a mark's words are named in talk between two moments."""
    return heard.talk.named_at([word.text for word in lesson.run(mark.first, mark.last)], begin, end)


def talk_after(lesson: Lesson, mark: Mark, heard: Heard) -> tuple[float, float] | None:
    """Start and end of the talk after the mark's sentence, or else after its paragraph; where nobody talks,
    the moment its sentence ends. None when its words were not read."""
    own = heard.passes.nth(mark.last, which_time(lesson, mark))
    if own is None:
        return None
    sentence_end = heard.sentence_end(own)
    block_end = _last_of(own, heard, lambda word: heard.block.get(word) == heard.block.get(mark.last))
    for index in dict.fromkeys((sentence_end, block_end)):
        if talk := _talk_from(index, heard):
            return talk
    end = heard.lights[sentence_end].end
    return end, end


def _last_of(index: int, heard: Heard, belongs: Callable[[str], bool]) -> int:
    """The last light of the run of lights from `index` on whose words belong together."""
    while index + 1 < len(heard.lights) and belongs(heard.lights[index + 1].word):
        index += 1
    return index


def _talk_from(index: int, heard: Heard) -> tuple[float, float] | None:
    """The talk between a light and the next one."""
    light = heard.lights[index]
    following = heard.lights[index + 1].start if index + 1 < len(heard.lights) else float("inf")
    talk = [a for a in heard.asides if a.start >= light.end - TALK_BEGINS and a.start < following]
    if not talk:
        return None
    return max(talk[0].start, light.start), min(talk[-1].end, following)
