"""Takes that are recorded for a place of the lesson: which place that is, and how they go into it."""

from __future__ import annotations

from dataclasses import dataclass

from wordtrail.core.changes.joining_changes import PutInPlace
from wordtrail.core.lesson.model import Lesson, with_take
from wordtrail.core.lesson.placing import TakePlace, place_of, place_to_go_on, placed
from wordtrail.core.lesson.take_in_use import take_in_use
from wordtrail.core.lesson.versions import SentenceReadings, lines_of
from wordtrail.core.trail.model import Trail
from wordtrail.service.changing import change_newest
from wordtrail.store.lessons import get_lesson
from wordtrail.store.takes import get_take, newest_trails, place_of_take, uses_of
from wordtrail.workspace import Workspace

NOT_HEARD = (
    "The words that were to be read again were not heard in this take. It is kept beside the lesson: choose "
    "its lines in Sync, or read them once more."
)


@dataclass(frozen=True, slots=True)
class Heard:
    """A lesson with the take it is made of, and the trails of all its takes."""

    lesson: Lesson
    trails: dict[str, Trail]


def as_heard(workspace: Workspace, lesson_id: str) -> Heard:
    """A lesson as it is heard. Raises NotFound."""
    with workspace.database.read_session() as session:
        lesson = get_lesson(session, lesson_id, workspace.owner).lesson
        found = newest_trails(session, lesson_id)
        used = take_in_use(lesson, uses_of(session, lesson_id, found))
    return Heard(with_take(lesson, used), {take: one.trail for take, one in found.items()})


def place_for(workspace: Workspace, lesson_id: str, first: str, last: str) -> tuple[TakePlace, str]:
    """The place of a stretch of words (ids), or behind all of the lesson (none), and the word to begin with. Raises
    NotFound, NothingToShow, LessonError."""
    heard = as_heard(workspace, lesson_id)
    if first:
        return place_of(heard.lesson, heard.trails, first, last), first
    return place_to_go_on(heard.lesson, heard.trails)


def lines(workspace: Workspace, lesson_id: str) -> tuple[SentenceReadings, ...]:
    """The sentences of a lesson with their readings in all takes. Raises NotFound."""
    heard = as_heard(workspace, lesson_id)
    return lines_of(heard.lesson, heard.trails)


def put_in_place(workspace: Workspace, take_id: str) -> None:
    """Put a take whose words were found into the place that it was recorded for, if there is one and it was not done
    yet; what cannot be placed says so."""
    with workspace.database.read_session() as session:
        row = get_take(session, take_id, workspace.owner)
        place, lesson_id = place_of_take(row), row.lesson_id
    if place is None:
        return
    heard = as_heard(workspace, lesson_id)
    if place.take not in heard.trails:
        return
    stretches = placed(heard.lesson, heard.trails, place, take_id)
    if stretches:
        change_newest(workspace, lesson_id, PutInPlace(stretches))
    with workspace.database.write_session() as session:
        row = get_take(session, take_id, workspace.owner)
        # Once: who takes it out of its place again means it.
        row.place = ""
        row.fault = "" if stretches else NOT_HEARD
