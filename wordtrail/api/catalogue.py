"""What there is to choose from: the kinds of things that a lesson can hold."""

from __future__ import annotations

from flask import Response
from flask_openapi.blueprint import APIBlueprint

from wordtrail.api import answers
from wordtrail.api.context import answer
from wordtrail.core.marks.forms.all import FORMS
from wordtrail.core.marks.symbols import Symbol
from wordtrail.core.plan.activities.all import ACTIVITIES
from wordtrail.core.plan.model import PausePoint

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
                usual_think=one.usual_think,
                shows_evidence=one.shows_evidence,
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
        symbols=list(Symbol),
        fresh_point=PausePoint("", "", "", first.usual_think, first.fresh()),
    )
