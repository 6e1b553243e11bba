"""An edit list that comes back from another program: what of the takes would be cut, and what heard again."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise

from wordtrail.core.edit.edit_list import Clip, EditList
from wordtrail.core.edit.joining import SHORTEST_CUT, Cut, CutKind
from wordtrail.core.edit.slowing import SLOWEST_PACE, Slower
from wordtrail.core.lesson.model import Lesson

ROUNDED = 0.001
"""Seconds to which files round."""

SAME_PACE = 0.005
"""Shares of its pace by which a stretch may differ and be as it was: files round them."""

Span = tuple[float, float]


@dataclass(frozen=True, slots=True)
class EditMoves:
    """What would change: stretches that would be `cut`, cuts that would go (`back`: what of them stays cut is among the
    new ones), how many seconds of the takes are heard less and more; stretches that would be heard at another pace
    (`slower`; 1 is as they were said). `elsewhere` is how many stretches of the file are not in the lesson now and were
    not cut out of it; `reordered` whether it puts stretches in another order. Neither is taken over."""

    cut: tuple[Cut, ...]
    back: tuple[Cut, ...]
    less: float
    more: float
    slower: tuple[Slower, ...]
    elsewhere: int
    reordered: bool


def edit_moves(lesson: Lesson, edits: EditList, read: Sequence[Clip]) -> EditMoves:
    """What the clips of a file would change of a lesson whose clips are `edits`."""
    cut: list[Cut] = []
    back: list[Cut] = []
    slower: list[Slower] = []
    less = more = 0.0
    elsewhere = 0
    for take in dict.fromkeys(clip.take for clip in edits.clips):
        now = _spans(edits.clips, take)
        theirs = _spans(read, take)
        gone = _without(now, theirs)
        cut += [Cut(take, start, end, CutKind.SOUND) for start, end in gone]
        less += _length(gone)
        fresh = _without(theirs, now)
        for one in (one for one in lesson.cuts if one.take == take):
            heard = _within(fresh, (one.start, one.end))
            if heard:
                back.append(one)
                cut += [replace(one, start=start, end=end) for start, end in _without([(one.start, one.end)], heard)]
                more += _length(heard)
                fresh = _without(fresh, heard)
        elsewhere += len(fresh)
        slower += _paces(edits.clips, [clip for clip in read if clip.take == take])
    known = {clip.take for clip in edits.clips}
    elsewhere += sum(clip.take not in known for clip in read)
    ours = [clip for clip in read if clip.take in known]
    return EditMoves(
        tuple(cut), tuple(back), round(less, 3), round(more, 3), tuple(slower), elsewhere, _reordered(edits.clips, ours)
    )


def _spans(clips: Iterable[Clip], take: str) -> list[Span]:
    """What of a take is heard, in its order, joined where it goes on."""
    joined: list[Span] = []
    for start, end in sorted((clip.start, clip.end) for clip in clips if clip.take == take):
        if joined and start <= joined[-1][1] + SHORTEST_CUT:
            joined[-1] = (joined[-1][0], max(end, joined[-1][1]))
        else:
            joined.append((start, end))
    return joined


def _without(spans: Sequence[Span], taken: Sequence[Span]) -> list[Span]:
    """What is left of stretches, as far as it is more than nothing."""
    left: list[Span] = []
    for start, end in spans:
        for begin, until in sorted(taken):
            if until <= start or begin >= end:
                continue
            left.append((start, begin))
            start = max(start, until)
        left.append((start, end))
    return [(round(start, 3), round(end, 3)) for start, end in left if end - start >= SHORTEST_CUT]


def _within(spans: Sequence[Span], part: Span) -> list[Span]:
    """What of stretches lies in one of them."""
    shared = ((max(start, part[0]), min(end, part[1])) for start, end in spans)
    return [(start, end) for start, end in shared if end - start >= SHORTEST_CUT]


def _length(spans: Iterable[Span]) -> float:
    return sum(end - start for start, end in spans)


def _paces(ours: Sequence[Clip], theirs: Sequence[Clip]) -> list[Slower]:
    """Stretches of one take that are heard at another pace in the file."""
    found = []
    for clip in theirs:
        for own in (one for one in ours if one.take == clip.take and abs(one.pace - _pace(clip.pace)) > SAME_PACE):
            start, end = max(clip.start, own.start), min(clip.end, own.end)
            if end - start >= SHORTEST_CUT:
                found.append(Slower(clip.take, round(start, 3), round(end, 3), _pace(clip.pace)))
    return found


def _pace(pace: float) -> float:
    """The nearest pace at which a stretch can be heard."""
    return round(min(1.0, max(SLOWEST_PACE, pace)), 3)


def _reordered(ours: Sequence[Clip], theirs: Sequence[Clip]) -> bool:
    """Whether the file's stretches do not follow one another as the lesson's do."""

    def place_of(clip: Clip) -> int | None:
        own = (n for n, one in enumerate(ours) if one.take == clip.take and one.start - ROUNDED <= clip.start < one.end)
        return next(own, None)

    places = [place_of(clip) for clip in theirs]
    known = [(place, clip.start) for place, clip in zip(places, theirs, strict=True) if place is not None]
    return any(before > after for before, after in pairwise(known))
