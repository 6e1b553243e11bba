"""Students read a stretch on their own."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar, Literal

from wordtrail.core.plan.activities.activity import Group
from wordtrail.core.plan.activities.stretch import OnAStretch


@dataclass(frozen=True, slots=True)
class ReadAlone(OnAStretch):
    """Students read the stretch on their own."""

    name: ClassVar[str] = "Read alone"
    rank: ClassVar[int] = 100
    group: ClassVar[Group] = Group.READ
    does: ClassVar[str] = "Students read on by themselves."
    heading: ClassVar[str] = "Read on your own"
    usual_think: ClassVar[float] = 60.0
    kind: Literal["read alone"] = "read alone"
