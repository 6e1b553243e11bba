"""Drawing pages of print whose words and places are known."""

from __future__ import annotations

from dataclasses import dataclass, field

import numpy as np
import skia

from wordtrail.core.layout.faces import face_bytes
from wordtrail.core.text.look import Typeface
from wordtrail.core.text.model import Style

INCHES = (7.0, 9.5)
"""A school reader's page."""

PAPER, INK, BOX_GROUND = 0xFFFCFAF4, 0xFF1C1C1E, 0xFFDCEBF5


@dataclass(frozen=True)
class TrueWord:
    """A word on the page, and the rectangle of its ink in pixels: left, top, right, bottom."""

    text: str
    box: tuple[float, float, float, float]


@dataclass
class Sheet:
    """A page being printed, `dpi` dots an inch; words in reading order."""

    dpi: int
    typeface: Typeface
    words: list[TrueWord] = field(default_factory=list)

    def __post_init__(self) -> None:
        self.width, self.height = (round(side * self.dpi) for side in INCHES)
        self.pixels = np.zeros((self.height, self.width, 4), np.uint8)
        self._surface = skia.Surface(self.pixels, colorType=skia.kRGBA_8888_ColorType)
        self._canvas = self._surface.getCanvas()
        self._canvas.clear(PAPER)
        self.y = self.units(0.7)

    def units(self, inches: float) -> float:
        """Inches in pixels."""
        return inches * self.dpi

    def text(
        self, text: str, points: float = 12, style: Style = Style.PLAIN, left: float = 0.8, right: float = 6.2,
        leading: float = 1.5, first_indent: float = 0.0, gap: float = 0.09,
    ) -> None:  # fmt: skip
        """A paragraph (or verse: lines parted by line feeds) between two places in inches, downwards."""
        size = points * self.dpi / 72
        data = skia.Data.MakeWithCopy(face_bytes(style, self.typeface))
        font = skia.Font(skia.Typeface.MakeFromData(data), size)
        font.setSubpixel(True)
        font.setEdging(skia.Font.Edging.kAntiAlias)
        space = font.measureText(" ")
        for line in text.split("\n"):
            x = self.units(left + first_indent)
            self.y += size * leading
            for word in line.split():
                width = font.measureText(word)
                if x + width > self.units(right):
                    x = self.units(left)
                    self.y += size * leading
                self._word(word, x, font)
                x += width + space
        self.y += self.units(gap)

    def _word(self, word: str, x: float, font: skia.Font) -> None:
        bounds = skia.Rect()
        font.measureText(word, skia.TextEncoding.kUTF8, bounds)
        self._canvas.drawString(word, x, self.y, font, skia.Paint(AntiAlias=True, Color=INK))
        box = (x + bounds.left(), self.y + bounds.top(), x + bounds.right(), self.y + bounds.bottom())
        self.words.append(TrueWord(word, box))

    def box(self, left: float, top: float, right: float, bottom: float) -> None:
        """A coloured ground."""
        rect = skia.Rect.MakeLTRB(*(self.units(edge) for edge in (left, top, right, bottom)))
        self._canvas.drawRect(rect, skia.Paint(Color=BOX_GROUND))

    def picture(self, left: float, top: float, right: float, bottom: float) -> None:
        """Some hills and a sun, as a picture of a book would be."""
        rect = skia.Rect.MakeLTRB(*(self.units(edge) for edge in (left, top, right, bottom)))
        self._canvas.save()
        self._canvas.clipRect(rect)
        self._canvas.drawRect(rect, skia.Paint(Color=0xFFBFDDEB))
        sun = skia.Paint(Color=0xFFF2C14E, AntiAlias=True)
        self._canvas.drawCircle(
            rect.right() - 0.2 * rect.width(), rect.top() + 0.3 * rect.height(), 0.09 * rect.width(), sun
        )
        for share, colour in ((0.2, 0xFF7FA66B), (0.75, 0xFF5B8C5A)):
            self._canvas.drawCircle(rect.left() + share * rect.width(), rect.bottom() + 0.3 * rect.height(),
                                    0.6 * rect.width(), skia.Paint(Color=colour, AntiAlias=True))  # fmt: skip
        self._canvas.restore()

    def rgb(self) -> np.ndarray:
        """The printed page as rows of red, green and blue."""
        return np.ascontiguousarray(self.pixels[:, :, :3])
