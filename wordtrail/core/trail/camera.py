"""The camera's picture beside a take: when it is there, and how large it is wanted."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from enum import StrEnum

from wordtrail.core.trail.events import TakeEvent

CAMERA, GONE = "camera", "gone"
"""The event whose detail is a size from then on, or that the picture is gone."""


class CameraSize(StrEnum):
    """How much of the stage the camera's picture is to have."""

    LARGE = "large"
    """A greeting, or talk with nothing to look at."""
    SMALL = "small"
    """Beside the text, where there is room."""


@dataclass(frozen=True, slots=True)
class CameraStretch:
    """The camera's picture is there in one size from `start` to `end` (seconds of take time; None: to the end)."""

    start: float
    end: float | None
    size: CameraSize


def camera_in(events: Iterable[TakeEvent]) -> tuple[CameraStretch, ...]:
    """The stretches of a take in which the camera's picture is there, in order; none without a camera. A picture that
    is gone does not come back: its recording has ended there."""
    return tuple(_stretches(sorted((one for one in events if one.what == CAMERA), key=lambda one: one.at)))


def _stretches(events: list[TakeEvent]) -> Iterator[CameraStretch]:
    start, size = 0.0, None
    for event in events:
        wanted = CameraSize(event.detail) if event.detail in set(CameraSize) else None
        if event.detail != GONE and (wanted is None or wanted is size):
            continue
        if size is not None and event.at > start:
            yield CameraStretch(start, event.at, size)
        if event.detail == GONE:
            return
        start, size = event.at, wanted
    if size is not None:
        yield CameraStretch(start, None, size)
