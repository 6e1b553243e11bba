"""Students put things in order."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import ClassVar, Literal, Self

from wordtrail.core.errors import LessonError
from wordtrail.core.plan.activities.activity import Activity, Group, Limits, Option, Page, Pair
from wordtrail.core.plan.answers import Answer, AnsweredBy, Verdict, places_right
from wordtrail.core.plan.as_put import as_put, places_as_put
from wordtrail.core.text.span import Span
from wordtrail.core.text.tidy import tidied

ITEMS = Limits(2, 9)


@dataclass(frozen=True, slots=True)
class PutInOrder(Activity):
    """Students put the `items`, which stand here in their right order, in order."""

    name: ClassVar[str] = "Order"
    rank: ClassVar[int] = 60
    group: ClassVar[Group] = Group.FIND
    does: ClassVar[str] = "Students put things in the order in which they happened."
    heading: ClassVar[str] = "Put in order"
    usual_think: ClassVar[float] = 20.0
    answered_by: ClassVar[AnsweredBy] = AnsweredBy.ORDER
    page: ClassVar[Page] = Page.OWN
    is_checked: ClassVar[bool] = True
    limits: ClassVar[Mapping[str, Limits]] = {"items": ITEMS}
    items: tuple[str, ...] = ()
    kind: Literal["put in order"] = "put in order"

    def checked(self, evidence: tuple[Span, ...]) -> Self:
        items = tidied(self.items, "The things to put in order", int(ITEMS.most))
        if len(items) < ITEMS.least:
            raise LessonError("Two things at the least can be put in order.")
        return replace(self, items=items)

    def options(self) -> tuple[Option, ...]:
        place = {row: number for number, row in enumerate(places_as_put(self.items), 1)}
        return tuple(Option(f"i{n}", item, place=place[n]) for n, item in enumerate(as_put(self.items)))

    def rewritten(self, name: str, text: str) -> Self:
        wanted = next((one.place - 1 for one in self.options() if one.name == name), None)
        return replace(self, items=tuple(text if n == wanted else item for n, item in enumerate(self.items)))

    def verdict(self, answer: Answer, evidence: tuple[Span, ...], order: Sequence[str]) -> Verdict:
        return places_right(answer.items, self.items, "That is the order.")

    @classmethod
    def fresh(cls) -> Self:
        return cls(("", "", ""))

    @classmethod
    def exchanged(cls, options: tuple[Option, ...], pairs: tuple[Pair, ...]) -> Self:
        return cls(tuple(one.text for one in options))
