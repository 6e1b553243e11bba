"""A box around the words."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar, Literal

from wordtrail.core.marks.forms.form import Form, Pen, around


@dataclass(frozen=True, slots=True)
class Boxed(Form):
    """A box around the words."""

    name: ClassVar[str] = "Box"
    key: ClassVar[str] = "b"
    rank: ClassVar[int] = 60
    kind: Literal["box"] = "box"

    def draw(self, pen: Pen) -> None:
        for one in pen.stretches:
            pen.draw(one.page, around(one, 0.1))
