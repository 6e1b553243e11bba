"""Drawing the stage with Skia, from the same boxes as the browser's SVG.

Order, from the ground up: panels, pictures, the grounds of parts shown by now, highlights, the lit stone, lines
of the page, text, lines and texts of parts, the lines and letters of marks, dots of the read path, the signpost.
On a photo, highlights and stone darken what is under them.
`web/src/stage/` draws the same in the same order.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable
from functools import lru_cache

import numpy as np
import skia

from wordtrail.core.cues.model import CueSheet, StageState
from wordtrail.core.layout.drawing import RoundedBox, dots_of, drawn_points, highlight_of, shares, stone_of, stones_used
from wordtrail.core.layout.faces import face_bytes, shape
from wordtrail.core.layout.model import (
    LaidMark,
    LaidPage,
    LaidPicture,
    LaidStroke,
    Layout,
    Look,
    Panel,
    SetPiece,
    Signpost,
    WordBox,
)
from wordtrail.core.marks.stretch import Stretch
from wordtrail.core.plan.part_names import answer_part
from wordtrail.core.text.look import Typeface
from wordtrail.core.text.model import Style
from wordtrail.media.colours import argb

PANEL_RADIUS, PANEL_EDGE = 14, 3

Rect = tuple[float, float, float, float]
"""Left, top, right, bottom in page units."""


Pictures = Callable[[str], bytes]
"""The bytes of a picture file that a lesson uses."""


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


class Painter:
    """Paints one lesson's stage on a surface of `scale` pixels a page unit."""

    def __init__(self, layout: Layout, sheet: CueSheet, scale: float = 1.0, pictures: Pictures | None = None) -> None:
        self.layout = layout
        self.sheet = sheet
        self.width, self.height = round(layout.width * scale), round(layout.height * scale)
        # The surface paints straight into this array: nothing is copied to read it.
        self._pixels = np.zeros((self.height, self.width, 4), np.uint8)
        self._surface = skia.Surface(self._pixels, colorType=skia.kBGRA_8888_ColorType)
        self._scale = scale
        self._places = layout.places()
        self._marks: dict[str, list[LaidMark]] = {}
        for mark in layout.marks:
            self._marks.setdefault(mark.id, []).append(mark)
        self._signposts = {one.id: one for one in layout.signposts}
        self._first_light: dict[str, int] = {}
        for index, light in enumerate(sheet.lights):
            self._first_light.setdefault(light.word, index)
        self._boxes = [{box.word: box for box in page.boxes} for page in layout.pages]
        self._first_lit = [
            [word for word in self._first_light if word in boxes] if page.is_text else []
            for page, boxes in zip(layout.pages, self._boxes, strict=True)
        ]
        self._images: dict[str, skia.Image] = {}
        self._pictures = pictures
        self._blobs = [[_blob(piece) for piece in page.pieces] for page in layout.pages]

    def paint(self, state: StageState, waited: float = 0.0, only: Rect | None = None) -> None:
        """Paint the stage at `state`; `waited` is the think time that has passed, in seconds. With
        `only`, nothing outside of that rectangle is touched."""
        canvas = self._surface.getCanvas()
        canvas.save()
        canvas.scale(self._scale, self._scale)
        if only:
            canvas.clipRect(skia.Rect.MakeLTRB(*only), skia.ClipOp.kIntersect, False)
        canvas.clear(argb("white"))
        self.paint_on(canvas, state, waited)
        canvas.restore()

    @classmethod
    def of_layout(cls, layout: Layout, pictures: Pictures | None = None) -> Painter:
        """A painter of pages on which nothing happens."""
        return cls(layout, CueSheet(1, layout.name, 0.0, 0.0, (), (), (), (), (), ()), 1 / 16, pictures)

    def paint_on(self, canvas: skia.Canvas, state: StageState, waited: float = 0.0) -> None:
        """Paint the stage at `state` on any canvas, a page unit long to a unit."""
        canvas.save()
        if state.view:
            left, top, across, _ = state.view
            closer = self.layout.width / across
            canvas.scale(closer, closer)
            canvas.translate(-left, -top)
        self._paint_page(canvas, state, waited)
        if state.pointer:
            _spot(canvas, self.layout.look, *state.pointer)
        canvas.restore()

    def _paint_page(self, canvas: skia.Canvas, state: StageState, waited: float) -> None:
        page = self.layout.pages[state.page]
        shown = [part for part in page.parts if part.id in state.parts]
        for panel in page.panels:
            _panel(canvas, panel)
        for picture in page.pictures:
            self._picture(canvas, picture)
        for part in shown:
            for panel in part.panels:
                _panel(canvas, panel)
        # One layer, so that light and highlights that overlap darken the photo once.
        if page.photo:
            canvas.saveLayer(None, skia.Paint(BlendMode=skia.BlendMode.kMultiply))
        self._highlights(canvas, state)
        if state.lit in self._boxes[state.page]:
            _stone(canvas, self._boxes[state.page][state.lit], self.layout)
        if page.photo:
            canvas.restore()
        for stroke in page.strokes:
            draw_stroke(canvas, stroke, 1.0)
        for blob, piece in zip(self._blobs[state.page], page.pieces, strict=True):
            if blob:
                canvas.drawTextBlob(blob, 0, 0, _paint(piece.ink.value))
        for part in shown:
            for stroke in part.strokes:
                draw_stroke(canvas, stroke, 1.0)
            _text(canvas, part.pieces)
        if page.title:
            _title_trail(canvas, page, self.layout)
        self._mark_strokes(canvas, state)
        self._dots(canvas, state)
        if state.signpost in self._signposts:
            _signpost(canvas, self._signposts[state.signpost], waited, state, self.layout)

    def _picture(self, canvas: skia.Canvas, picture: LaidPicture) -> None:
        if picture.file not in self._images and self._pictures:
            self._images[picture.file] = skia.Image.MakeFromEncoded(
                skia.Data.MakeWithCopy(self._pictures(picture.file))
            )
        image = self._images.get(picture.file)
        if image is None:
            return
        crop = picture.crop
        part = skia.Rect.MakeXYWH(
            crop.x * image.width(), crop.y * image.height(), crop.width * image.width(), crop.height * image.height()
        )
        place = skia.Rect.MakeXYWH(picture.x, picture.y, picture.width, picture.height)
        smooth = skia.SamplingOptions(skia.FilterMode.kLinear, skia.MipmapMode.kLinear)
        canvas.drawImageRect(image, part, place, smooth)

    def pixels(self) -> np.ndarray:
        """The surface as rows of BGRA bytes; changes with the next `paint`."""
        return self._pixels

    def png(self) -> bytes:
        """The surface as a PNG picture."""
        return bytes(self._surface.makeImageSnapshot().encodeToData(skia.EncodedImageFormat.kPNG, 100))

    def jpeg(self) -> bytes:
        """The surface as a JPEG picture."""
        return bytes(self._surface.makeImageSnapshot().encodeToData(skia.EncodedImageFormat.kJPEG, 90))

    def changed(self, before: StageState, after: StageState) -> Rect | None:
        """The rectangle in which two states differ, in page units; None: everywhere."""
        if before.view or after.view or _scene(before) != _scene(after):
            return None
        rects: list[Rect] = [_spot_rect(self.layout.look, *one.pointer) for one in (before, after) if one.pointer]
        boxes = self._boxes[after.page]
        rects += [self._word_rect(boxes[word]) for word in (before.lit, after.lit) if word in boxes]
        low, high = sorted((before.passed, after.passed))
        rects += [
            self._word_rect(boxes[light.word])
            for light in self.sheet.lights[max(0, low - 1) : high]
            if light.word in boxes
        ]
        drawn = {mark.mark: mark.progress for mark in before.marks}
        for mark in after.marks:
            if drawn.get(mark.mark) != mark.progress:
                rects += [rect for laid in self._marks[mark.mark] for rect in _mark_rects(laid, after.page)]
        if after.signpost in self._signposts:
            signpost = self._signposts[after.signpost]
            rects.append(
                (signpost.x, signpost.y + signpost.header, signpost.x + signpost.width, signpost.y + signpost.height)
            )
        return _union(rects)

    @staticmethod
    def _word_rect(box: WordBox) -> Rect:
        return (
            box.x - 0.4 * box.size, box.baseline - 1.3 * box.size,
            box.x + box.width + 0.6 * box.size, box.baseline + 0.9 * box.size,
        )  # fmt: skip

    def _highlights(self, canvas: skia.Canvas, state: StageState) -> None:
        for mark, stretch, share in self._drawn(state, "highlight"):
            _fill_rounded(canvas, highlight_of(stretch, share, self.layout.look), f"{mark.colour}-pale")

    def _mark_strokes(self, canvas: skia.Canvas, state: StageState) -> None:
        for drawn in state.marks:
            for page in (strokes for mark in self._marks[drawn.mark] for strokes in mark.strokes):
                if page.page != state.page:
                    continue
                for stroke in page.strokes:
                    draw_stroke(canvas, stroke, drawn.progress)
                if drawn.progress >= 1:
                    _text(canvas, page.pieces)

    def _drawn(self, state: StageState, kind: str) -> Iterable[tuple[LaidMark, Stretch, float]]:
        """The stretches on the shown page of all marks of a kind, with the share that is drawn."""
        for drawn in state.marks:
            for mark in self._marks[drawn.mark]:
                for stretch, share in shares(mark, drawn.progress) if mark.kind == kind else ():
                    if share > 0 and stretch.page == state.page:
                        yield mark, stretch, share

    def _dots(self, canvas: skia.Canvas, state: StageState) -> None:
        paint = _paint("moss-half")
        paint.setStyle(skia.Paint.kStroke_Style)
        paint.setStrokeCap(skia.Paint.kRound_Cap)
        for word in self._first_lit[state.page]:
            if self._first_light[word] >= state.passed:
                break
            if word == state.lit:
                continue
            dots = dots_of(self._places[word][1], self.layout.look)
            paint.setStrokeWidth(dots.width)
            paint.setPathEffect(skia.DashPathEffect.Make([0.01, dots.gap], 0))
            canvas.drawLine(dots.x1, dots.y, dots.x2, dots.y, paint)


