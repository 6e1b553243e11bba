"""Films as browsers and phones record them."""

from __future__ import annotations

from fractions import Fraction
from pathlib import Path

import av
import numpy as np


def film(path: Path, *, seconds: float = 4.0, rate: int = 15, size: tuple[int, int] = (640, 360)) -> None:
    """Write a film without sound, as a browser records it (WebM, VP8): black, and white from 2 s on."""
    with av.open(str(path), "w", format="webm") as container:
        stream = container.add_stream("libvpx", rate=rate)
        stream.width, stream.height = size
        stream.pix_fmt = "yuv420p"
        for number in range(int(seconds * rate)):
            grey = 235 if number / rate >= 2.0 else 16
            frame = av.VideoFrame.from_ndarray(np.full((size[1], size[0], 3), grey, np.uint8), "rgb24")
            frame.pts, frame.time_base = number, Fraction(1, rate)
            container.mux(stream.encode(frame))
        container.mux(stream.encode(None))


def film_with_sound(path: Path, sound: Path, seconds: float) -> None:
    """Write a film (Matroska, MPEG-4) whose sound is that of another file, as it is."""
    with av.open(str(sound)) as source, av.open(str(path), "w", format="matroska") as container:
        heard = source.streams.audio[0]
        to = container.add_stream_from_template(heard)
        seen = container.add_stream("mpeg4", rate=10)
        seen.width, seen.height, seen.pix_fmt = 320, 240, "yuv420p"
        for number in range(int(seconds * 10)):
            frame = av.VideoFrame.from_ndarray(np.full((240, 320, 3), number % 200, np.uint8), "rgb24")
            frame.pts, frame.time_base = number, Fraction(1, 10)
            container.mux(seen.encode(frame))
        container.mux(seen.encode(None))
        for packet in source.demux(heard):
            if packet.dts is not None:
                packet.stream = to
                container.mux(packet)
