"""Files brought in: handed over, read in the background, and put into a lesson as pages."""

from __future__ import annotations

from flask import Response
from flask_openapi.blueprint import APIBlueprint
from flask_openapi.models.file import FileStorage
from pydantic import BaseModel, ConfigDict, Field

from wordtrail.api import answers
from wordtrail.api.context import answer, context
from wordtrail.api.takes import LessonPath
from wordtrail.api.views import change_answer, fresh_answer, job_view
from wordtrail.core.changes.passage_changes import AddPages
from wordtrail.core.errors import LessonError, NotReadable, TooLarge
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.legends import legend_for
from wordtrail.core.text.draft import DraftPage, DraftPassage
from wordtrail.core.text.intake import passage_from_pages
from wordtrail.jobs.queue import READ
from wordtrail.media.pictures import opened, written
from wordtrail.service.changing import change_lesson
from wordtrail.store.files import (
    LARGEST_FILE_MEGABYTES,
    add_file,
    forget_file,
    get_file,
    reading_of,
)
from wordtrail.store.jobs import ask_to_stop, job_about
from wordtrail.store.lessons import add_lesson, get_lesson
from wordtrail.store.pictures import keep_picture_file
from wordtrail.store.tables import FileRow

routes = APIBlueprint("files", __name__, url_prefix="/api")


class FilePath(BaseModel):
    file: str = Field(max_length=64)


class FileForm(BaseModel):
    model_config = ConfigDict(arbitrary_types_allowed=True)
    file: FileStorage


@routes.post("/files", responses={201: answers.BroughtFile})
def bring(form: FileForm) -> Response:
    """Hand over a file; it is read in the background."""
    server = context()
    limit = LARGEST_FILE_MEGABYTES * 2**20
    data = form.file.stream.read(limit + 1)
    if len(data) > limit:
        raise TooLarge(LARGEST_FILE_MEGABYTES)
    with server.workspace.database.write_session() as session:
        row = add_file(session, server.workspace.blobs, server.workspace.owner, form.file.filename or "", data)
    job = server.queue.add(READ, None, row.id)
    return answer(_view(row, job_view(job)), 201)


@routes.get("/files/<file>", responses={200: answers.BroughtFile})
def one_file(path: FilePath) -> Response:
    """How far the reading of a file is, and what was found in it."""
    workspace = context().workspace
    with workspace.database.read_session() as session:
        row = get_file(session, path.file, workspace.owner)
        job = job_about(session, READ, row.id)
        view = _view(row, job_view(job) if job else None)
    return answer(view)


@routes.delete("/files/<file>", responses={200: answers.Done})
def forget(path: FilePath) -> Response:
    """Forget a file that was brought in; its reading stops."""
    workspace = context().workspace
    with workspace.database.write_session() as session:
        row = get_file(session, path.file, workspace.owner)
        job = job_about(session, READ, row.id)
        if job:
            ask_to_stop(session, job)
        forget_file(session, workspace.blobs, row)
    return answer(answers.Done())


@routes.post("/lessons/from-files", responses={201: answers.LessonView})
def lesson_from_files(body: answers.NewLessonFromFiles) -> Response:
    """A new lesson whose first passage is what was read from files."""
    workspace = context().workspace
    draft = _chosen(body.files)
    passage = passage_from_pages(draft.pages, title=body.title or draft.title, author=draft.author)
    lesson = Lesson((passage,), legend=legend_for(passage))
    with workspace.database.write_session() as session:
        kept = add_lesson(session, workspace.owner, lesson, body.unit.strip())
    return fresh_answer(kept)


@routes.post("/lessons/<lesson>/pages-from-files", responses={200: answers.LessonChange})
def pages_from_files(path: LessonPath, body: answers.PagesFromFiles) -> Response:
    """Pages read from files go to the end of a passage, or become a new one."""
    command = AddPages(body.passage, _chosen(body.files))
    return change_answer(change_lesson(context().workspace, path.lesson, body.revision, command))


@routes.post("/lessons/<lesson>/pictures", responses={201: answers.KeptPicture})
def keep_picture(path: LessonPath, form: FileForm) -> Response:
    """Keep a picture for a lesson, made anew at a usual size."""
    workspace = context().workspace
    with workspace.database.read_session() as session:
        get_lesson(session, path.lesson, workspace.owner)
    limit = LARGEST_FILE_MEGABYTES * 2**20
    data = form.file.stream.read(limit + 1)
    if len(data) > limit:
        raise TooLarge(LARGEST_FILE_MEGABYTES)
    encoded, ending, width, height = written(opened(data))
    name = keep_picture_file(workspace.blobs, encoded, ending)
    return answer(answers.KeptPicture(file=name, width=width, height=height), 201)


def _chosen(chosen: list[answers.ChosenFile]) -> DraftPassage:
    """The chosen chapters of all files as one passage. Raises NotFound, and LessonError where nothing is chosen."""
    workspace = context().workspace
    with workspace.database.read_session() as session:
        rows = [get_file(session, one.file, workspace.owner) for one in chosen]
    drafts: list[DraftPassage] = []
    for row, wanted in zip(rows, chosen, strict=True):
        read = reading_of(row)
        if read is None:
            raise NotReadable("file")
        numbers = wanted.chapters or list(range(len(read.chapters)))
        drafts += [read.chapters[number] for number in numbers if 0 <= number < len(read.chapters)]
    pages: tuple[DraftPage, ...] = tuple(page for draft in drafts for page in draft.pages)
    if not pages:
        raise LessonError("No pages were chosen.", advice="Choose at least one file or chapter.")
    return DraftPassage(pages, drafts[0].title, drafts[0].author, drafts[0].source)


def _view(row: FileRow, job: answers.Job | None) -> answers.BroughtFile:
    read = reading_of(row)
    chapters = [
        answers.Chapter(
            title=one.title,
            words=sum(len(block.text.split()) for page in one.pages for block in page.blocks),
            pages=len(one.pages),
            photos=sum(page.photo is not None for page in one.pages),
            first_words=" ".join(" ".join(block.text for page in one.pages[:1] for block in page.blocks).split()[:16]),
            notes=list(one.notes),
        )
        for one in (read.chapters if read else ())
    ]
    return answers.BroughtFile(id=row.id, name=row.name, ending=row.ending, size=row.size, job=job, chapters=chapters)
