"""What is said of a film where it is put: in words that a teacher would write under it."""

from __future__ import annotations

from wordtrail.core.film.model import FilmVersion
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.model import permission_line

NAMES = {
    FilmVersion.LISTEN: "Listen", FilmVersion.ECHO: "Echo", FilmVersion.TOGETHER: "Together",
    FilmVersion.ALONE: "On your own",
}  # fmt: skip
"""What the films are called."""

_DOES = {
    FilmVersion.LISTEN: "Listen, and follow the light from word to word.",
    FilmVersion.ECHO: "Listen, then say it back while the light goes over it again.",
    FilmVersion.TOGETHER: "Read along. Three stones count you in.",
    FilmVersion.ALONE: "Read by yourself: the light shows you the way.",
}

MOST_QUESTIONS = 12


def film_title(lesson: Lesson, version: FilmVersion) -> str:
    """What a film of a lesson is called."""
    return lesson.title if version is FilmVersion.LISTEN else f"{lesson.title} · {NAMES[version]}"


def description_of(lesson: Lesson, version: FilmVersion) -> str:
    """What a film of a lesson (without what is not in it) is about: whose text it is, what to do, what is asked."""
    first = lesson.passages[0]
    by = f" by {first.author}" if first.author else ""
    parts = [f"“{lesson.title}”{by}, read aloud. {_DOES[version]}"]
    asked = [point.question for point in lesson.pause_points if point.question][:MOST_QUESTIONS]
    if asked:
        parts.append("\n".join(["To think about:", *(f"– {question}" for question in asked)]))
    parts += [line for line in dict.fromkeys(map(permission_line, lesson.passages)) if line]
    return "\n\n".join(parts)