def _blob(piece: SetPiece) -> skia.TextBlob | None:
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


def _paint(token: str) -> skia.Paint:
    return skia.Paint(AntiAlias=True, Color=argb(token))


def _fill_round(
    canvas: skia.Canvas, x: float, y: float, width: float, height: float, radius: float, token: str
) -> None:
    canvas.drawRRect(skia.RRect.MakeRectXY(skia.Rect.MakeXYWH(x, y, width, height), radius, radius), _paint(token))


def _fill_rounded(canvas: skia.Canvas, box: RoundedBox, token: str) -> None:
    _fill_round(canvas, box.x, box.y, box.width, box.height, box.radius, token)


def _stone(canvas: skia.Canvas, box: WordBox, layout: Layout) -> None:
    stone, foot = stone_of(box, layout.look), layout.look.foot * box.size
    _fill_rounded(canvas, stone, "moss-pale")
    _fill_round(canvas, stone.x, stone.y + stone.height - foot, stone.width, foot, foot / 2, "moss")


def _panel(canvas: skia.Canvas, panel: Panel) -> None:
    _fill_round(canvas, panel.x, panel.y, panel.width, panel.height, PANEL_RADIUS, panel.fill)
    if panel.edge:
        edge = _paint(panel.edge)
        edge.setStyle(skia.Paint.kStroke_Style)
        edge.setStrokeWidth(PANEL_EDGE)
        rect = skia.Rect.MakeXYWH(panel.x, panel.y, panel.width, panel.height)
        canvas.drawRRect(skia.RRect.MakeRectXY(rect, PANEL_RADIUS, PANEL_RADIUS), edge)


