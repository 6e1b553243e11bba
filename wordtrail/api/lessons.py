"""Lessons: the shelf, a lesson's document and its commands, what is compiled from it."""

from __future__ import annotations

from dataclasses import replace

from flask import Response
from flask_openapi.blueprint import APIBlueprint
from pydantic import BaseModel, Field

from wordtrail.api import answers, take_answers
from wordtrail.api.context import answer, context, reached_at
from wordtrail.api.lesson_sound import ask_for_sound
from wordtrail.api.passphrase import is_locked, unlock
from wordtrail.api.views import (
    change_answer,
    fresh_answer,
    lesson_view,
    link_view,
    shelf_view,
    stage_changes,
    trail_view,
    whole_stage,
)
from wordtrail.core.align.values import Stretch
from wordtrail.core.changes.take_changes import ChooseTake
from wordtrail.core.changes.word_list import lesson_of_words
from wordtrail.core.cues.read_through import read_through
from wordtrail.core.direct.stops_at_hand import stops_at_hand
from wordtrail.core.errors import NotFound
from wordtrail.core.film.model import FOR_STUDENTS, Film, FilmVersion, StageShape
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.answers import part_by_part
from wordtrail.core.lesson.likely_read import likely_read
from wordtrail.core.lesson.live_marks import DRAWN_IN_TALK, live_marks
from wordtrail.core.lesson.model import USUAL_RATE, Lesson
from wordtrail.core.lesson.recording_guide import recording_guide
from wordtrail.core.lesson.take_in_use import TakeUse
from wordtrail.core.marks.legends import legend_for
from wordtrail.core.pace.norms import beside_norm
from wordtrail.core.text.intake import passage_from_text
from wordtrail.core.text.title_offer import title_offered
from wordtrail.core.trail.again import STONES_SECONDS
from wordtrail.service.changing import change_lesson, go_back_or_on_in_lesson
from wordtrail.service.copying import copy_of, name_lesson
from wordtrail.service.filming import film_of
from wordtrail.service.giving import give_out, take_back
from wordtrail.service.placing import as_heard
from wordtrail.service.reading_here import found_again, found_here, get_ready_to_listen
from wordtrail.service.removing import remove
from wordtrail.service.showing import showing, shown_before
from wordtrail.service.sound import kept_sound
from wordtrail.store.lessons import add_lesson, all_lessons, get_lesson, names_of
from wordtrail.store.takes import get_take

routes = APIBlueprint("lessons", __name__, url_prefix="/api")


class LessonPath(BaseModel):
    lesson: str = Field(max_length=64)


class GuideQuery(BaseModel):
    words_per_minute: float = Field(default=USUAL_RATE, ge=1, le=1000)
    whole: bool = True
    grade: int = Field(default=0, ge=0, le=12)


class TakeQuery(BaseModel):
    take: str = Field(default="", max_length=64)


class StageQuery(TakeQuery):
    """A take as it was recorded, or one of the lesson's films; neither: the lesson as it was read. `shape` is that of
    the stage, where no film says it."""

    since: str = Field(default="", max_length=4000)
    film: FilmVersion | None = None
    shape: StageShape = StageShape.WIDE


@routes.get("/settings", responses={200: answers.Settings})
def settings() -> Response:
    """How this Word Trail was started, and whether it asks for a passphrase."""
    server = context()
    with server.workspace.database.read_session() as session:
        school, teacher = names_of(session, server.workspace.owner)
    return answer(
        answers.Settings(
            school=school,
            teacher=teacher,
            simulated_microphone=server.simulated_microphone is not None,
            locked=is_locked(),
        )
    )


@routes.post("/unlock", responses={200: answers.Done})
def give_passphrase(body: answers.Passphrase) -> Response:
    """Give the passphrase of the teacher's side."""
    return unlock(body.passphrase, answer(answers.Done()))


@routes.get("/network", responses={200: answers.Network})
def network() -> Response:
    """Whether others on the network reach the students' side, and where."""
    return answer(_network())


@routes.put("/network", responses={200: answers.Network})
def switch_network(body: answers.NetworkWish) -> Response:
    """Open the students' side to the network, or close it."""
    door = context().door
    if door and body.open:
        door.open()
    elif door:
        door.close()
    return answer(_network())


def _network() -> answers.Network:
    address = reached_at()
    return answers.Network(open=bool(address), can_be_switched=context().door is not None, address=address)


@routes.get("/lessons", responses={200: answers.Shelf})
def shelf() -> Response:
    """The shelf: all lessons, the last changed first."""
    workspace = context().workspace
    with workspace.database.read_session() as session:
        view = shelf_view(session, all_lessons(session, workspace.owner))
    return answer(view)


