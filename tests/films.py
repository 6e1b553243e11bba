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


def swaying(path: Path, seconds: float, moves: float, noise: float, pattern: float = 20.0) -> None:
    """Write a camera's picture (Matroska, H.264, 640 x 480, 30 a second): something round that sways so many pixels to
    and fro before a wall, which has a pattern, with noise; both in shades of 255."""
    chance = np.random.default_rng(1)
    across, down = np.meshgrid(np.arange(640), np.arange(480))
    wall = 90 + pattern * np.sin(across / 17) * np.sin(down / 11)
    with av.open(str(path), "w", format="matroska") as container:
        stream = container.add_stream("libx264", rate=30, options={"preset": "ultrafast", "crf": "16"})
        stream.width, stream.height, stream.pix_fmt = 640, 480, "yuv420p"
        for number in range(int(seconds * 30)):
            middle = 320 + moves * np.sin(number / 17)
            head = ((across - middle) / 110) ** 2 + ((down - 230) / 150) ** 2 < 1
            grey = np.where(head, 185, wall) + chance.normal(0, noise, (480, 640))
            frame = av.VideoFrame.from_ndarray(np.clip(grey, 0, 255).astype(np.uint8), "gray")
            container.mux(stream.encode(frame.reformat(format="yuv420p")))
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
