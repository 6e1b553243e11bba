"""Where a take goes that was recorded for a place of the lesson: a stretch read again, or the rest of it."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from wordtrail.core.edit.edit_list import Clip
from wordtrail.core.edit.joining import Replacement
from wordtrail.core.errors import LessonError, NothingToShow
from wordtrail.core.lesson.current_trail import current_trail, kept_ends
from wordtrail.core.lesson.kept_clips import kept_clips
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.versions import stretch_of
from wordtrail.core.trail.model import Trail
from wordtrail.core.trail.rests import seam_after, seam_before


@dataclass(frozen=True, slots=True)
class TakePlace:
    """The place that a take is recorded for: `[start, end)` of another take (seconds of its take time), or its rest
    from where the new one goes on (`end` None). `first` and `last` are the words that are to be read; none for talk."""

    take: str
    start: float = 0.0
    end: float | None = None
    first: str = ""
    last: str = ""


def place_of(lesson: Lesson, trails: Mapping[str, Trail], first: str, last: str) -> TakePlace:
    """The place of a stretch of words in what is heard now; behind the words before it, where none of it was read.

    Raises NothingToShow where nothing was recorded yet, and LessonError where the words are not in the passage or come
    from several takes.
    """
    order = lesson.positions()
    low, high = order.get(first, -1), order.get(last, -1)
    if low < 0 or high < low:
        raise LessonError("These words are not in the passage any more.", advice="Choose others.")
    clips = kept_clips(lesson, trails)
    if not clips:
        raise NothingToShow
    shown = {clip.take: current_trail(lesson, clip.take, trails[clip.take]) for clip in clips}
    heard = [(clip, visit) for clip in clips for visit in shown[clip.take].visits if _in_clip(clip, visit.start)]
    takes = {clip.take for clip, visit in heard if low <= order.get(visit.word, -1) <= high}
    if len(takes) > 1:
        raise LessonError(
            "These words come from several takes.",
            kept="The lesson is as it was.",
            advice="Read each part again by itself.",
        )
    if takes:
        take = takes.pop()
        stretch = stretch_of(lesson, take, trails[take], first, last)
        if stretch is not None:
            return TakePlace(take, *stretch, first, last)
    before = [(clip, visit) for clip, visit in heard if 0 <= order.get(visit.word, -1) < low]
    clip, end = (before[-1][0], before[-1][1].end) if before else (clips[0], clips[0].start)
    seam = seam_after(shown[clip.take], end) if before else end
    return TakePlace(clip.take, seam, seam, first, last)


def place_to_go_on(lesson: Lesson, trails: Mapping[str, Trail]) -> tuple[TakePlace, str]:
    """The place behind all that is heard now, and the word with which reading goes on there (empty: all was read).
    Raises NothingToShow where nothing was recorded yet."""
    clips = kept_clips(lesson, trails)
    if not clips:
        raise NothingToShow
    order = lesson.positions()
    heard = [
        visit.word
        for clip in clips
        for visit in current_trail(lesson, clip.take, trails[clip.take]).visits
        if visit.word in order and _in_clip(clip, visit.start)
    ]
    return TakePlace(clips[-1].take), where_stopped(lesson, heard)


def _in_clip(clip: Clip, time: float) -> bool:
    return clip.start <= time < clip.end


def placed(lesson: Lesson, place: TakePlace, there: Trail, take: str, trail: Trail) -> Replacement | None:
    """What puts a take into its place. Of a stretch, what was read of its words comes in; talk as a whole; None where
    the words that were wanted are not in it."""
    start, end = kept_ends(lesson, take, trail)
    if place.end is None:
        return _going_on(lesson, place, there, take, trail)
    if not place.first:
        return Replacement(place.take, place.start, place.end, take, start, end)
    stretch = stretch_of(lesson, take, trail, place.first, place.last)
    return Replacement(place.take, place.start, place.end, take, *stretch) if stretch else None


def _going_on(lesson: Lesson, place: TakePlace, there: Trail, take: str, trail: Trail) -> Replacement:
    """The rest of a take from the first word on that the new one reads, or from its end. What is said before that word
    in the new one is heard."""
    order = lesson.positions()
    shown, before = current_trail(lesson, take, trail), current_trail(lesson, place.take, there)
    first = next((order[visit.word] for visit in shown.visits if visit.word in order), None)
    _, until = kept_ends(lesson, place.take, there)
    for visit in reversed([visit for visit in before.visits if visit.word in order]):
        if first is None or order[visit.word] < first:
            break
        until = min(until, seam_before(before, visit.start))
    return Replacement(place.take, round(until, 4), there.seconds, take, 0.0, trail.seconds)


def where_stopped(lesson: Lesson, read: Sequence[str]) -> str:
    """The word with which reading goes on after these words of the passages: the beginning of the sentence that was
    broken off, or of the one after; empty where all was read."""
    words, order = lesson.words, lesson.positions()
    if not read:
        return words[0].id if words else ""
    last = order[read[-1]]
    whole = last + 1 == len(words) or words[last + 1].sentence != words[last].sentence
    if whole:
        return words[last + 1].id if last + 1 < len(words) else ""
    return next(word.id for word in words if word.sentence == words[last].sentence)
