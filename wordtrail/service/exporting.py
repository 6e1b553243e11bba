"""What of a lesson can be exported, each as a file in an open format."""

from __future__ import annotations

from dataclasses import dataclass
from functools import partial

from wordtrail.core.errors import NotFound, UnknownKind
from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.current_trail import current_trail
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.model import Passage
from wordtrail.core.text.notation import write_notation
from wordtrail.core.trail.phrases import phrases_of
from wordtrail.formats import trail_json, webvtt
from wordtrail.formats.all import COPIES, PLAN_FORMATS, copy_of, plan_file
from wordtrail.formats.format import Copy
from wordtrail.formats.timing import timeline
from wordtrail.formats.timing.all import TIMING_FORMATS
from wordtrail.service.showing import Showing, showing
from wordtrail.store.documents import to_json
from wordtrail.store.lessons import get_lesson
from wordtrail.store.pictures import read_picture
from wordtrail.workspace import Workspace

PASSAGE_KINDS = tuple(one.kind for one in COPIES)
PLAN_KINDS = tuple(one.kind for one in PLAN_FORMATS)
TIMING_KINDS = tuple(one.kind for one in TIMING_FORMATS)
OTHER_KINDS = ("notation", "passage", "trail", "captions", "timeline", *TIMING_KINDS)
KINDS = (*PLAN_KINDS, *OTHER_KINDS, *PASSAGE_KINDS)
"""Every kind of file that a lesson gives."""


@dataclass(frozen=True, slots=True)
class Export:
    """A file, and the title of what is in it."""

    title: str
    file: Copy


def passage_export(workspace: Workspace, lesson: str, passage: str, kind: str) -> Export:
    """A passage of a lesson (the first one, where `passage` is empty) as a file. Raises NotFound, UnknownKind."""
    found = passage_in(_lesson(workspace, lesson), passage)
    return Export(found.title, copy_of(found, kind, partial(read_picture, workspace.blobs)))


def plan_export(workspace: Workspace, lesson: str, kind: str) -> Export:
    """Marks, questions or word cards of a lesson as a file. Raises NotFound, UnknownKind."""
    made = _lesson(workspace, lesson)
    return Export(made.title, plan_file(made, kind))


def export(workspace: Workspace, lesson: str, kind: str) -> Export:
    """Anything of a lesson as a file. Raises NotFound, UnknownKind."""
    if kind in PLAN_KINDS:
        return plan_export(workspace, lesson, kind)
    if kind in PASSAGE_KINDS:
        return passage_export(workspace, lesson, "", kind)
    if kind not in OTHER_KINDS:
        raise UnknownKind(kind)
    show, _ = showing(workspace, lesson)
    return Export(show.lesson.title, _other(show, kind))


def _other(show: Showing, kind: str) -> Copy:
    passage = show.lesson.passages[0]
    match kind:
        case "notation":
            return Copy((write_notation(passage) + "\n").encode(), "txt", "text/plain")
        case "passage":
            return Copy(to_json(passage).encode(), "json", "application/json")
        case "captions":
            return Copy(webvtt.write(show.sheet).encode(), "vtt", "text/vtt")
        case "timeline":
            takes = {take: (f"Take {take}", trail.seconds) for take, trail in show.trails.items()}
            return Copy(timeline.write(show.lesson.title, show.edits, takes).encode(), "otio", "application/json")
    take = show.lesson.chosen_take
    if take not in show.trails:
        raise NotFound("trail")
    return _timing(show, take, kind)


def timing_export(workspace: Workspace, lesson: str, take: str, kind: str) -> Export:
    """When each word of a take is said, as a file. Raises NotFound and UnknownKind."""
    show, _ = showing(workspace, lesson)
    if take not in show.trails:
        raise NotFound("trail")
    return Export(show.lesson.title, _timing(show, take, kind))


def _timing(show: Showing, take: str, kind: str) -> Copy:
    # What was heard of words that went away since has no word to stand at.
    found = current_trail(show.lesson, take, show.trails[take])
    words = script(show.lesson)
    if kind == "trail":
        return Copy(trail_json.write(found, words, take=take).encode(), "json", "application/json")
    for one in TIMING_FORMATS:
        if one.kind == kind:
            return Copy(one.write(phrases_of(found, words), found.seconds).encode(), one.ending, one.media_type)
    raise UnknownKind(kind)


def passage_in(lesson: Lesson, id: str) -> Passage:
    """The passage with this id, or the first one where there is none. Raises NotFound."""
    found = next((passage for passage in lesson.passages if passage.id == id), None)
    if id and found is None:
        raise NotFound("passage")
    return found or lesson.passages[0]


def _lesson(workspace: Workspace, id: str) -> Lesson:
    with workspace.database.read_session() as session:
        return get_lesson(session, id, workspace.owner).lesson
