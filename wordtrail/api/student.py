"""The student's side: behind an unguessable link, without a passphrase, and nothing else."""

from __future__ import annotations

from dataclasses import dataclass
from urllib.parse import quote

from flask import Response
from flask_openapi.blueprint import APIBlueprint
from pydantic import BaseModel, Field

from wordtrail.api import student_answers
from wordtrail.api.compressed import for_many
from wordtrail.api.context import answer, context
from wordtrail.api.lesson_sound import sound_answer
from wordtrail.api.media import CHART, chart_answer, picture_answer
from wordtrail.api.views import operations
from wordtrail.core.cues.model import CueSheet
from wordtrail.core.cues.unanswered import unanswered
from wordtrail.core.errors import NotFound, WordTrailError
from wordtrail.core.film.model import StageShape
from wordtrail.core.layout.model import Layout
from wordtrail.core.lesson.asked import asked_in
from wordtrail.core.plan.activities.activity import LETTERS
from wordtrail.core.plan.answers import Answer
from wordtrail.core.plan.as_put import as_put
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.plan.opening import CALLED, answered_by
from wordtrail.core.remembered import Kept
from wordtrail.core.text.look import Typeface
from wordtrail.core.text.model import Style
from wordtrail.media.face_subset import face_of
from wordtrail.service.giving import Given, given_on, given_out
from wordtrail.store.pictures import PICTURE_FILE

routes = APIBlueprint("student", __name__, url_prefix="/api/student")

MOST_BYTES = 64 * 2**20
"""Bytes of stages that are held ready for those who open a link."""


class TokenPath(BaseModel):
    token: str = Field(max_length=64)


class TokenPointPath(TokenPath):
    point: str = Field(max_length=64)


class TokenChartPath(TokenPath):
    chart: str = Field(pattern=CHART)


class ShapeQuery(BaseModel):
    """The shape of the stage that fits a student's window."""

    shape: StageShape = StageShape.WIDE


class GatesQuery(ShapeQuery):
    gates: list[str] = Field(default=[], max_length=1000)


class TokenFacePath(TokenPath):
    typeface: Typeface
    style: Style


class TokenPicturePath(TokenPath):
    file: str = Field(pattern=PICTURE_FILE)


def _given(token: str) -> Given:
    return given_out(context().workspace, token)


FITS = {
    StageShape.TALL: "(max-aspect-ratio: 47/100)",
    StageShape.SQUARE: "(min-aspect-ratio: 47/100) and (max-aspect-ratio: 5/4)",
    StageShape.WIDE: "(min-aspect-ratio: 5/4)",
}
"""The windows that each shape of stage is for; which it is to the pixel, the page finds out."""

_stages: Kept[str, bytes] = Kept(MOST_BYTES, len)


@routes.get("/<token>", responses={200: student_answers.StudentStage})
def student_stage(path: TokenPath, query: ShapeQuery) -> Response:
    """The lesson behind a link, as a stage of a shape without the answers of its pause points."""
    return for_many(Response(_made(_given(path.token), query.shape), mimetype="application/json"))


def _made(given: Given, shape: StageShape = StageShape.WIDE) -> bytes:
    return _stages.get_or_make(f"{given.show.key}/{given.room}/{shape}", lambda: _stage(given, shape))


def _stage(given: Given, shape: StageShape) -> bytes:
    show = given_on(context().workspace, given, shape)
    layout, sheet = unanswered(show.layout, show.sheet, ())
    stage = student_answers.StudentStage(
        title=show.lesson.title,
        room=given.room,
        layout=layout,
        sheet=sheet,
        simulated_narrator=given.is_simulated,
        points=[_point(point) for point in asked_in(show.lesson)],
        boards=[
            student_answers.StudentBoard(part=part, turn=turn, answered_by=answered_by(part))
            for part, turn in CALLED.items()
        ],
        look_back=show.lesson.plan.opening.look_back,
        charts=[
            student_answers.StudentChart(id=chart.id, title=chart.title)
            for chart in show.lesson.plan.organizers
            if chart.at_hand
        ],
    )
    return stage.model_dump_json().encode()


