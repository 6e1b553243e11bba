"""The end of a recording: the take is kept, and what was done while it was made goes into the lesson."""

from __future__ import annotations

from threading import Lock

from wordtrail.core.changes.direction_changes import KeepRecorded
from wordtrail.core.changes.joining_changes import KeepAgains
from wordtrail.core.changes.mark_changes import PlaceDrawn
from wordtrail.core.trail.again import agains_in
from wordtrail.core.trail.camera import camera_in
from wordtrail.core.trail.directions import directions_in
from wordtrail.core.trail.events import TakeEvent, drawn_by_hand
from wordtrail.service.changing import change_newest
from wordtrail.store.takes import count_pieces, drop_pieces, events_of, finish_take, get_take, put_together
from wordtrail.workspace import Workspace

_FINISHING = Lock()


def finish(workspace: Workspace, take: str) -> str:
    """Keep a take that is over or was broken off, once; the id of its lesson. Raises NotFound, and LessonError where
    nothing was recorded."""
    # Asked for twice (an answer was slow), it is done once: the first gives the pieces back that the second would read.
    with _FINISHING:
        lesson, events = _put_together(workspace, take)
    if drawn := drawn_by_hand(events, take):
        change_newest(workspace, lesson, PlaceDrawn(drawn))
    if agains := agains_in(events, take):
        change_newest(workspace, lesson, KeepAgains(agains))
    if directions := directions_in(events, take):
        change_newest(workspace, lesson, KeepRecorded(directions))
    return lesson


def _put_together(workspace: Workspace, take: str) -> tuple[str, tuple[TakeEvent, ...]]:
    """The id of the take's lesson, and what happened while it was recorded; nothing where it was kept before."""
    while True:
        with workspace.database.write_session() as session:
            row = get_take(session, take, workspace.owner)
            if row.state != "recording":
                return row.lesson_id, ()
            count_pieces(workspace.blobs, row)
        put_together(workspace.blobs, row)
        with workspace.database.write_session() as session:
            now = get_take(session, take, workspace.owner)
            # A piece may have come while the others were put together: then it is done once more, with that one.
            if now.state == "recording" and (now.pieces, now.camera_pieces) == (row.pieces, row.camera_pieces):
                events = tuple(events_of(session, take))
                finish_take(now, camera_in(events) if now.camera_pieces else ())
                break
    drop_pieces(workspace.blobs, take)
    return row.lesson_id, events
