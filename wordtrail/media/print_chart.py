"""A page of the stage as a PDF to print: an organizer for students to fill in."""

from __future__ import annotations

import skia

from wordtrail.core.cues.model import StageState
from wordtrail.core.layout.model import Layout
from wordtrail.media.draw import Painter, Pictures

A4_WIDTH, A4_HEIGHT = 842.0, 595.0
"""Points of a sheet of A4, lying."""

MARGIN = 36.0


def page_as_pdf(layout: Layout, page: int, pictures: Pictures | None = None) -> bytes:
    """One page of a layout, with nothing filled in, on a sheet of A4."""
    stream = skia.DynamicMemoryWStream()
    document = skia.PDF.MakeDocument(stream)
    canvas = document.beginPage(A4_WIDTH, A4_HEIGHT)
    scale = min((A4_WIDTH - 2 * MARGIN) / layout.width, (A4_HEIGHT - 2 * MARGIN) / layout.height)
    canvas.translate((A4_WIDTH - layout.width * scale) / 2, MARGIN)
    canvas.scale(scale, scale)
    Painter.of_layout(layout, pictures).paint_on(canvas, StageState(page, "", 0, (), "", ""))
    document.endPage()
    document.close()
    return bytes(stream.detachAsData().bytes())
