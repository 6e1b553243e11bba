"""Encoding one stretch of a film: its frames, drawn one after another, as a file of pictures without sound."""

from __future__ import annotations

import time
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from enum import StrEnum
from fractions import Fraction
from pathlib import Path

import av

from wordtrail.core.cues.film import state_in_video
from wordtrail.core.cues.model import CueSheet, StageState
from wordtrail.core.film.model import FilmChoices
from wordtrail.core.layout.model import Layout
from wordtrail.media.camera import Cameras
from wordtrail.media.canvas import CLOCK, Canvas, Shares
from wordtrail.media.draw import Painter, Pictures
from wordtrail.media.moments import Stretch

JUST_AFTER = 1e-6
"""Seconds after a frame's time at which the stage is looked at, so that what begins then is there."""


class Codec(StrEnum):
    """How pictures are encoded."""

    H264 = "h264"
    VP9 = "vp9"


_ENCODERS = {Codec.H264: "libx264", Codec.VP9: "libvpx-vp9"}

_OPTIONS = {
    # Nothing moves by fractions of a pixel here, and where a page is turned is known.
    Codec.H264: {
        "preset": "superfast", "tune": "stillimage", "crf": "20", "bf": "0", "x264-params": "subme=0:scenecut=0",
    },
    Codec.VP9: {
        "deadline": "realtime", "cpu-used": "8", "crf": "30", "b": "0", "lag-in-frames": "0", "auto-alt-ref": "0",
        "tune-content": "screen", "row-mt": "1",
    },
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Picture:
    """All that a film's pictures follow from."""

    layout: Layout
    sheet: CueSheet
    choices: FilmChoices
    codec: Codec = Codec.H264
    cameras: Mapping[str, Path] = field(default_factory=dict)
    """Take → the copy of its camera's picture."""


def painter_of(picture: Picture, pictures: Pictures | None) -> Painter:
    """What paints a film, in its size and colours."""
    choices = picture.choices
    return Painter(
        picture.layout, picture.sheet, choices.detail.scale, pictures, choices.colours, Cameras(picture.cameras)
    )


class StretchEncoder:
    """Makes stretches of one film, one after another, with one thread; `shares` says where the time went."""

    def __init__(self, picture: Picture, pictures: Pictures | None, threads: int = 1) -> None:
        self._picture, self._threads = picture, threads
        self.shares = Shares()
        self._canvas = Canvas(painter_of(picture, pictures), self.shares)

    def make(self, stretch: Stretch, path: Path, done: Callable[[float], None] = lambda at: None) -> None:
        """Write a stretch to `path` (an MP4 file that begins at 0). `done` is told up to where it is (video time), and
        may raise to stop."""
        before: StageState | None = None
        with av.open(str(path), "w", format="mp4") as container:
            stream = add_picture_stream(container, self._canvas.painter, self._picture.codec, self._threads)
            for at, key in stretch.keyed():
                state, waited = state_in_video(self._picture.sheet, at + JUST_AFTER)
                self._canvas.show(state, waited, before)
                before = state
                frame = self._canvas.frame(at - stretch.start, key)
                begun = time.perf_counter()
                container.mux(stream.encode(frame))
                self.shares.encoding += time.perf_counter() - begun
                done(at)
            begun = time.perf_counter()
            container.mux(stream.encode(None))
            self.shares.encoding += time.perf_counter() - begun


def add_picture_stream(
    container: av.container.OutputContainer, painter: Painter, codec: Codec, threads: int
) -> av.VideoStream:
    """A stream for pictures of a painter's size, in the colours of HDTV (ITU-R BT.709)."""
    stream = container.add_stream(_ENCODERS[codec], rate=30, options=_OPTIONS[codec])
    assert isinstance(stream, av.VideoStream)
    stream.width, stream.height = painter.width, painter.height
    stream.pix_fmt = "yuv420p"
    stream.time_base = Fraction(1, CLOCK)
    context = stream.codec_context
    context.time_base = Fraction(1, CLOCK)
    context.gop_size = 600
    context.color_range = 1
    context.colorspace = context.color_primaries = context.color_trc = 1
    context.thread_count = threads
    return stream
