"""Drawing the stage with Skia, from the same boxes as the browser's SVG.

Order, from the ground up: panels, pictures, the grounds of parts shown by now, highlights, the lit stone, lines
of the page, text, lines and texts of parts, the lines and letters of marks, dots of the read path, the signpost, the
camera's picture.
On a photo, highlights and stone darken what is under them.
`web/src/stage/` draws the same in the same order.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable

import numpy as np
import skia

from wordtrail.core.cues.model import CameraSeen, CueSheet, StageState
from wordtrail.core.film.model import Colours
from wordtrail.core.layout.drawing import dots_of, highlight_of, shares
from wordtrail.core.layout.faces import shape
from wordtrail.core.layout.free_place import Place
from wordtrail.core.layout.model import LaidMark, LaidPage, LaidPicture, Layout, Look, SetPiece, WordBox
from wordtrail.core.marks.stretch import Stretch
from wordtrail.core.text.look import Typeface
from wordtrail.core.text.model import Style
from wordtrail.media.brush import Brush, blob_of
from wordtrail.media.camera import Cameras
from wordtrail.media.colours import argb
from wordtrail.media.draw_signs import draw_sign, draw_signpost

Rect = tuple[float, float, float, float]
"""Left, top, right, bottom in page units."""


Pictures = Callable[[str], bytes]
"""The bytes of a picture file that a lesson uses."""


class Painter:
    """Paints one lesson's stage on a surface of `scale` pixels a page unit."""

    def __init__(
        self,
        layout: Layout,
        sheet: CueSheet,
        scale: float = 1.0,
        pictures: Pictures | None = None,
        colours: Colours = Colours.PAPER,
        cameras: Cameras | None = None,
    ) -> None:
        self._cameras = cameras
        self.layout = layout
        self.sheet = sheet
        self.width = round(layout.width * scale)
        self.height = round((layout.height + layout.caption_room) * scale)
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
        self._colours = colours
        self._signs = {one.id: one for one in layout.signs}
        self._caption_lines = {one.text: one.lines for one in sheet.captions}
        pieces = (piece for page in layout.pages for piece in page.pieces)
        self._typeface = next((piece.typeface for piece in pieces), Typeface.ANDIKA)
        self._hold_of = {gate.pause: gate.hold for gate in sheet.gates}
        self._blobs = [[blob_of(piece) for piece in page.pieces] for page in layout.pages]

    def paint(self, state: StageState, waited: float = 0.0, only: Rect | None = None) -> None:
        """Paint the stage at `state`; `waited` is the think time that has passed, in seconds. With
        `only`, nothing outside of that rectangle is touched."""
        canvas = self._surface.getCanvas()
        canvas.save()
        canvas.scale(self._scale, self._scale)
        if only:
            canvas.clipRect(skia.Rect.MakeLTRB(*only), skia.ClipOp.kIntersect, False)
        canvas.clear(argb("white", self._colours))
        self.paint_on(canvas, state, waited)
        canvas.restore()

    def paint_small(self, page: int, place: Place) -> None:
        """Paint a page as it is before anything happens on it, in small, over what is there."""
        canvas = self._surface.getCanvas()
        canvas.save()
        canvas.scale(self._scale, self._scale)
        canvas.translate(place.x, place.y)
        canvas.scale(place.width / self.layout.width, place.height / self.layout.height)
        canvas.clipRect(skia.Rect.MakeWH(self.layout.width, self.layout.height), skia.ClipOp.kIntersect, True)
        self._paint_page(Brush(canvas, self._colours, self.layout.look), StageState(page, "", 0, (), "", ""), 0.0)
        canvas.restore()

    @classmethod
    def of_layout(cls, layout: Layout, pictures: Pictures | None = None) -> Painter:
        """A painter of pages on which nothing happens."""
        return cls(layout, CueSheet(1, layout.name, 0.0, 0.0, (), (), (), (), (), ()), 1 / 16, pictures)

    def paint_on(self, canvas: skia.Canvas, state: StageState, waited: float = 0.0) -> None:
        """Paint the stage at `state` on any canvas, a page unit long to a unit."""
        canvas.save()
        if self.layout.caption_room:
            self._caption(Brush(canvas, self._colours, self.layout.look), state)
            canvas.clipRect(skia.Rect.MakeWH(self.layout.width, self.layout.height), skia.ClipOp.kIntersect, True)
        if state.view:
            left, top, across, _ = state.view
            closer = self.layout.width / across
            canvas.scale(closer, closer)
            canvas.translate(-left, -top)
        brush = Brush(canvas, self._colours, self.layout.look)
        self._paint_page(brush, state, waited)
        if state.pointer:
            brush.spot(*state.pointer)
        canvas.restore()
        if state.camera:
            self._camera(Brush(canvas, self._colours, self.layout.look), state.camera)

    def _camera(self, brush: Brush, seen: CameraSeen) -> None:
        """The camera's picture; a large one on a ground that covers the page."""
        width, height = (max(2, round(side * self._scale / 2) * 2) for side in (seen.width, seen.height))
        pixels = self._cameras.picture(seen.take, seen.at, width, height) if self._cameras else None
        if pixels is None:
            return
        canvas, look = brush.canvas, self.layout.look
        if seen.large:
            canvas.drawRect(skia.Rect.MakeWH(self.layout.width, self.layout.height), brush.paint("mist"))
        place = skia.Rect.MakeXYWH(seen.x, seen.y, seen.width, seen.height)
        frame = skia.RRect.MakeRectXY(place, look.camera_radius, look.camera_radius)
        image = skia.Image.fromarray(
            pixels, colorType=skia.kBGRA_8888_ColorType, alphaType=skia.kOpaque_AlphaType, copy=False
        )
        canvas.save()
        canvas.clipRRect(frame, skia.ClipOp.kIntersect, True)
        # Pixel on pixel, which is a third of the work; the line around it hides what is missing of one.
        canvas.scale(1 / self._scale, 1 / self._scale)
        canvas.drawImage(image, round(seen.x * self._scale), round(seen.y * self._scale))
        canvas.restore()
        canvas.drawRRect(frame, brush.line("hairline", look.camera_edge))

    def _caption(self, brush: Brush, state: StageState) -> None:
        """What is said, below the page; a question that stands on the stage is not said twice."""
        layout = self.layout
        brush.canvas.drawRect(
            skia.Rect.MakeXYWH(0, layout.height, layout.width, layout.caption_room), brush.paint("mist")
        )
        lines = self._caption_lines.get(state.caption, ()) if not state.gate else ()
        lead, size = layout.look.caption_lead, layout.look.caption
        y = layout.height + (layout.caption_room - lead * len(lines)) / 2 + 0.5 * (lead + 0.7 * size)
        for number, line in enumerate(lines):
            width = shape(line, Style.PLAIN, self._typeface).advance * size
            piece = SetPiece(
                line, layout.width / 2 - width / 2, y + number * lead, width, size, Style.PLAIN, "",
                typeface=self._typeface,
            )  # fmt: skip
            brush.text([piece])

    def _paint_page(self, brush: Brush, state: StageState, waited: float) -> None:
        canvas = brush.canvas
        page = self.layout.pages[state.page]
        shown = [part for part in page.parts if part.id in state.parts]
        for panel in page.panels:
            brush.panel(panel)
        for picture in page.pictures:
            self._picture(canvas, picture)
        for part in shown:
            for panel in part.panels:
                brush.panel(panel)
        # One layer, so that light and highlights that overlap darken the photo once. A photo is of paper.
        lights = brush
        if page.photo:
            canvas.saveLayer(None, skia.Paint(BlendMode=skia.BlendMode.kMultiply))
            lights = Brush(canvas, Colours.PAPER, self.layout.look)
        self._highlights(lights, state)
        if state.lit in self._boxes[state.page]:
            lights.stone(self._boxes[state.page][state.lit])
        if page.photo:
            canvas.restore()
        for stroke in page.strokes:
            brush.stroke(stroke)
        for blob, piece in zip(self._blobs[state.page], page.pieces, strict=True):
            brush.blob(blob, piece)
        for part in shown:
            for stroke in part.strokes:
                brush.stroke(stroke)
            brush.text(part.pieces)
        if page.title:
            _title_trail(brush, page, self.layout)
        self._mark_strokes(brush, state)
        self._dots(brush, state)
        if state.signpost in self._signposts:
            draw_signpost(brush, self._signposts[state.signpost], waited, state)
        elif state.signpost in self._signs:
            draw_sign(brush, self._signs[state.signpost], waited, self._hold_of.get(state.gate, 0.0))

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
        """The rectangle in which two states differ, in page units of the stage; None: everywhere."""
        if _scene(before) != _scene(after):
            return None
        layout = self.layout
        rects = [_seen_at(rect, after.view, layout.width) for rect in self._changed_on_page(before, after)]
        if layout.caption_room and before.caption != after.caption:
            rects.append((0.0, layout.height, layout.width, layout.height + layout.caption_room))
        if before.camera != after.camera:
            rects += [_camera_rect(one.camera, layout.look) for one in (before, after) if one.camera]
        whole = (0.0, 0.0, layout.width, layout.height + layout.caption_room)
        return _union([rect for rect in (_common(rect, whole) for rect in rects) if rect])

    def _changed_on_page(self, before: StageState, after: StageState) -> list[Rect]:
        """The rectangles of the page in which two states of it differ."""
        rects = [_spot_rect(self.layout.look, *one.pointer) for one in (before, after) if one.pointer]
        if (before.lit, before.passed) != (after.lit, after.passed):
            rects += self._word_rects(before, after)
        drawn = {mark.mark: mark.progress for mark in before.marks}
        for mark in after.marks:
            if drawn.get(mark.mark) != mark.progress:
                rects += [rect for laid in self._marks[mark.mark] for rect in _mark_rects(laid, after.page)]
        if after.signpost in self._signposts:
            signpost = self._signposts[after.signpost]
            rects.append(
                (signpost.x, signpost.y + signpost.header, signpost.x + signpost.width, signpost.y + signpost.height)
            )
        elif after.signpost in self._signs:
            sign = self._signs[after.signpost]
            rects.append((sign.x, sign.y, sign.x + sign.width, sign.y + sign.height))
        return rects

    def _word_rects(self, before: StageState, after: StageState) -> list[Rect]:
        """Where words are lit, or left behind, that were not so before."""
        boxes = self._boxes[after.page]
        low, high = sorted((before.passed, after.passed))
        between = (light.word for light in self.sheet.lights[max(0, low - 1) : high])
        return [self._word_rect(boxes[word]) for word in (before.lit, after.lit, *between) if word in boxes]

    @staticmethod
    def _word_rect(box: WordBox) -> Rect:
        return (
            box.x - 0.4 * box.size, box.baseline - 1.3 * box.size,
            box.x + box.width + 0.6 * box.size, box.baseline + 0.9 * box.size,
        )  # fmt: skip

    def _highlights(self, brush: Brush, state: StageState) -> None:
        for mark, stretch, share in self._drawn(state, "highlight"):
            brush.rounded(highlight_of(stretch, share, self.layout.look), f"{mark.colour}-pale")

    def _mark_strokes(self, brush: Brush, state: StageState) -> None:
        for drawn in state.marks:
            for page in (strokes for mark in self._marks[drawn.mark] for strokes in mark.strokes):
                if page.page != state.page:
                    continue
                for stroke in page.strokes:
                    brush.stroke(stroke, drawn.progress)
                if drawn.progress >= 1:
                    brush.text(page.pieces)

    def _drawn(self, state: StageState, kind: str) -> Iterable[tuple[LaidMark, Stretch, float]]:
        """The stretches on the shown page of all marks of a kind, with the share that is drawn."""
        for drawn in state.marks:
            for mark in self._marks[drawn.mark]:
                for stretch, share in shares(mark, drawn.progress) if mark.kind == kind else ():
                    if share > 0 and stretch.page == state.page:
                        yield mark, stretch, share

    def _dots(self, brush: Brush, state: StageState) -> None:
        for word in self._first_lit[state.page]:
            if self._first_light[word] >= state.passed:
                break
            if word == state.lit:
                continue
            dots = dots_of(self._places[word][1], self.layout.look)
            around = skia.Rect.MakeLTRB(dots.x1, dots.y, dots.x2, dots.y).makeOutset(dots.width, dots.width)
            if brush.canvas.quickReject(around):
                continue
            paint = brush.line("moss-half", dots.width, (0.01, dots.gap), round_ends=True)
            brush.canvas.drawLine(dots.x1, dots.y, dots.x2, dots.y, paint)


