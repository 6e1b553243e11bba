"""A line under the words, as its meaning has it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar, Literal

from wordtrail.core.marks.forms.form import Form, Pen
from wordtrail.core.marks.moment import Moment


@dataclass(frozen=True, slots=True)
class Underline(Form):
    """A line under the words, as its meaning has it."""

    name: ClassVar[str] = "Underline"
    key: ClassVar[str] = "u"
    rank: ClassVar[int] = 20
    usual_moment: ClassVar[Moment] = Moment.READ
    kind: Literal["underline"] = "underline"

    def draw(self, pen: Pen) -> None:
        pen.underline(pen.meaning.line)
