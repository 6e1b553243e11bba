"""The end of a recording: the take is kept, and what was drawn while it was made goes into the lesson."""

from __future__ import annotations

from wordtrail.core.changes.mark_changes import PlaceDrawn
from wordtrail.core.trail.events import drawn_by_hand
from wordtrail.service.changing import change_newest
from wordtrail.store.takes import events_of, finish_take, get_take, put_together
from wordtrail.workspace import Workspace


def finish(workspace: Workspace, take: str) -> str:
    """Keep a take that is over or was broken off, once; the id of its lesson. Raises NotFound, and LessonError where
    nothing was recorded."""
    with workspace.database.reading() as session:
        row = get_take(session, take, workspace.owner)
        was_recording, drawn = row.state == "recording", drawn_by_hand(events_of(session, take), take)
    if not was_recording:
        return row.lesson_id
    put_together(workspace.blobs, row)
    with workspace.database.writing() as session:
        finish_take(get_take(session, take, workspace.owner))
    if drawn:
        change_newest(workspace, row.lesson_id, PlaceDrawn(drawn))
    return row.lesson_id
