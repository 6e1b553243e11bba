"""The painted stage as the planes of a video frame, of which only what changed is converted."""

from __future__ import annotations

import time
from dataclasses import dataclass
from fractions import Fraction

import av
import numpy as np
from av.video.reformatter import ColorRange, Colorspace, VideoReformatter

from wordtrail.core.cues.model import StageState
from wordtrail.media.draw import Painter, Rect

CLOCK = 90_000
"""Ticks per second of a video's time stamps."""


@dataclass(slots=True)
class Shares:
    """Seconds spent in each part of the work, the frames made, the seconds of film, and the names of the files of its
    stretches."""

    drawing: float = 0.0
    converting: float = 0.0
    encoding: float = 0.0
    frames: int = 0
    seconds: float = 0.0
    stretches: frozenset[str] = frozenset()

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
        self._reformatter = VideoReformatter()
        width, height = painter.width, painter.height
        self._planes = np.zeros((height * 3 // 2, width), np.uint8)
        self._scale = width / painter.layout.width

    def show(self, state: StageState, waited: float, before: StageState | None) -> None:
        """Paint `state`, and bring the planes up to date where it differs from `before`."""
        begun = time.perf_counter()
        rect = self.painter.changed(before, state) if before else None
        pixel_rect = self._pixels_of(rect)
        left, top, right, bottom = pixel_rect
        units = None if rect is None else tuple(edge / self._scale for edge in pixel_rect)
        self.painter.paint(state, waited, units)  # type: ignore[arg-type]
        drawn = time.perf_counter()
        part = np.ascontiguousarray(self.painter.pixels()[top:bottom, left:right])
        frame = av.VideoFrame.from_ndarray(part, format="bgra")
        yuv = self._reformatter.reformat(
            frame, format="yuv420p", src_colorspace=Colorspace.ITU709, dst_colorspace=Colorspace.ITU709,
            src_color_range=ColorRange.JPEG, dst_color_range=ColorRange.MPEG,
        )  # fmt: skip
        self._put(yuv.to_ndarray(), left, top, right, bottom)
        self._shares.drawing += drawn - begun
        self._shares.converting += time.perf_counter() - drawn

    def frame(self, at: float, key: bool) -> av.VideoFrame:
        """The planes as a frame shown from `at` seconds on."""
        begun = time.perf_counter()
        frame = av.VideoFrame(self.painter.width, self.painter.height, "yuv420p")
        _fill(frame, self._planes)
        frame.pts = round(at * CLOCK)
        frame.time_base = Fraction(1, CLOCK)
        frame.colorspace, frame.color_range = 1, 1
        if key:
            frame.pict_type = av.video.frame.PictureType.I
        self._shares.frames += 1
        self._shares.converting += time.perf_counter() - begun
        return frame

    def _pixels_of(self, rect: Rect | None) -> tuple[int, int, int, int]:
        """The smallest rectangle of whole blocks of 16 pixels around `rect`."""
        width, height = self.painter.width, self.painter.height
        if rect is None:
            return 0, 0, width, height
        left, top, right, bottom = (edge * self._scale for edge in rect)
        return (
            max(0, int(left) // 16 * 16), max(0, int(top) // 16 * 16),
            min(width, (int(right) // 16 + 1) * 16), min(height, (int(bottom) // 16 + 1) * 16),
        )  # fmt: skip

    def _put(self, part: np.ndarray, left: int, top: int, right: int, bottom: int) -> None:
        width, height = right - left, bottom - top
        whole_width, whole_height = self.painter.width, self.painter.height
        self._planes[top:bottom, left:right] = part[:height]
        half_width, quarter = whole_width // 2, whole_height // 2
        chroma = self._planes[whole_height:].reshape(2, quarter, half_width)
        parts = part[height:].reshape(2, height // 2, width // 2)
        chroma[:, top // 2 : bottom // 2, left // 2 : right // 2] = parts


def _fill(frame: av.VideoFrame, planes: np.ndarray) -> None:
    """Copy stacked YUV planes into a frame, row by row where its rows are padded (PyAV's own
    `from_ndarray` takes twenty times as long for 1080p)."""
    height, width = frame.height, frame.width
    luma, chroma = planes[:height], planes[height:].reshape(2, height // 2, width // 2)
    for plane, source in zip(frame.planes, (luma, chroma[0], chroma[1]), strict=True):
        rows = np.frombuffer(plane, np.uint8).reshape(-1, plane.line_size)  # type: ignore[call-overload]
        rows[: source.shape[0], : source.shape[1]] = source
