"""A lesson as the beginning of another one, and under another name."""

from __future__ import annotations

from dataclasses import replace

from wordtrail.core.changes.passage_changes import NameLesson
from wordtrail.core.lesson.model import Lesson, without_takes
from wordtrail.service.changing import change_newest
from wordtrail.store.lessons import KeptLesson, add_lesson, get_lesson, set_unit
from wordtrail.workspace import Workspace


def copy_of(workspace: Workspace, lesson: str) -> KeptLesson:
    """A new lesson with the text and the plan of another one, in its unit. Raises NotFound."""
    with workspace.database.write_session() as session:
        kept = get_lesson(session, lesson, workspace.owner)
        return add_lesson(session, workspace.owner, _unheard(kept.lesson), kept.unit)


def name_lesson(workspace: Workspace, lesson: str, title: str, unit: str) -> None:
    """Give a lesson another title (undone as any change) and unit. Raises NotFound and LessonError."""
    with workspace.database.read_session() as session:
        kept = get_lesson(session, lesson, workspace.owner)
    if title != kept.lesson.title:
        change_newest(workspace, lesson, NameLesson(title))
    if unit != kept.unit:
        with workspace.database.write_session() as session:
            set_unit(session, workspace.owner, lesson, unit)


def _unheard(lesson: Lesson) -> Lesson:
    """A lesson without what belongs to its takes, named as a copy."""
    first, *others = lesson.passages
    named = replace(first, title=f"{lesson.title} (copy)")
    return replace(without_takes(lesson), passages=(named, *others))
