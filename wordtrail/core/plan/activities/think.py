"""Students think about something, and go on."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar, Literal

from wordtrail.core.plan.activities.activity import Activity, Group


@dataclass(frozen=True, slots=True)
class Think(Activity):
    """Students think about something, and go on."""

    name: ClassVar[str] = "Think"
    rank: ClassVar[int] = 10
    group: ClassVar[Group] = Group.SAY
    does: ClassVar[str] = "Students think for themselves."
    heading: ClassVar[str] = "Think about it"
    usual_think: ClassVar[float] = 15.0
    free_of_text: ClassVar[bool] = True
    kind: Literal["think"] = "think"
