"""When and where the teacher's camera picture is seen in a film.

Small it stands where nothing else does on the page, in one place as long as the page is shown; where there is no room,
or the stage comes closer to something, it is not there. It is large while she greets the class, and where she asked for
it, as long as nothing is read meanwhile.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

from wordtrail.core.cues.model import CameraShown
from wordtrail.core.cues.state import COMES_CLOSER
from wordtrail.core.direct.course import Light, PageTurn, ViewMove
from wordtrail.core.edit.edit_list import Clip, EditList
from wordtrail.core.layout.free_place import Place, free_place, whole_place
from wordtrail.core.layout.model import Layout
from wordtrail.core.trail.camera import CameraSize, CameraStretch

SHORTEST = 0.5
"""Seconds: what would be seen for less than that is not shown."""

LARGE_LEAST = 2.0
"""Seconds for which it is large at the least: it does not jump."""

BESIDE_WORDS = 0.4
"""Seconds before a word lights, and after, in which the picture is not large."""

Span = tuple[float, float]
"""From, to: seconds of lesson time."""


@dataclass(frozen=True, slots=True)
class Camera:
    """The camera's picture of a take: when it is there, and how many times as wide as high it is."""

    stretches: tuple[CameraStretch, ...]
    ratio: float


NO_CAMERAS: Mapping[str, Camera] = {}


def camera_shown(
    cameras: Mapping[str, Camera],
    edits: EditList,
    layout: Layout,
    turns: Sequence[PageTurn],
    views: Sequence[ViewMove],
    lights: Sequence[Light],
    *,
    greets: bool,
) -> tuple[CameraShown, ...]:
    """The camera's picture in a film, in its order; `greets`: it is large while she speaks at the title."""
    read = [(light.start - BESIDE_WORDS, light.end + BESIDE_WORDS) for light in lights]
    places: dict[tuple[int, float], Place | None] = {}
    found: list[CameraShown] = []
    for clip, begins, ends, wanted in _there(cameras, edits):
        ratio = cameras[clip.take].ratio
        for page, start, end in _on_pages(turns, begins, ends):
            asked = wanted is CameraSize.LARGE or (greets and layout.pages[page].title)
            large = [one for one in _without((start, end), read) if one[1] - one[0] >= LARGE_LEAST] if asked else []
            found += [_shown(clip, begins, one, whole_place(layout, ratio), large=True) for one in large]
            if (page, ratio) not in places:
                places[page, ratio] = free_place(layout, page, ratio)
            small, near = places[page, ratio], _close([move for move in views if move.page == page], layout)
            rest = [one for one in _without((start, end), [*large, *near]) if one[1] - one[0] >= SHORTEST]
            found += [_shown(clip, begins, one, small, large=False) for one in rest if small]
    return tuple(sorted(found, key=lambda one: one.start))


def _there(cameras: Mapping[str, Camera], edits: EditList) -> Iterator[tuple[Clip, float, float, CameraSize]]:
    """Where a picture is there: the clip (as if it began then), from, to, and how large it is wanted."""
    now = edits.lead
    for clip in edits.clips:
        camera = cameras.get(clip.take)
        for one in camera.stretches if camera and not clip.silent else ():
            start, end = max(clip.start, one.start), min(clip.end, clip.end if one.end is None else one.end)
            if start < end:
                begins = now + clip.heard_at(start)
                yield Clip(clip.take, start, end, clip.pace), begins, now + clip.heard_at(end), one.size
        now += clip.seconds


def _on_pages(turns: Sequence[PageTurn], start: float, end: float) -> Iterator[tuple[int, float, float]]:
    """What is shown between two moments: each page with from when to when."""
    ends = [turn.at for turn in turns[1:]] + [float("inf")]
    for turn, until in zip(turns, ends, strict=True):
        if turn.at < end and until > start:
            yield turn.page, max(start, turn.at), min(end, until)


def _close(views: Sequence[ViewMove], layout: Layout) -> list[Span]:
    """When the stage shows only a part of the page."""
    whole = (0.0, 0.0, layout.width, layout.height)
    closer: float | None = None
    found: list[Span] = []
    for move in views:
        if move.view != whole and closer is None:
            closer = move.at
        elif move.view == whole and closer is not None:
            found.append((closer, move.at + COMES_CLOSER))
            closer = None
    return [*found, (closer, float("inf"))] if closer is not None else found


def _without(span: Span, taken: Sequence[Span]) -> list[Span]:
    """What is left of a span."""
    left, now = [], span[0]
    for start, end in sorted(taken):
        if end <= now or start >= span[1]:
            continue
        if start > now:
            left.append((now, start))
        now = max(now, end)
    return [*left, (now, span[1])] if now < span[1] else left


def _shown(clip: Clip, begins: float, span: Span, place: Place, *, large: bool) -> CameraShown:
    return CameraShown(
        clip.take, round(clip.said_at(span[0] - begins), 4), clip.pace, round(span[0], 4), round(span[1], 4),
        place.x, place.y, place.width, place.height, large,
    )  # fmt: skip
