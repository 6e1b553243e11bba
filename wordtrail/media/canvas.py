"""The painted stage as the planes of a video frame, of which only what changed is converted."""

from __future__ import annotations

import time
from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache

import av
import numpy as np
from av.video.frame import PictureType
from av.video.reformatter import ColorRange, Colorspace, VideoReformatter

from wordtrail.core.cues.model import StageState
from wordtrail.media.draw import Painter, Rect

CLOCK = 90_000
"""Ticks per second of a video's time stamps."""


ACROSS, DOWN = 64, 32
"""Pixels of the blocks in which a change is counted. A converter is made for each size that comes: with larger blocks
there are fewer."""

SIZES_KEPT = 64
"""Converters that are kept; a film of the demo lessons has 20 to 54 sizes."""


@dataclass(slots=True)
class Shares:
    """Seconds spent in each part of the work, the frames made, the seconds of film, and the names of the files it is
    made of."""

    drawing: float = 0.0
    converting: float = 0.0
    encoding: float = 0.0
    frames: int = 0
    seconds: float = 0.0
    files: frozenset[str] = frozenset()

    def add(self, other: Shares) -> None:
        """Count in what another did."""
        self.drawing += other.drawing
        self.converting += other.converting
        self.encoding += other.encoding
        self.frames += other.frames


class Canvas:
    """What a painter paints, as YUV planes."""

    def __init__(self, painter: Painter, shares: Shares) -> None:
        self.painter = painter
        self._shares = shares
        self._converter = lru_cache(maxsize=SIZES_KEPT)(_Converter)
        self._frame = av.VideoFrame(painter.width, painter.height, "yuv420p")
        self._planes = _planes(self._frame)
        self._scale = painter.width / painter.layout.width

    def show(self, state: StageState, waited: float, before: StageState | None) -> None:
        """Paint `state`, and bring the planes up to date where it differs from `before`."""
        begun = time.perf_counter()
        rect = self.painter.changed(before, state) if before else None
        pixel_rect = self._pixels_of(rect)
        left, top, right, bottom = pixel_rect
        units = None if rect is None else tuple(edge / self._scale for edge in pixel_rect)
        self.painter.paint(state, waited, units)  # type: ignore[arg-type]
        drawn = time.perf_counter()
        pixels = self.painter.pixels()[top:bottom, left:right]
        self._put(self._converter(right - left, bottom - top).planes(pixels), left, top, right, bottom)
        self._shares.drawing += drawn - begun
        self._shares.converting += time.perf_counter() - drawn

    def frame(self, at: float, key: bool) -> av.VideoFrame:
        """The planes as a frame shown from `at` seconds on. It is the same one each time: encoders copy what they are
        given."""
        frame = self._frame
        frame.pts = round(at * CLOCK)
        frame.time_base = Fraction(1, CLOCK)
        frame.colorspace, frame.color_range = 1, 1
        frame.pict_type = PictureType.I if key else PictureType.NONE
        self._shares.frames += 1
        return frame

    def _pixels_of(self, rect: Rect | None) -> tuple[int, int, int, int]:
        """The smallest rectangle of whole blocks around `rect`."""
        width, height = self.painter.width, self.painter.height
        if rect is None:
            return 0, 0, width, height
        left, top, right, bottom = (edge * self._scale for edge in rect)
        return (
            max(0, int(left) // ACROSS * ACROSS), max(0, int(top) // DOWN * DOWN),
            min(width, (int(right) // ACROSS + 1) * ACROSS), min(height, (int(bottom) // DOWN + 1) * DOWN),
        )  # fmt: skip

    def _put(self, part: Sequence[np.ndarray], left: int, top: int, right: int, bottom: int) -> None:
        for whole, piece, share in zip(self._planes, part, (1, 2, 2), strict=True):
            place = whole[top // share : bottom // share, left // share : right // share]
            place[:] = piece[: place.shape[0], : place.shape[1]]


class _Converter:
    """Brings pixels of one size into the colours of a film."""

    def __init__(self, width: int, height: int) -> None:
        self._frame = av.VideoFrame(width, height, "bgra")
        (rows,) = _planes(self._frame)
        self._pixels = rows.reshape(len(rows), -1, 4)[:, :width]
        self._reformatter = VideoReformatter()

    def planes(self, pixels: np.ndarray) -> list[np.ndarray]:
        """Rows of BGRA pixels as the planes of Y, U and V."""
        self._pixels[:] = pixels
        return _planes(
            self._reformatter.reformat(
                self._frame, format="yuv420p", src_colorspace=Colorspace.ITU709, dst_colorspace=Colorspace.ITU709,
                src_color_range=ColorRange.JPEG, dst_color_range=ColorRange.MPEG,
            )
        )  # fmt: skip


def _planes(frame: av.VideoFrame) -> list[np.ndarray]:
    """The planes of a frame, as rows of bytes that are padded at their end. (PyAV's own arrays are copies, which take
    twenty times as long for 1080p.)"""
    return [
        np.frombuffer(plane, np.uint8).reshape(-1, plane.line_size)  # type: ignore[call-overload]
        for plane in frame.planes
    ]
