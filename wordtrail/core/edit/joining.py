"""From takes and the teacher's choices to the clips of a lesson, in their order."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum

from wordtrail.core.edit.edit_list import HAIR, Clip

SHORTEST_CLIP = 0.02
"""Seconds below which a clip is nothing: both its seams would lie in it."""


@dataclass(frozen=True, slots=True)
class Replacement:
    """Where `[start, end)` of `take` would be heard, `[by_start, by_end)` of the take `by` is heard instead (seconds of
    the take time of each). Start and end in one place put it in between; a stretch up to the end of the take goes on
    with the other."""

    take: str
    start: float
    end: float
    by: str
    by_start: float
    by_end: float

    def overlaps(self, other: Replacement) -> bool:
        """Whether both speak of the same moments of one take."""
        if self.take != other.take:
            return False
        return (self.start < other.end and other.start < self.end) or (self.start, self.end) == (other.start, other.end)


SHORTEST_CUT = 0.05
"""Seconds below which there is nothing to cut: both sides of its seam would lie in it."""


class CutKind(StrEnum):
    """What is cut."""

    WORDS = "words"
    TALK = "talk"
    SILENCE = "silence"
    """The middle of one that was too long."""
    BEGUN_TWICE = "begun twice"
    SOUND = "sound"
    """One that is no voice."""


@dataclass(frozen=True, slots=True)
class Cut:
    """`[start, end)` of a take is not heard (seconds of take time)."""

    take: str
    start: float
    end: float
    kind: CutKind = CutKind.WORDS

    def holds(self, clip: Clip) -> bool:
        """Whether all of a clip lies in it, but for less than a clip's shortest length."""
        inside = self.start - SHORTEST_CLIP <= clip.start and clip.end <= self.end + SHORTEST_CLIP
        return self.take == clip.take and inside


def with_replacement(replacements: Sequence[Replacement], new: Replacement) -> tuple[Replacement, ...]:
    """The replacements with a new one: what was chosen before for the same moments is forgotten."""
    return (*(one for one in replacements if not new.overlaps(one)), new)


def joined(whole: Clip, replacements: Sequence[Replacement], cuts: Sequence[Cut]) -> tuple[Clip, ...]:
    """The clips that are heard in the place of `whole`, one after another: of the stretches that replace parts of it,
    and of those that replace parts of these, without what is cut. Clips that go on in the same take are one. A
    replacement that leads back into itself is passed over."""
    heard: list[Clip] = []
    for clip in _resolved(whole, tuple(replacements), cuts):
        last = heard[-1] if heard else None
        if last and last.take == clip.take and abs(last.end - clip.start) < HAIR:
            heard[-1] = replace(last, end=clip.end)
        else:
            heard.append(clip)
    return tuple(clip for clip in heard if clip.seconds >= SHORTEST_CLIP)


def _resolved(clip: Clip, replacements: tuple[Replacement, ...], cuts: Sequence[Cut]) -> Iterator[Clip]:
    now = clip.start
    inside = (one for one in replacements if one.take == clip.take and clip.start <= one.start and one.end <= clip.end)
    for one in sorted(inside, key=lambda found: (found.start, found.end)):
        if one.start < now - HAIR:
            continue
        yield from _without(Clip(clip.take, now, one.start), cuts)
        others = tuple(other for other in replacements if other != one)
        chosen = Clip(one.by, one.by_start, one.by_end)
        # What was cut as a whole and chosen after that is heard.
        yield from _resolved(chosen, others, [cut for cut in cuts if not cut.holds(chosen)])
        now = one.end
    yield from _without(Clip(clip.take, now, clip.end), cuts)


def _without(clip: Clip, cuts: Sequence[Cut]) -> Iterator[Clip]:
    """What is left of a clip beside the cuts."""
    now = clip.start
    for cut in sorted((one for one in cuts if one.take == clip.take), key=lambda one: one.start):
        if cut.end <= now or cut.start >= clip.end:
            continue
        if cut.start > now:
            yield replace(clip, start=now, end=cut.start)
        now = cut.end
    if now < clip.end:
        yield replace(clip, start=now)
