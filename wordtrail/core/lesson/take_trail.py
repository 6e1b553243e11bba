"""From a take to its trail in a lesson: the title is listened for where it is read, and costs the text no word.

A title is short, and made of words that the text has too. One of them that is taken for the title's is missing in the
text, so where that happens the take is gone through again without titles; a title that was read stays.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace

from wordtrail.core.align.aligner import Explained
from wordtrail.core.lesson.boards import prompt_texts, script, title_only
from wordtrail.core.lesson.late_titles import without_late_titles
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.model import Word
from wordtrail.core.trail.model import Aside, Trail, Visit
from wordtrail.core.trail.prompts import without_chance_words


def found_in(lesson: Lesson, find: Callable[[Sequence[Word]], Explained]) -> tuple[Explained, Trail]:
    """What was found of a lesson's words in a take, and its trail; `find` listens for the words that it is given."""
    words, texts = script(lesson), prompt_texts(lesson)
    found = find(words)
    trail = without_chance_words(found.trail, texts)
    titles = title_only(lesson)
    read = titles_read(lesson, trail)
    if {visit for visit in found.trail.visits if visit.word in titles} == set(read):
        return found, trail
    found = find([word for word in words if word.id not in titles])
    trail = with_titles(without_chance_words(found.trail, texts), read)
    seen = {visit.word for visit in trail.visits}
    # The title was listened for: what of it was not read is unread, not new.
    return found, replace(trail, unread=(*trail.unread, *(word for word in titles if word not in seen)))


def titles_read(lesson: Lesson, trail: Trail) -> tuple[Visit, ...]:
    """The visits of title words that come before the reading of their text has begun."""
    titles = title_only(lesson)
    return tuple(visit for visit in without_late_titles(lesson, trail.visits) if visit.word in titles)


def with_titles(trail: Trail, read: Sequence[Visit]) -> Trail:
    """A trail that was found without titles, with those that were read in the place of the talk they were taken for;
    where the text is read just then, they are left out."""
    if not read:
        return trail
    start, end = read[0].start, read[-1].end
    if any(visit.start < end and visit.end > start for visit in trail.visits):
        return trail
    visits = sorted((*trail.visits, *read), key=lambda visit: visit.start)
    asides = [part for aside in trail.asides for part in _around(aside, start, end)]
    return replace(trail, visits=tuple(visits), asides=tuple(asides))


def _around(aside: Aside, start: float, end: float) -> list[Aside]:
    """What is left of talk when something in it is no talk."""
    if aside.end <= start or aside.start >= end:
        return [aside]
    parts = ((aside.start, min(aside.end, start)), (max(aside.start, end), aside.end))
    return [aside.part(a, b) for a, b in parts if b - a > SHORTEST_TALK]


SHORTEST_TALK = 0.2
"""Seconds that are left of talk beside a title for it to stay."""
