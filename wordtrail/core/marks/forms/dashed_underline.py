"""A dashed line under the words."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar, Literal

from wordtrail.core.marks.forms.form import Form, Pen
from wordtrail.core.marks.meaning import Line


@dataclass(frozen=True, slots=True)
class DashedUnderline(Form):
    """A dashed line under the words."""

    name: ClassVar[str] = "Dashed"
    key: ClassVar[str] = "d"
    rank: ClassVar[int] = 40
    kind: Literal["dashed underline"] = "dashed underline"

    def draw(self, pen: Pen) -> None:
        pen.underline(Line.DASHED)
