"""Timings that come back from another program: what would change."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from difflib import SequenceMatcher

from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.current_trail import current_trail
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.bare import bare
from wordtrail.core.trail.mending import NEAREST
from wordtrail.core.trail.model import Trail
from wordtrail.core.trail.phrases import TimedWord

SAME = 0.015
"""Seconds by which two starts may differ and be the same: files round them."""


@dataclass(frozen=True, slots=True)
class WordMove:
    """The visit of `word` that was found at `found` begins at `now`, and would at `start` (seconds of take time)."""

    word: str
    text: str
    found: float
    now: float
    start: float


@dataclass(frozen=True, slots=True)
class TimingMoves:
    """What would change; how many words of the file stay where they are, are others than were heard here, or lie too
    far from where they were heard."""

    moves: tuple[WordMove, ...]
    same: int
    strange: int
    too_far: int


def moves_in(lesson: Lesson, take: str, trail: Trail, read: Sequence[TimedWord]) -> TimingMoves:
    """What of a take the words of a file would move: they are put beside those that were heard, in their order, by how
    they are written. A phrase without words of its own moves its first one."""
    shown = current_trail(lesson, take, trail)
    text = {word.id: word.text for word in script(lesson)}
    visits = [visit for visit in shown.visits if visit.word in text]
    ours, theirs = [bare(text[one.word]) for one in visits], [bare(one.text) for one in read]
    moves: list[WordMove] = []
    same = met = too_far = 0
    for first, other, size in SequenceMatcher(None, ours, theirs, autojunk=False).get_matching_blocks():
        for visit, word in zip(visits[first : first + size], read[other : other + size], strict=True):
            met += 1
            start = round(word.start, 3)
            if abs(start - visit.start) <= SAME:
                same += 1
            elif abs(start - visit.found_at) > NEAREST:
                too_far += 1
            else:
                moves.append(WordMove(visit.word, text[visit.word], visit.found_at, visit.start, start))
    return TimingMoves(tuple(moves), same, len(read) - met, too_far)
