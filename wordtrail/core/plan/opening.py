"""What comes before the reading and after it, and the order in which the parts of a lesson run."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from wordtrail.core.plan.answers import AnsweredBy

MINUTE = 60.0
LONGEST = 600.0
"""Seconds that a part of the lesson may have for itself."""


@dataclass(frozen=True, slots=True)
class PictureQuestion:
    """A question about a picture of the passage (its block), asked before any word is read."""

    picture: str
    question: str


@dataclass(frozen=True, slots=True)
class Opening:
    """Why we read, and what is done before: objectives ("I can …"), purpose, focus question, a look back at
    last time, what to have at hand, a question to write about, sight words to say, a picture walk. Students write for
    `write_seconds`, and have `hand_seconds` to get what they need (0: as long as it takes to read). The picture
    of the passage (its block) that is the `cover` stands beside the title."""

    objectives: tuple[str, ...] = ()
    purpose: str = ""
    focus: str = ""
    look_back: str = ""
    at_hand: tuple[str, ...] = ()
    quick_write: str = ""
    sight_words: tuple[str, ...] = ()
    picture_walk: tuple[PictureQuestion, ...] = ()
    write_seconds: float = MINUTE
    hand_seconds: float = 0.0
    cover: str = ""


@dataclass(frozen=True, slots=True)
class Closing:
    """What the lesson ends with: what was found out, and what to do now; each may have seconds of its own (0: as long
    as it takes to read)."""

    recap: str = ""
    task: str = ""
    recap_seconds: float = 0.0
    task_seconds: float = 0.0


class Part(StrEnum):
    """The parts of a lesson, in the order in which they usually run."""

    LOOK_BACK = "look back"
    PURPOSE = "purpose"
    AT_HAND = "at hand"
    SIGHT_WORDS = "sight words"
    CARDS = "word cards"
    MATCHING = "matching"
    PICTURE_WALK = "picture walk"
    QUICK_WRITE = "quick write"
    READING = "reading"
    QUESTIONS = "questions"
    RECAP = "recap"
    TASK = "task"


USUAL_ORDER = tuple(Part)

CALLED = {
    Part.LOOK_BACK: "Last time", Part.PURPOSE: "Before we read", Part.AT_HAND: "Before we read",
    Part.SIGHT_WORDS: "Words to say first", Part.CARDS: "A word to know", Part.PICTURE_WALK: "Look at the picture",
    Part.QUICK_WRITE: "Your turn", Part.RECAP: "What we found out", Part.TASK: "Now you",
}  # fmt: skip
"""What students read over the boards of each part that has some."""


def answered_by(part: Part) -> AnsweredBy:
    """What students answer with at the boards of a part."""
    return AnsweredBy.TEXT if part is Part.QUICK_WRITE else AnsweredBy.NOTHING


def own_seconds(part: Part, opening: Opening, closing: Closing) -> float:
    """The seconds that students have for what a part asks of them, after it was read to them; 0 where they need none
    beside those in which it is read."""
    return {
        Part.QUICK_WRITE: opening.write_seconds, Part.AT_HAND: opening.hand_seconds,
        Part.RECAP: closing.recap_seconds, Part.TASK: closing.task_seconds,
    }.get(part, 0.0)  # fmt: skip


def for_how_long(seconds: float) -> str:
    """Seconds as they are said: "a minute", "2 minutes", "90 seconds"."""
    minutes, rest = divmod(round(seconds), 60)
    if rest or not minutes:
        return f"{round(seconds)} seconds"
    return "a minute" if minutes == 1 else f"{minutes} minutes"


def run_order(order: tuple[Part, ...]) -> tuple[Part, ...]:
    """The teacher's order, completed: parts that it does not name go behind the one that usually stands
    before them."""
    found = list(dict.fromkeys(order))
    if Part.READING not in found:
        found.append(Part.READING)
    for index, part in enumerate(USUAL_ORDER):
        if part not in found:
            before = next((p for p in reversed(USUAL_ORDER[:index]) if p in found), None)
            found.insert(found.index(before) + 1 if before else 0, part)
    return tuple(found)
