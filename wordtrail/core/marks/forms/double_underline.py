"""Two lines under the words."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar, Literal

from wordtrail.core.marks.forms.form import Form, Pen
from wordtrail.core.marks.meaning import Line


@dataclass(frozen=True, slots=True)
class DoubleUnderline(Form):
    """Two lines under the words."""

    name: ClassVar[str] = "Double"
    key: ClassVar[str] = "w"
    rank: ClassVar[int] = 30
    kind: Literal["double underline"] = "double underline"

    def draw(self, pen: Pen) -> None:
        pen.underline(Line.DOUBLE)
