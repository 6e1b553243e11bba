"""Where a take goes that was recorded for a place of the lesson: a stretch read again, or the rest of it."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from itertools import groupby

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

    Where they come from several takes, it is the place of those that are heard first. Raises NothingToShow where
    nothing was recorded yet, and LessonError where the words are not in the passage.
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
        now = heard_runs(lesson, trails, first, last)[0]
        return TakePlace(now.take, now.start, now.end, first, last)
    if takes:
        take = takes.pop()
        stretch = stretch_of(lesson, take, trails[take], first, last)
        if stretch is not None:
            return TakePlace(take, *stretch, first, last)
    before = [(clip, visit) for clip, visit in heard if 0 <= order.get(visit.word, -1) < low]
    clip, end = (before[-1][0], before[-1][1].end) if before else (clips[0], clips[0].start)
    seam = seam_after(shown[clip.take], end) if before else end
    return TakePlace(clip.take, seam, seam, first, last)


@dataclass(frozen=True, slots=True)
class HeardRun:
    """The words from `first` to `last` are heard from `start` to `end` of one take (seconds of take time)."""

    take: str
    first: str
    last: str
    start: float
    end: float


def heard_runs(lesson: Lesson, trails: Mapping[str, Trail], first: str, last: str) -> list[HeardRun]:
    """From which takes a stretch of words is heard now, one after another, each with the breath beside it."""
    order = lesson.positions()
    low, high = order.get(first, -1), order.get(last, -1)
    clips = kept_clips(lesson, trails)
    shown = {clip.take: current_trail(lesson, clip.take, trails[clip.take]) for clip in clips}
    heard = (
        (clip.take, visit)
        for clip in clips
        for visit in shown[clip.take].visits
        if _in_clip(clip, visit.start) and low <= order.get(visit.word, -1) <= high
    )
    runs = []
    for take, group in groupby(heard, key=lambda one: one[0]):
        visits = [visit for _, visit in group]
        start, end = seam_before(shown[take], visits[0].start), seam_after(shown[take], visits[-1].end)
        words = sorted((visit.word for visit in visits), key=lambda word: order[word])
        runs.append(HeardRun(take, words[0], words[-1], start, end))
    return runs


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


def placed(lesson: Lesson, trails: Mapping[str, Trail], place: TakePlace, take: str) -> tuple[Replacement, ...]:
    """What puts a take into its place. Of a stretch, what was read of its words comes in, for each take that they are
    heard from; talk as a whole; nothing where the words that were wanted are not in it."""
    trail = trails[take]
    start, end = kept_ends(lesson, take, trail)
    if place.end is None:
        return (_going_on(lesson, place, trails[place.take], take, trail),)
    if not place.first:
        return (Replacement(place.take, place.start, place.end, take, start, end),)
    runs = heard_runs(lesson, trails, place.first, place.last)
    if len(runs) <= 1:
        runs = [HeardRun(place.take, place.first, place.last, place.start, place.end)]
    read = ((run, stretch_of(lesson, take, trail, run.first, run.last)) for run in runs)
    return tuple(Replacement(run.take, run.start, run.end, take, *own) for run, own in read if own)


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
