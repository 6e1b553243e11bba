"""What of its takes a lesson is made of: one take from end to end, with what was dropped and what comes from others."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from wordtrail.core.edit.edit_list import Clip
from wordtrail.core.edit.joining import Cut, Replacement, joined
from wordtrail.core.edit.slowing import Slower, slowed
from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.current_trail import current_trail, kept_ends
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.remembered import remembered
from wordtrail.core.trail.again import Dropped, dropped_readings
from wordtrail.core.trail.model import Trail
from wordtrail.core.trail.rests import seam_after, seam_before


@remembered(32)
def dropped_in(lesson: Lesson, take: str, trail: Trail) -> tuple[Dropped, ...]:
    """The readings of a take that were dropped at the desk, as they stand in the lesson now."""
    agains = [one for one in lesson.agains if one.take == take]
    if not agains:
        return ()
    words = script(lesson)
    order = {word.id: place for place, word in enumerate(words)}
    return dropped_readings(
        current_trail(lesson, take, trail), agains, order, {word.id: word.sentence for word in words}
    )


def kept_clips(lesson: Lesson, trails: Mapping[str, Trail]) -> tuple[Clip, ...]:
    """The clips of the chosen take and of all that come into it, in order; none where it has no trail. What comes from
    a take without a trail stays as it was."""
    trail = trails.get(lesson.chosen_take)
    if trail is None:
        return ()
    start, end = kept_ends(lesson, lesson.chosen_take, trail)
    there = (_inside(lesson, one, trails[one.by]) for one in lesson.replacements if one.by in trails)
    dropped = (Cut(take, one.start, one.end) for take, own in trails.items() for one in dropped_in(lesson, take, own))
    cuts = [*dropped, *lesson.cuts]
    replacements = [within for one in there if (within := _to_end(one, lesson.chosen_take, start, end)) is not None]
    clips = joined(Clip(lesson.chosen_take, start, end), replacements, cuts)
    return slowed(clips, (_at_rests(lesson, one, trails[one.take]) for one in lesson.slower if one.take in trails))


def takes_used(lesson: Lesson, trails: Mapping[str, Trail]) -> tuple[str, ...]:
    """The takes of which something is heard in the lesson, in the order in which they are first heard."""
    return tuple(dict.fromkeys(clip.take for clip in kept_clips(lesson, trails)))


def _at_rests(lesson: Lesson, one: Slower, trail: Trail) -> Slower:
    """A slower stretch from the rest before it to the one after it: its pace never changes inside a word."""
    shown = current_trail(lesson, one.take, trail)
    return replace(one, start=seam_before(shown, one.start), end=seam_after(shown, one.end))


def _inside(lesson: Lesson, one: Replacement, trail: Trail) -> Replacement:
    """A replacement between the ends that are kept of the take that comes in."""
    start, end = kept_ends(lesson, one.by, trail)
    by_start = min(max(one.by_start, start), end)
    return replace(one, by_start=by_start, by_end=max(by_start, min(one.by_end, end)))


def _to_end(one: Replacement, take: str, start: float, end: float) -> Replacement | None:
    """A replacement in what is kept of the lesson's take, as far as it lies there; None where it does not."""
    if one.take != take:
        return one
    begins, ends = max(one.start, start), min(one.end, end)
    return replace(one, start=begins, end=ends) if begins <= ends else None