@routes.post("/preview", responses={200: answers.Preview})
def preview(body: answers.TextDraft) -> Response:
    """How a text would be typeset, before it is kept."""
    passage = passage_from_text(body.text, title=body.title, author=body.author, permission=body.permission)
    lesson = Lesson((passage,))
    words = len(lesson.words)
    offer = title_offered(body.text) if not body.title.strip() else None
    return answer(
        answers.Preview(
            layout=typeset(lesson), words=words, minutes=words / USUAL_RATE,
            title_offered=answers.TitleInText(title=offer.title, author=offer.author, text=offer.text)
            if offer else None,
        )
    )  # fmt: skip


@routes.post("/lessons", responses={201: answers.LessonView})
def make_lesson(body: answers.TextDraft) -> Response:
    """A new lesson from a text."""
    workspace = context().workspace
    passage = passage_from_text(body.text, title=body.title, author=body.author, permission=body.permission)
    lesson = Lesson((passage,), legend=legend_for(passage))
    with workspace.database.write_session() as session:
        kept = add_lesson(session, workspace.owner, lesson, body.unit.strip())
    return fresh_answer(kept)


@routes.post("/lessons/from-words", responses={201: answers.LessonView})
def make_word_lesson(body: answers.WordList) -> Response:
    """A new lesson of words alone."""
    workspace = context().workspace
    lesson = lesson_of_words(body.words, body.title)
    with workspace.database.write_session() as session:
        kept = add_lesson(session, workspace.owner, lesson, body.unit.strip())
    return fresh_answer(kept)


@routes.get("/lessons/<lesson>", responses={200: answers.LessonView})
def one_lesson(path: LessonPath) -> Response:
    """A lesson with its takes, jobs, video and link."""
    workspace = context().workspace
    with workspace.database.read_session() as session:
        view = lesson_view(session, get_lesson(session, path.lesson, workspace.owner))
    return answer(view)


@routes.delete("/lessons/<lesson>", responses={200: answers.Done})
def forget_lesson(path: LessonPath) -> Response:
    """Take a lesson off the shelf, with everything that was recorded for it."""
    remove(context().workspace, path.lesson)
    return answer(answers.Done())


@routes.post("/lessons/<lesson>/copy", responses={201: answers.LessonView})
def copy(path: LessonPath) -> Response:
    """A copy of a lesson: its text and its plan, without what was recorded."""
    return fresh_answer(copy_of(context().workspace, path.lesson))


@routes.put("/lessons/<lesson>/name", responses={200: answers.Done})
def name(path: LessonPath, body: answers.LessonName) -> Response:
    """The title of a lesson, and the unit it belongs to."""
    name_lesson(context().workspace, path.lesson, body.title, body.unit.strip())
    return answer(answers.Done())


@routes.post("/lessons/<lesson>/commands", responses={200: answers.LessonChange})
def change(path: LessonPath, body: answers.Change) -> Response:
    """Change a lesson's document. 409 when `revision` is not the newest."""
    workspace = context().workspace
    if isinstance(body.command, ChooseTake):
        with workspace.database.read_session() as session:
            if get_take(session, body.command.take).lesson_id != path.lesson:
                raise NotFound("take")
    changed = change_lesson(workspace, path.lesson, body.revision, body.command, body.name)
    if isinstance(body.command, ChooseTake):
        # The teacher has answered, whatever she chooses later.
        with workspace.database.write_session() as session:
            get_take(session, body.command.take).use = TakeUse.BY_CHOICE.value
    return change_answer(changed)


@routes.post("/lessons/<lesson>/undo", responses={200: answers.LessonChange})
def undo(path: LessonPath, body: answers.Revision) -> Response:
    """Take the last change back."""
    return change_answer(go_back_or_on_in_lesson(context().workspace, path.lesson, body.revision, -1))


@routes.post("/lessons/<lesson>/redo", responses={200: answers.LessonChange})
def redo(path: LessonPath, body: answers.Revision) -> Response:
    """Make the change again that was taken back."""
    return change_answer(go_back_or_on_in_lesson(context().workspace, path.lesson, body.revision, +1))


