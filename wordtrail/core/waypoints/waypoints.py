"""The path of six waypoints: where a lesson stands, and the next thing to do."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from wordtrail.core.lesson.model import Lesson
from wordtrail.core.trail.model import Trail, is_mostly_talk
from wordtrail.core.waypoints.proofing import open_suspects

MANY_UNREAD = 0.25
"""Share of a passage's words that were not read, from which on the path asks for a look: headings and captions often
are not."""


class Screen(StrEnum):
    """The six screens of a lesson, in the order teachers come to them."""

    TEXT = "text"
    PLAN = "plan"
    RECORD = "record"
    SYNC = "sync"
    VIDEO = "video"
    SHARE = "share"


@dataclass(frozen=True, slots=True)
class Waypoint:
    """One screen of a lesson: whether it is done, and a few words on what is there or left to do.
    `attention` says that the note asks for something."""

    screen: Screen
    done: bool
    note: str
    attention: bool = False


@dataclass(frozen=True, slots=True)
class Standing:
    """What has been made outside of the document: finished and unfinished takes, the trail of the take in use and how
    many of its places are to be checked, whether another take waits to be used or set aside, how many films were made
    and how many of those are older than the lesson, and whether a link is open."""

    takes: int = 0
    unfinished: int = 0
    trail: Trail | None = None
    to_check: int = 0
    asking: bool = False
    aligning: bool = False
    films: int = 0
    films_older: int = 0
    link: bool = False


def waypoints(lesson: Lesson, standing: Standing) -> tuple[Waypoint, ...]:
    """The six waypoints of a lesson."""
    return (
        _text(lesson),
        _plan(lesson),
        _record(standing),
        _sync(lesson, standing),
        _video(standing),
        Waypoint(Screen.SHARE, standing.link, "link is open" if standing.link else ""),
    )


def next_screen(lesson: Lesson, standing: Standing) -> Screen:
    """Where the teacher goes on: the first screen that asks for something or is not done."""
    path = waypoints(lesson, standing)
    asking = next(
        (point.screen for point in path if point.attention and _is_pressing(point.screen, lesson, standing)), None
    )
    return asking or next((point.screen for point in path if not point.done), Screen.SHARE)


def _is_pressing(screen: Screen, lesson: Lesson, standing: Standing) -> bool:
    """Whether what a screen asks for comes before going on: an unfinished take, a new one to use or set aside, loose
    ends, and words to check as long as they were not read aloud."""
    if screen is Screen.TEXT:
        return bool(lesson.loose_ends) or standing.takes == 0
    return screen is Screen.RECORD or (screen is Screen.SYNC and standing.asking)


def _text(lesson: Lesson) -> Waypoint:
    words = len(lesson.words)
    wrong = len(open_suspects(lesson))
    if lesson.loose_ends:
        count = len(lesson.loose_ends)
        return Waypoint(Screen.TEXT, True, f"{count} loose end{'s' if count > 1 else ''}", attention=True)
    if wrong:
        return Waypoint(Screen.TEXT, True, f"{wrong} word{'s' if wrong != 1 else ''} to check", attention=True)
    if not words:
        cards = len(lesson.plan.cards)
        return Waypoint(Screen.TEXT, True, f"{cards} word card{'s' if cards != 1 else ''}, no passage")
    return Waypoint(Screen.TEXT, True, f"{words:,} word{'s' if words != 1 else ''}")


def _plan(lesson: Lesson) -> Waypoint:
    points, marks = len(lesson.pause_points), len(lesson.marks)
    cards = len(lesson.plan.cards)
    parts = [f"{cards} word card{'s' if cards != 1 else ''}"] if cards and not lesson.words else []
    parts += [f"{points} pause point{'s' if points != 1 else ''}"] if points else []
    parts += [f"{marks} mark{'s' if marks != 1 else ''}"] if marks else []
    return Waypoint(Screen.PLAN, bool(parts), ", ".join(parts) or "nothing planned yet")


def _record(standing: Standing) -> Waypoint:
    if standing.unfinished:
        return Waypoint(Screen.RECORD, standing.takes > 0, "an unfinished take", attention=True)
    note = f"{standing.takes} take{'s' if standing.takes != 1 else ''}" if standing.takes else "not yet"
    return Waypoint(Screen.RECORD, standing.takes > 0, note)


def _sync(lesson: Lesson, standing: Standing) -> Waypoint:
    if standing.aligning:
        return Waypoint(Screen.SYNC, False, "finding the words …")
    if standing.trail is None:
        return Waypoint(Screen.SYNC, False, "")
    if standing.asking:
        return Waypoint(Screen.SYNC, True, "use the new take?", attention=True)
    places, unread = standing.to_check, len(standing.trail.unread)
    checks = f"{places} place{'s' if places != 1 else ''} to check" if places else ""
    missing = f"{unread:,} word{'s' if unread != 1 else ''} not read" if unread else ""
    if checks or missing:
        presses = bool(checks) or (unread > MANY_UNREAD * len(lesson.words) and not is_mostly_talk(standing.trail))
        return Waypoint(Screen.SYNC, True, ", ".join(filter(None, (missing, checks))), attention=presses)
    return Waypoint(Screen.SYNC, True, "every word found")


def _video(standing: Standing) -> Waypoint:
    if not standing.films:
        return Waypoint(Screen.VIDEO, False, "")
    if standing.films_older:
        note = f"{standing.films_older} of {standing.films} films are older"
        if standing.films == 1:
            note = "its film is older than the lesson"
        return Waypoint(Screen.VIDEO, True, note, attention=True)
    return Waypoint(Screen.VIDEO, True, "ready" if standing.films == 1 else f"{standing.films} films ready")
