"""What is compiled from a lesson: its cue sheet, its sound, its video."""

from __future__ import annotations

import hashlib
from dataclasses import dataclass, replace
from functools import partial
from pathlib import Path

from sqlalchemy.orm import Session

from wordtrail.core.align.values import Progress
from wordtrail.core.cues.compile import compile_cues, edit_list_of, whole_take
from wordtrail.core.cues.model import CueSheet
from wordtrail.core.cues.state import video_seconds
from wordtrail.core.edit.edit_list import EditList
from wordtrail.core.errors import NotFound, NothingToShow
from wordtrail.core.layout.model import Layout
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.path import counting_take
from wordtrail.core.trail.model import Trail
from wordtrail.formats import webvtt
from wordtrail.media.decode import Samples, decode
from wordtrail.media.level import RATE, levelled
from wordtrail.media.render import poster, render
from wordtrail.media.sound import lesson_sound, write_m4a
from wordtrail.store.documents import to_json
from wordtrail.store.lessons import KeptLesson, get_lesson
from wordtrail.store.pictures import read_picture
from wordtrail.store.tables import VideoRow, new_id
from wordtrail.store.takes import TakeFiles, trails_of
from wordtrail.workspace import Workspace

PREPARING, DRAWING, KEEPING = "Preparing the sound", "Drawing the video", "Keeping the video"
VIDEO_STEPS = (PREPARING, DRAWING, KEEPING)

MIXING = "Making the sound"
SOUND_STEPS = (MIXING,)
"""What is done for a video, in order."""


@dataclass(frozen=True, slots=True)
class Showing:
    """A lesson ready to be shown: document with its counting take, layout, edits, cue sheet."""

    kept: KeptLesson
    lesson: Lesson
    trails: dict[str, Trail]
    layout: Layout
    edits: EditList
    sheet: CueSheet


def showing(session: Session, lesson_id: str, take: str = "") -> Showing:
    """The lesson as it is shown; with `take`, that take as it was recorded, in take time.

    Raises NotFound for a take without a trail.
    """
    kept = get_lesson(session, lesson_id)
    trails = trails_of(session, lesson_id)
    lesson = replace(kept.lesson, chosen_take=counting_take(kept.lesson, list(trails)))
    layout = typeset(lesson)
    if take:
        if take not in trails:
            raise NotFound("trail")
        edits = whole_take(take, trails[take])
    else:
        edits = edit_list_of(lesson, trails)
    return Showing(kept, lesson, trails, layout, edits, compile_cues(lesson, trails, layout, edits))


def sound_of(workspace: Workspace, edits: EditList) -> Samples:
    """The lesson's sound in lesson time, 48 000 samples a second. Raises NothingToShow."""
    if not edits.clips:
        raise NothingToShow
    takes = {
        clip.take: levelled(decode(workspace.blobs.path(TakeFiles(clip.take).original), RATE)) for clip in edits.clips
    }
    return lesson_sound(takes, edits)


def kept_sound(workspace: Workspace, edits: EditList) -> Path:
    """The lesson's sound as a file, made when it is first asked for."""
    name = hashlib.sha256(to_json(edits).encode()).hexdigest()[:24]
    key = f"sounds/{name}.m4a"
    if not workspace.blobs.exists(key):
        sound = sound_of(workspace, edits)
        with workspace.blobs.making(key) as path:
            write_m4a(sound, path)
    return workspace.blobs.path(key)


def make_sound(workspace: Workspace, lesson_id: str, report: Progress) -> None:
    """Make the sound that students hear before the first of them waits for it. Raises NothingToShow."""
    report(MIXING, 0.0)
    with workspace.database.session() as session:
        edits = showing(session, lesson_id).edits
    kept_sound(workspace, edits)


def make_video(workspace: Workspace, lesson_id: str, report: Progress, size: str = "1080p") -> str:
    """Make the video of a lesson with its captions and poster; its new id. Raises NothingToShow."""
    report(PREPARING, 0.0)
    with workspace.database.session() as session:
        show = showing(session, lesson_id)
    sound = sound_of(workspace, show.edits)
    video = new_id()
    pictures = partial(read_picture, workspace.blobs)
    with workspace.blobs.making(f"videos/{video}/video.mp4") as path:
        render(
            show.layout, show.sheet, sound, path, size=size, title=show.lesson.title,
            progress=lambda share: report(DRAWING, share), pictures=pictures,
        )  # fmt: skip
        bytes_written = path.stat().st_size
    report(KEEPING, 0.5)
    workspace.blobs.write(f"videos/{video}/captions.vtt", webvtt.write(show.sheet).encode())
    workspace.blobs.write(f"videos/{video}/poster.jpg", poster(show.layout, show.sheet, pictures))
    with workspace.database.session() as session:
        session.add(
            VideoRow(
                id=video,
                school_id=workspace.owner.school,
                teacher_id=workspace.owner.teacher,
                lesson_id=lesson_id,
                revision=show.kept.revision,
                seconds=video_seconds(show.sheet),
                size=bytes_written,
            )
        )
    return video
