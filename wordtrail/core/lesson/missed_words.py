"""The words of a take that were not heard, and the sound in which each of them would be if it was read all the same."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from itertools import pairwise

from wordtrail.core.align.inside import evenly, starts_inside
from wordtrail.core.align.script import script_of
from wordtrail.core.align.values import Samples, Stretch
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.current_trail import current_trail, kept_ends
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.settled_slips import is_settled
from wordtrail.core.trail.by_hand import ReadByHand, checked, pulled_in
from wordtrail.core.trail.model import SlipKind, Trail, Visit

WIDEST, MARGIN = 2.0, 1.0
"""Seconds of sound that are offered at the most for each word, and for all of them together besides."""

LONGEST = 300.0
"""Seconds of sound that are looked through while the teacher waits."""

BEFORE = 0.5
"""Seconds of sound before the first tap in which its word is looked for: hands are late."""

LAST_WORD = 0.6
"""Seconds that the last of tapped words lasts, where nothing else begins before."""


@dataclass(frozen=True, slots=True)
class Missed:
    """Words (ids) that were not heard one after the other: the moment where they are missing, and the stretch of sound
    in which they can be (seconds of take time); `left_out` where the reading went straight on over them."""

    words: tuple[str, ...]
    at: float
    start: float
    end: float
    left_out: bool


def missed_words(lesson: Lesson, take: str, found: Trail) -> tuple[Missed, ...]:
    """Words left out, one by one, and runs of words that were not read, of a take as it stands in the lesson; without
    those that she has looked at and found fine."""
    shown, kept = current_trail(lesson, take, found), kept_ends(lesson, take, found)
    place = {word.id: number for number, word in enumerate(script(lesson))}
    left_out = (
        _missed((slip.word,), slip.start, shown, kept, left_out=True)
        for slip in shown.slips
        if slip.kind is SlipKind.LEFT_OUT and not is_settled(lesson, take, slip)
    )
    runs: list[list[str]] = [[word] for word in shown.unread[:1]]
    for before, word in pairwise(shown.unread):
        if place[word] == place[before] + 1:
            runs[-1].append(word)
        else:
            runs.append([word])
    unread = []
    for run in runs:
        earlier = (visit.end for visit in shown.visits if place[visit.word] < place[run[0]])
        unread.append(_missed(tuple(run), max(earlier, default=0.0), shown, kept, left_out=False))
    return (*left_out, *unread)


def _missed(words: tuple[str, ...], at: float, trail: Trail, kept: tuple[float, float], *, left_out: bool) -> Missed:
    """The sound from the word that was read before a moment to the next one, as long as so many words can be."""
    start = max((visit.end for visit in trail.visits if visit.start <= at), default=kept[0])
    following = min((visit.start for visit in trail.visits if visit.start > at), default=kept[1])
    return Missed(words, at, start, max(start, min(following, start + WIDEST * len(words) + MARGIN)), left_out)


def read_here(
    lesson: Lesson,
    take: str,
    found: Trail,
    words: Sequence[str],
    stretch: Stretch,
    taps: Sequence[float],
    sound: Callable[[Stretch], Samples],
) -> ReadByHand:
    """When each of `words` (ids) begins in a stretch of a take, near its tap where there are any (seconds of take
    time); the stretch is where they can be said. `sound` gives what is heard in a stretch, mono at 16 000 samples a
    second. Raises LessonError with a sentence where they cannot have been read there."""
    if stretch.end - stretch.start > LONGEST:
        raise LessonError(
            "That is a very long stretch of sound.", advice="Choose closer where the words begin and end."
        )
    known = {word.id: word for word in script(lesson)}
    if not words or not set(words) <= known.keys():
        raise LessonError("These words are not in the lesson any more.", advice="Choose others.")
    trail, kept = current_trail(lesson, take, found), kept_ends(lesson, take, found)
    rough = pulled_in(taps, stretch.end) if taps else evenly(len(words), stretch)
    checked(words, rough, stretch.end, trail, kept)
    heard = Stretch(_heard_from(rough[0], set(words), trail.visits, kept[0]), stretch.end) if taps else stretch
    wanted = [known[word] for word in words]
    spoken = script_of(wanted, lesson.respelled_among(wanted))
    starts = starts_inside(sound(heard), spoken, heard, rough if taps else ()) if len(spoken) == len(words) else rough
    end = min(stretch.end, starts[-1] + LAST_WORD) if taps else stretch.end
    return ReadByHand(take, tuple(words), tuple(starts), round(end, 3))


def _heard_from(first: float, own: set[str], visits: Sequence[Visit], kept: float) -> float:
    """From when on the word of the first tap is looked for: after the word that was read before it."""
    before = max((visit.end for visit in visits if visit.word not in own and visit.end <= first), default=0.0)
    return max(before, kept, first - BEFORE)
