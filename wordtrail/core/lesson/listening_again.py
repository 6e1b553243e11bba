"""A line, or any words of a take that were read one after another, listened for again: between the words beside them,
and as they are said now."""

from __future__ import annotations

from collections.abc import Callable
from itertools import pairwise

from wordtrail.core.align.inside import times_inside
from wordtrail.core.align.script import script_of
from wordtrail.core.align.values import Samples, Stretch
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.current_trail import current_trail
from wordtrail.core.lesson.missed_words import LONGEST
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.trail.by_hand import ReadByHand
from wordtrail.core.trail.mending import SHORTEST_WORD
from wordtrail.core.trail.model import Trail
from wordtrail.core.trail.rests import voiced

ROOM = 1.0
"""Seconds before and after the words in which they are listened for at the most."""


SPILL = 0.12
"""Seconds of the voices beside them that are heard too: words run into one another."""


RIGHT_BEFORE = 0.05
"""Seconds of rest within which a word is said right before another."""


def listened_again(
    lesson: Lesson, take: str, found: Trail, start: float, end: float, sound: Callable[[Stretch], Samples]
) -> ReadByHand:
    """When the words that begin between two moments of a take (seconds of take time) are said: they are looked for
    between the voices on either side, which begin where they are, and with the respellings of today. A word that is
    said right before is listened for along with them: where the first of them is late, it has its sound. `sound` gives
    what is heard in a stretch, mono at 16 000 samples a second. Raises LessonError where there are none, or where their
    sounds are not found."""
    trail = current_trail(lesson, take, found)
    known = {word.id: word for word in script(lesson)}
    own = [visit for visit in trail.visits if start - 1e-3 <= visit.start < end and visit.word in known]
    if not own:
        raise LessonError("No word begins there.", advice="Choose words that light.")
    first, last = own[0].start, max(visit.end for visit in own)
    if last - first > LONGEST:
        raise LessonError("That is a very long stretch of sound.", advice="Choose a line, or a few words.")
    before = next((v for v in reversed(trail.visits) if v.start < first and v.word in known), None)
    beside = [before] if before and first - before.end <= RIGHT_BEFORE else []
    held = _between_voices(trail, beside[0].start if beside else first, last)
    within = Stretch(max(0.0, held.start - SPILL), min(trail.seconds, held.end + SPILL))
    words = [known[visit.word] for visit in (*beside, *own)]
    spoken = script_of(words, lesson.respelled_among(words))
    times = times_inside(sound(within), spoken, within) if len(spoken) == len(words) else None
    earliest = beside[0].start + SHORTEST_WORD if beside else held.start
    times = times and [Stretch(max(one.start, earliest), min(one.end, held.end)) for one in times[len(beside) :]]
    words = words[len(beside) :]
    if not times or any(after.start - before.start < SHORTEST_WORD for before, after in pairwise(times)):
        raise LessonError(
            "These words were not found in this sound.", kept="They are where they were.",
            advice="Tap them while you listen, or move them.",
        )  # fmt: skip
    ends = tuple(one.end for one in times)
    return ReadByHand(take, tuple(word.id for word in words), tuple(one.start for one in times), ends[-1], ends)


def _between_voices(trail: Trail, first: float, last: float) -> Stretch:
    """Sound around words, as far as the voices beside them."""
    others = [(start, end) for start, end in voiced(trail) if end <= first + 0.05 or start >= last - 0.05]
    before = max((end for start, end in others if end <= first + 0.05 and start < first), default=0.0)
    after = min((start for start, end in others if start >= last - 0.05), default=trail.seconds)
    return Stretch(min(first, max(before, first - ROOM)), max(last, min(after, last + ROOM)))
