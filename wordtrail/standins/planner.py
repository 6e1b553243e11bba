"""A lesson while it is being planned, with its words found by what is printed."""

from __future__ import annotations

from dataclasses import dataclass, field, replace

from wordtrail.core.changes.card_changes import KeepCard
from wordtrail.core.changes.command import Command
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.mark_changes import KeepMark
from wordtrail.core.changes.point_changes import KeepPoint
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.forms.form import Form
from wordtrail.core.marks.model import Mark
from wordtrail.core.plan.activities.activity import Activity
from wordtrail.core.plan.cards import WordCard
from wordtrail.core.plan.model import PausePoint, Reach
from wordtrail.core.text.span import Span


@dataclass(slots=True)
class Planner:
    """A lesson while it is being planned, with words found by what is printed."""

    lesson: Lesson
    points: list[str] = field(default_factory=list)

    def do(self, command: Command) -> None:
        """One change."""
        self.lesson = apply(self.lesson, command)

    def run(self, printed: str, nth: int = 0) -> tuple[str, str]:
        """First and last word of the `nth` place where this is printed."""
        words, wanted = self.lesson.words, printed.split()
        texts = [word.text for word in words]
        places = [i for i in range(len(texts)) if texts[i : i + len(wanted)] == wanted]
        at = places[nth]
        return words[at].id, words[at + len(wanted) - 1].id

    def span(self, printed: str, nth: int = 0) -> Span:
        """The same as a span."""
        return Span(*self.run(printed, nth))

    def mark(self, form: Form, printed: str, meaning: str, *, at: int = 0, **more: object) -> None:
        """A mark on the `at`-th place where this is printed."""
        mark = Mark("", form, *self.run(printed, at), meaning)
        self.do(KeepMark(replace(mark, **more)))  # type: ignore[arg-type]

    def pause(
        self, after: str, activity: Activity, question: str, think: float, *, nth: int = 0, **more: object
    ) -> str:
        """A pause point after the last of these words (empty: at the end); its id."""
        word = self.run(after, nth)[1] if after else ""
        before = {point.id for point in self.lesson.pause_points}
        point = PausePoint("", word, question, think, activity)
        self.do(KeepPoint(replace(point, **more), Reach.WORD))  # type: ignore[arg-type]
        return next(point.id for point in self.lesson.pause_points if point.id not in before)

    def card(self, printed: str, word: str, part_of_speech: str, meaning: str, example: str, **more: object) -> None:
        """A word card."""
        at = self.run(printed)[0] if printed else ""
        card = WordCard("", word, at, part_of_speech, meaning, example)
        self.do(KeepCard(replace(card, **more)))  # type: ignore[arg-type]
