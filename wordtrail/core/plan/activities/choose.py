"""Students choose among answers, one or more of which are right."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import ClassVar, Literal, Self

from wordtrail.core.errors import LessonError
from wordtrail.core.plan.activities.activity import (
    Activity,
    Disclosure,
    Group,
    KeepSpan,
    Limits,
    Option,
    Page,
    Pair,
    kept_spans,
)
from wordtrail.core.plan.answers import Answer, AnsweredBy, Verdict
from wordtrail.core.plan.part_names import proof_part, strike_part
from wordtrail.core.text.span import Span
from wordtrail.core.text.tidy import tidy

CHOICES = Limits(2, 5)

STRIKE = 1.4
"""Seconds for striking out a choice, before its reason is read."""


@dataclass(frozen=True, slots=True)
class Choice:
    """An answer to choose: its text, whether it is right, and the reason, with the words of the text that
    prove it or rule it out."""

    text: str
    right: bool = False
    reason: str = ""
    proof: tuple[Span, ...] = ()


@dataclass(frozen=True, slots=True)
class Choose(Activity):
    """Students choose among `choices`; `strike` are the numbers of the wrong ones in the order in which they are
    struck out."""

    name: ClassVar[str] = "Choose"
    rank: ClassVar[int] = 40
    group: ClassVar[Group] = Group.FIND
    does: ClassVar[str] = "Students choose among answers; wrong ones are struck out."
    heading: ClassVar[str] = "Choose an answer"
    usual_think: ClassVar[float] = 15.0
    answered_by: ClassVar[AnsweredBy] = AnsweredBy.CHOICES
    page: ClassVar[Page] = Page.OWN
    is_checked: ClassVar[bool] = True
    limits: ClassVar[Mapping[str, Limits]] = {"choices": CHOICES}
    choices: tuple[Choice, ...] = ()
    strike: tuple[int, ...] = ()
    kind: Literal["choose"] = "choose"

    def checked(self, evidence: tuple[Span, ...]) -> Self:
        written = [n for n, one in enumerate(self.choices) if one.text.strip()]
        choices = tuple(
            replace(one, text=tidy(one.text, "An answer"), reason=tidy(one.reason, "A reason"))
            for one in (self.choices[n] for n in written)
        )
        if not CHOICES.least <= len(choices) <= CHOICES.most:
            raise LessonError(f"A question to choose has {CHOICES.least:g} to {CHOICES.most:g} answers.")
        if not any(choice.right for choice in choices):
            raise LessonError("No answer is right yet.", advice="Say which one is right.")
        wrong = [n for n, choice in enumerate(choices) if not choice.right]
        # Answers that nothing was written in go, and the numbers of those behind them go down.
        wished = (written.index(n) for n in dict.fromkeys(self.strike) if n in written)
        strike = tuple(n for n in wished if n in wrong)
        return replace(self, choices=choices, strike=(*strike, *(n for n in wrong if n not in strike)))

    def spans(self) -> tuple[Span, ...]:
        return tuple(span for choice in self.choices for span in choice.proof)

    def with_spans(self, keep: KeepSpan) -> Self:
        return replace(self, choices=tuple(replace(one, proof=kept_spans(one.proof, keep)) for one in self.choices))

    def options(self) -> tuple[Option, ...]:
        return tuple(Option(f"c{n}", one.text, one.right, one.reason, one.proof) for n, one in enumerate(self.choices))

    def rewritten(self, name: str, text: str) -> Self:
        written = tuple(replace(one, text=text) if name == f"c{n}" else one for n, one in enumerate(self.choices))
        return replace(self, choices=written)

    def before_answer(self, point: str) -> tuple[Disclosure, ...]:
        return tuple(
            Disclosure((strike_part(point, n), *self._proof(point, n)), STRIKE, self.choices[n].reason)
            for n in self.strike
        )

    def with_answer(self, point: str) -> Disclosure:
        right = [n for n, choice in enumerate(self.choices) if choice.right]
        parts = tuple(part for n in right for part in self._proof(point, n))
        return Disclosure(parts, reads=" ".join(self.choices[n].reason for n in right))

    def _proof(self, point: str, number: int) -> tuple[str, ...]:
        return (proof_part(point, number),) if self.choices[number].proof else ()

    def verdict(self, answer: Answer, evidence: tuple[Span, ...], order: Sequence[str]) -> Verdict:
        wanted = {n for n, choice in enumerate(self.choices) if choice.right}
        picked = {n for n in answer.choices if 0 <= n < len(self.choices)}
        if picked == wanted:
            reasons = (self.choices[n].reason for n in sorted(wanted))
            return Verdict(True, " ".join(["Yes.", *filter(None, reasons)]))
        wrong = sorted(picked - wanted)
        if wrong:
            return Verdict(False, f"Not that one. {self.choices[wrong[0]].reason}".strip())
        return Verdict(False, "That is right, but there is more." if picked else "Choose an answer first.")

    @classmethod
    def fresh(cls) -> Self:
        return cls((Choice("", right=True), Choice("")))

    @classmethod
    def exchanged(cls, options: tuple[Option, ...], pairs: tuple[Pair, ...]) -> Self:
        return cls(tuple(Choice(one.text, one.right, one.reason) for one in options))
