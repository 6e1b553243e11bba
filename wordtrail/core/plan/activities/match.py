"""Students find what belongs together."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import ClassVar, Literal, Self

from wordtrail.core.errors import LessonError
from wordtrail.core.plan.activities.activity import Activity, Group, Limits, Option, Page, Pair
from wordtrail.core.plan.answers import Answer, AnsweredBy, Verdict, places_right
from wordtrail.core.text.span import Span
from wordtrail.core.text.tidy import tidy

PAIRS = Limits(2, 8)


@dataclass(frozen=True, slots=True)
class Match(Activity):
    """Students put to the left side of each of the `pairs` its right side."""

    name: ClassVar[str] = "Match"
    rank: ClassVar[int] = 70
    group: ClassVar[Group] = Group.FIND
    does: ClassVar[str] = "Students join what belongs together."
    heading: ClassVar[str] = "Find what belongs together"
    usual_think: ClassVar[float] = 20.0
    answered_by: ClassVar[AnsweredBy] = AnsweredBy.PAIRS
    page: ClassVar[Page] = Page.OWN
    is_checked: ClassVar[bool] = True
    limits: ClassVar[Mapping[str, Limits]] = {"pairs": PAIRS}
    pairs: tuple[Pair, ...] = ()
    kind: Literal["match"] = "match"

    def checked(self, evidence: tuple[Span, ...]) -> Self:
        pairs = tuple(
            Pair(tidy(one.left, "A pair"), tidy(one.right, "A pair"))
            for one in self.pairs
            if one.left.strip() and one.right.strip()
        )
        if len(pairs) < PAIRS.least:
            raise LessonError("Two pairs at the least can be matched.")
        return replace(self, pairs=pairs[: int(PAIRS.most)])

    def pairs_to_match(self) -> tuple[Pair, ...]:
        return self.pairs

    def rewritten(self, name: str, text: str) -> Self:
        sides = {f"l{n}": "left" for n in range(len(self.pairs))} | {f"r{n}": "right" for n in range(len(self.pairs))}
        if name not in sides:
            return self
        number = int(name[1:])
        changed = replace(self.pairs[number], **{sides[name]: text})
        return replace(self, pairs=(*self.pairs[:number], changed, *self.pairs[number + 1 :]))

    def verdict(self, answer: Answer, evidence: tuple[Span, ...], order: Sequence[str]) -> Verdict:
        return places_right(answer.matches, tuple(pair.right for pair in self.pairs), "All of them belong together.")

    @classmethod
    def fresh(cls) -> Self:
        return cls((Pair("", ""),) * int(PAIRS.least))

    @classmethod
    def exchanged(cls, options: tuple[Option, ...], pairs: tuple[Pair, ...]) -> Self:
        return cls(pairs)
