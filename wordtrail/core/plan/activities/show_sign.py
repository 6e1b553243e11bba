"""Students show a sign when they are ready."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar, Literal

from wordtrail.core.plan.activities.activity import Activity, Group


@dataclass(frozen=True, slots=True)
class ShowSign(Activity):
    """Students show a sign when they are ready."""

    name: ClassVar[str] = "Sign"
    rank: ClassVar[int] = 130
    group: ClassVar[Group] = Group.SAY
    does: ClassVar[str] = "Students show with a sign: thumbs, fingers, cards."
    heading: ClassVar[str] = "Show a sign"
    usual_think: ClassVar[float] = 8.0
    free_of_text: ClassVar[bool] = True
    kind: Literal["show a sign"] = "show a sign"
