"""The films of a lesson: which there are, how long and how large each would be, and what has changed since one was
made."""

from __future__ import annotations

import hashlib
import json
import shutil
from dataclasses import dataclass

from wordtrail.core.cues.film import video_seconds
from wordtrail.core.cues.film_trail import FilmTrail, film_trail
from wordtrail.core.film.model import Film, Version
from wordtrail.core.lesson.changed_since import changed_since, film_facts
from wordtrail.media.estimate import estimated_bytes
from wordtrail.service.showing import Showing, showing
from wordtrail.store.documents import from_json
from wordtrail.store.lessons import get_lesson
from wordtrail.store.tables import VideoRow
from wordtrail.workspace import Workspace

SPARE = 64 * 2**20
"""Bytes of the disk that are left free."""

CHOSEN = "what was chosen for it"


@dataclass(frozen=True, slots=True)
class PlannedFilm:
    """One of the four films as it would be made now: its length (seconds), about how large (bytes), and its way."""

    version: Version
    seconds: float
    bytes: int
    trail: FilmTrail


def film_of(workspace: Workspace, lesson_id: str, version: Version) -> Film:
    """A film of a lesson, as its teacher chose it to be. Raises NotFound."""
    with workspace.database.read_session() as session:
        return Film(version, get_lesson(session, lesson_id, workspace.owner).lesson.films)


def planned_film(workspace: Workspace, lesson_id: str, version: Version) -> PlannedFilm:
    """A film of a lesson, as it would be made now. Raises NotFound."""
    film = film_of(workspace, lesson_id, version)
    show, _ = showing(workspace, lesson_id, film=film)
    size = estimated_bytes(show.filmed, film.choices)
    return PlannedFilm(version, round(video_seconds(show.sheet), 3), size, film_trail(show.filmed))


def facts_of(show: Showing) -> dict[str, str]:
    """What of a lesson is in a film, with the trails that it follows."""
    used = {clip.take for clip in show.edits.clips}
    trails = sorted((take, repr(trail)) for take, trail in show.trails.items() if take in used)
    return {**film_facts(show.lesson), "trail:found": hashlib.sha256(repr(trails).encode()).hexdigest()[:10]}


def what_changed(workspace: Workspace, row: VideoRow) -> str:
    """What is another now than it was in a film, in words; empty where nothing is, also where it was made before films
    knew what they show."""
    if not row.facts:
        return ""
    film = from_json(Film, row.film)
    show, _ = showing(workspace, row.lesson_id, film=film)
    found = changed_since(json.loads(row.facts), facts_of(show))
    if film == film_of(workspace, row.lesson_id, film.version):
        return found
    return f"{found}, and {CHOSEN}" if found else CHOSEN


def free_bytes(workspace: Workspace) -> int:
    """Room on the disk for what is made, in bytes."""
    return max(0, shutil.disk_usage(workspace.folder).free - SPARE)
