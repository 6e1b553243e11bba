"""Timings of a take, and the edit list, that come back from another program."""

from __future__ import annotations

from wordtrail.core.errors import NotFound
from wordtrail.core.lesson.edit_moves import EditMoves, edit_moves
from wordtrail.core.lesson.timing_moves import TimingMoves, moves_in
from wordtrail.formats import trail_json
from wordtrail.formats.timing import timeline
from wordtrail.formats.timing.all import timings_in
from wordtrail.formats.timing.format import text_of
from wordtrail.service.showing import showing
from wordtrail.workspace import Workspace


def moves_of_file(workspace: Workspace, lesson_id: str, take: str, data: bytes, ending: str) -> TimingMoves:
    """What of a take the file would move. Raises NotFound, UnknownKind, and NotReadable or WordTrailError for a file
    that is none."""
    shown, _ = showing(workspace, lesson_id)
    if take not in shown.trails:
        raise NotFound("trail")
    read = trail_json.timings_in(text_of(data)) if ending.lower() == "json" else timings_in(data, ending)
    return moves_in(shown.lesson, take, shown.trails[take], read)


def moves_of_edits(workspace: Workspace, lesson_id: str, data: bytes) -> EditMoves:
    """What an edit list that comes back would change. Raises NotFound and NotReadable."""
    shown, _ = showing(workspace, lesson_id)
    return edit_moves(shown.lesson, shown.edits, timeline.read(text_of(data)))
