"""The films of a lesson: how long each would be, making them, and their files."""

from __future__ import annotations

from functools import partial

from flask import Response, send_file
from flask_openapi.blueprint import APIBlueprint
from pydantic import BaseModel, Field

from wordtrail.api import answers
from wordtrail.api.context import answer, context
from wordtrail.api.takes import LessonPath
from wordtrail.api.views import films_view, job_view
from wordtrail.core.changes.limits import LONGEST_TAKE
from wordtrail.core.cues.cover import moment_at
from wordtrail.core.errors import NotFound
from wordtrail.core.film.model import FilmVersion
from wordtrail.jobs.queue import VIDEO
from wordtrail.media.render import cover
from wordtrail.service.film_making import FILE_KINDS, FilmWish
from wordtrail.service.filming import film_of, free_bytes, planned_film
from wordtrail.service.showing import camera_copies, showing
from wordtrail.store.lessons import get_lesson
from wordtrail.store.pictures import read_picture
from wordtrail.store.tables import VideoRow

routes = APIBlueprint("films", __name__, url_prefix="/api")

_FILES = {
    "video.mp4": "video/mp4", "video.webm": "video/webm", "video.m4a": "audio/mp4", "video.opus": "audio/ogg",
    "captions.vtt": "text/vtt", "captions.srt": "application/x-subrip", "captions.ttml": "application/ttml+xml",
    "timeline.otio": "application/json", "chapters.txt": "text/plain",
    "poster.jpg": "image/jpeg", "cover.png": "image/png",
}  # fmt: skip


class VideoPath(BaseModel):
    video: str = Field(max_length=64)
    file: str = Field(max_length=20)


class CoverQuery(BaseModel):
    film: FilmVersion
    revision: int = 0


class DownloadQuery(BaseModel):
    name: str = Field(default="", max_length=200)


@routes.get("/lessons/<lesson>/films", responses={200: answers.Films})
def films(path: LessonPath) -> Response:
    """The four films of a lesson as they would be made now, and those that were made."""
    workspace = context().workspace
    planned = [planned_film(workspace, path.lesson, version) for version in FilmVersion]
    with workspace.database.read_session() as session:
        kept = get_lesson(session, path.lesson, workspace.owner)
        return answer(films_view(session, kept, planned, free_bytes(workspace)))


@routes.post("/lessons/<lesson>/films", responses={202: answers.Jobs})
def wish_films(path: LessonPath, body: answers.FilmsWish) -> Response:
    """Make films in the background, one after another."""
    server = context()
    with server.workspace.database.read_session() as session:
        get_lesson(session, path.lesson, server.workspace.owner)
    kind = next(one for one in FILE_KINDS if one.value == body.kind)
    jobs = [
        server.queue.add(VIDEO, path.lesson, f"{path.lesson}:{FilmWish(version, kind, body.steady).name}")
        for version in dict.fromkeys(body.versions)
    ]
    return answer(answers.Jobs(jobs=[job_view(job) for job in jobs]), 202)


class MomentQuery(BaseModel):
    """A moment of one of a lesson's films (seconds of lesson time), and the stop at which it stands, if it does."""

    film: FilmVersion
    time: float = Field(ge=0, le=LONGEST_TAKE)
    gate: str = Field(default="", max_length=120)


@routes.get("/lessons/<lesson>/cover", responses={200: answers.Cover})
def cover_here(path: LessonPath, query: MomentQuery) -> Response:
    """What a moment of a film is as a cover; none at its title."""
    workspace = context().workspace
    film = film_of(workspace, path.lesson, query.film)
    show, _ = showing(workspace, path.lesson, film=film)
    return answer(answers.Cover(moment=moment_at(show.filmed, query.time, query.gate)))


@routes.get("/lessons/<lesson>/cover.png")
def cover_picture(path: LessonPath, query: CoverQuery) -> Response:
    """The cover of a film as it would be made now."""
    workspace = context().workspace
    film = film_of(workspace, path.lesson, query.film)
    show, _ = showing(workspace, path.lesson, film=film)
    cameras = camera_copies(workspace, show.sheet)
    painted = cover(show.filmed, partial(read_picture, workspace.blobs), film.choices, cameras)
    return Response(painted.png(), mimetype="image/png")


@routes.get("/videos/<video>/<file>")
def film_file(path: VideoPath, query: DownloadQuery) -> Response:
    """A film, its captions, chapters or cover; with `name`, as a download of that name."""
    workspace = context().workspace
    with workspace.database.read_session() as session:
        row = session.get(VideoRow, path.video)
    key = f"videos/{path.video}/{path.file}"
    if row is None or row.teacher_id != workspace.owner.teacher or path.file not in _FILES:
        raise NotFound("video")
    if not workspace.blobs.exists(key):
        raise NotFound("video")
    return send_file(
        workspace.blobs.path(key),
        mimetype=_FILES[path.file],
        conditional=True,
        as_attachment=bool(query.name),
        download_name=query.name or path.file,
    )