def on_the_way(token: str) -> list[str]:
    """Links (RFC 8288) with which a student's page is sent, so that the lesson behind a link and the typefaces it
    opens with are on their way while the page's program still comes. Of a link that leads nowhere, only its answer."""
    lesson = f"/api/student/{token}"
    links = [
        f'<{lesson}?shape={shape}>; rel=preload; as=fetch; crossorigin; media="{media}"'
        for shape, media in FITS.items()
    ]
    try:
        opening = _given(token).show.layout.pages[:1]
    except WordTrailError:
        return links
    faces = sorted({(piece.typeface, piece.style) for page in opening for piece in page.pieces})
    return links + [
        f"<{lesson}/faces/{typeface}/{quote(style)}.woff2>; rel=preload; as=font; crossorigin"
        for typeface, style in faces
    ]


@routes.get("/<token>/answers", responses={200: student_answers.StudentAnswers})
def opened_answers(path: TokenPath, query: GatesQuery) -> Response:
    """What the answers of some gates add to the stage as it was first fetched."""
    show = given_on(context().workspace, _given(path.token), query.shape)
    before = _Seen(*unanswered(show.layout, show.sheet, ()))
    after = _Seen(*unanswered(show.layout, show.sheet, set(query.gates)))
    return answer(student_answers.StudentAnswers(changes=operations(before, after)))


@dataclass(frozen=True, slots=True)
class _Seen:
    """What of a lesson can be seen."""

    layout: Layout
    sheet: CueSheet


@routes.post("/<token>/points/<point>/check", responses={200: student_answers.Checked})
def check_answer(path: TokenPointPath, body: student_answers.StudentAnswer) -> Response:
    """Whether a student's answer is right. Nothing of it is kept."""
    show = _given(path.token).show
    point = next((one for one in asked_in(show.lesson) if one.id == path.point), None)
    if point is None:
        raise NotFound("pause point")
    given = Answer(tuple(body.choices), tuple(body.words), tuple(body.items), tuple(body.matches))
    found = point.activity.verdict(given, point.evidence, [word.id for word in show.lesson.words])
    return answer(student_answers.Checked(verdict=found))


def _point(point: PausePoint) -> student_answers.StudentPoint:
    options, pairs = point.activity.options(), point.activity.pairs_to_match()
    return student_answers.StudentPoint(
        id=point.id,
        answered_by=point.activity.answered_by,
        turn=point.activity.turn,
        meanwhile=point.activity.meanwhile,
        ends_the_day=point.activity.ends_the_day,
        question=point.question,
        paper=point.paper,
        choices=[
            student_answers.StudentChoice(letter=letter, text=one.text)
            for letter, one in zip(LETTERS, options, strict=False)
            if not one.place
        ],
        several=point.activity.asks_for_several(),
        items=[one.text for one in options if one.place],
        lefts=[pair.left for pair in pairs],
        matches=list(as_put(tuple(pair.right for pair in pairs))),
        is_checked=point.activity.is_checked,
        has_answer=point.has_answer,
    )


@routes.get("/<token>/charts/<chart>.pdf")
def student_chart(path: TokenChartPath) -> Response:
    """A chart that students have at hand, empty, to print and fill in."""
    show = _given(path.token).show
    if not any(chart.id == path.chart and chart.at_hand for chart in show.lesson.plan.organizers):
        raise NotFound("chart")
    return chart_answer(show.layout, path.chart)


@routes.get("/<token>/sound")
def student_sound(path: TokenPath) -> Response:
    """The lesson's sound, in ranges; 503 while it is being made."""
    given = _given(path.token)
    return sound_answer(given.lesson, given.show.edits)


_characters: Kept[str, frozenset[str]] = Kept(200)


@routes.get("/<token>/faces/<typeface>/<style>.woff2")
def student_face(path: TokenFacePath) -> Response:
    """A typeface with the characters of the lesson behind a link."""
    given = _given(path.token)
    written = _characters.get_or_make(
        f"{given.show.key}/{given.room}", lambda: frozenset(c for c in _made(given).decode() if c.isprintable())
    )
    response = Response(face_of(written, path.typeface, path.style), mimetype="font/woff2")
    response.headers["Cache-Control"] = "private, max-age=3600"
    return response


@routes.get("/<token>/pictures/<file>")
def student_picture(path: TokenPicturePath) -> Response:
    """A picture of the lesson behind a link, and no other."""
    show = _given(path.token).show
    shown = {picture.file for page in show.layout.pages for picture in page.pictures}
    if path.file not in shown:
        raise NotFound("picture")
    return picture_answer(path.file)
