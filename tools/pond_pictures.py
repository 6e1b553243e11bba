"""Draws the two pictures of the demo lesson about a pond: `python -m tools.pond_pictures`."""

from __future__ import annotations

from pathlib import Path

import skia

from wordtrail.standins.pond import BANK, BELOW, SIZE

FOLDER = Path(__file__).resolve().parents[1] / "wordtrail" / "standins" / "demo"
SKY, WATER, DEEP, MUD, STONE, LEAF, STEM, BODY, WING, SILVER = (
    0xFFE3EEF2, 0xFF8FB8C9, 0xFF4F8199, 0xFF6B5642, 0xFF8C9490, 0xFF6E9A4E, 0xFF3E6B3A, 0xFF2B3A3A, 0xFFC9DCE6,
    0xFFF1F5F7,
)  # fmt: skip

Points = list[tuple[float, float]]


def _fill(colour: int) -> skia.Paint:
    return skia.Paint(AntiAlias=True, Color=colour)


def _line(colour: int, width: float) -> skia.Paint:
    paint = skia.Paint(AntiAlias=True, Color=colour, StrokeWidth=width)
    paint.setStyle(skia.Paint.kStroke_Style)
    paint.setStrokeCap(skia.Paint.kRound_Cap)
    return paint


def _shape(canvas: skia.Canvas, points: Points, colour: int) -> None:
    path = skia.Path()
    path.addPoly([skia.Point(*point) for point in points], True)
    canvas.drawPath(path, _fill(colour))


def _reed(canvas: skia.Canvas, x: float, foot: float, top: float) -> None:
    canvas.drawLine(x, foot, x + 14, top, _line(STEM, 9))
    canvas.drawOval(skia.Rect.MakeXYWH(x + 2, top - 70, 24, 84), _fill(MUD))
    _shape(canvas, [(x, foot), (x - 60, top + 190), (x - 12, foot)], STEM)


def _leaf(canvas: skia.Canvas, x: float, y: float) -> None:
    canvas.drawOval(skia.Rect.MakeXYWH(x, y, 110, 34), _fill(LEAF))
    canvas.drawLine(x + 8, y + 17, x + 102, y + 17, _line(STEM, 3))


def _dragonfly(canvas: skia.Canvas, x: float, y: float) -> None:
    for dy, tilt in ((-16, -34), (6, 24)):
        canvas.drawOval(skia.Rect.MakeXYWH(x - 92, y + dy, 92, 22), _fill(WING))
        canvas.drawOval(skia.Rect.MakeXYWH(x + 6, y + dy + tilt * 0.1, 92, 22), _fill(WING))
    canvas.drawLine(x, y - 20, x + 4, y + 110, _line(BODY, 12))
    canvas.drawCircle(x - 1, y - 28, 16, _fill(BODY))


def bank(canvas: skia.Canvas) -> None:
    """The pond from its bank."""
    canvas.clear(SKY)
    _shape(canvas, [(0, 330), (1200, 300), (1200, 720), (0, 720)], WATER)
    for y, width in ((390, 260), (470, 420), (600, 560)):
        canvas.drawLine(120, y, 120 + width, y - 4, _line(0xFFA9CAD7, 6))
    _shape(canvas, [(0, 640), (420, 690), (1200, 660), (1200, 720), (0, 720)], LEAF)
    for x, y in ((210, 520), (430, 430), (560, 580)):
        _leaf(canvas, x, y)
    for x, top in ((770, 190), (850, 250), (930, 150)):
        _reed(canvas, x, 650, top)
    _dragonfly(canvas, 862, 300)


def below(canvas: skia.Canvas) -> None:
    """The pond cut open."""
    canvas.clear(SKY)
    _shape(canvas, [(0, 120), (1200, 110), (1200, 720), (0, 720)], WATER)
    _shape(canvas, [(0, 330), (1200, 300), (1200, 720), (0, 720)], DEEP)
    _shape(canvas, [(0, 590), (380, 560), (820, 600), (1200, 570), (1200, 720), (0, 720)], MUD)
    for x, y, width in ((80, 520, 190), (240, 550, 150), (140, 480, 120)):
        canvas.drawOval(skia.Rect.MakeXYWH(x, y, width, 90), _fill(STONE))
    for x, y in ((150, 470), (290, 540)):
        canvas.drawCircle(x, y, 30, _fill(0xFFB48A5A))
        canvas.drawCircle(x, y, 14, _line(0xFF7D5C38, 5))
        canvas.drawOval(skia.Rect.MakeXYWH(x - 52, y + 16, 84, 20), _fill(0xFFD8C3A0))
    canvas.drawOval(skia.Rect.MakeXYWH(620, 290, 118, 62), _fill(BODY))
    canvas.drawCircle(752, 322, 24, _fill(BODY))
    canvas.drawCircle(616, 328, 30, _fill(SILVER))
    canvas.drawCircle(606, 318, 9, _fill(0xFFFFFFFF))
    for dx in (650, 690, 722):
        canvas.drawLine(dx, 348, dx - 22, 392, _line(BODY, 7))
    canvas.drawOval(skia.Rect.MakeXYWH(868, 612, 150, 44), _fill(0xFFA58B5C))
    canvas.drawCircle(1022, 632, 24, _fill(0xFFA58B5C))
    for dx in (900, 940, 980):
        canvas.drawLine(dx, 650, dx - 14, 682, _line(0xFF8A713F, 7))
    for x, top in ((1080, 40), (1130, 70)):
        canvas.drawLine(x, 600, x + 6, top, _line(STEM, 10))
    _leaf(canvas, 420, 104)


def main() -> None:
    """Write both."""
    for name, draw in ((BANK, bank), (BELOW, below)):
        surface = skia.Surface(*SIZE)
        draw(surface.getCanvas())
        FOLDER.joinpath(name).write_bytes(
            bytes(surface.makeImageSnapshot().encodeToData(skia.EncodedImageFormat.kPNG, 100))
        )


if __name__ == "__main__":
    main()
