"""Students talk with someone."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar, Literal

from wordtrail.core.plan.activities.activity import Activity, Group


@dataclass(frozen=True, slots=True)
class Talk(Activity):
    """Students talk with someone."""

    name: ClassVar[str] = "Talk"
    rank: ClassVar[int] = 20
    group: ClassVar[Group] = Group.SAY
    does: ClassVar[str] = "Students say it to a partner."
    heading: ClassVar[str] = "Talk with someone"
    usual_think: ClassVar[float] = 20.0
    free_of_text: ClassVar[bool] = True
    kind: Literal["talk"] = "talk"
