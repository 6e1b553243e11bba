"""A symbol at the end of the words."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar, Literal

from wordtrail.core.marks.forms.form import Area, Form, Letter, Pen, Trace
from wordtrail.core.marks.symbols import Symbol, outline_of


@dataclass(frozen=True, slots=True)
class SymbolSign(Form):
    """A symbol at the end of the words."""

    name: ClassVar[str] = "Symbol"
    key: ClassVar[str] = "y"
    rank: ClassVar[int] = 110
    letter: ClassVar[Letter] = Letter.NOWHERE
    has_fields: ClassVar[bool] = True
    symbol: Symbol = Symbol.STAR
    kind: Literal["symbol"] = "symbol"

    def says(self) -> str:
        return self.symbol.value

    def draw(self, pen: Pen) -> None:
        last = pen.stretches[-1]
        x, y = last.right + 0.32 * last.size, last.baseline - 0.86 * last.size
        pen.draw(last.page, Trace(outline_of(self.symbol, x, y, 0.26 * last.size), fill=True))

    def draw_on_picture(self, pen: Pen, area: Area) -> None:
        x, y = (area.left + area.right) / 2, area.top + 0.3 * area.size
        pen.draw(area.page, Trace(outline_of(self.symbol, x, y, 0.3 * area.size), fill=True))
