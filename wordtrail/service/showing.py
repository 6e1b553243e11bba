"""A lesson ready to be shown: laid out and compiled once, and kept for all who look at it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from pathlib import Path

from wordtrail.core.cues.camera_shown import NO_CAMERAS, Camera
from wordtrail.core.cues.compile import compile_cues, edit_list_of, whole_take
from wordtrail.core.cues.film import HoldInFilm, holds_in_film, video_seconds
from wordtrail.core.cues.filmed import Filmed, filmed
from wordtrail.core.cues.model import CueSheet
from wordtrail.core.cues.state import think_seconds
from wordtrail.core.edit.edit_list import EditList
from wordtrail.core.errors import NotFound
from wordtrail.core.film.model import AS_READ, Film
from wordtrail.core.layout.model import Layout
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.model import Lesson, with_take
from wordtrail.core.lesson.stage_texts import stage_texts
from wordtrail.core.lesson.take_in_use import take_in_use
from wordtrail.core.remembered import Kept
from wordtrail.core.trail.model import Trail
from wordtrail.media.camera import picture_ratio
from wordtrail.store.documents import to_json
from wordtrail.store.lessons import get_lesson
from wordtrail.store.takes import TakeFiles, camera_of, newest_trails, takes_of, uses_of
from wordtrail.workspace import Workspace

MOST_BOXES = 200_000
"""Word boxes of all lessons that are held ready; a box with its piece takes about a kilobyte. What two states of a
lesson share is held once and counted twice."""


@dataclass(frozen=True, slots=True)
class Stage:
    """What is seen and heard of a lesson; `think_seconds` are those that students have at all pause points together,
    `video_seconds` how long the film is, `holds` where it stands still, `texts` what can be written on its pages."""

    title: str
    layout: Layout
    sheet: CueSheet
    edits: EditList
    think_seconds: float
    video_seconds: float
    holds: tuple[HoldInFilm, ...]
    texts: dict[str, str]


@dataclass(frozen=True, slots=True)
class Showing:
    """A lesson with the take it uses, laid out and compiled. `key` names just this state of it: document, take and
    trails."""

    key: str
    lesson: Lesson
    trails: dict[str, Trail]
    layout: Layout
    edits: EditList
    sheet: CueSheet

    @property
    def filmed(self) -> Filmed:
        """The film of it."""
        return Filmed(self.lesson, self.layout, self.edits, self.sheet)

    @property
    def stage(self) -> Stage:
        """What is seen and heard of it."""
        lesson, sheet = self.lesson, self.sheet
        seconds = round(video_seconds(sheet), 3)
        return Stage(
            lesson.title, self.layout, sheet, self.edits, think_seconds(sheet), seconds,
            holds_in_film(sheet, signal=lesson.films.signal), stage_texts(lesson),
        )  # fmt: skip


_shown: Kept[str, Showing] = Kept(
    MOST_BOXES, lambda one: 200.0 + sum(len(page.boxes) + len(page.pieces) / 4 for page in one.layout.pages)
)


def showing(workspace: Workspace, lesson_id: str, take: str = "", film: Film = AS_READ) -> tuple[Showing, int]:
    """The lesson as it is shown in a film, and its revision; with `take`, that take as it was recorded, in take time.

    Raises NotFound, also for a take without a trail.
    """
    with workspace.database.read_session() as session:
        kept = get_lesson(session, lesson_id)
        trails = newest_trails(session, lesson_id)
        used = take_in_use(kept.lesson, uses_of(session, lesson_id, trails))
    if take and take not in trails:
        raise NotFound("trail")
    name = "" if film == AS_READ else to_json(film)
    key = "/".join((kept.key, take, used, *(found.id for found in trails.values()), name))
    heard = {id: found.trail for id, found in trails.items()}
    cameras = cameras_of(workspace, lesson_id) if film.choices.camera and not take else NO_CAMERAS
    key += f"/{'.'.join(cameras)}" if cameras else ""
    return _shown.get_or_make(key, lambda: _compiled(key, kept.lesson, heard, used, take, film, cameras)), kept.revision


def cameras_of(workspace: Workspace, lesson_id: str) -> dict[str, Camera]:
    """The camera's pictures of a lesson's takes, as far as they are ready to be looked at."""
    with workspace.database.read_session() as session:
        rows = [(row.id, camera_of(row)) for row in takes_of(session, lesson_id) if row.camera]
    found = {}
    for take, stretches in rows:
        ratio = picture_ratio(copy) if (copy := camera_copy(workspace, take)) else None
        if ratio:
            found[take] = Camera(stretches, ratio)
    return found


def camera_copies(workspace: Workspace, sheet: CueSheet) -> dict[str, Path]:
    """Take → the file in which its camera's picture is looked at, of those that are seen in a film."""
    takes = dict.fromkeys(one.take for one in sheet.cameras)
    return {take: copy for take in takes if (copy := camera_copy(workspace, take))}


def camera_copy(workspace: Workspace, take: str) -> Path | None:
    """The file in which the camera's picture of a take is looked at, where it is there."""
    key = TakeFiles(take).camera_copy
    return workspace.blobs.path(key) if workspace.blobs.exists(key) else None


def shown_before(key: str) -> Showing | None:
    """What was shown under this key, if it is still held."""
    return _shown.get(key)


def _compiled(
    key: str,
    document: Lesson,
    trails: dict[str, Trail],
    used: str,
    take: str,
    film: Film,
    cameras: Mapping[str, Camera],
) -> Showing:
    lesson = with_take(document, used)
    if film != AS_READ and not take:
        made = filmed(lesson, trails, film, cameras)
        return Showing(key, made.lesson, trails, made.layout, made.edits, made.sheet)
    layout = typeset(document)
    edits = whole_take(take, trails[take]) if take else edit_list_of(lesson, trails)
    return Showing(key, lesson, trails, layout, edits, compile_cues(lesson, trails, layout, edits))
