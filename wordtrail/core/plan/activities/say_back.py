"""Students say a stretch back, a sentence or line at a time."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import ClassVar, Literal, Self

from wordtrail.core.plan.activities.activity import Group, Limits, Turns
from wordtrail.core.plan.activities.stretch import FACTOR, USUAL_FACTOR, OnAStretch
from wordtrail.core.text.span import Span
from wordtrail.core.text.tidy import within


@dataclass(frozen=True, slots=True)
class SayBack(OnAStretch):
    """Students say each sentence or line of the stretch back; each turn takes as long as the teacher's, times
    `factor`."""

    name: ClassVar[str] = "Say back"
    rank: ClassVar[int] = 80
    group: ClassVar[Group] = Group.READ
    does: ClassVar[str] = "Students say each sentence back after you."
    heading: ClassVar[str] = "Say it back"
    turn: ClassVar[str] = "Your turn: say it"
    usual_think: ClassVar[float] = 0.0
    meanwhile: ClassVar[str] = "Say it now. It goes on by itself."
    limits: ClassVar[Mapping[str, Limits]] = {"factor": FACTOR}
    factor: float = USUAL_FACTOR
    kind: Literal["say it back"] = "say it back"

    def checked(self, evidence: tuple[Span, ...]) -> Self:
        made = super(SayBack, self).checked(evidence)
        return replace(made, factor=within(self.factor, FACTOR.least, FACTOR.most, "The factor"))

    def turns(self) -> Turns | None:
        return Turns(self.stretch, self.factor, by_sentence=True) if self.stretch else None
