"""Timings of a take and the edit list as files, and timings back in."""

from __future__ import annotations

from pathlib import PurePath

from flask import Response
from flask_openapi.blueprint import APIBlueprint
from pydantic import Field

from wordtrail.api import take_answers
from wordtrail.api.bodies import Body
from wordtrail.api.context import answer
from wordtrail.api.downloads import download, file_name
from wordtrail.api.files import FileForm
from wordtrail.api.takes import LessonPath, check_lesson
from wordtrail.core.errors import TooLarge
from wordtrail.formats.timing.all import TIMING_FORMATS
from wordtrail.formats.timing.format import LARGEST
from wordtrail.service.exporting import export, timing_export
from wordtrail.service.timings import moves_of_edits, moves_of_file

routes = APIBlueprint("timings", __name__, url_prefix="/api")

KINDS = ("trail", *(one.kind for one in TIMING_FORMATS))


class TimingPath(LessonPath):
    kind: str = Field(pattern=f"^({'|'.join(KINDS)})$")


class OfTake(Body):
    take: str = Field(max_length=64)


@routes.get("/lessons/<lesson>/timing/<kind>")
def timing_file(path: TimingPath, query: OfTake) -> Response:
    """When each word of a take is said, as a file."""
    made = timing_export(check_lesson(path.lesson), path.lesson, query.take, path.kind)
    return download(made.file.data, made.file.media_type, file_name(made.title, f".{made.file.ending}"))


@routes.get("/lessons/<lesson>/timeline")
def timeline_file(path: LessonPath) -> Response:
    """Which stretches of which takes are heard, as OpenTimelineIO."""
    made = export(check_lesson(path.lesson), path.lesson, "timeline")
    return download(made.file.data, made.file.media_type, file_name(made.title, f".{made.file.ending}"))


@routes.post("/lessons/<lesson>/timeline", responses={200: take_answers.EditsRead})
def read_timeline(path: LessonPath, form: FileForm) -> Response:
    """What an edit list would change; nothing is changed."""
    workspace = check_lesson(path.lesson)
    found = moves_of_edits(workspace, path.lesson, _all_of(form))
    return answer(take_answers.EditsRead(found=found))


def _all_of(form: FileForm) -> bytes:
    data = form.file.stream.read(LARGEST + 1)
    if len(data) > LARGEST:
        raise TooLarge(LARGEST // 2**20)
    return data


@routes.post("/lessons/<lesson>/timing", responses={200: take_answers.TimingRead})
def read_timing(path: LessonPath, form: FileForm, query: OfTake) -> Response:
    """What a file of timings would change; nothing is changed."""
    workspace = check_lesson(path.lesson)
    data = _all_of(form)
    ending = PurePath(form.file.filename or "").suffix.removeprefix(".")
    found = moves_of_file(workspace, path.lesson, query.take, data, ending)
    return answer(take_answers.TimingRead(found=found))
