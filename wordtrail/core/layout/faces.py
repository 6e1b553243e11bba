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

from wordtrail.core.text.look import Typeface
from wordtrail.core.text.model import Style

_CUTS = {Style.PLAIN: "Regular", Style.BOLD: "Bold", Style.ITALIC: "Italic", Style.BOLD_ITALIC: "BoldItalic"}
_UPRIGHT = {Style.ITALIC: Style.PLAIN, Style.BOLD_ITALIC: Style.BOLD}

_MISSING = 0
"""The glyph that stands for a character which a typeface does not have."""


@dataclass(frozen=True, slots=True)
class Shaped:
    """Glyphs of a text at size 1: ids, x and y positions, the advance of the whole, and the x at
    which each character begins (one more than characters: the last is the end)."""

    glyphs: tuple[int, ...]
    xs: tuple[float, ...]
    ys: tuple[float, ...]
    advance: float
    letters: tuple[float, ...]


@lru_cache(maxsize=32)
def face_bytes(style: Style, typeface: Typeface = Typeface.ANDIKA) -> bytes:
    """The font file of a style, as shipped; the upright one where a typeface has no italics."""
    folder = files("wordtrail.core.layout").joinpath("faces")
    own = folder.joinpath(f"{typeface.value}-{_CUTS[style]}.ttf")
    upright = folder.joinpath(f"{typeface.value}-{_CUTS[_UPRIGHT.get(style, style)]}.ttf")
    return own.read_bytes() if own.is_file() else upright.read_bytes()


@lru_cache(maxsize=32)
def _font(style: Style, typeface: Typeface) -> hb.Font:
    return hb.Font(hb.Face(face_bytes(style, typeface)))


@lru_cache(maxsize=65536)
def typeface_for(text: str, style: Style, typeface: Typeface) -> Typeface:
    """`typeface`, or Andika where that lacks a character of `text`: it has by far the most."""
    lacking = typeface is not Typeface.ANDIKA and _MISSING in shape(text, style, typeface).glyphs
    return Typeface.ANDIKA if lacking else typeface


@lru_cache(maxsize=65536)
def can_show(text: str) -> bool:
    """Whether one of the shipped typefaces has every character of `text`."""
    return _MISSING not in shape(text).glyphs


@lru_cache(maxsize=65536)
def shape(text: str, style: Style = Style.PLAIN, typeface: Typeface = Typeface.ANDIKA) -> Shaped:
    """Shape `text` in `style` at size 1 (multiply by the size in page units)."""
    font = _font(style, typeface)
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
