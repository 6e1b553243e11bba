"""Time that students could be given in a take."""

from __future__ import annotations

from wordtrail.core.edit.holds import Echo
from wordtrail.core.edit.joining import Replacement
from wordtrail.core.edit.slowing import Slower
from wordtrail.core.errors import NotFound
from wordtrail.core.lesson.giving_time import EchoAfter, NewHold, echo_holds
from wordtrail.core.lesson.same_words import same_words
from wordtrail.core.lesson.slowing_down import slower_for
from wordtrail.service.placing import Heard, as_heard
from wordtrail.workspace import Workspace


def echo_in(
    workspace: Workspace, lesson_id: str, take: str, after: EchoAfter, echo: Echo, start: float, end: float
) -> tuple[NewHold, ...]:
    """Where students could say back what they heard, and for how long: see `echo_holds`. Raises NotFound and
    LessonError."""
    heard = _with_trail(workspace, lesson_id, take)
    return echo_holds(heard.lesson, take, heard.trails[take], after, echo, start, end)


def slower_in(workspace: Workspace, lesson_id: str, take: str) -> tuple[Slower, ...]:
    """What of a take would be heard more slowly: see `slower_for`. Raises NotFound."""
    heard = _with_trail(workspace, lesson_id, take)
    return slower_for(heard.lesson, take, heard.trails[take])


def words_elsewhere(
    workspace: Workspace, lesson_id: str, take: str, start: float, end: float
) -> tuple[Replacement, ...]:
    """The other readings of some words: see `same_words`. Raises NotFound."""
    heard = _with_trail(workspace, lesson_id, take)
    return same_words(heard.lesson, heard.trails, take, start, end)


def _with_trail(workspace: Workspace, lesson_id: str, take: str) -> Heard:
    """A lesson as it is heard, of which this take has a trail. Raises NotFound."""
    heard = as_heard(workspace, lesson_id)
    if take not in heard.trails:
        raise NotFound("take")
    return heard