def _text(canvas: skia.Canvas, pieces: Iterable[SetPiece]) -> None:
    for piece in pieces:
        blob = _blob(piece)
        if blob:
            canvas.drawTextBlob(blob, 0, 0, _paint(piece.ink.value))


def draw_stroke(canvas: skia.Canvas, stroke: LaidStroke, progress: float) -> None:
    """Draw as much of a stroke as is drawn when its whole mark is drawn to `progress`."""
    points = drawn_points(stroke, progress)
    if len(points) < 2:
        return
    path = skia.Path()
    path.addPoly([skia.Point(x, y) for x, y in points], stroke.fill)
    paint = _paint(stroke.colour)
    if not stroke.fill:
        paint.setStyle(skia.Paint.kStroke_Style)
        paint.setStrokeWidth(stroke.width)
        paint.setStrokeJoin(skia.Paint.kRound_Join)
        if stroke.dashes:
            paint.setPathEffect(skia.DashPathEffect.Make(list(stroke.dashes), 0))
    canvas.drawPath(path, paint)


def _spot(canvas: skia.Canvas, look: Look, x: float, y: float, strength: float) -> None:
    """A soft spot of light, strong in the middle, gone at its edge."""
    colour = argb("ochre")
    strong = skia.ColorSetA(colour, round(255 * look.spot_strength * strength))
    paint = skia.Paint(AntiAlias=True)
    paint.setShader(skia.GradientShader.MakeRadial(skia.Point(x, y), look.spot, [strong, skia.ColorSetA(colour, 0)]))
    canvas.drawCircle(x, y, look.spot, paint)


def _spot_rect(look: Look, x: float, y: float, strength: float) -> Rect:
    reach = look.spot + 2
    return x - reach, y - reach, x + reach, y + reach


def _scene(state: StageState) -> tuple[object, ...]:
    """What of a state is all over the stage when it changes."""
    return state.page, state.gate, state.signpost, state.parts


