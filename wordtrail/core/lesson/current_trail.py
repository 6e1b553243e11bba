"""A take as it stands in the lesson now: its trail, and its ends."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from wordtrail.core.edit.edit_list import trimmed_ends
from wordtrail.core.lesson.board_ids import ids_by_place
from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.remembered import remembered
from wordtrail.core.trail.by_hand import as_talk, with_hand
from wordtrail.core.trail.mending import mended, on_passage
from wordtrail.core.trail.model import MendedTrail, Trail, Visit
from wordtrail.core.trail.weak_forms import without_weak_forms


def kept_ends(lesson: Lesson, take: str, trail: Trail) -> tuple[float, float]:
    """From when to when a take is kept (seconds of take time): between the ends set by hand, or found by themselves."""
    by_hand = next((trim for trim in lesson.trims if trim.take == take), None)
    if by_hand:
        return max(0.0, by_hand.start), min(trail.seconds, by_hand.end)
    return trimmed_ends(trail.sound_start, trail.sound_end, trail.seconds)


@remembered(32)
def current_trail(lesson: Lesson, take: str, trail: Trail) -> Trail:
    """A take's trail with its mends, on the script as it is now; only words of the passage can be unread."""
    words = script(lesson)
    due = {word.id for word in lesson.words} - left_unread(lesson, take)
    return on_passage(_mended(lesson, take, trail).trail, (word.id for word in words), due)


def left_unread(lesson: Lesson, take: str) -> set[str]:
    """The words that were not read in a take, on purpose."""
    newer = ids_by_place([word.id for word in script(lesson)])
    return {newer.get(one.word, one.word) for one in lesson.left_unread if one.take == take}


def unknown_words(lesson: Lesson, take: str, trail: Trail) -> set[str]:
    """The words of the lesson that were not there, or were others, when the take's words were found: nobody has
    listened for them."""
    heard = _mended(lesson, take, trail).trail
    known = {visit.word for visit in heard.visits} | {slip.word for slip in heard.slips} | set(heard.unread)
    return {word.id for word in script(lesson)} - known - left_unread(lesson, take)


def words_gone(lesson: Lesson, take: str, trail: Trail) -> tuple[Visit, ...]:
    """The visits of words that are not in the lesson any more."""
    ids = {word.id for word in script(lesson)}
    return tuple(visit for visit in _mended(lesson, take, trail).trail.visits if visit.word not in ids)


def loose_mends(lesson: Lesson, take: str, trail: Trail) -> int:
    """How many starts that were set by hand have no word at their place any more."""
    return len(_mended(lesson, take, trail).loose)


@remembered(32)
def _mended(lesson: Lesson, take: str, trail: Trail) -> MendedTrail:
    words = script(lesson)
    newer = ids_by_place([word.id for word in words])
    heard = without_weak_forms(_with_ids(trail, newer), {word.id: word.text for word in words})
    by_hand = (
        replace(one, words=tuple(newer.get(word, word) for word in one.words))
        for one in lesson.read_by_hand
        if one.take == take
    )
    mends = (replace(mend, word=newer.get(mend.word, mend.word)) for mend in lesson.mends if mend.take == take)
    talk = (one for one in lesson.talk_by_hand if one.take == take)
    heard = as_talk(heard, talk, {word.id: word.text for word in words})
    return mended(with_hand(heard, by_hand, left_unread(lesson, take)), mends)


def _with_ids(trail: Trail, newer: Mapping[str, str]) -> Trail:
    """A trail with the ids of today."""
    if newer.keys().isdisjoint((*(visit.word for visit in trail.visits), *trail.unread)):
        return trail
    return replace(
        trail,
        unread=tuple(newer.get(word, word) for word in trail.unread),
        visits=tuple(replace(visit, word=newer.get(visit.word, visit.word)) for visit in trail.visits),
        slips=tuple(replace(slip, word=newer.get(slip.word, slip.word)) for slip in trail.slips),
    )
