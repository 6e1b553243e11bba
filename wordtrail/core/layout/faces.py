"""The font faces that ship with the application, and HarfBuzz's measure of text in them.

Shaping is done once per text and face in font units and scaled: without hinting, advances are
linear in the size, which is also how the browser sets SVG text with geometricPrecision.
"""

from __future__ import annotations

import itertools
from dataclasses import dataclass
from functools import lru_cache
from importlib.resources import files

import uharfbuzz as hb

from wordtrail.core.text.model import Style

FACE_FILES = {
    Style.PLAIN: "Andika-Regular.ttf",
    Style.BOLD: "Andika-Bold.ttf",
    Style.ITALIC: "Andika-Italic.ttf",
    Style.BOLD_ITALIC: "Andika-BoldItalic.ttf",
}


@dataclass(frozen=True, slots=True)
class Shaped:
    """Glyphs of a text at size 1: ids, x and y positions, the advance of the whole, and the x at
    which each character begins (one more than characters: the last is the end)."""

    glyphs: tuple[int, ...]
    xs: tuple[float, ...]
    ys: tuple[float, ...]
    advance: float
    letters: tuple[float, ...]


def face_bytes(style: Style) -> bytes:
    """The font file of a style, as shipped."""
    return files("wordtrail.core.layout").joinpath("faces", FACE_FILES[style]).read_bytes()


@lru_cache(maxsize=8)
def _font(style: Style) -> hb.Font:
    return hb.Font(hb.Face(face_bytes(style)))


@lru_cache(maxsize=65536)
def shape(text: str, style: Style = Style.PLAIN) -> Shaped:
    """Shape `text` in `style` at size 1 (multiply by the size in page units)."""
    font = _font(style)
    em = font.face.upem
    buffer = hb.Buffer()
    buffer.add_str(text)
    buffer.guess_segment_properties()
    hb.shape(font, buffer, {"kern": True, "liga": True})
    xs, ys, now = list[float](), list[float](), 0.0
    starts: dict[int, float] = {}
    for info, position in zip(buffer.glyph_infos or (), buffer.glyph_positions or (), strict=True):
        starts.setdefault(info.cluster, now / em)
        xs.append((now + position.x_offset) / em)
        ys.append(-position.y_offset / em)
        now += position.x_advance
    glyphs = tuple(info.codepoint for info in buffer.glyph_infos or ())
    return Shaped(glyphs, tuple(xs), tuple(ys), now / em, _letters(text, starts, now / em))


def _letters(text: str, starts: dict[int, float], advance: float) -> tuple[float, ...]:
    """Where each character begins; characters that share a glyph share its width evenly."""
    clusters = [*sorted(starts), len(text)] if text else []
    letters: list[float] = []
    for here, there in itertools.pairwise(clusters):
        begin, end = starts[here], starts.get(there, advance)
        letters += [begin + (end - begin) * step / (there - here) for step in range(there - here)]
    return (*letters, advance)
