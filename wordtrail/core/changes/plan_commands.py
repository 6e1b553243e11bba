"""What a teacher can do to the plan of a lesson, one frozen value per command.

A point, mark, card, organizer or reading is kept as a whole: one without an id is new, one with an id takes the
place of the one that had it.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from wordtrail.core.marks.model import Mark, MarkKind, Meaning, Stroke
from wordtrail.core.plan.cards import WordCard
from wordtrail.core.plan.model import PauseKind, PausePoint, Reach, Reading
from wordtrail.core.plan.opening import Closing, Opening, Part
from wordtrail.core.plan.organizers import Organizer, Shape
from wordtrail.core.plan.suggestions.model import Suggestion


@dataclass(frozen=True, slots=True)
class KeepPoint:
    """A pause point. A new one stands after the word, line, sentence, paragraph or page of its word."""

    point: PausePoint
    reach: Reach = Reach.WORD
    kind: Literal["keep point"] = "keep point"


@dataclass(frozen=True, slots=True)
class KeepMark:
    """A mark."""

    mark: Mark
    kind: Literal["keep mark"] = "keep mark"


@dataclass(frozen=True, slots=True)
class OrderQuestions:
    """The questions at the end in this order (their ids)."""

    ids: tuple[str, ...]
    kind: Literal["order questions"] = "order questions"


@dataclass(frozen=True, slots=True)
class AddMark:
    """A new mark on the run of words from `first` to `last` (in either order), as its kind is usually drawn.
    A number is the next one."""

    mark: MarkKind
    first: str
    last: str
    meaning: str
    to: str = ""
    reading: str = ""
    kind: Literal["add mark"] = "add mark"


@dataclass(frozen=True, slots=True)
class TakeSuggestion:
    """Something that the text offers becomes a mark, card or pause point of a reading; a mark gets the meaning
    that the suggestion asks for, or else `meaning`."""

    suggestion: Suggestion
    meaning: str
    reading: str = ""
    kind: Literal["take suggestion"] = "take suggestion"


@dataclass(frozen=True, slots=True)
class DrawInk:
    """What the pen drew on a page of the wide stage, in page units; it becomes the mark it looks like, on the
    words it belongs to."""

    page: int
    strokes: tuple[Stroke, ...]
    meaning: str
    reading: str = ""
    kind: Literal["draw ink"] = "draw ink"


@dataclass(frozen=True, slots=True)
class SetLegend:
    """The legend. Meanings that marks have cannot go."""

    legend: tuple[Meaning, ...]
    kind: Literal["set legend"] = "set legend"


@dataclass(frozen=True, slots=True)
class SetOpening:
    """What comes before the reading."""

    opening: Opening
    kind: Literal["set opening"] = "set opening"


@dataclass(frozen=True, slots=True)
class SetClosing:
    """What comes after it."""

    closing: Closing
    kind: Literal["set closing"] = "set closing"


@dataclass(frozen=True, slots=True)
class MakeCard:
    """A word card for a word of the passage (its id), with what the core knows of it; or for any word."""

    word: str
    kind: Literal["make card"] = "make card"


@dataclass(frozen=True, slots=True)
class KeepCard:
    """A word card. Empty syllables and parts are worked out."""

    card: WordCard
    kind: Literal["keep card"] = "keep card"


@dataclass(frozen=True, slots=True)
class RemoveCard:
    """Take a word card away."""

    id: str
    kind: Literal["remove card"] = "remove card"


@dataclass(frozen=True, slots=True)
class OrderCards:
    """The word cards in this order (their ids)."""

    ids: tuple[str, ...]
    kind: Literal["order cards"] = "order cards"


@dataclass(frozen=True, slots=True)
class SetMatching:
    """Whether students match the words of the cards with their meanings, or with their pictures."""

    on: bool
    pictures: bool = False
    kind: Literal["set matching"] = "set matching"


@dataclass(frozen=True, slots=True)
class MakeOrganizer:
    """A fresh organizer of a shape, for the first passage."""

    shape: Shape
    columns: int = 2
    rows: int = 2
    kind: Literal["make organizer"] = "make organizer"


@dataclass(frozen=True, slots=True)
class KeepOrganizer:
    """An organizer."""

    organizer: Organizer
    kind: Literal["keep organizer"] = "keep organizer"


@dataclass(frozen=True, slots=True)
class SetGrid:
    """An organizer gets other rows and columns: boxes that no longer fit go, empty places get a box."""

    id: str
    columns: int
    rows: int
    kind: Literal["set grid"] = "set grid"


@dataclass(frozen=True, slots=True)
class RemoveOrganizer:
    """Take an organizer away."""

    id: str
    kind: Literal["remove organizer"] = "remove organizer"


@dataclass(frozen=True, slots=True)
class KeepReading:
    """A reading."""

    reading: Reading
    kind: Literal["keep reading"] = "keep reading"


@dataclass(frozen=True, slots=True)
class RemoveReading:
    """Take a reading away; its marks and pause points belong to all readings then."""

    id: str
    kind: Literal["remove reading"] = "remove reading"


@dataclass(frozen=True, slots=True)
class SetOrder:
    """The order in which the parts of the lesson run."""

    order: tuple[Part, ...]
    kind: Literal["set order"] = "set order"


@dataclass(frozen=True, slots=True)
class PointElsewhere:
    """A pause point of another lesson: where it stands (share of its words, 0 to 1), what students do and for
    how long, and its question."""

    share: float
    do: PauseKind
    question: str
    think_seconds: float


@dataclass(frozen=True, slots=True)
class TakeOver:
    """What makes sense of another lesson's plan: its legend, opening, closing and organizers (emptied of what
    belongs to its text), and pause points of kinds that need nothing of the text, at the end of the paragraph
    that is at the same share of the way."""

    legend: tuple[Meaning, ...]
    opening: Opening
    closing: Closing
    organizers: tuple[Organizer, ...]
    order: tuple[Part, ...] = ()
    points: tuple[PointElsewhere, ...] = ()
    kind: Literal["take over"] = "take over"


@dataclass(frozen=True, slots=True)
class BringPlan:
    """Marks, pause points and word cards that were read from a file; all are new. `legend` holds the meanings
    that the marks need."""

    marks: tuple[Mark, ...] = ()
    points: tuple[PausePoint, ...] = ()
    cards: tuple[WordCard, ...] = ()
    legend: tuple[Meaning, ...] = ()
    kind: Literal["bring plan"] = "bring plan"


PlanCommand = (
    KeepPoint | OrderQuestions | KeepMark | AddMark | TakeSuggestion | DrawInk | SetLegend | SetOpening
    | SetClosing | MakeCard | KeepCard | RemoveCard | OrderCards | SetMatching | MakeOrganizer | KeepOrganizer
    | SetGrid | RemoveOrganizer | KeepReading | RemoveReading | SetOrder | TakeOver | BringPlan
)  # fmt: skip

PLAN_DEEDS: dict[str, str] = {
    "keep point": "changing a pause point",
    "order questions": "ordering the questions",
    "keep mark": "changing a mark",
    "add mark": "drawing a mark",
    "take suggestion": "taking a suggestion",
    "draw ink": "drawing",
    "set legend": "changing the legend",
    "set opening": "changing the opening",
    "set closing": "changing the ending",
    "make card": "making a word card",
    "keep card": "changing a word card",
    "remove card": "removing a word card",
    "order cards": "ordering the word cards",
    "set matching": "the matching card",
    "make organizer": "making an organizer",
    "keep organizer": "changing an organizer",
    "set grid": "changing an organizer",
    "remove organizer": "removing an organizer",
    "keep reading": "changing a reading",
    "remove reading": "removing a reading",
    "set order": "changing the order",
    "take over": "taking over a plan",
    "bring plan": "bringing in a file",
}
"""What a command is called behind "Undo" and "Redo"."""
