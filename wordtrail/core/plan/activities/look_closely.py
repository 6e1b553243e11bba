"""Students look closely at a picture."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar, Literal, Self

from wordtrail.core.errors import LessonError
from wordtrail.core.plan.activities.activity import Activity, Group, Page
from wordtrail.core.text.span import Span


@dataclass(frozen=True, slots=True)
class LookClosely(Activity):
    """Students look at a `picture` (its block) or at a named `region` of it (empty: all of it)."""

    name: ClassVar[str] = "Look closely"
    rank: ClassVar[int] = 110
    group: ClassVar[Group] = Group.FIND
    does: ClassVar[str] = "Students look at a picture, or a part of it."
    heading: ClassVar[str] = "Look closely"
    usual_think: ClassVar[float] = 15.0
    page: ClassVar[Page] = Page.OWN
    picture: str = ""
    region: str = ""
    kind: Literal["look closely"] = "look closely"

    def checked(self, evidence: tuple[Span, ...]) -> Self:
        if not self.picture:
            raise LessonError("There is no picture to look at yet.", advice="Choose a picture of the passage.")
        return self

    def looks_at(self) -> tuple[str, str]:
        return self.picture, self.region
