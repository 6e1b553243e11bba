"""Changing a lesson: worked out beside the database, kept only if nobody else was first."""

from __future__ import annotations

from dataclasses import dataclass

from wordtrail.core.changes.command import Command
from wordtrail.core.errors import StaleRevision
from wordtrail.store.history import has_change
from wordtrail.store.lessons import KeptLesson, get_lesson, go_back_or_on, keep_change
from wordtrail.workspace import Workspace


@dataclass(frozen=True, slots=True)
class Changed:
    """A lesson before and after a change."""

    before: KeptLesson
    after: KeptLesson


def change_lesson(workspace: Workspace, lesson: str, revision: int, command: Command, name: str = "") -> Changed:
    """Make a change to the lesson as it was at `revision`. Raises StaleRevision when that is not the newest, and what
    the command raises; nothing is changed then. A change whose `name` was made already (its answer was lost on the
    way) changes nothing more."""
    with workspace.database.read_session() as session:
        before = get_lesson(session, lesson, workspace.owner)
        if name and has_change(session, lesson, name):
            return Changed(before, before)
    if before.revision != revision:
        raise StaleRevision(revision, before.revision)
    after = command.apply(before.lesson)
    with workspace.database.write_session() as session:
        return Changed(before, keep_change(session, before, revision, after, command.called, name))


def change_newest(workspace: Workspace, lesson: str, command: Command) -> Changed:
    """Make a change to the lesson as it is, also when somebody changes it just now: one that stands by itself."""
    with workspace.database.write_session() as session:
        before = get_lesson(session, lesson, workspace.owner)
        after = command.apply(before.lesson)
        return Changed(before, keep_change(session, before, before.revision, after, command.called))


def go_back_or_on_in_lesson(workspace: Workspace, lesson: str, revision: int, steps: int) -> Changed:
    """Undo (`steps` = −1) or redo (+1). Raises StaleRevision, or LessonError where there is nothing more."""
    with workspace.database.write_session() as session:
        before = get_lesson(session, lesson, workspace.owner)
        return Changed(before, go_back_or_on(session, workspace.owner, lesson, revision, steps))
