"""Activities on a stretch of the text."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import ClassVar, Self

from wordtrail.core.errors import LessonError
from wordtrail.core.plan.activities.activity import Activity, KeepSpan, Limits, Page
from wordtrail.core.text.span import Span

USUAL_FACTOR, FACTOR = 1.2, Limits(0.5, 4.0)
"""How long students have for saying something, times what the teacher took."""


@dataclass(frozen=True, slots=True)
class OnAStretch(Activity):
    """Something that students do with a stretch of the text; it stays at its text."""

    page: ClassVar[Page] = Page.TEXT
    stretch: Span | None = None

    def checked(self, evidence: tuple[Span, ...]) -> Self:
        if self.stretch is None:
            raise LessonError("There are no words to read yet.", advice="Choose from where to where.")
        return self

    def spans(self) -> tuple[Span, ...]:
        return (self.stretch,) if self.stretch else ()

    def with_spans(self, keep: KeepSpan) -> Self:
        return replace(self, stretch=keep(self.stretch)) if self.stretch else self
