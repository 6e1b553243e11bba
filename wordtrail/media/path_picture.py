"""A picture of a voice's way through the script: time runs to the right, the script runs down.

Every word that was read is a bar at its place, the darker the surer; talk is a grey band with what
was roughly heard; slips are written at their word. One picture for each minute.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence

import skia

from wordtrail.core.layout.faces import face_bytes
from wordtrail.core.text.model import Style, Word
from wordtrail.core.trail.model import UNSURE_BELOW, Slip, SlipKind, Trail, Visit

SECONDS = 60.0
"""Seconds that one picture shows."""

Across = Callable[[float], float]

_WIDTH, _MARGIN, _LABELS, _ROW = 2400, 24, 220, 22
_GROUND, _INK, _FAINT, _TALK, _SURE, _UNSURE, _SLIP = (
    0xFFFBFAF6, 0xFF23302B, 0xFFD9D6CC, 0xFFE7E2D6, 0xFF1F6F5C, 0xFFD08A1D, 0xFFA8322A,
)  # fmt: skip


def pictures(trail: Trail, words: Sequence[Word]) -> list[bytes]:
    """The pictures, in order, as PNG."""
    count = max(1, math.ceil(trail.seconds / SECONDS))
    return [_picture(trail, words, number * SECONDS) for number in range(count)]


def _picture(trail: Trail, words: Sequence[Word], begin: float) -> bytes:
    place = {word.id: index for index, word in enumerate(words)}
    visits = [v for v in trail.visits if v.end > begin and v.start < begin + SECONDS]
    slips = [s for s in trail.slips if begin <= s.start < begin + SECONDS]
    rows = sorted({place[v.word] for v in visits} | {place[s.word] for s in slips})
    row_of = {index: row for row, index in enumerate(rows)}
    height = 2 * _MARGIN + _ROW * (len(rows) + 2)
    surface = skia.Surface(_WIDTH, height)
    canvas = surface.getCanvas()
    canvas.clear(_GROUND)
    font = skia.Font(skia.Typeface.MakeFromData(skia.Data.MakeWithCopy(face_bytes(Style.PLAIN))), 14)

    def x(time: float) -> float:
        return _LABELS + (min(max(time, begin), begin + SECONDS) - begin) * (_WIDTH - _LABELS - _MARGIN) / SECONDS

    def y(word: str) -> float:
        return float(_MARGIN + _ROW * (row_of[place[word]] + 1))

    _talk_and_seconds(canvas, font, trail, begin, height, x)
    for index, row in row_of.items():
        baseline = _MARGIN + _ROW * (row + 1) + 15
        canvas.drawString(words[index].text[:26], _MARGIN, baseline, font, _paint(_INK))
        canvas.drawRect(skia.Rect.MakeXYWH(_LABELS, baseline + 4, _WIDTH - _LABELS - _MARGIN, 0.7), _paint(_FAINT))
    slipped = {(slip.word, slip.start) for slip in slips}
    for visit in visits:
        _bar(canvas, font, visit, x, y, told=(visit.word, visit.start) not in slipped)
    for slip in slips:
        _slip(canvas, font, slip, x, y)
    return bytes(surface.makeImageSnapshot().encodeToData(skia.EncodedImageFormat.kPNG, 100))


def _paint(colour: int) -> skia.Paint:
    return skia.Paint(Color=colour, AntiAlias=True)


def _talk_and_seconds(canvas: skia.Canvas, font: skia.Font, trail: Trail, begin: float, height: int, x: Across) -> None:
    for aside in trail.asides:
        if aside.end > begin and aside.start < begin + SECONDS:
            left, right = x(aside.start), x(aside.end)
            canvas.drawRect(skia.Rect.MakeLTRB(left, _MARGIN, right, height - _MARGIN), _paint(_TALK))
            canvas.save()
            canvas.clipRect(skia.Rect.MakeLTRB(left, 0, max(right, left + 40), height))
            canvas.drawString(aside.heard, left + 4, height - _MARGIN - 6, font, _paint(_INK))
            canvas.restore()
    for second in range(0, int(SECONDS) + 1, 5):
        left = x(begin + second)
        canvas.drawRect(skia.Rect.MakeXYWH(left, _MARGIN, 0.7, height - 2 * _MARGIN), _paint(_FAINT))
        minutes, rest = divmod(int(begin) + second, 60)
        canvas.drawString(f"{minutes}:{rest:02d}", left + 3, _MARGIN + 4, font, _paint(_INK))


def _bar(canvas: skia.Canvas, font: skia.Font, visit: Visit, x: Across, y: Callable[[str], float], told: bool) -> None:
    sure = visit.confidence >= UNSURE_BELOW
    left, right = x(visit.start), x(visit.end)
    bar = skia.Rect.MakeLTRB(left, y(visit.word) + 3, max(right, left + 2), y(visit.word) + _ROW - 4)
    canvas.drawRect(bar, _paint(_SURE if sure else _UNSURE))
    if not sure and told:
        canvas.drawString(f"{visit.confidence:.2f} {visit.doubt}", right + 4, y(visit.word) + 15, font, _paint(_UNSURE))


def _slip(canvas: skia.Canvas, font: skia.Font, slip: Slip, x: Across, y: Callable[[str], float]) -> None:
    text = {SlipKind.LEFT_OUT: "left out", SlipKind.SAID_TWICE: "said twice"}.get(slip.kind, f"said: {slip.heard}")
    canvas.drawString(text, x(slip.end) + 4, y(slip.word) + 15, font, _paint(_SLIP))
