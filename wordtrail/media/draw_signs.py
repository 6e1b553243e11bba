"""Signposts and signs, as they are drawn on the stage."""

from __future__ import annotations

from collections.abc import Sequence

import skia

from wordtrail.core.cues.model import StageState
from wordtrail.core.layout.drawing import stones_used, stones_used_of
from wordtrail.core.layout.model import Point, Sign, Signpost
from wordtrail.core.plan.part_names import answer_part
from wordtrail.media.brush import Brush

EDGE = 2


def draw_signpost(brush: Brush, signpost: Signpost, waited: float, state: StageState) -> None:
    """A signpost with its footpath, after so many seconds of think time."""
    if signpost.page == state.page:
        _footpath(brush, signpost)
    brush.box(signpost.x, signpost.y, signpost.width, signpost.height, 14, "lake")
    body, width = signpost.y + signpost.header, signpost.width - 2 * EDGE
    brush.box(signpost.x + EDGE, body, width, signpost.height - signpost.header - EDGE, 12, "white")
    brush.canvas.drawRect(skia.Rect.MakeXYWH(signpost.x + EDGE, body, width, 14), brush.paint("white"))
    tip = skia.Path()
    corners = zip(signpost.tip[::2], signpost.tip[1::2], strict=True)
    tip.addPoly([skia.Point(x, y) for x, y in corners], True)
    brush.canvas.drawPath(tip, brush.paint("lake"))
    lit = next((box for box in signpost.boxes if box.word == state.lit), None)
    if lit:
        brush.stone(lit)
    brush.text(signpost.pieces)
    if answer_part(signpost.id) in state.parts:
        brush.text(signpost.answer)
    _stones(brush, signpost.stones, stones_used(signpost, waited), brush.look.stone, "lake")


def draw_sign(brush: Brush, sign: Sign, waited: float, whole: float) -> None:
    """A sign, after so many of `whole` seconds."""
    brush.box(sign.x, sign.y, sign.width, sign.height, sign.height / 2, "lake")
    brush.text(sign.pieces)
    used = stones_used_of(len(sign.stones), waited, whole)
    _stones(brush, sign.stones, used, sign.radius, "white")


def _stones(brush: Brush, stones: Sequence[Point], used: int, radius: float, token: str) -> None:
    """Stones, of which those that are used up are rings."""
    for index, stone in enumerate(stones):
        if index < used:
            brush.canvas.drawCircle(stone.x, stone.y, radius - 1.5, brush.line(token, 3))
        else:
            brush.canvas.drawCircle(stone.x, stone.y, radius, brush.paint(token))


def _footpath(brush: Brush, signpost: Signpost) -> None:
    way_x, way_y, edge_x, edge_y, *curve = signpost.footpath
    path = skia.Path()
    path.moveTo(way_x, way_y)
    path.lineTo(edge_x, edge_y)
    path.cubicTo(*curve)
    brush.canvas.drawPath(path, brush.line("lake", 4, (0.01, 11), round_ends=True))
