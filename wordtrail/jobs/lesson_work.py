"""Long work on a lesson: its sound, its video."""

from __future__ import annotations

from functools import partial

from wordtrail.core.align.values import Progress
from wordtrail.core.cues.film import video_seconds
from wordtrail.core.edit.sound_care import SoundCare
from wordtrail.formats import webvtt
from wordtrail.media.render import poster, render
from wordtrail.service.showing import showing
from wordtrail.service.sound import keep_cared_copy, keep_sound, sound_of
from wordtrail.store.numbers import next_number
from wordtrail.store.pictures import read_picture
from wordtrail.store.tables import VideoRow, new_id
from wordtrail.workspace import Workspace

PREPARING, DRAWING, KEEPING = "Preparing the sound", "Drawing the video", "Keeping the video"
VIDEO_PHASES = (PREPARING, DRAWING, KEEPING)

MIXING = "Making the sound"
SOUND_PHASES = (MIXING,)
"""What is done for a video, in order."""


def make_sound(workspace: Workspace, lesson_id: str, report: Progress) -> None:
    """Make the sound that students hear before the first of them waits for it. Raises NothingToShow."""
    report(MIXING, 0.0)
    shown, _ = showing(workspace, lesson_id)
    keep_sound(workspace, lesson_id, shown.edits)


def make_cared_copy(workspace: Workspace, take: str, done: str, report: Progress) -> None:
    """Make the copy of a take that is played, with what is done to its sound (the letters of `care_subject`)."""
    report(MIXING, 0.0)
    keep_cared_copy(workspace, SoundCare(take, "n" in done, "e" in done))


def care_subject(care: SoundCare) -> str:
    """What is done to the sound of a take, as the subject of a job."""
    return f"{care.take}:{'n' * care.less_noise}{'e' * care.even}"


def make_video(workspace: Workspace, lesson_id: str, report: Progress, size: str = "1080p") -> str:
    """Make the video of a lesson with its captions and poster; its new id. Raises NothingToShow."""
    report(PREPARING, 0.0)
    show, revision = showing(workspace, lesson_id)
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
    with workspace.database.write_session() as session:
        session.add(
            VideoRow(
                id=video,
                school_id=workspace.owner.school,
                teacher_id=workspace.owner.teacher,
                lesson_id=lesson_id,
                number=next_number(session, VideoRow.number, VideoRow.lesson_id == lesson_id),
                revision=revision,
                seconds=video_seconds(show.sheet),
                size=bytes_written,
            )
        )
    return video