def _title_trail(canvas: skia.Canvas, page: LaidPage, layout: Layout) -> None:
    """A dotted path under the title, from left to right."""
    bottom = max((piece.baseline for piece in page.pieces), default=layout.height / 2) + 90
    path = skia.Path()
    left = min((piece.x for piece in page.pieces), default=0.0)
    right = max((piece.x + piece.width for piece in page.pieces), default=layout.width)
    middle = (left + right) / 2
    path.moveTo(middle - 260, bottom)
    path.cubicTo(middle - 120, bottom - 50, middle - 60, bottom + 50, middle + 60, bottom)
    path.cubicTo(middle + 140, bottom - 34, middle + 200, bottom - 20, middle + 260, bottom - 10)
    paint = _paint("moss-half")
    paint.setStyle(skia.Paint.kStroke_Style)
    paint.setStrokeCap(skia.Paint.kRound_Cap)
    paint.setStrokeWidth(9)
    paint.setPathEffect(skia.DashPathEffect.Make([0.01, 24], 0))
    canvas.drawPath(path, paint)


def _signpost(canvas: skia.Canvas, signpost: Signpost, waited: float, state: StageState, layout: Layout) -> None:
    if signpost.page == state.page:
        _footpath(canvas, signpost)
    _signpost_box(canvas, signpost, waited, state, layout)


def _footpath(canvas: skia.Canvas, signpost: Signpost) -> None:
    way_x, way_y, edge_x, edge_y, *curve = signpost.footpath
    path = skia.Path()
    path.moveTo(way_x, way_y)
    path.lineTo(edge_x, edge_y)
    path.cubicTo(*curve)
    way = _paint("lake")
    way.setStyle(skia.Paint.kStroke_Style)
    way.setStrokeCap(skia.Paint.kRound_Cap)
    way.setStrokeWidth(4)
    way.setPathEffect(skia.DashPathEffect.Make([0.01, 11], 0))
    canvas.drawPath(path, way)


def _signpost_box(canvas: skia.Canvas, signpost: Signpost, waited: float, state: StageState, layout: Layout) -> None:
    _fill_round(canvas, signpost.x, signpost.y, signpost.width, signpost.height, 14, "lake")
    body = signpost.y + signpost.header
    _fill_round(canvas, signpost.x + 2, body, signpost.width - 4, signpost.height - signpost.header - 2, 12, "white")
    canvas.drawRect(skia.Rect.MakeXYWH(signpost.x + 2, body, signpost.width - 4, 14), _paint("white"))
    tip = skia.Path()
    tip.moveTo(signpost.x + 14, signpost.y)
    tip.lineTo(signpost.x, signpost.y)
    tip.lineTo(signpost.x - signpost.tip, signpost.y + signpost.header / 2)
    tip.lineTo(signpost.x, signpost.y + signpost.header)
    tip.lineTo(signpost.x + 14, signpost.y + signpost.header)
    tip.close()
    canvas.drawPath(tip, _paint("lake"))
    lit = next((box for box in signpost.boxes if box.word == state.lit), None)
    if lit:
        _stone(canvas, lit, layout)
    _text(canvas, signpost.pieces)
    if answer_part(signpost.id) in state.parts:
        _text(canvas, signpost.answer)
    used = stones_used(signpost, waited)
    for index, stone in enumerate(signpost.stones):
        paint = _paint("lake")
        if index < used:
            paint.setStyle(skia.Paint.kStroke_Style)
            paint.setStrokeWidth(3)
            canvas.drawCircle(stone.x, stone.y, layout.look.stone - 1.5, paint)
        else:
            canvas.drawCircle(stone.x, stone.y, layout.look.stone, paint)


def _mark_rects(mark: LaidMark, page: int) -> list[Rect]:
    """Where a mark may be drawn on a page."""
    rects = [
        (s.left - s.size, s.baseline - 1.3 * s.size, s.right + s.size, s.baseline + 0.9 * s.size)
        for s in mark.stretches
        if s.page == page
    ]
    for drawn in mark.strokes:
        if drawn.page == page:
            for stroke in drawn.strokes:
                xs, ys = stroke.points[::2], stroke.points[1::2]
                rects.append((min(xs) - 12, min(ys) - 12, max(xs) + 12, max(ys) + 12))
            rects += [
                (p.x - 4, p.baseline - p.size, p.x + p.width + 4, p.baseline + 0.4 * p.size) for p in drawn.pieces
            ]
    return rects


def _union(rects: list[Rect]) -> Rect:
    if not rects:
        return 0.0, 0.0, 2.0, 2.0
    return (
        min(rect[0] for rect in rects), min(rect[1] for rect in rects),
        max(rect[2] for rect in rects), max(rect[3] for rect in rects),
    )  # fmt: skip
