"""What a teacher says between the lines, to be read: her own words as she accepted them, else that she talks."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from wordtrail.core.cues.model import Caption
from wordtrail.core.edit.edit_list import EditList
from wordtrail.core.lesson.current_trail import current_trail
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.trail.model import Aside, Trail
from wordtrail.core.trail.talk_text import said_when, talk_parts

TALK = "[The teacher talks about it.]"
TALK_CAPTIONED_FROM = 1.5
"""Seconds of talk from which on it is said that she talks."""

SHORTEST_LINE = 0.4
"""Share of a line's letters from which on it ends with a sentence."""

ENDS = (".", "!", "?", "…", ".”", "!”", "?”")


def talk_captions(
    lesson: Lesson, trails: Mapping[str, Trail], edits: EditList, asides: Sequence[Aside], characters: int
) -> list[Caption]:
    """The captions of the talk, in lesson time, none longer than so many characters; `asides` is all the talk that is
    heard."""
    own: list[Caption] = []
    for take in dict.fromkeys(clip.take for clip in edits.clips):
        for part in talk_parts(lesson.talk, take, current_trail(lesson, take, trails[take]).asides):
            if part.text:
                own += _lines(part.text.text, part.whole, take, edits, characters)
    unsaid = (
        aside
        for aside in asides
        if aside.end - aside.start >= TALK_CAPTIONED_FROM
        and not any(one.start < aside.end and one.end > aside.start for one in own)
    )
    return [*own, *(Caption(aside.start, aside.end, TALK) for aside in unsaid)]


def _lines(text: str, aside: Aside, take: str, edits: EditList, characters: int) -> list[Caption]:
    """A text in lines; words that were cut away are not in them."""
    found: list[Caption] = []
    for word in said_when(text, aside):
        start, end = edits.to_lesson(take, word.start), edits.to_lesson(take, word.end)
        if start is None or end is None:
            continue
        last = found[-1] if found else None
        full = last and (
            len(last.text) + 1 + len(word.text) > characters
            or (last.text.endswith(ENDS) and len(last.text) >= SHORTEST_LINE * characters)
        )
        if last and not full:
            found[-1] = Caption(last.start, max(last.end, end), f"{last.text} {word.text}")
        else:
            found.append(Caption(start, end, word.text))
    return found
