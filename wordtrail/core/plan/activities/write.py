"""Students write something down."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar, Literal

from wordtrail.core.plan.activities.activity import Activity, Group
from wordtrail.core.plan.answers import AnsweredBy


@dataclass(frozen=True, slots=True)
class Write(Activity):
    """Students write something down."""

    name: ClassVar[str] = "Write"
    rank: ClassVar[int] = 30
    group: ClassVar[Group] = Group.SAY
    does: ClassVar[str] = "Students write or draw on paper."
    heading: ClassVar[str] = "Write it down"
    usual_think: ClassVar[float] = 45.0
    answered_by: ClassVar[AnsweredBy] = AnsweredBy.TEXT
    free_of_text: ClassVar[bool] = True
    kind: Literal["write"] = "write"
