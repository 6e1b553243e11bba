"""The pace of each paragraph that was read, against the plan."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from wordtrail.core.lesson.model import Lesson
from wordtrail.core.trail.checks import words_a_minute
from wordtrail.core.trail.model import Visit

FEWEST_WORDS = 6
"""Words of a paragraph below which its pace says nothing."""

NEAR_THE_PLAN = (0.8, 1.25)
"""Shares of the planned pace between which a pace is as planned."""

FAR_AHEAD = 1.5
"""Share of the planned pace from which on children who follow at that pace are lost."""

FEWEST_FAR = 15
"""Words of a paragraph below which it is no matter: a heading is soon over."""


@dataclass(frozen=True, slots=True)
class ParagraphPace:
    """The pace of a paragraph as it is heard: by its first word, when it begins and ends (seconds of take time), on
    which page, and whether it runs ahead of the plan, or `far` ahead of it. `said_at` is the pace at which it was said,
    where it is heard more slowly."""

    first: str
    start: float
    end: float
    page: str
    words_per_minute: float
    said_at: float
    quick: bool
    far: bool = False


def paragraph_paces(lesson: Lesson, take: str, visits: Sequence[Visit]) -> Iterator[ParagraphPace]:
    """The paces of the paragraphs of which enough words were read in these visits of a take, in their order."""
    where = {
        word.id: (block.id, page.labels)
        for passage in lesson.passages
        for page in passage.pages
        for block in page.blocks
        for word in block.words
    }
    read: dict[str, list[Visit]] = {}
    for visit in visits:
        if visit.word in where:
            read.setdefault(where[visit.word][0], []).append(visit)
    for own in read.values():
        if len(own) >= FEWEST_WORDS:
            said = words_a_minute(own)
            rate = heard_at(lesson, take, own)
            quick = rate > NEAR_THE_PLAN[1] * lesson.words_per_minute
            far = rate > FAR_AHEAD * lesson.words_per_minute and len(own) >= FEWEST_FAR
            page = where[own[0].word][1]
            yield ParagraphPace(own[0].word, own[0].start, own[-1].end, page, rate, said, quick, far)


def heard_at(lesson: Lesson, take: str, visits: Sequence[Visit]) -> float:
    """The pace of these visits of a take as they are heard in the lesson, in words a minute."""
    return round(words_a_minute(visits) * _slowed(lesson, take, visits), 1)


def _slowed(lesson: Lesson, take: str, visits: Sequence[Visit]) -> float:
    """Share of the pace of these visits at which they are heard."""
    slower = [one for one in lesson.slower if one.take == take]
    if not slower:
        return 1.0
    paces = {visit: next((s.pace for s in slower if s.start <= visit.start < s.end), 1.0) for visit in visits}
    said = sum(visit.end - visit.start for visit in visits)
    return said / sum((visit.end - visit.start) / pace for visit, pace in paces.items())
