"""Files for the teacher's side: takes to listen to, peaks, lesson sound, videos, the QR code, fonts."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial

from flask import Response, send_file
from flask_openapi.blueprint import APIBlueprint
from pydantic import BaseModel, Field

from wordtrail.api.context import context
from wordtrail.api.hosting import qr_picture
from wordtrail.api.lesson_sound import cared_answer, sound_answer
from wordtrail.api.takes import LessonPath, TakePath
from wordtrail.api.views import link_view
from wordtrail.core.changes.limits import LONGEST_TAKE
from wordtrail.core.edit.sound_care import SoundCare
from wordtrail.core.errors import NotFound
from wordtrail.core.film.model import AS_READ, FilmVersion
from wordtrail.core.layout.faces import face_bytes
from wordtrail.core.layout.model import Layout
from wordtrail.core.text.look import Typeface
from wordtrail.core.text.model import Style
from wordtrail.media.print_chart import page_as_pdf
from wordtrail.media.signal import signal_alone
from wordtrail.media.wav import as_wav
from wordtrail.service.filming import film_of
from wordtrail.service.showing import showing
from wordtrail.service.sound import heard_with, room_of
from wordtrail.store.lessons import get_lesson
from wordtrail.store.pictures import PICTURE_FILE, read_picture
from wordtrail.store.sharing import link_of
from wordtrail.store.takes import TakeFiles, get_take

routes = APIBlueprint("media", __name__, url_prefix="/api")


class FacePath(BaseModel):
    typeface: Typeface
    style: Style


class PicturePath(BaseModel):
    file: str = Field(pattern=PICTURE_FILE)


class FilmQuery(BaseModel):
    """One of a lesson's films, or the lesson as it was read."""

    film: FilmVersion | None = None


CHART = "^chart[0-9]+$"
"""The id of an organizer, as it stands in addresses."""


def chart_answer(layout: Layout, chart: str) -> Response:
    """An organizer without what is filled in, as a PDF to print. Raises NotFound."""
    page = layout.page_of_board(chart)
    if page is None:
        raise NotFound("chart")
    data = page_as_pdf(layout, page, partial(read_picture, context().workspace.blobs))
    return Response(data, mimetype="application/pdf")


class CareQuery(BaseModel):
    """What is done to the sound of a take."""

    less_noise: bool = False
    even: bool = False


class HeardQuery(CareQuery):
    """A sample from `start` on, in seconds of take time."""

    start: float = Field(default=0, ge=0, le=LONGEST_TAKE)


@routes.get("/takes/<take>/heard")
def take_heard(path: TakePath, query: HeardQuery) -> Response:
    """A sample of a take with what is done to its sound, to compare."""
    workspace = context().workspace
    with workspace.database.read_session() as session:
        row = get_take(session, path.take, workspace.owner)
    if not workspace.blobs.exists(TakeFiles(row.id).original):
        raise NotFound("sound")
    start = min(query.start, max(0.0, row.seconds - 1.0))
    sample = heard_with(workspace, SoundCare(row.id, query.less_noise, query.even), start)
    return Response(sample, mimetype="audio/mp4")


@routes.get("/takes/<take>/sound")
def take_sound(path: TakePath, query: CareQuery) -> Response:
    """The copy of a take that is listened to, in ranges, with what is done to its sound; 503 while that is made."""
    care = SoundCare(path.take, query.less_noise, query.even)
    if care.is_any:
        workspace = context().workspace
        with workspace.database.read_session() as session:
            lesson = get_take(session, path.take, workspace.owner).lesson_id
        return cared_answer(lesson, care)
    return _take_file(path.take, lambda files: files.listening, "audio/mp4")


@routes.get("/takes/<take>/camera")
def take_camera(path: TakePath) -> Response:
    """The camera's picture of a take in take time, in ranges."""
    return _take_file(path.take, lambda files: files.camera_copy, "video/mp4")


@routes.get("/takes/<take>/peaks")
def take_peaks(path: TakePath) -> Response:
    """The height of a take's sound, one byte every 20 ms."""
    return _take_file(path.take, lambda files: files.peaks, "application/octet-stream")


def _take_file(take: str, key: Callable[[TakeFiles], str], mimetype: str) -> Response:
    workspace = context().workspace
    with workspace.database.read_session() as session:
        files = TakeFiles(get_take(session, take, workspace.owner).id)
    if not workspace.blobs.exists(key(files)):
        raise NotFound("sound")
    return send_file(workspace.blobs.path(key(files)), mimetype=mimetype, conditional=True)


@routes.get("/lessons/<lesson>/simulated-microphone")
def simulated_microphone(path: LessonPath) -> Response:
    """What the simulated microphone hears; only where one was asked for at the start."""
    hears = context().simulated_microphone
    if hears is None:
        raise NotFound("microphone")
    workspace = context().workspace
    with workspace.database.read_session() as session:
        title = get_lesson(session, path.lesson, workspace.owner).lesson.title
    return Response(hears(title), mimetype="audio/mp4")


@routes.get("/lessons/<lesson>/sound")
def lesson_sound(path: LessonPath, query: FilmQuery) -> Response:
    """The lesson's sound in lesson time, or that of one of its films, in ranges; 503 while it is being made."""
    workspace = context().workspace
    with workspace.database.read_session() as session:
        get_lesson(session, path.lesson, workspace.owner)
    film = film_of(workspace, path.lesson, query.film) if query.film else AS_READ
    shown, _ = showing(workspace, path.lesson, film=film)
    return sound_answer(path.lesson, shown.edits, query.film)


@routes.get("/lessons/<lesson>/room")
def film_room(path: LessonPath, query: FilmQuery) -> Response:
    """What is heard where a film of the lesson stands still, to be played over and over."""
    workspace = context().workspace
    with workspace.database.read_session() as session:
        get_lesson(session, path.lesson, workspace.owner)
    film = film_of(workspace, path.lesson, query.film) if query.film else AS_READ
    shown, _ = showing(workspace, path.lesson, film=film)
    return Response(room_of(workspace, shown.edits), mimetype="audio/wav")


@routes.get("/signal")
def signal() -> Response:
    """The soft signal at pause points, as films have it."""
    return Response(as_wav(signal_alone()), mimetype="audio/wav")


@routes.get("/lessons/<lesson>/link/qr.svg")
def qr_code(path: LessonPath) -> Response:
    """The student link as a QR code (ISO/IEC 18004), in SVG."""
    workspace = context().workspace
    with workspace.database.read_session() as session:
        get_lesson(session, path.lesson, workspace.owner)
        link = link_of(session, path.lesson)
    if link is None:
        raise NotFound("link")
    return Response(qr_picture(link_view(link.token).url), mimetype="image/svg+xml")


def picture_answer(file: str) -> Response:
    """A kept picture as an answer. Raises NotFound."""
    data = read_picture(context().workspace.blobs, file)
    response = Response(data, mimetype="image/png" if file.endswith(".png") else "image/jpeg")
    response.headers["Cache-Control"] = "private, max-age=604800, immutable"
    return response


@routes.get("/faces/<typeface>/<style>.ttf")
def face(path: FacePath) -> Response:
    """A font file: the very one that the layout was measured with."""
    response = Response(face_bytes(path.style, path.typeface), mimetype="font/ttf")
    response.headers["Cache-Control"] = "public, max-age=604800"
    return response


@routes.get("/pictures/<file>")
def picture(path: PicturePath) -> Response:
    """A picture that is kept."""
    return picture_answer(path.file)
