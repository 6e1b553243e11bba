"""Putting films on a video host, and where they are seen there."""

from __future__ import annotations

import io

from flask import Response
from flask_openapi.blueprint import APIBlueprint
from pydantic import BaseModel, Field
from sqlalchemy.orm import Session

from wordtrail.api import answers
from wordtrail.api.context import VideoHost, answer, context
from wordtrail.api.takes import LessonPath
from wordtrail.api.views import job_view
from wordtrail.core.errors import NoHost, NotFound
from wordtrail.core.film.model import Film, FilmVersion
from wordtrail.core.layout.codes import code_of
from wordtrail.core.lesson.description import description_of, film_title
from wordtrail.core.lesson.left_out import as_filmed
from wordtrail.jobs.queue import SEND
from wordtrail.service.sending import FILM_KINDS, Words, begin_sending, goes_along
from wordtrail.store.documents import from_json
from wordtrail.store.lessons import get_lesson
from wordtrail.store.sharing import sent_films_of
from wordtrail.store.tables import SentFilmRow, VideoRow

routes = APIBlueprint("hosting", __name__, url_prefix="/api")

NO_HOST = VideoHost("")


class OneVideo(BaseModel):
    video: str = Field(max_length=64)


class OneSent(BaseModel):
    sent: str = Field(max_length=64)


class HostWish(BaseModel):
    """What is said of a film on the host, and what goes along with it."""

    title: str = Field(min_length=1, max_length=200)
    description: str = Field(default="", max_length=5000)
    captions: bool = True
    cover: bool = True


@routes.get("/videos/<video>/host", responses={200: answers.HostOffer})
def host_offer(path: OneVideo) -> Response:
    """What would be said of a film on the video host."""
    workspace, host = context().workspace, context().video_host or NO_HOST
    with workspace.database.read_session() as session:
        row = _film(session, path.video)
        version = FilmVersion(row.version)
        film = from_json(Film, row.film) if row.film else Film(version)
        lesson = as_filmed(get_lesson(session, row.lesson_id, workspace.owner).lesson, film)
    beside = goes_along(workspace, path.video)
    chapters = f"videos/{path.video}/chapters.txt"
    listed = workspace.blobs.read(chapters).decode() if workspace.blobs.exists(chapters) else ""
    return answer(answers.HostOffer(
        host=host.takes_at, simulated=host.simulated, title=film_title(lesson, version),
        description=description_of(lesson, version), chapters=listed, captions="captions" in beside,
        cover="cover" in beside,
    ))  # fmt: skip


@routes.post("/videos/<video>/host", responses={202: answers.Job})
def put_on_host(path: OneVideo, body: HostWish) -> Response:
    """Put a film on the video host, in the background; what is there of it already is not sent again."""
    server = context()
    if server.video_host is None:
        raise NoHost
    workspace, host = server.workspace, server.video_host.takes_at
    with workspace.database.write_session() as session:
        film = _film(session, path.video)
        beside = [role for role in goes_along(workspace, film.id) if getattr(body, role)]
        said = Words(body.title.strip() or "A film", body.description.strip())
        row = begin_sending(session, film, host, said, beside)
        sent, lesson = row.id, film.lesson_id
    return answer(job_view(server.queue.add(SEND, lesson, sent)), 202)


@routes.get("/lessons/<lesson>/sent", responses={200: answers.SentFilms})
def sent_films(path: LessonPath) -> Response:
    """The films of a lesson that were put on a host."""
    workspace, host = context().workspace, context().video_host or NO_HOST
    with workspace.database.read_session() as session:
        get_lesson(session, path.lesson, workspace.owner)
        sent = [
            answers.SentFilm(
                id=row.id, film=row.video_id, version=FilmVersion(row.version), title=row.title, address=row.address,
                made_at=row.made_at,
            )
            for row in sent_films_of(session, path.lesson)
        ]  # fmt: skip
    return answer(answers.SentFilms(host=host.takes_at, simulated=host.simulated, sent=sent))


@routes.get("/sent/<sent>/qr.svg")
def address_as_code(path: OneSent) -> Response:
    """Where a film is seen, as a QR code (ISO/IEC 18004), in SVG."""
    with context().workspace.database.read_session() as session:
        row = session.get(SentFilmRow, path.sent)
        if row is None or row.teacher_id != context().workspace.owner.teacher or not row.address:
            raise NotFound("link")
        address = row.address
    return Response(qr_picture(address), mimetype="image/svg+xml")


def qr_picture(address: str) -> bytes:
    """An address as a QR code (ISO/IEC 18004), in SVG."""
    drawn = io.BytesIO()
    code_of(address).save(drawn, kind="svg", scale=8, border=4, dark="#14302E", light="#FFFFFF", xmldecl=False)
    return drawn.getvalue()


def _film(session: Session, video: str) -> VideoRow:
    row = session.get(VideoRow, video)
    if row is None or row.teacher_id != context().workspace.owner.teacher or row.wrapping not in FILM_KINDS:
        raise NotFound("video")
    return row
