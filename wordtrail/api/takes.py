"""Takes: recorded piece by piece or handed in as a file; and the jobs that work on them."""

from __future__ import annotations

import base64
import hashlib

from flask import Response, request
from flask_openapi.blueprint import APIBlueprint
from flask_openapi.models.file import FileStorage
from pydantic import BaseModel, ConfigDict, Field
from sqlalchemy.orm import Session

from wordtrail.api import answers, take_answers
from wordtrail.api.context import answer, context
from wordtrail.api.views import job_view, take_view
from wordtrail.core.edit.holds import Echo
from wordtrail.core.errors import DamagedOnTheWay, EmptySound, NotFound
from wordtrail.core.lesson.placing import TakePlace
from wordtrail.core.lesson.take_in_use import TakeUse
from wordtrail.core.trail.camera import CAMERA, CameraSize, camera_in
from wordtrail.core.trail.events import TakeEvent
from wordtrail.jobs.queue import ALIGN
from wordtrail.media.camera import has_picture
from wordtrail.media.decode import decode
from wordtrail.service.finishing import finish
from wordtrail.service.giving_time import echo_in, slower_in, words_elsewhere
from wordtrail.service.placing import lines, place_for
from wordtrail.service.reading_known import known_of
from wordtrail.service.removing import remove_one_take
from wordtrail.service.shortening import cut_for, shortening
from wordtrail.store.jobs import ask_to_stop, get_job
from wordtrail.store.lessons import get_lesson
from wordtrail.store.tables import new_id
from wordtrail.store.takes import (
    LARGEST_PIECE,
    TakeFiles,
    Track,
    add_events,
    add_piece,
    begin_take,
    finish_take,
    get_take,
)
from wordtrail.workspace import Workspace

routes = APIBlueprint("takes", __name__, url_prefix="/api")

CHECK_RATE = 8_000
"""Samples a second at which a file handed in is decoded to see whether it is sound at all."""


class LessonPath(BaseModel):
    lesson: str = Field(max_length=64)


class TakePath(BaseModel):
    take: str = Field(max_length=64)


class PiecePath(TakePath):
    number: int = Field(ge=0, le=100_000)


class JobPath(BaseModel):
    job: str = Field(max_length=64)


class SoundForm(BaseModel):
    model_config = ConfigDict(arbitrary_types_allowed=True)
    sound: FileStorage


@routes.post("/lessons/<lesson>/takes", responses={201: take_answers.Take})
def begin(path: LessonPath, body: take_answers.NewTake) -> Response:
    """A new take, to which pieces will be sent while it is recorded."""
    workspace = context().workspace
    place = TakePlace(**body.place.model_dump()) if body.place else None
    with workspace.database.write_session() as session:
        lesson = get_lesson(session, path.lesson, workspace.owner).lesson
        _check_place(session, path.lesson, place)
        row = begin_take(session, workspace.owner, path.lesson, body.origin, place=place)
        view = take_view(row, lesson)
    return answer(view, 201)


def _is_whole(data: bytes, digest: str) -> bool:
    """Whether data has the SHA-256 that is claimed for it (RFC 9530); where none is claimed, it is taken as it is."""
    name, _, value = digest.partition("=")
    if name.strip().lower() != "sha-256":
        return True
    return base64.b64encode(hashlib.sha256(data).digest()).decode() == value.strip().strip(":")


def check_lesson(lesson: str) -> Workspace:
    """The workspace, in which the teacher has this lesson. Raises NotFound."""
    workspace = context().workspace
    with workspace.database.read_session() as session:
        get_lesson(session, lesson, workspace.owner)
    return workspace


def _check_place(session: Session, lesson: str, place: TakePlace | None) -> None:
    """Raises NotFound where the place is in a take of another lesson."""
    if place and get_take(session, place.take, context().workspace.owner).lesson_id != lesson:
        raise NotFound("take")


@routes.get("/lessons/<lesson>/place", responses={200: take_answers.PlaceForTake})
def place(path: LessonPath, query: take_answers.PlaceQuery) -> Response:
    """The place of some words in what is heard now, to record them again; or behind all of it, to go on."""
    found, begin = place_for(context().workspace, path.lesson, query.first, query.last)
    return answer(take_answers.PlaceForTake(place=found, begin=begin))


