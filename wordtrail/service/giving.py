"""Giving a lesson out: the link that opens it to students, and what is behind it."""

from __future__ import annotations

import time
from dataclasses import dataclass, replace

from wordtrail.core.errors import NothingToShow
from wordtrail.core.film.model import FOR_STUDENTS, Film, StageShape
from wordtrail.core.remembered import Kept
from wordtrail.service.showing import Showing, showing
from wordtrail.store.lessons import get_lesson, names_of
from wordtrail.store.sharing import lesson_behind, open_link, withdraw_link
from wordtrail.store.takes import get_take, newest_trails
from wordtrail.workspace import Workspace

SIMULATED = "simulated narrator"
"""The origin of a take that nobody spoke."""


@dataclass(frozen=True, slots=True)
class Link:
    """A lesson's open link; `can_be_heard` says whether it has a take whose words were found."""

    token: str
    can_be_heard: bool


@dataclass(frozen=True, slots=True)
class Given:
    """What is behind a link: the lesson's id, how it is shown on a wide stage, the room it comes from, and whether its
    narrator is simulated."""

    lesson: str
    show: Showing
    room: str
    is_simulated: bool


def give_out(workspace: Workspace, lesson: str) -> Link:
    """Open the lesson to students: its link, the same one while it is open. Raises NotFound."""
    with workspace.database.write_session() as session:
        get_lesson(session, lesson, workspace.owner)
        token = open_link(session, workspace.owner, lesson).token
        return Link(token, bool(newest_trails(session, lesson)))


def take_back(workspace: Workspace, lesson: str) -> None:
    """Close the lesson's link for good. Raises NotFound."""
    with workspace.database.write_session() as session:
        get_lesson(session, lesson, workspace.owner)
        withdraw_link(session, lesson)


LOOKED_UP_AGAIN = 1.0
"""Seconds after which a link is looked up again though nothing was written here: a worker may have."""

MOST_LINKS = 500

_lately: Kept[tuple[str, str], tuple[int, float, Given]] = Kept(MOST_LINKS)


def given_out(workspace: Workspace, token: str) -> Given:
    """What is behind a link. Raises LinkWithdrawn, and NothingToShow where there is no take to hear.

    A class opens a link at once and plays its sound in many ranges: what was found a moment ago is not looked up
    again, as long as nothing has been written since.
    """
    writes, now = workspace.database.writes, time.monotonic()
    key = (workspace.database.url, token)
    found = _lately.get(key)
    if found and found[0] == writes and now - found[1] < LOOKED_UP_AGAIN:
        return found[2]
    given = _given_out(workspace, token)
    _lately.put(key, (writes, now, given))
    return given


def given_on(workspace: Workspace, given: Given, shape: StageShape) -> Showing:
    """How what is behind a link is shown on a stage of another shape."""
    if shape is StageShape.WIDE:
        return given.show
    return showing(workspace, given.lesson, film=Film(choices=replace(FOR_STUDENTS, shape=shape)))[0]


def _given_out(workspace: Workspace, token: str) -> Given:
    with workspace.database.read_session() as session:
        lesson = lesson_behind(session, token)
    show, _ = showing(workspace, lesson)
    if not show.edits.clips:
        raise NothingToShow
    with workspace.database.read_session() as session:
        _, room = names_of(session, workspace.owner)
        is_simulated = get_take(session, show.lesson.chosen_take).origin == SIMULATED
    return Given(lesson, show, room, is_simulated)
