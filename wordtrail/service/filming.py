"""The films of a lesson: which there are, how long and how large each would be, and what has changed since one was
made."""

from __future__ import annotations

import json
import shutil
from collections.abc import Mapping
from dataclasses import dataclass, replace

from wordtrail.core.cues.film import video_seconds
from wordtrail.core.cues.film_trail import FilmTrail, film_trail
from wordtrail.core.cues.filmed import Filmed
from wordtrail.core.film.model import Film, FilmVersion, StageShape
from wordtrail.core.lesson.changed_since import changed_since, film_facts
from wordtrail.core.lesson.kept_clips import takes_used
from wordtrail.core.lesson.left_out import as_filmed
from wordtrail.core.lesson.model import Lesson, with_take
from wordtrail.media.estimate import estimated_bytes
from wordtrail.service.showing import camera_copies, showing
from wordtrail.store.documents import from_json
from wordtrail.store.lessons import KeptLesson, get_lesson
from wordtrail.store.tables import VideoRow
from wordtrail.store.takes import FoundTrail
from wordtrail.workspace import Workspace

SPARE = 64 * 2**20
"""Bytes of the disk that are left free."""

TWICE = 2
"""How often all of a film is on the disk: its stretches stay, so that they need not be made again."""

CHOSEN, SOMETHING = "what was chosen for it", "something"
"""What has changed, where it is not in the lesson, and where films did not know yet what they show."""


@dataclass(frozen=True, slots=True)
class PlannedFilm:
    """One of the four films as it would be made now: its length (seconds), about how large it will be and how much room
    on the disk making it takes (bytes), and its way."""

    version: FilmVersion
    seconds: float
    bytes: int
    room: int
    trail: FilmTrail


def film_of(workspace: Workspace, lesson_id: str, version: FilmVersion) -> Film:
    """A film of a lesson, as its teacher chose it to be. Raises NotFound."""
    with workspace.database.read_session() as session:
        return Film(version, get_lesson(session, lesson_id, workspace.owner).lesson.films).itself


def planned_film(workspace: Workspace, lesson_id: str, version: FilmVersion) -> PlannedFilm:
    """A film of a lesson, as it would be made now. Raises NotFound."""
    film = film_of(workspace, lesson_id, version)
    show, _ = showing(workspace, lesson_id, film=film)
    size = _size(workspace, show.filmed, film)
    return PlannedFilm(version, round(video_seconds(show.sheet), 3), size, TWICE * size, film_trail(show.filmed))


def room_for(workspace: Workspace, made: Filmed, film: Film) -> int:
    """About how many bytes of the disk a film takes."""
    return TWICE * _size(workspace, made, film)


def _size(workspace: Workspace, made: Filmed, film: Film) -> int:
    return estimated_bytes(made, film.choices, camera_copies(workspace, made.sheet))


def facts_of(lesson: Lesson, found: Mapping[str, FoundTrail], film: Film) -> dict[str, str]:
    """What of a lesson (with the take it uses) is in a film, and which trails it follows."""
    used = takes_used(lesson, {take: one.trail for take, one in found.items()})
    return {**film_facts(as_filmed(lesson, film)), "trail:found": " ".join(found[take].id for take in used)}


def what_changed(row: VideoRow, kept: KeptLesson, found: Mapping[str, FoundTrail], used: str) -> str:
    """What is another in a lesson now, with these trails and the take it uses, than it was in a film, in words; empty
    where nothing is. Films of several shapes stand side by side: that another one is chosen now makes none older."""
    if not row.facts:
        return "" if row.revision == kept.revision else SOMETHING
    film = from_json(Film, row.film)
    as_now = Film(film.version, replace(kept.lesson.films, shape=film.choices.shape)).itself
    changed = changed_since(json.loads(row.facts), facts_of(with_take(kept.lesson, used), found, film))
    if film == as_now:
        return changed
    return f"{changed}, and {CHOSEN}" if changed else CHOSEN


def shape_of(row: VideoRow) -> StageShape:
    """The shape of a film that was made."""
    return from_json(Film, row.film).choices.shape if row.film else StageShape.WIDE


def free_bytes(workspace: Workspace) -> int:
    """Room on the disk for what is made, in bytes."""
    return max(0, shutil.disk_usage(workspace.folder).free - SPARE)
