"""The edit list, and how times go through it.

Lesson time runs over the kept clips one after another, behind a title of `lead` seconds. A hold
is a moment at which the lesson stands still while its sound is silent.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, replace
from itertools import pairwise

from wordtrail.core.edit.sound_care import SoundCare

HAIR = 1e-6
"""Seconds by which sums of times may differ."""

ROOM = 0.4
"""Seconds left around the sound when the ends are trimmed by themselves."""


@dataclass(frozen=True, slots=True)
class Trim:
    """Where a take begins and ends, set by hand (seconds of take time)."""

    take: str
    start: float
    end: float


@dataclass(frozen=True, slots=True)
class Clip:
    """Take time `[start, end)` of a take, heard at `pace` times the speed at which it was said; of a `silent` one
    only the room is heard, for as long."""

    take: str
    start: float
    end: float
    pace: float = 1.0
    silent: bool = False

    @property
    def seconds(self) -> float:
        """How long it is heard (lesson time)."""
        return (self.end - self.start) / self.pace

    def heard_at(self, time: float) -> float:
        """Take time → seconds from when the clip is first heard."""
        return (time - self.start) / self.pace

    def said_at(self, seconds: float) -> float:
        """Seconds from when the clip is first heard → take time."""
        return self.start + seconds * self.pace


@dataclass(frozen=True, slots=True)
class Mute:
    """Take time `[start, end)` of a take, in which nothing is heard though time goes on, or only a tone (`beep`)."""

    take: str
    start: float
    end: float
    beep: bool = False


@dataclass(frozen=True, slots=True)
class Hold:
    """At lesson time `at` (before holds), the lesson stands still for `seconds`; where `signal` is set, a soft sound
    says that it does."""

    at: float
    seconds: float
    signal: bool = False


@dataclass(frozen=True, slots=True)
class EditList:
    """Clips in the order in which they are heard, after a title of `lead` seconds; `mutes` are silent in them.
    `cares` is what is done to the sound of its takes."""

    clips: tuple[Clip, ...]
    lead: float = 0.0
    mutes: tuple[Mute, ...] = ()
    cares: tuple[SoundCare, ...] = ()

    @property
    def seconds(self) -> float:
        """The length of the lesson without holds."""
        return self.lead + sum(clip.seconds for clip in self.clips)

    def to_lesson(self, take: str, time: float) -> float | None:
        """Take time → lesson time; None where it was cut away. A clip's very end counts as in it."""
        now = self.lead
        for clip in self.clips:
            if clip.take == take and clip.start - HAIR <= time <= clip.end + HAIR:
                return now + min(max(clip.heard_at(time), 0.0), clip.seconds)
            now += clip.seconds
        return None

    def near(self, take: str, time: float) -> float | None:
        """Take time → lesson time; in what was cut between two clips, where they meet. None before the first clip of
        the take and after its last."""
        exact = self.to_lesson(take, time)
        own = [clip for clip in self.clips if clip.take == take]
        cut = (after.start for before, after in pairwise(own) if before.end < time < after.start)
        return exact if exact is not None else next((self.to_lesson(take, start) for start in cut), None)

    def to_take(self, time: float) -> tuple[str, float] | None:
        """Lesson time → (take, take time); None during the title and after the end."""
        now = self.lead
        for clip in self.clips:
            if now <= time < now + clip.seconds:
                return clip.take, clip.said_at(time - now)
            now += clip.seconds
        return None

    def without(self, stretches: Iterable[tuple[float, float]]) -> EditList:
        """What is left when stretches of it (seconds of lesson time) are taken out."""
        taken = sorted(stretches)
        left: list[Clip] = []
        now = self.lead
        for clip in self.clips:
            begin = clip.start
            for start, end in ((clip.said_at(start - now), clip.said_at(end - now)) for start, end in taken):
                if start >= clip.end or end <= begin:
                    continue
                left.append(replace(clip, start=begin, end=max(begin, start)))
                begin = end
            left.append(replace(clip, start=begin))
            now += clip.seconds
        return replace(self, clips=tuple(clip for clip in left if clip.seconds > HAIR))


def trimmed_ends(sound_start: float, sound_end: float, seconds: float) -> tuple[float, float]:
    """Take times between which a take is kept when nobody said otherwise: 0.4 s of room around
    the sound, within the take. A take without sound is kept whole."""
    if sound_end <= sound_start:
        return 0.0, seconds
    return max(0.0, sound_start - ROOM), min(seconds, sound_end + ROOM)


def held(time: float, holds: tuple[Hold, ...]) -> float:
    """Lesson time → video time: later by all holds that lie before it. A hold's own moment is
    the moment it begins."""
    return time + sum(hold.seconds for hold in holds if hold.at < time)
