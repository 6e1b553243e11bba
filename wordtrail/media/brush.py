"""The brush that the stage is drawn with: text, shapes, lines and lights on a canvas, in the colours of a film."""

from __future__ import annotations

from collections.abc import Iterable
from functools import lru_cache

import skia

from wordtrail.core.film.model import Colours
from wordtrail.core.layout.drawing import RoundedBox, drawn_points, stone_of
from wordtrail.core.layout.faces import face_bytes, shape
from wordtrail.core.layout.model import LaidStroke, Look, Panel, SetPiece, WordBox
from wordtrail.core.text.look import Typeface
from wordtrail.core.text.model import Style
from wordtrail.media.colours import argb

PANEL_RADIUS, PANEL_EDGE = 14, 3


@lru_cache(maxsize=32)
def _face(style: Style, typeface: Typeface) -> skia.Typeface:
    return skia.Typeface.MakeFromData(skia.Data.MakeWithCopy(face_bytes(style, typeface)))


@lru_cache(maxsize=256)
def _font(style: Style, size: float, typeface: Typeface) -> skia.Font:
    font = skia.Font(_face(style, typeface), size)
    font.setSubpixel(True)
    font.setHinting(skia.FontHinting.kNone)
    font.setEdging(skia.Font.Edging.kAntiAlias)
    return font


def blob_of(piece: SetPiece) -> skia.TextBlob | None:
    """A piece of text, ready to be drawn; None for one that shows nothing."""
    shaped = shape(piece.text, piece.style, piece.typeface)
    if not shaped.glyphs:
        return None
    builder = skia.TextBlobBuilder()
    positions = [
        skia.Point(piece.x + x * piece.size, piece.baseline + y * piece.size)
        for x, y in zip(shaped.xs, shaped.ys, strict=True)
    ]
    builder.allocRunPos(_font(piece.style, piece.size, piece.typeface), list(shaped.glyphs), positions)
    return builder.make()


class Brush:
    """Draws on one canvas; colours are named by their tokens."""

    def __init__(self, canvas: skia.Canvas, colours: Colours, look: Look) -> None:
        self.canvas, self.colours, self.look = canvas, colours, look

    def paint(self, token: str) -> skia.Paint:
        """A paint that fills with a colour."""
        return skia.Paint(AntiAlias=True, Color=argb(token, self.colours))

    def line(self, token: str, width: float, dashes: Iterable[float] = (), *, round_ends: bool = False) -> skia.Paint:
        """A paint that draws lines."""
        paint = self.paint(token)
        paint.setStyle(skia.Paint.kStroke_Style)
        paint.setStrokeWidth(width)
        if round_ends:
            paint.setStrokeCap(skia.Paint.kRound_Cap)
        if steps := list(dashes):
            paint.setPathEffect(skia.DashPathEffect.Make(steps, 0))
        return paint

    def box(self, x: float, y: float, width: float, height: float, radius: float, token: str) -> None:
        """A filled rectangle with round corners."""
        rect = skia.Rect.MakeXYWH(x, y, width, height)
        self.canvas.drawRRect(skia.RRect.MakeRectXY(rect, radius, radius), self.paint(token))

    def rounded(self, box: RoundedBox, token: str) -> None:
        """The same of a box."""
        self.box(box.x, box.y, box.width, box.height, box.radius, token)

    def stone(self, box: WordBox) -> None:
        """The light under a word, with its foot."""
        stone, foot = stone_of(box, self.look), self.look.foot * box.size
        self.rounded(stone, "moss-pale")
        self.box(stone.x, stone.y + stone.height - foot, stone.width, foot, foot / 2, "moss")

    def panel(self, panel: Panel) -> None:
        """A ground, with its edge."""
        self.box(panel.x, panel.y, panel.width, panel.height, PANEL_RADIUS, panel.fill)
        if panel.edge:
            rect = skia.Rect.MakeXYWH(panel.x, panel.y, panel.width, panel.height)
            edge = self.line(panel.edge, PANEL_EDGE)
            self.canvas.drawRRect(skia.RRect.MakeRectXY(rect, PANEL_RADIUS, PANEL_RADIUS), edge)

    def text(self, pieces: Iterable[SetPiece]) -> None:
        """Pieces of text at their places."""
        for piece in pieces:
            self.blob(blob_of(piece), piece)

    def blob(self, blob: skia.TextBlob | None, piece: SetPiece) -> None:
        """A piece of text that is ready to be drawn."""
        if blob and not self.canvas.quickReject(blob.bounds()):
            self.canvas.drawTextBlob(blob, 0, 0, self.paint(piece.ink.value))

    def stroke(self, stroke: LaidStroke, progress: float = 1.0) -> None:
        """As much of a stroke as is drawn when its whole mark is drawn to `progress`."""
        points = drawn_points(stroke, progress)
        if len(points) < 2:
            return
        path = skia.Path()
        path.addPoly([skia.Point(x, y) for x, y in points], stroke.fill)
        paint = self.paint(stroke.colour)
        if not stroke.fill:
            paint = self.line(stroke.colour, stroke.width, stroke.dashes)
            paint.setStrokeJoin(skia.Paint.kRound_Join)
        self.canvas.drawPath(path, paint)

    def spot(self, x: float, y: float, strength: float) -> None:
        """A soft spot of light, strong in the middle, gone at its edge."""
        colour = argb("ochre", self.colours)
        strong = skia.ColorSetA(colour, round(255 * self.look.spot_strength * strength))
        shades = [strong, skia.ColorSetA(colour, 0)]
        paint = skia.Paint(AntiAlias=True)
        paint.setShader(skia.GradientShader.MakeRadial(skia.Point(x, y), self.look.spot, shades))
        self.canvas.drawCircle(x, y, self.look.spot, paint)
