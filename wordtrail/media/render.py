"""The video: frames where something changes, sound all through.

A frame is emitted only when the stage changes (variable frame rate), so a word is lit at the very
millisecond its cue says; a keyframe at least every two seconds keeps seeking quick.
"""

from __future__ import annotations

import time
from collections import deque
from collections.abc import Callable, Iterable, Iterator
from concurrent.futures import Future, ThreadPoolExecutor
from dataclasses import dataclass, field
from fractions import Fraction
from pathlib import Path

import av
import numpy as np
from av.video.reformatter import ColorRange, Colorspace, VideoReformatter

from wordtrail.core.cues.film import holds_of, state_in_video, video_seconds
from wordtrail.core.cues.model import CueSheet, Drawing, StageState
from wordtrail.core.cues.state import COMES_CLOSER, FADES
from wordtrail.core.film.model import USUAL_CHOICES, FilmChoices
from wordtrail.core.layout.model import Layout
from wordtrail.core.layout.signposts import STONES
from wordtrail.core.layout.signs import stones_on
from wordtrail.core.trail.directions import PLACE
from wordtrail.media.decode import Samples
from wordtrail.media.draw import Painter, Pictures, Rect
from wordtrail.media.filters import audio_frames
from wordtrail.media.level import RATE
from wordtrail.media.sound import add_aac, with_holds

CLOCK = 90_000
"""Ticks per second of the video's time stamps."""

DRAWING_RATE = 15
"""Frames a second while a mark is being drawn."""

KEYFRAME_EVERY = 2.0
MOST_WAITING = 6
"""Frames drawn ahead of the encoder."""

CLOSEST = 0.008
"""Seconds: moments nearer to one another share a frame."""


@dataclass(slots=True)
class Shares:
    """Seconds spent in each part of the work, and the frames made."""

    drawing: float = 0.0
    converting: float = 0.0
    encoding: float = 0.0
    frames: int = 0
    seconds: float = field(default=0.0)


def moments(sheet: CueSheet) -> list[float]:
    """Video times (seconds, from 0, ascending) at which the picture may change."""
    times = {0.0}
    passed = 0.0
    gates = list(sheet.gates)

    def to_video(at: float) -> float:
        return at + sum(gate.hold for gate in gates if gate.at < at)

    for turn in sheet.pages:
        times.add(to_video(turn.at))
    for light in sheet.lights:
        times |= {to_video(light.start), to_video(light.end)}
    for drawing in sheet.drawings:
        if not drawing.gate:
            times |= {to_video(at) for at in _while_drawn(drawing)}
    for move in sheet.views:
        times |= {to_video(at) for at in _steps(move.at, move.at + COMES_CLOSER)}
    for pointing in sheet.pointings:
        times |= {to_video(at) for at in _steps(pointing.at, pointing.at + pointing.path[-PLACE] + FADES)}
    times |= {to_video(at) for shown in sheet.signposts for at in (shown.start, shown.end)}
    times |= {to_video(reveal.at) for reveal in sheet.reveals if not reveal.gate}
    for gate in gates:
        start = gate.at + passed
        stones = stones_on(gate.shows) or STONES
        waits = {gate.think_seconds * n / stones for n in range(stones + 1)} | {gate.hold}
        waits |= {reveal.wait for reveal in sheet.reveals if reveal.gate == gate.pause}
        own = (*sheet.beats, *sheet.gate_lights)
        waits |= {at for beat in own if beat.gate == gate.pause for at in (beat.start, beat.end)}
        waits |= {at for one in sheet.drawings if one.gate == gate.pause for at in _while_drawn(one)}
        times |= {start + wait for wait in waits if wait <= gate.hold}
        passed += gate.hold
    length = video_seconds(sheet)
    return _apart(sorted(at for at in times if 0 <= at < length))


def _while_drawn(drawing: Drawing) -> list[float]:
    """The moments at which a mark that is being drawn is shown anew."""
    return _steps(drawing.start, drawing.end)


def _steps(start: float, end: float) -> list[float]:
    """Moments between two, as many as something needs that moves."""
    steps = max(1, round((end - start) * DRAWING_RATE))
    return [start + (end - start) * n / steps for n in range(steps + 1)]


def _apart(times: list[float]) -> list[float]:
    """Moments that lie at least 8 ms apart; of two nearer ones the later stays, when all that was
    to change has changed."""
    kept: list[float] = []
    for at in times:
        if kept and at - kept[-1] < CLOSEST and len(kept) > 1:
            kept[-1] = at
        else:
            kept.append(at)
    return kept


