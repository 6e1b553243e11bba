"""The narration desk: the microphone check, and the light that follows a voice."""

from __future__ import annotations

from pathlib import Path
from tempfile import NamedTemporaryFile

from flask import Response, request
from flask_openapi.blueprint import APIBlueprint
from pydantic import Field

from wordtrail.api import answers
from wordtrail.api.bodies import Answer, Body
from wordtrail.api.context import answer, context
from wordtrail.api.takes import LessonPath
from wordtrail.core.align.live.live_reader import Seen
from wordtrail.core.errors import TooLarge
from wordtrail.core.sound.microphone import Advice, SoundFigures, advice
from wordtrail.media.decode import decode
from wordtrail.media.level import RATE
from wordtrail.media.room import figures
from wordtrail.service.following import begin_following, end_following, follow, follow_from

routes = APIBlueprint("desk", __name__, url_prefix="/api")

LARGEST_TRY = 4 * 2**20
"""Bytes of a try: a minute of sound, whatever its format."""

LARGEST_BLOCK = 2**20
"""Bytes of sound to follow that come at once: half a minute."""


class ReaderPath(Body):
    reader: str = Field(max_length=64)


class MicrophoneCheck(Answer):
    """What a few seconds of sound are like, and what to do about it; nothing where it is good."""

    figures: SoundFigures
    advice: list[Advice]


class Reader(Answer):
    id: str


class SeenAnswer(Answer):
    seen: Seen


class ReaderAt(Body):
    word: str = Field(max_length=64)


@routes.post("/microphone-check", responses={200: MicrophoneCheck})
def check_microphone() -> Response:
    """Look at a few seconds of sound (raw bytes, any sound format). Nothing of it is kept."""
    data = request.stream.read(LARGEST_TRY + 1)
    if len(data) > LARGEST_TRY:
        raise TooLarge(LARGEST_TRY // 2**20)
    with NamedTemporaryFile(prefix="wordtrail-try-") as file:
        file.write(data)
        file.flush()
        found = figures(decode(Path(file.name), RATE))
    return answer(MicrophoneCheck(figures=found, advice=list(advice(found))))


@routes.post("/lessons/<lesson>/readers", responses={201: Reader})
def begin_reader(path: LessonPath) -> Response:
    """Begin to follow somebody who reads this lesson."""
    return answer(Reader(id=begin_following(context().workspace, path.lesson)), 201)


@routes.put("/readers/<reader>/sound", responses={200: SeenAnswer})
def hear_reader(path: ReaderPath) -> Response:
    """The next sound of a reader (raw 16-bit samples, little-endian, mono, 16 000 a second); the word she is at."""
    data = request.stream.read(LARGEST_BLOCK + 1)
    if len(data) > LARGEST_BLOCK:
        raise TooLarge(LARGEST_BLOCK // 2**20)
    return answer(SeenAnswer(seen=follow(path.reader, data)))


@routes.put("/readers/<reader>/word", responses={200: answers.Done})
def place_reader(path: ReaderPath, body: ReaderAt) -> Response:
    """The reader goes on with this word."""
    follow_from(path.reader, body.word)
    return answer(answers.Done())


@routes.delete("/readers/<reader>", responses={200: answers.Done})
def end_reader(path: ReaderPath) -> Response:
    """The reader is not followed any more."""
    end_following(path.reader)
    return answer(answers.Done())
