"""What there is to choose from: the kinds of things that a lesson can hold."""

from __future__ import annotations

from flask import Response
from flask_openapi.blueprint import APIBlueprint

from wordtrail.api import answers
from wordtrail.api.context import answer
from wordtrail.core.layout.beside_text import MOST_BOXES
from wordtrail.core.marks.forms.all import FORMS
from wordtrail.core.marks.symbols import Symbol
from wordtrail.core.pace.norms import NORMS
from wordtrail.core.plan.activities.activity import LETTERS
from wordtrail.core.plan.activities.all import ACTIVITIES
from wordtrail.core.plan.model import THINK, PausePoint
from wordtrail.core.text.block_kinds import BLOCK_KINDS
from wordtrail.formats.all import PASSAGE_FORMATS, PLAN_FORMATS
from wordtrail.formats.format import PassageFormat, PlanFormat
from wordtrail.formats.timing.all import TIMING_FORMATS
from wordtrail.media.pictures import PHOTO_ENDINGS

routes = APIBlueprint("catalogue", __name__, url_prefix="/api")


@routes.get("/catalogue", responses={200: answers.Catalogue})
def catalogue() -> Response:
    """All kinds, as menus show them, each with a fresh one to fill in. It changes with the program alone."""
    return answer(all_kinds())


def all_kinds() -> answers.Catalogue:
    """The catalogue."""
    first = ACTIVITIES[0]
    return answers.Catalogue(
        activities=[
            answers.ActivityKind(
                kind=one().kind,
                name=one.name,
                heading=one.heading,
                group=one.group,
                does=one.does,
                usual_think=one.usual_think,
                shows_evidence=one.shows_evidence,
                limits=dict(one.limits),
                fresh=one.fresh(),
            )
            for one in ACTIVITIES
        ],
        forms=[
            answers.MarkForm(
                kind=one().kind,
                name=one.name,
                key=one.key,
                has_fields=one.has_fields,
                needs_word=one.needs_word,
                fresh=one(),
            )
            for one in FORMS
        ],
        block_kinds=list(BLOCK_KINDS),
        symbols=list(Symbol),
        passage_formats=[_file_format(one, is_written=bool(one.write)) for one in PASSAGE_FORMATS],
        plan_formats=[_file_format(one, is_written=True) for one in PLAN_FORMATS],
        timing_formats=[
            answers.FileFormat(kind=one.kind, name=one.name, endings=[one.ending], is_written=True)
            for one in TIMING_FORMATS
        ],
        photo_endings=list(PHOTO_ENDINGS),
        letters=LETTERS,
        boxes_beside_text=MOST_BOXES,
        grades=[one.grade for one in NORMS],
        think_seconds=THINK,
        fresh_point=PausePoint("", "", "", first.usual_think, first.fresh()),
    )


def _file_format(one: PassageFormat | PlanFormat, *, is_written: bool) -> answers.FileFormat:
    return answers.FileFormat(kind=one.kind, name=one.name, endings=list(one.endings), is_written=is_written)
