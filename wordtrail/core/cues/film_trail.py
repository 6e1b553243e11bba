"""A film in small: where along its way students have their turn, and where the voice is silent. For its card."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from wordtrail.core.cues.counts import COUNT
from wordtrail.core.cues.echoes import ECHO
from wordtrail.core.cues.film import video_seconds, video_time
from wordtrail.core.cues.filmed import Filmed


class FilmStop(StrEnum):
    """Why a film stands still."""

    QUESTION = "question"
    ECHO = "echo"
    COUNT = "count"
    SHOWN = "shown"


@dataclass(frozen=True, slots=True)
class StopOnTrail:
    """A stop from `start` to `end` (shares of the film, from 0 to 1)."""

    stop: FilmStop
    start: float
    end: float


@dataclass(frozen=True, slots=True)
class SilentOnTrail:
    """The voice is silent from `start` to `end` (shares of the film)."""

    start: float
    end: float


@dataclass(frozen=True, slots=True)
class FilmTrail:
    """The stops of a film in their order, and where the voice is silent."""

    stops: tuple[StopOnTrail, ...]
    silent: tuple[SilentOnTrail, ...]


def film_trail(film: Filmed) -> FilmTrail:
    """A film in small."""
    sheet = film.sheet
    seconds = max(video_seconds(sheet), 0.001)
    points = {point.id for point in film.lesson.pause_points}
    kinds = {ECHO: FilmStop.ECHO, COUNT: FilmStop.COUNT}
    stops, passed = [], 0.0
    for gate in sheet.gates:
        start = gate.at + passed
        passed += gate.hold
        stop = FilmStop.QUESTION if gate.shows in points else kinds.get(gate.kind, FilmStop.SHOWN)
        stops.append(StopOnTrail(stop, round(start / seconds, 4), round((start + gate.hold) / seconds, 4)))
    now, silent = film.edits.lead, list[SilentOnTrail]()
    for clip in film.edits.clips:
        if clip.silent:
            ends = (video_time(sheet, now), video_time(sheet, now + clip.seconds))
            silent.append(SilentOnTrail(*(round(end / seconds, 4) for end in ends)))
        now += clip.seconds
    return FilmTrail(tuple(stops), tuple(silent))
