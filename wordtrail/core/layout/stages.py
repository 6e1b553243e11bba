"""The shapes of stage a lesson can be laid out for."""

from __future__ import annotations

from dataclasses import dataclass

TYPE_SCALE = (96.0, 88.0, 80.0, 72.0, 66.0, 60.0, 54.0, 48.0, 44.0)
"""Font sizes in page units, largest first; the last is the smallest that reads comfortably from
the back of a classroom."""


@dataclass(frozen=True, slots=True)
class Stage:
    """A stage's size and where its text and its signposts stand, in page units. Left of `text_edge` a page of the
    passage is text alone; right of it is the room for signposts."""

    name: str
    width: float
    height: float
    text_left: float
    text_width: float
    text_top: float
    text_height: float
    number_right: float
    text_edge: float
    signpost_left: float
    signpost_width: float


WIDE = Stage("wide", 1920, 1080, 168, 1090, 64, 952, 128, 1300, 1356, 500)
