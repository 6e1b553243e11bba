"""When a mark is drawn."""

from __future__ import annotations

from enum import StrEnum


class Moment(StrEnum):
    """When a mark is drawn."""

    READ = "when read"
    TALK = "in the talk after"
    PAUSE = "at a pause point"
    QUOTED = "when quoted later"
    START = "from the start"