@routes.get("/lessons/<lesson>/stage", responses={200: answers.StageChange})
def stage(path: LessonPath, query: StageQuery) -> Response:
    """Layout and cue sheet: of the lesson, of one of its films, or of one take as it was recorded. With `since`, what
    changed of it."""
    workspace = context().workspace
    with workspace.database.read_session() as session:
        get_lesson(session, path.lesson, workspace.owner)
    film = (
        film_of(workspace, path.lesson, query.film)
        if query.film
        else Film(choices=replace(FOR_STUDENTS, shape=query.shape))
    )
    shown, _ = showing(workspace, path.lesson, query.take, film)
    before = shown_before(query.since) if query.since else None
    if before is None:
        return answer(answers.StageChange(key=shown.key, whole=whole_stage(shown)))
    return answer(answers.StageChange(key=shown.key, changes=stage_changes(before, shown)))


@routes.get("/lessons/<lesson>/read-through", responses={200: answers.ReadThrough})
def look_through(path: LessonPath) -> Response:
    """What of the lesson does not come out as it was planned."""
    shown, _ = showing(context().workspace, path.lesson)
    found = read_through(shown.lesson, shown.layout, shown.sheet, shown.edits, shown.trails)
    return answer(answers.ReadThrough(findings=list(found)))


@routes.get("/lessons/<lesson>/guide", responses={200: answers.Guide})
def guide(path: LessonPath, query: GuideQuery) -> Response:
    """When each word should be said at a rate: of the whole lesson, or of the passages alone."""
    workspace = context().workspace
    with workspace.database.read_session() as session:
        lesson = get_lesson(session, path.lesson, workspace.owner).lesson
    stretches = recording_guide(lesson, query.words_per_minute, whole=query.whole)
    return answer(
        answers.Guide(
            stretches=list(stretches),
            live_marks=list(live_marks(lesson)),
            drawing_seconds=DRAWN_IN_TALK,
            stones_seconds=STONES_SECONDS,
            beside_norm=beside_norm(query.grade, query.words_per_minute),
            part_by_part=list(part_by_part(lesson)),
            stops={page: list(points) for page, points in stops_at_hand(lesson, typeset(lesson)).items()},
        )
    )


@routes.get("/lessons/<lesson>/trail", responses={200: take_answers.TrailView})
def trail(path: LessonPath, query: TakeQuery) -> Response:
    """The trail of one take, as mended."""
    get_ready_to_listen()
    workspace = context().workspace
    heard = as_heard(workspace, path.lesson)
    if query.take not in heard.trails:
        raise NotFound("trail")
    with workspace.database.read_session() as session:
        return answer(trail_view(heard, get_take(session, query.take)))


@routes.get("/lessons/<lesson>/likely-read", responses={200: take_answers.LikelyWords})
def what_was_likely_read(path: LessonPath, query: take_answers.StretchQuery) -> Response:
    """The sentences of the text, and which of them was likely read in a stretch of a take."""
    heard = as_heard(context().workspace, path.lesson)
    if query.take not in heard.trails:
        raise NotFound("trail")
    found = likely_read(heard.lesson, query.take, heard.trails[query.take], query.start, query.end)
    return answer(take_answers.LikelyWords(found=found))


@routes.post("/lessons/<lesson>/read-here", responses={200: take_answers.FoundHere})
def find_read_here(path: LessonPath, body: take_answers.ReadHere) -> Response:
    """When words begin that were read in a stretch of a take. Nothing is kept of it yet."""
    stretch = Stretch(body.start, body.end)
    found = found_here(context().workspace, path.lesson, body.take, body.words, stretch, body.taps)
    return answer(take_answers.FoundHere(starts=list(found.starts), end=found.end))


@routes.post("/lessons/<lesson>/listen-again", responses={200: take_answers.FoundAgain})
def listen_again(path: LessonPath, body: take_answers.StretchQuery) -> Response:
    """When the words that begin in a stretch of a take are said, listened for again. Nothing is kept of it yet."""
    found = found_again(context().workspace, path.lesson, body.take, Stretch(body.start, body.end))
    return answer(
        take_answers.FoundAgain(
            words=list(found.words), starts=list(found.starts), end=found.end, ends=list(found.ends)
        )
    )


@routes.post("/lessons/<lesson>/link", responses={200: answers.StudentLink})
def share(path: LessonPath) -> Response:
    """Open the lesson to students: its link, the same one while it is open."""
    server = context()
    link = give_out(server.workspace, path.lesson)
    if link.can_be_heard:
        shown, _ = showing(server.workspace, path.lesson)
        if kept_sound(server.workspace, path.lesson, shown.edits) is None:
            ask_for_sound(path.lesson, shown.edits)
    return answer(link_view(link.token))


@routes.delete("/lessons/<lesson>/link", responses={200: answers.Done})
def withdraw(path: LessonPath) -> Response:
    """Close the student link for good."""
    take_back(context().workspace, path.lesson)
    return answer(answers.Done())