@routes.get("/lessons/<lesson>/lines", responses={200: take_answers.Lines})
def all_lines(path: LessonPath) -> Response:
    """The sentences of a lesson with their readings in all takes, and which is heard."""
    return answer(take_answers.Lines(lines=list(lines(context().workspace, path.lesson))))


@routes.get("/lessons/<lesson>/shorter", responses={200: take_answers.Shorter})
def what_could_be_cut(path: LessonPath, query: take_answers.ShorterQuery) -> Response:
    """What could be cut of a take, what is, and how long the lesson is by it."""
    workspace = check_lesson(path.lesson)
    found = shortening(workspace, path.lesson, query.take, query.longest, query.length)
    return answer(take_answers.Shorter(found=found))


@routes.get("/lessons/<lesson>/reading", responses={200: take_answers.HowRead})
def how_it_was_read(path: LessonPath, query: take_answers.ReadingQuery) -> Response:
    """Pace, phrases, pauses and talk of a take, and what a teacher can do with them."""
    workspace = check_lesson(path.lesson)
    return answer(take_answers.HowRead(known=known_of(workspace, path.lesson, query.take, query.grade)))


@routes.get("/lessons/<lesson>/cut", responses={200: take_answers.CutFor})
def what_would_go(path: LessonPath, query: take_answers.CutQuery) -> Response:
    """What goes when a stretch of a take is cut, and what lies in it."""
    workspace = check_lesson(path.lesson)
    found = cut_for(workspace, path.lesson, query.take, query.start, query.end, query.kind)
    return answer(take_answers.CutFor(cut=found))


@routes.get("/lessons/<lesson>/echo", responses={200: take_answers.EchoFor})
def what_could_be_said_back(path: LessonPath, query: take_answers.EchoQuery) -> Response:
    """Where students could say back what they heard in a take, and for how long."""
    workspace = check_lesson(path.lesson)
    echo = Echo(query.factor, query.least, query.most)
    found = echo_in(workspace, path.lesson, query.take, query.after, echo, query.start, query.end)
    seconds = round(sum(one.seconds for one in found), 1)
    return answer(take_answers.EchoFor(holds=list(found), seconds=seconds))


@routes.get("/lessons/<lesson>/slower", responses={200: take_answers.SlowerFor})
def what_could_be_slower(path: LessonPath, query: take_answers.TakeQuery) -> Response:
    """The paragraphs of a take that run far ahead of the plan, as slow as they would have to be."""
    workspace = check_lesson(path.lesson)
    return answer(take_answers.SlowerFor(stretches=list(slower_in(workspace, path.lesson, query.take))))


@routes.get("/lessons/<lesson>/same-words", responses={200: take_answers.SameWords})
def where_else_they_are_read(path: LessonPath, query: take_answers.StretchQuery) -> Response:
    """Where else in the takes the words of a stretch are read, each as what puts it in their place."""
    workspace = check_lesson(path.lesson)
    found = words_elsewhere(workspace, path.lesson, query.take, query.start, query.end)
    return answer(take_answers.SameWords(readings=list(found)))


@routes.post("/takes/<take>/name", responses={200: answers.Done})
def rename(path: TakePath, body: take_answers.TakeName) -> Response:
    """Give a take a name of its own; an empty one takes it away."""
    workspace = context().workspace
    with workspace.database.write_session() as session:
        get_take(session, path.take, workspace.owner).name = " ".join(body.name.split())
    return answer(answers.Done())


@routes.put("/takes/<take>/pieces/<int:number>", responses={200: answers.Done})
def keep_piece(path: PiecePath) -> Response:
    """Keep the next piece of a recording (raw bytes, in order; sending one again is harmless). With a Content-Digest it
    is taken only as it was sent."""
    return _kept_piece(path, Track.SOUND)


@routes.put("/takes/<take>/camera/<int:number>", responses={200: answers.Done})
def keep_camera_piece(path: PiecePath) -> Response:
    """Keep the next piece of the camera's picture of a recording, as those of its sound are kept."""
    return _kept_piece(path, Track.CAMERA)


