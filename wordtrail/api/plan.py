"""The plan of a lesson: its run, what the text offers, the parts of words, and its files."""

from __future__ import annotations

from flask import Response
from flask_openapi.blueprint import APIBlueprint
from flask_openapi.models.file import FileStorage
from pydantic import BaseModel, ConfigDict, Field

from wordtrail.api import answers
from wordtrail.api.bodies import Body
from wordtrail.api.context import answer, context
from wordtrail.api.downloads import download, file_name
from wordtrail.api.media import CHART, chart_answer
from wordtrail.api.takes import LessonPath
from wordtrail.api.views import change_answer
from wordtrail.core.changes.offers import is_taken
from wordtrail.core.changes.taking_over import plan_to_take_over
from wordtrail.core.cues.run import run_of
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.suggestions.all import suggestions
from wordtrail.core.plan.suggestions.model import Suggestion
from wordtrail.core.speech.word_parts import parts_of, printed_syllables
from wordtrail.formats.all import PLAN_FORMATS, plan_format
from wordtrail.service.changing import change_lesson
from wordtrail.service.exporting import plan_export
from wordtrail.store.lessons import get_lesson

routes = APIBlueprint("plan", __name__, url_prefix="/api")


class WordPath(BaseModel):
    word: str = Field(max_length=60)


class PlanFilePath(LessonPath):
    kind: str = Field(pattern=f"^({'|'.join(one.kind for one in PLAN_FORMATS)})$")


class ChartPath(LessonPath):
    chart: str = Field(pattern=CHART)


class PlanSource(Body):
    """The lesson whose plan is taken over, for a lesson as it was at `revision`."""

    of: str = Field(max_length=64)
    revision: int


class PlanFileForm(BaseModel):
    model_config = ConfigDict(arbitrary_types_allowed=True)
    file: FileStorage
    revision: int


@routes.get("/lessons/<lesson>/plan", responses={200: answers.PlanView})
def plan(path: LessonPath) -> Response:
    """The run of a lesson."""
    return answer(answers.PlanView(run=list(run_of(_lesson(path.lesson)))))


@routes.get("/lessons/<lesson>/suggestions", responses={200: answers.Suggestions})
def offered(path: LessonPath) -> Response:
    """What the text of a lesson offers to mark, teach and stop at. It changes with the text alone."""
    return answer(answers.Suggestions(suggestions=_suggestions(_lesson(path.lesson))))


@routes.get("/lessons/<lesson>/suggestions/taken", responses={200: answers.Taken})
def taken(path: LessonPath) -> Response:
    """Which of the suggestions for a lesson are in its plan already."""
    lesson = _lesson(path.lesson)
    return answer(answers.Taken(ids=[one.id for one in _suggestions(lesson) if is_taken(lesson, one)]))


def _suggestions(lesson: Lesson) -> list[Suggestion]:
    return [one for passage in lesson.passages for one in suggestions(passage)]


@routes.post("/lessons/<lesson>/plan", responses={200: answers.LessonChange})
def take_over(path: LessonPath, body: PlanSource) -> Response:
    """Take over what makes sense of another lesson's plan. 409 when `revision` is not the newest."""
    command = plan_to_take_over(_lesson(body.of))
    return change_answer(change_lesson(context().workspace, path.lesson, body.revision, command))


@routes.get("/words/<word>/parts", responses={200: answers.WordInParts})
def word_parts(path: WordPath) -> Response:
    """The syllables and parts of a word."""
    return answer(answers.WordInParts(syllables=list(printed_syllables(path.word)), parts=list(parts_of(path.word))))


@routes.get("/lessons/<lesson>/plan/<kind>")
def take_away(path: PlanFilePath) -> Response:
    """Marks as web annotations, questions as a QTI package, or word cards as CSV."""
    made = plan_export(context().workspace, path.lesson, path.kind)
    return download(made.file.data, made.file.media_type, file_name(made.title, f" {path.kind}.{made.file.ending}"))


@routes.post("/lessons/<lesson>/plan/<kind>", responses={200: answers.LessonChange})
def bring_in(path: PlanFilePath, form: PlanFileForm) -> Response:
    """Add what such a file holds to the plan, in one change. 409 when `revision` is not the newest."""
    command = plan_format(path.kind).read(form.file.read(), _lesson(path.lesson))
    return change_answer(change_lesson(context().workspace, path.lesson, form.revision, command))


@routes.get("/lessons/<lesson>/charts/<chart>.pdf")
def empty_chart(path: ChartPath) -> Response:
    """An organizer without what is filled in, to print."""
    return chart_answer(typeset(_lesson(path.lesson)), path.chart)


def _lesson(id: str) -> Lesson:
    workspace = context().workspace
    with workspace.database.read_session() as session:
        return get_lesson(session, id, workspace.owner).lesson
