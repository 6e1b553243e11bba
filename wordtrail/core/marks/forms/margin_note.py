"""Words in the margin."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import ClassVar, Literal, Self

from wordtrail.core.marks.forms.form import Form, Letter, Pen
from wordtrail.core.text.tidy import tidy

LONGEST_NOTE = 160


@dataclass(frozen=True, slots=True)
class MarginNote(Form):
    """The words `text` in the margin (empty: the name of its meaning), with a line to its words."""

    name: ClassVar[str] = "Note"
    key: ClassVar[str] = "m"
    rank: ClassVar[int] = 120
    letter: ClassVar[Letter] = Letter.NOWHERE
    in_margin: ClassVar[bool] = True
    has_fields: ClassVar[bool] = True
    text: str = ""
    kind: Literal["margin note"] = "margin note"

    def checked(self, *, on_picture: bool) -> Self:
        return replace(self, text=tidy(self.text, "A note", LONGEST_NOTE))

    def says(self) -> str:
        return self.text

    def draw(self, pen: Pen) -> None:
        pen.note(self.text or pen.meaning.name)
