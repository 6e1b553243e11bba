"""Students and teacher say a stretch together."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import ClassVar, Literal, Self

from wordtrail.core.plan.activities.activity import Group, Limits, Turns
from wordtrail.core.plan.activities.stretch import FACTOR, USUAL_FACTOR, OnAStretch
from wordtrail.core.text.span import Span
from wordtrail.core.text.tidy import within

TIMES = Limits(1, 9)


@dataclass(frozen=True, slots=True)
class SayTogether(OnAStretch):
    """All say the stretch together, `times` over; each time takes as long as the teacher took, times `factor`."""

    name: ClassVar[str] = "Together"
    rank: ClassVar[int] = 90
    group: ClassVar[Group] = Group.READ
    does: ClassVar[str] = "Students read with you, as often as you like."
    heading: ClassVar[str] = "All together"
    turn: ClassVar[str] = "All together"
    usual_think: ClassVar[float] = 0.0
    limits: ClassVar[Mapping[str, Limits]] = {"times": TIMES, "factor": FACTOR}
    times: int = 1
    factor: float = USUAL_FACTOR
    kind: Literal["say it together"] = "say it together"

    def checked(self, evidence: tuple[Span, ...]) -> Self:
        made = super(SayTogether, self).checked(evidence)
        return replace(
            made,
            times=int(within(self.times, TIMES.least, TIMES.most, "How often it is said")),
            factor=within(self.factor, FACTOR.least, FACTOR.most, "The factor"),
        )

    def turns(self) -> Turns | None:
        return Turns(self.stretch, self.factor, self.times) if self.stretch else None
