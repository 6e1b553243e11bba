"""The lesson stops for this day; the next one begins here, with a look back."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar, Literal

from wordtrail.core.plan.activities.activity import Activity, Group


@dataclass(frozen=True, slots=True)
class StopForToday(Activity):
    """The lesson stops for this day; the next one begins here, with a look back."""

    name: ClassVar[str] = "Stop for today"
    rank: ClassVar[int] = 140
    group: ClassVar[Group] = Group.READ
    does: ClassVar[str] = "The lesson ends here for today and goes on next time."
    heading: ClassVar[str] = "Enough for today"
    turn: ClassVar[str] = "Enough for today"
    usual_think: ClassVar[float] = 5.0
    free_of_text: ClassVar[bool] = True
    ends_the_day: ClassVar[bool] = True
    kind: Literal["stop for today"] = "stop for today"