def render(
    layout: Layout,
    sheet: CueSheet,
    sound: Iterable[Samples],
    path: Path,
    *,
    choices: FilmChoices = USUAL_CHOICES,
    title: str = "",
    progress: Callable[[float], None] = lambda share: None,
    pictures: Pictures | None = None,
) -> Shares:
    """Write the lesson as MP4 (H.264, AAC) to `path`; `sound` is in lesson time, in blocks, at 48 000
    samples a second. `progress` gets the share done and may raise to stop; `pictures` gives the bytes of each
    picture file. Returns where the time went."""
    shares = Shares(seconds=video_seconds(sheet))
    canvas = _Canvas(Painter(layout, sheet, choices.detail.scale, pictures, choices.colours), shares)
    with av.open(str(path), "w", format="mp4", options={"movflags": "+faststart"}) as container:
        container.metadata["title"] = title
        encoder = _Encoder(container, canvas.painter, with_holds(sound, holds_of(sheet)), shares)
        # Encoding runs beside drawing: the encoder lets go of the interpreter while it works.
        with ThreadPoolExecutor(1) as beside:
            waiting: deque[Future[None]] = deque()
            for at, frame in _frames(sheet, canvas):
                waiting.append(beside.submit(encoder.picture, frame, at))
                if len(waiting) > MOST_WAITING:
                    waiting.popleft().result()
                progress(min(0.99, at / max(shares.seconds, 0.1)))
            for future in waiting:
                future.result()
            beside.submit(encoder.finish).result()
    progress(1.0)
    return shares


class _Encoder:
    """Pictures and sound on their way into the file, interleaved by time."""

    def __init__(
        self, container: av.container.OutputContainer, painter: Painter, sound: Iterable[Samples], shares: Shares
    ) -> None:
        self._container = container
        self._picture = _add_h264(container, painter)
        self._voice = add_aac(container)
        self._speech = audio_frames(sound)
        self._shares = shares

    def picture(self, frame: av.VideoFrame, at: float) -> None:
        """Encode a frame, and the sound up to its time `at`."""
        begun = time.perf_counter()
        self._container.mux(self._picture.encode(frame))
        for speech in self._speech:
            self._container.mux(self._voice.encode(speech))
            if (speech.pts or 0) > at * RATE:
                break
        self._shares.encoding += time.perf_counter() - begun

    def finish(self) -> None:
        """Encode what is left of the sound and empty both encoders."""
        begun = time.perf_counter()
        for speech in self._speech:
            self._container.mux(self._voice.encode(speech))
        self._container.mux(self._voice.encode(None))
        self._container.mux(self._picture.encode(None))
        self._shares.encoding += time.perf_counter() - begun


def _add_h264(container: av.container.OutputContainer, painter: Painter) -> av.VideoStream:
    picture = container.add_stream(
        "libx264", rate=30, options={"preset": "superfast", "tune": "stillimage", "crf": "20", "bf": "0"}
    )
    picture.width, picture.height = painter.width, painter.height
    picture.pix_fmt = "yuv420p"
    picture.time_base = Fraction(1, CLOCK)
    picture.codec_context.time_base = Fraction(1, CLOCK)
    picture.codec_context.gop_size = 600
    picture.codec_context.color_range = 1
    picture.codec_context.colorspace = picture.codec_context.color_primaries = 1
    picture.codec_context.color_trc = 1
    return picture


def _frames(sheet: CueSheet, canvas: _Canvas) -> Iterator[tuple[float, av.VideoFrame]]:
    """Frames with their times; the last picture is emitted once more at the very end."""
    keyed = -KEYFRAME_EVERY
    before: StageState | None = None
    end = max(video_seconds(sheet) - 1 / 30, 0.0)
    times = moments(sheet)
    times = [at for at in times if at < end] + [end]
    for at in _with_keys(times):
        state, waited = state_in_video(sheet, at + 1e-6)
        canvas.show(state, waited, before)
        before = state
        key = at - keyed >= KEYFRAME_EVERY
        keyed = at if key else keyed
        yield at, canvas.frame(at, key)


def _with_keys(times: list[float]) -> Iterator[float]:
    """The times, and one every two seconds in long stillness, for the keyframes."""
    last = 0.0
    for at in times:
        while at - last > KEYFRAME_EVERY:
            last += KEYFRAME_EVERY
            yield last
        yield at
        last = at


class _Canvas:
    """The painted stage as YUV planes, of which only what changed is converted."""

    def __init__(self, painter: Painter, shares: Shares) -> None:
        self.painter = painter
        self._shares = shares
        self._reformatter = VideoReformatter()
        width, height = painter.width, painter.height
        self._planes = np.zeros((height * 3 // 2, width), np.uint8)
        self._scale = width / painter.layout.width

    def show(self, state: StageState, waited: float, before: StageState | None) -> None:
        """Paint `state` and bring the planes up to date."""
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


def poster(layout: Layout, sheet: CueSheet, pictures: Pictures | None = None) -> bytes:
    """A JPEG picture of the title card."""
    painter = Painter(layout, sheet, pictures=pictures)
    painter.paint(StageState(0, "", 0, (), "", ""))
    return painter.jpeg()
