"""Students find a page."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar, Literal, Self

from wordtrail.core.errors import LessonError
from wordtrail.core.plan.activities.activity import Activity, Group, Page
from wordtrail.core.text.span import Span


@dataclass(frozen=True, slots=True)
class FindPage(Activity):
    """Students find the page `turn_to` of the passage; the stage turns there and back."""

    name: ClassVar[str] = "Find a page"
    rank: ClassVar[int] = 120
    group: ClassVar[Group] = Group.FIND
    does: ClassVar[str] = "Students turn to a page of the book."
    heading: ClassVar[str] = "Find the page"
    usual_think: ClassVar[float] = 20.0
    page: ClassVar[Page] = Page.TEXT
    turn_to: str = ""
    kind: Literal["find the page"] = "find the page"

    def checked(self, evidence: tuple[Span, ...]) -> Self:
        if not self.turn_to:
            raise LessonError("There is no page to find yet.", advice="Choose the page.")
        return self

    def turns_to(self) -> str:
        return self.turn_to
