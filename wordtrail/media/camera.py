"""The camera's picture of a take: whether a file has one, and the copy of it that keeps the take's time."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache
from pathlib import Path

import av
import av.error
import numpy as np
from av.video.reformatter import VideoReformatter

from wordtrail.core.errors import NotAPicture

HIGHEST = 480
"""Lines of the copy at the most: the picture is never larger than a third of a film's height, but while she greets."""

TICKS = 1000
"""Units of time of the copy in a second."""

_MOST_FAULTS = 50


def has_picture(path: Path) -> bool:
    """Whether a file has a moving picture, whatever its name says: the cover of a song is none."""
    try:
        with av.open(str(path), metadata_errors="ignore") as container:
            return _picture_in(container) is not None
    except (av.error.FFmpegError, ValueError, OSError):
        return False


@lru_cache(maxsize=64)
def picture_ratio(copy: Path) -> float | None:
    """How many times as wide as high a camera's copy is; None where there is none. A copy never changes."""
    try:
        with av.open(str(copy)) as container:
            stream = _picture_in(container)
            return stream.width / stream.height if stream and stream.height else None
    except (av.error.FFmpegError, ValueError, OSError):
        return None


@dataclass(frozen=True, slots=True)
class Traffic:
    """How much of a camera's copy comes: bytes for a picture of so many pixels, and pictures a second."""

    bytes_a_picture: float
    rate: float
    pixels: int


@lru_cache(maxsize=64)
def traffic_of(copy: Path) -> Traffic | None:
    """How much a camera's copy takes; None where there is no picture. A copy never changes."""
    try:
        with av.open(str(copy)) as container:
            stream, seconds = _picture_in(container), float(container.duration or 0) / av.time_base
            if stream is None or not stream.frames or not seconds:
                return None
            size = copy.stat().st_size
            return Traffic(size / stream.frames, stream.frames / seconds, stream.width * stream.height)
    except (av.error.FFmpegError, ValueError, OSError):
        return None


class CameraReader:
    """The pictures of a camera's copy, which keeps the take's time. It is read on as long as one goes on, and sought in
    where one goes back, or far ahead."""

    def __init__(self, copy: Path) -> None:
        self._container = av.open(str(copy))
        self._stream = self._container.streams.video[0]
        self._frames = self._container.decode(self._stream)
        self._shown: av.VideoFrame | None = None
        self._next: av.VideoFrame | None = None

    def picture(self, at: float) -> av.VideoFrame | None:
        """What the camera saw at `at` (seconds of take time); the last picture behind the end."""
        here = float(self._shown.time or 0.0) if self._shown else None
        if here is None or at < here or at > here + FAR_AHEAD:
            self._container.seek(max(0, int(at * av.time_base)))
            self._frames = self._container.decode(self._stream)
            self._shown = self._next = None
        while True:
            if self._next is None:
                self._next = next(self._frames, None)
            if self._next is None or (self._shown is not None and float(self._next.time or 0.0) > at):
                return self._shown
            self._shown, self._next = self._next, None

    def close(self) -> None:
        """Let go of the file."""
        self._container.close()


class Cameras:
    """The cameras of a film, by take: pictures in the size in which they are drawn."""

    def __init__(self, copies: Mapping[str, Path]) -> None:
        self._copies = copies
        self._readers: dict[str, CameraReader | None] = {}
        self._sized = VideoReformatter()

    def picture(self, take: str, at: float, width: int, height: int) -> np.ndarray | None:
        """What the camera of `take` saw at `at` (seconds of take time), `height` rows of `width` pixels (BGRA); None
        where there is nothing to see."""
        if take not in self._readers:
            try:
                self._readers[take] = CameraReader(self._copies[take])
            except (KeyError, av.error.FFmpegError, OSError):
                self._readers[take] = None
        reader = self._readers[take]
        frame = reader.picture(at) if reader else None
        if frame is None:
            return None
        sized = self._sized.reformat(frame, width=width, height=height, format="bgra")
        return np.ascontiguousarray(sized.to_ndarray(), np.uint8)


FAR_AHEAD = 4.0
"""Seconds: what lies further ahead is sought."""


def write_camera_copy(path: Path, out: Path, begin: float, report: Callable[[float], None]) -> None:
    """Write the picture of the file `path` to `out`: H.264 in MP4, at most 480 lines, without sound, so that its time
    is the take's, in which its first frame comes at `begin` (seconds); before it, that frame stands. `report` is told
    how far it is (0 to 1). A file that breaks off gives what was whole of it. Raises NotAPicture."""
    written = 0
    try:
        with av.open(str(path), metadata_errors="ignore") as source, av.open(str(out), "w", format="mp4") as copy:
            stream = _picture_in(source)
            if stream is None:
                raise NotAPicture
            length = float(source.duration or 0) / av.time_base
            to: av.VideoStream | None = None
            for frame, at in _placed(_frames(source, stream), begin):
                if to is None:
                    to = _stream_for(copy, frame)
                small = frame.reformat(width=to.width, height=to.height, format="yuv420p")
                small.pts, small.time_base = round(at * TICKS), Fraction(1, TICKS)
                copy.mux(to.encode(small))
                written += 1
                if length:
                    report(min(1.0, (at - begin) / length))
            if to is not None:
                copy.mux(to.encode(None))
    except (av.error.FFmpegError, ValueError, OSError) as fault:
        if not written:
            raise NotAPicture from fault
    if not written:
        raise NotAPicture


def _picture_in(container: av.container.InputContainer) -> av.VideoStream | None:
    moving = (one for one in container.streams.video if not one.disposition & av.stream.Disposition.attached_pic)
    return next(moving, None)


def _frames(source: av.container.InputContainer, stream: av.VideoStream) -> Iterator[av.VideoFrame]:
    """The frames, upright (a phone that was held upright says so beside the picture)."""
    faults = 0
    for packet in source.demux(stream):
        try:
            frames = packet.decode()
        except av.error.InvalidDataError:
            faults += 1
            if faults > _MOST_FAULTS:
                return
            continue
        for frame in frames:
            if frame.time is not None:
                yield _upright(frame)


def _upright(frame: av.VideoFrame) -> av.VideoFrame:
    turns = round(frame.rotation / 90) % 4
    if not turns:
        return frame
    colours = np.asarray(frame.to_ndarray(format="rgb24"), np.uint8)
    turned = av.VideoFrame.from_ndarray(np.ascontiguousarray(np.rot90(colours, turns)), "rgb24")
    turned.pts, turned.time_base = frame.pts, frame.time_base
    return turned


def _placed(frames: Iterator[av.VideoFrame], begin: float) -> Iterator[tuple[av.VideoFrame, float]]:
    """The frames with their moments, each later than the one before."""
    first, last = None, -1.0
    for frame in frames:
        time = float(frame.time or 0.0)
        if first is None:
            first = time
            if begin > 0:
                yield frame, 0.0
                last = 0.0
        at = begin + time - first
        if at - last >= 1.5 / TICKS:
            yield frame, at
            last = at


def _stream_for(copy: av.container.OutputContainer, frame: av.VideoFrame) -> av.VideoStream:
    share = min(1.0, HIGHEST / min(frame.width, frame.height))
    stream = copy.add_stream("libx264", rate=30, options={"preset": "veryfast", "crf": "26"})
    stream.width, stream.height = (max(2, round(side * share / 2) * 2) for side in (frame.width, frame.height))
    stream.pix_fmt = "yuv420p"
    stream.time_base = Fraction(1, TICKS)
    stream.codec_context.time_base = Fraction(1, TICKS)
    stream.codec_context.gop_size = 60
    return stream
