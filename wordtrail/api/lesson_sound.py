"""A lesson's sound as an answer: the file that a job has made, or word that it is being made."""

from __future__ import annotations

from flask import Response, send_file

from wordtrail.api.context import context
from wordtrail.core.edit.edit_list import EditList
from wordtrail.core.edit.sound_care import SoundCare
from wordtrail.core.errors import LessonError, SoundBeingMade
from wordtrail.core.film.model import FilmVersion
from wordtrail.jobs.lesson_work import care_subject
from wordtrail.jobs.queue import CARE, SOUND
from wordtrail.service.sound import kept_sound, sound_name
from wordtrail.store.jobs import job_about
from wordtrail.store.takes import TakeFiles


def sound_answer(lesson: str, edits: EditList, version: FilmVersion | None = None) -> Response:
    """The sound that `edits` make of a lesson (in one of its films), in ranges. Nothing is worked out here: where it
    was not made yet, its
    job is begun, and SoundBeingMade is raised. Raises NothingToShow, and LessonError where the job failed."""
    server = context()
    path = kept_sound(server.workspace, lesson, edits)
    if path is None:
        ask_for_sound(lesson, edits, version)
        raise SoundBeingMade
    return send_file(path, mimetype="audio/mp4", conditional=True)


def cared_answer(lesson: str, care: SoundCare) -> Response:
    """The copy of a take that is listened to, with what is done to its sound, in ranges; where it was not made yet, its
    job is begun, and SoundBeingMade is raised."""
    blobs = context().workspace.blobs
    key = TakeFiles(care.take).cared_for(care)
    if not blobs.exists(key):
        _ask_for(CARE, lesson, care_subject(care))
        raise SoundBeingMade
    return send_file(blobs.path(key), mimetype="audio/mp4", conditional=True)


def ask_for_sound(lesson: str, edits: EditList, version: FilmVersion | None = None) -> None:
    """Have a lesson's sound made, or that of a film, unless it is under way. Raises LessonError where that failed
    before."""
    _ask_for(SOUND, lesson, f"{lesson}:{sound_name(edits)}{f':{version}' if version else ''}")


def _ask_for(kind: str, lesson: str, subject: str) -> None:
    server = context()
    with server.workspace.database.read_session() as session:
        before = job_about(session, kind, subject)
    if before is not None and before.state == "failed":
        raise LessonError(before.message)
    if before is None or before.state not in ("waiting", "running"):
        server.queue.add(kind, lesson, subject)
