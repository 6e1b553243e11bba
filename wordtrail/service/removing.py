"""Deleting for good, a lesson or a take: its rows, and every file of the teacher's voice."""

from __future__ import annotations

from wordtrail.service.film_making import stretches_of
from wordtrail.service.sound import sounds_of
from wordtrail.store.lessons import remove_lesson
from wordtrail.store.sharing import videos_of
from wordtrail.store.takes import TakeFiles, get_take, remove_take, takes_of
from wordtrail.workspace import Workspace


def remove(workspace: Workspace, lesson: str) -> None:
    """Remove a lesson with its takes, sounds and videos. Pictures stay: another lesson may show them. Raises
    NotFound."""
    with workspace.database.write_session() as session:
        takes = [row.id for row in takes_of(session, lesson)]
        videos = [row.id for row in videos_of(session, lesson)]
        remove_lesson(session, workspace.owner, lesson)
    # The rows go first: a file without a row is never found again, a row without its file would be a fault.
    for folder in (
        *(TakeFiles(take).folder for take in takes),
        *(f"videos/{one}" for one in videos),
        sounds_of(lesson),
        stretches_of(lesson),
    ):
        workspace.blobs.forget(folder)


def remove_one_take(workspace: Workspace, take: str) -> str:
    """Delete a take with all that was found in it; the id of its lesson. Films that were made of it stay. Raises
    NotFound."""
    with workspace.database.write_session() as session:
        row = get_take(session, take, workspace.owner)
        lesson = row.lesson_id
        remove_take(session, row)
    workspace.blobs.forget(TakeFiles(take).folder)
    workspace.blobs.forget(sounds_of(lesson))
    workspace.blobs.forget(stretches_of(lesson))
    return lesson
