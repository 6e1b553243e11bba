"""What is known of a lesson's text: words to check, facts, glossary, how words are said; and the way out."""

from __future__ import annotations

from flask import Response
from flask_openapi.blueprint import APIBlueprint
from pydantic import BaseModel, Field

from wordtrail.api import answers
from wordtrail.api.context import answer, context
from wordtrail.api.downloads import download, file_name
from wordtrail.api.takes import LessonPath
from wordtrail.core.errors import NotFound
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.proof.facts import facts_of
from wordtrail.core.speech.respelling import sounds_of
from wordtrail.core.speech.saying import first_sounds, sayings
from wordtrail.core.text.glossary import glossary_links
from wordtrail.core.waypoints.proofing import before_sharing, open_suspects, undescribed
from wordtrail.media.voice import say
from wordtrail.service.exporting import PASSAGE_KINDS, passage_export, passage_in
from wordtrail.store.lessons import get_lesson

routes = APIBlueprint("text", __name__, url_prefix="/api")


class PassageQuery(BaseModel):
    passage: str = Field(default="", max_length=64)


class ExportPath(LessonPath):
    kind: str = Field(pattern=f"^({'|'.join(PASSAGE_KINDS)})$")


class SayQuery(BaseModel):
    text: str = Field(max_length=120)
    said: str = Field(default="", max_length=200)


@routes.get("/lessons/<lesson>/text", responses={200: answers.TextView})
def text_view(path: LessonPath, query: PassageQuery) -> Response:
    """What one passage of a lesson (the first, when none is named) still asks for, and what is known of it."""
    lesson = _lesson(path.lesson)
    passage = passage_in(lesson, query.passage)
    words = {word.id for word in passage.words}
    own = {one.text: one.said for one in lesson.respellings}
    return answer(
        answers.TextView(
            passage=passage.id,
            suspects=[suspect for suspect in open_suspects(lesson) if suspect.word in words],
            undescribed=list(undescribed(passage)),
            facts=facts_of(passage, lesson.words_per_minute, own),
            glossary=list(glossary_links(passage)),
            sayings=list(sayings(passage.words, own)),
            before_sharing=list(before_sharing(lesson)),
        )
    )


@routes.get("/say")
def say_word(query: SayQuery) -> Response:
    """The simulated voice says a printed word, by a respelling where one is given."""
    own = (sounds_of(query.said),) if query.said.strip() else ()
    sounds = first_sounds(query.text, own)
    if not sounds:
        raise NotFound("sound")
    return Response(say(sounds), mimetype="audio/wav")


@routes.get("/lessons/<lesson>/passage/<kind>")
def passage_file(path: ExportPath, query: PassageQuery) -> Response:
    """A passage as Markdown, plain text, Word document, EPUB or our own JSON."""
    made = passage_export(context().workspace, path.lesson, query.passage, path.kind)
    return download(made.file.data, made.file.media_type, file_name(made.title, f".{made.file.ending}", "passage"))


def _lesson(id: str) -> Lesson:
    workspace = context().workspace
    with workspace.database.read_session() as session:
        return get_lesson(session, id, workspace.owner).lesson
