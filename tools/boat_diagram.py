"""Draws the diagram of the demo lesson about a paper boat: `python -m tools.boat_diagram`."""

from __future__ import annotations

from pathlib import Path

import skia

OUT = Path(__file__).resolve().parents[1] / "wordtrail" / "standins" / "demo" / "boat-folds.png"
WIDTH, HEIGHT = 1500, 620
INK, FOLD, PAPER, SHADE, WATER = 0xFF14302E, 0xFF2A6591, 0xFFFFFFFF, 0xFFD9E6F0, 0xFF2A6591

Points = list[tuple[float, float]]


def main() -> None:
    """Write the picture."""
    surface = skia.Surface(WIDTH, HEIGHT)
    canvas = surface.getCanvas()
    canvas.clear(0xFFF2F5F3)
    for number, (x, draw) in enumerate(
        ((60, _sheet), (350, _roof), (640, _hat), (930, _square), (1200, _boat)), start=1
    ):
        canvas.save()
        canvas.translate(x, 150)
        draw(canvas)
        canvas.restore()
        _number(canvas, x + 110, 90, number)
    OUT.write_bytes(bytes(surface.makeImageSnapshot().encodeToData(skia.EncodedImageFormat.kPNG, 100)))


def _poly(canvas: skia.Canvas, points: Points, fill: int = PAPER, *, dashed: bool = False, close: bool = True) -> None:
    path = skia.Path()
    path.addPoly([skia.Point(*point) for point in points], close)
    if not dashed and close:
        canvas.drawPath(path, skia.Paint(AntiAlias=True, Color=fill))
    line = skia.Paint(AntiAlias=True, Color=FOLD if dashed else INK, StrokeWidth=4 if dashed else 5)
    line.setStyle(skia.Paint.kStroke_Style)
    if dashed:
        line.setPathEffect(skia.DashPathEffect.Make([12, 10], 0))
    canvas.drawPath(path, line)


def _arrow(canvas: skia.Canvas, begin: tuple[float, float], bow: tuple[float, float], end: tuple[float, float]) -> None:
    line = skia.Paint(AntiAlias=True, Color=FOLD, StrokeWidth=5)
    line.setStyle(skia.Paint.kStroke_Style)
    path = skia.Path()
    path.moveTo(*begin)
    path.quadTo(*bow, *end)
    canvas.drawPath(path, line)
    canvas.drawCircle(*end, 8, skia.Paint(AntiAlias=True, Color=FOLD))


def _number(canvas: skia.Canvas, x: float, y: float, number: int) -> None:
    canvas.drawCircle(x, y, 34, skia.Paint(AntiAlias=True, Color=0xFF2C6A4E))
    font = skia.Font(skia.Typeface("sans"), 38)
    text = str(number)
    canvas.drawString(text, x - font.measureText(text) / 2, y + 14, font, skia.Paint(AntiAlias=True, Color=PAPER))


def _sheet(canvas: skia.Canvas) -> None:
    _poly(canvas, [(0, 0), (220, 0), (220, 320), (0, 320)])
    _poly(canvas, [(0, 160), (220, 160)], dashed=True, close=False)
    _arrow(canvas, (110, 40), (190, 160), (120, 270))


def _roof(canvas: skia.Canvas) -> None:
    _poly(canvas, [(0, 60), (110, 60), (0, 170)], dashed=True)
    _poly(canvas, [(220, 60), (110, 60), (220, 170)], dashed=True)
    _poly(canvas, [(110, 60), (220, 170), (220, 240), (0, 240), (0, 170)])
    _poly(canvas, [(110, 60), (110, 170), (0, 170)], SHADE)
    _poly(canvas, [(110, 60), (110, 170), (220, 170)], SHADE)


def _hat(canvas: skia.Canvas) -> None:
    _poly(canvas, [(110, 60), (220, 190), (0, 190)], SHADE)
    _poly(canvas, [(-10, 190), (230, 190), (230, 240), (-10, 240)])
    _arrow(canvas, (110, 300), (60, 270), (110, 225))


def _square(canvas: skia.Canvas) -> None:
    _poly(canvas, [(110, 40), (220, 160), (110, 280), (0, 160)])
    _poly(canvas, [(0, 160), (220, 160)], dashed=True, close=False)
    _arrow(canvas, (110, 262), (190, 200), (116, 90))


def _boat(canvas: skia.Canvas) -> None:
    _poly(canvas, [(125, 40), (180, 170), (70, 170)], SHADE)
    _poly(canvas, [(0, 120), (250, 120), (190, 230), (60, 230)])
    _poly(canvas, [(125, 60), (170, 120), (80, 120)], SHADE)
    wave = skia.Paint(AntiAlias=True, Color=WATER, StrokeWidth=6)
    wave.setStyle(skia.Paint.kStroke_Style)
    path = skia.Path()
    path.moveTo(-20, 256)
    for n in range(6):
        path.quadTo(5 + 50 * n, 236 if n % 2 else 276, 30 + 50 * n, 256)
    canvas.drawPath(path, wave)


if __name__ == "__main__":
    main()