def _kept_piece(path: PiecePath, track: Track) -> Response:
    workspace = context().workspace
    data = request.stream.read(LARGEST_PIECE + 1)
    if not _is_whole(data, request.headers.get("Content-Digest", "")):
        raise DamagedOnTheWay
    with workspace.database.write_session() as session:
        row = get_take(session, path.take, workspace.owner)
        add_piece(session, workspace.blobs, row, path.number, data, track)
    return answer(answers.Done())


@routes.post("/takes/<take>/events", responses={200: answers.Done})
def keep_events(path: TakePath, body: take_answers.Events) -> Response:
    """Append what happened while recording; sending it again is harmless."""
    workspace = context().workspace
    with workspace.database.write_session() as session:
        row = get_take(session, path.take, workspace.owner)
        add_events(session, row, body.first, [TakeEvent(e.at, e.what, e.detail) for e in body.events])
    return answer(answers.Done())


@routes.post("/takes/<take>/finish", responses={202: answers.Job})
def finish_recording(path: TakePath) -> Response:
    """The recording is over (or was broken off): keep it, and find its words in the background."""
    server = context()
    lesson = finish(server.workspace, path.take)
    return answer(job_view(server.queue.add(ALIGN, lesson, path.take)), 202)


@routes.post("/lessons/<lesson>/takes/file", responses={202: answers.Job})
def hand_in(path: LessonPath, form: SoundForm, query: take_answers.PlaceWish) -> Response:
    """Hand in a sound file as a take, for the whole lesson or a place of it. What is no sound is refused and leaves no
    take behind."""
    server = context()
    owner, blobs = server.workspace.owner, server.workspace.blobs
    place = TakePlace(**query.model_dump()) if query.take else None
    with server.workspace.database.read_session() as session:
        get_lesson(session, path.lesson, owner)
        _check_place(session, path.lesson, place)
    take = new_id()
    with blobs.making(TakeFiles(take).original) as file:
        form.sound.save(file)
        size = file.stat().st_size
        if size == 0:
            raise EmptySound
        seconds = round(len(decode(file, CHECK_RATE)) / CHECK_RATE, 3)
        filmed = [TakeEvent(0.0, CAMERA, CameraSize.SMALL)] if has_picture(file) else []
    with server.workspace.database.write_session() as session:
        row = begin_take(session, owner, path.lesson, "file", take, place)
        row.size, row.seconds = size, seconds
        add_events(session, row, 0, filmed)
        finish_take(row, camera_in(filmed))
    return answer(job_view(server.queue.add(ALIGN, path.lesson, take)), 202)


@routes.post("/takes/<take>/set-aside", responses={200: answers.Done})
def set_aside(path: TakePath) -> Response:
    """The lesson stays with the take that it uses; this one is kept beside it."""
    workspace = context().workspace
    with workspace.database.write_session() as session:
        get_take(session, path.take, workspace.owner).use = TakeUse.BY_CHOICE.value
    return answer(answers.Done())


@routes.delete("/takes/<take>", responses={200: answers.Done})
def delete_take(path: TakePath) -> Response:
    """Delete a take for good: its recording and what was found in it."""
    remove_one_take(context().workspace, path.take)
    return answer(answers.Done())


@routes.post("/takes/<take>/align", responses={202: answers.Job})
def align_again(path: TakePath) -> Response:
    """Find the words of a take again (after its passage was changed)."""
    server = context()
    with server.workspace.database.read_session() as session:
        lesson = get_take(session, path.take, server.workspace.owner).lesson_id
    return answer(job_view(server.queue.add(ALIGN, lesson, path.take)), 202)


@routes.get("/jobs/<job>", responses={200: answers.Job})
def one_job(path: JobPath) -> Response:
    """How far a job is."""
    workspace = context().workspace
    with workspace.database.read_session() as session:
        view = job_view(get_job(session, path.job, workspace.owner))
    return answer(view)


@routes.post("/jobs/<job>/cancel", responses={200: answers.Job})
def cancel(path: JobPath) -> Response:
    """Ask a job to stop."""
    workspace = context().workspace
    with workspace.database.write_session() as session:
        row = get_job(session, path.job, workspace.owner)
        ask_to_stop(session, row)
        view = job_view(row)
    return answer(view)