def _camera_rect(camera: CameraSeen, look: Look) -> Rect:
    edge = look.camera_edge + 2
    return camera.x - edge, camera.y - edge, camera.x + camera.width + edge, camera.y + camera.height + edge


def _spot_rect(look: Look, x: float, y: float, strength: float) -> Rect:
    reach = look.spot + 2
    return x - reach, y - reach, x + reach, y + reach


def _scene(state: StageState) -> tuple[object, ...]:
    """What of a state is all over the stage when it changes."""
    large = bool(state.camera and state.camera.large)
    return state.page, state.gate, state.signpost, state.parts, state.view, large


def _seen_at(rect: Rect, view: tuple[float, ...] | None, width: float) -> Rect:
    """Where on a stage of this width a rectangle of the page is seen."""
    if view is None:
        return rect
    left, top, across, _ = view
    closer = width / across
    return (
        (rect[0] - left) * closer, (rect[1] - top) * closer, (rect[2] - left) * closer, (rect[3] - top) * closer,
    )  # fmt: skip


def _common(one: Rect, other: Rect) -> Rect | None:
    """What two rectangles have in common, if anything."""
    left, top, right, bottom = (
        max(one[0], other[0]), max(one[1], other[1]), min(one[2], other[2]), min(one[3], other[3]),
    )  # fmt: skip
    return (left, top, right, bottom) if left < right and top < bottom else None


def _title_trail(brush: Brush, page: LaidPage, layout: Layout) -> None:
    """A dotted path under the title, from left to right."""
    bottom = max((piece.baseline for piece in page.pieces), default=layout.height / 2) + 90
    path = skia.Path()
    left = min((piece.x for piece in page.pieces), default=0.0)
    right = max((piece.x + piece.width for piece in page.pieces), default=layout.width)
    middle = (left + right) / 2
    path.moveTo(middle - 260, bottom)
    path.cubicTo(middle - 120, bottom - 50, middle - 60, bottom + 50, middle + 60, bottom)
    path.cubicTo(middle + 140, bottom - 34, middle + 200, bottom - 20, middle + 260, bottom - 10)
    brush.canvas.drawPath(path, brush.line("moss-half", 9, (0.01, 24), round_ends=True))


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
