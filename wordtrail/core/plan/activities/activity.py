"""What every activity is: the questions that the rest of the house asks of it, with the usual answers."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum
from typing import ClassVar, Self

from wordtrail.core.plan.answers import Answer, AnsweredBy, Verdict
from wordtrail.core.text.span import Span

LETTERS = "ABCDEFGHI"
"""What stands before the options of a question, in their order."""

KeepSpan = Callable[[Span], Span | None]
"""What becomes of a run of words: the same, a part of it, or nothing."""


class Group(StrEnum):
    """Kinds of activities, as teachers look for them."""

    SAY = "Think and say"
    FIND = "Find and answer"
    READ = "Read and rest"


class Page(StrEnum):
    """Where a pause point is shown."""

    OWN = "on a page of its own"
    TEXT = "at its text"
    BY_EVIDENCE = "on a page of its own when it has evidence"


@dataclass(frozen=True, slots=True)
class Pair:
    """Two things that belong together."""

    left: str
    right: str


@dataclass(frozen=True, slots=True)
class Option:
    """One of the things that are offered on a question's page, in the order in which they stand there. `name` tells
    it from the others. `right` and `reason` are those of an answer to choose, `proof` the words of the text that
    prove it or rule it out; `place` is where it comes in the right order, from 1 (0: there is none)."""

    name: str
    text: str
    right: bool = False
    reason: str = ""
    proof: tuple[Span, ...] = ()
    place: int = 0


@dataclass(frozen=True, slots=True)
class Disclosure:
    """Something that is shown after the think time: the parts of the page that come, for how many seconds students
    look at them, and what they read then."""

    parts: tuple[str, ...]
    seconds: float = 0.0
    reads: str = ""


@dataclass(frozen=True, slots=True)
class Turns:
    """What students say themselves: after each sentence or line of a stretch, or after the whole of it `times` over;
    each turn as long as the teacher took, times `factor`."""

    stretch: Span
    factor: float
    times: int = 1
    by_sentence: bool = False


@dataclass(frozen=True, slots=True)
class Limits:
    """The least and the most that a number may be, or how many of something there may be."""

    least: float
    most: float


class Activity:
    """What students do at a pause point."""

    __slots__ = ()

    kind: str
    """Its name in documents and files."""

    name: ClassVar[str]
    """What teachers choose it by."""

    rank: ClassVar[int]
    """Where it stands among the others in menus."""

    group: ClassVar[Group]
    """With which others it stands there."""

    does: ClassVar[str]
    """What students do, in a line."""

    heading: ClassVar[str]
    """What stands over its question."""

    turn: ClassVar[str] = "Your turn"
    """What the student page calls it."""

    usual_think: ClassVar[float]
    """Seconds of think time of a fresh one; what students say takes as long as it takes."""

    page: ClassVar[Page] = Page.BY_EVIDENCE

    free_of_text: ClassVar[bool] = False
    """Whether it needs no words or picture of the text, so that it makes sense at another one."""

    answered_by: ClassVar[AnsweredBy] = AnsweredBy.NOTHING
    """What students answer with on the student page."""

    meanwhile: ClassVar[str] = "It goes on by itself."
    """What students are told where the lesson does not wait for them."""

    ends_the_day: ClassVar[bool] = False
    """Whether the next day begins here."""

    is_checked: ClassVar[bool] = False
    """Whether an answer can be right or wrong."""

    limits: ClassVar[Mapping[str, Limits]] = {}
    """Of its fields that are numbers, or lists to be filled in."""

    shows_evidence: ClassVar[bool] = True
    """Whether the evidence is shown with the answer."""

    def checked(self, evidence: tuple[Span, ...]) -> Self:
        """It as it may be kept, with what it needs. Raises LessonError."""
        return self

    def spans(self) -> tuple[Span, ...]:
        """The runs of words that it holds."""
        return ()

    def with_spans(self, keep: KeepSpan) -> Self:
        """It with what `keep` makes of each of them."""
        return self

    def options(self) -> tuple[Option, ...]:
        """What is offered on its page, one under the other."""
        return ()

    def pairs_to_match(self) -> tuple[Pair, ...]:
        """What stands there on two sides."""
        return ()

    def rewritten(self, name: str, text: str) -> Self:
        """It with another text in the option of this name, or on a side of a pair ("l0", "r0", …)."""
        return self

    def looks_at(self) -> tuple[str, str]:
        """The block of a picture, and a region of it (empty: all of it); both empty where there is none."""
        return "", ""

    def turns_to(self) -> str:
        """The page of the passage that is shown while students look for it (empty: none)."""
        return ""

    def turns(self) -> Turns | None:
        """What students say themselves; None where they say nothing in turn."""
        return None

    def before_answer(self, point: str) -> tuple[Disclosure, ...]:
        """What is shown after the think time, before the answer; `point` is the id of the pause point."""
        return ()

    def with_answer(self, point: str) -> Disclosure:
        """What of its own is shown together with the answer."""
        return Disclosure(())

    def has_answer(self) -> bool:
        """Whether it has something to show after the think time, whatever the teacher wrote as the answer."""
        return bool(self.options() or self.pairs_to_match())

    def asks_for_several(self) -> bool:
        """Whether more than one of its options is right."""
        return sum(option.right for option in self.options()) > 1

    def verdict(self, answer: Answer, evidence: tuple[Span, ...], order: Sequence[str]) -> Verdict:
        """The verdict on an answer; `order` are the words of the passages."""
        return Verdict(True, "")

    @classmethod
    def fresh(cls) -> Self:
        """One as a teacher gets it to fill in."""
        return cls()

    @classmethod
    def exchanged(cls, options: tuple[Option, ...], pairs: tuple[Pair, ...]) -> Self:
        """An activity of this kind, of what a file of questions offers: options in their right order, where there is
        one."""
        return cls()


def kept_spans(spans: tuple[Span, ...], keep: KeepSpan) -> tuple[Span, ...]:
    """What is left of some runs of words."""
    return tuple(left for left in map(keep, spans) if left)
