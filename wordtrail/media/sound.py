"""A lesson's sound: the kept clips in their order, with the title's and the holds' silence."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping
from fractions import Fraction
from pathlib import Path

import av
import numpy as np

from wordtrail.core.edit.edit_list import EditList, Hold
from wordtrail.media.decode import Samples

RATE = 48_000
FADE = int(0.008 * RATE)
BIT_RATE = 96_000


def lesson_sound(takes: Mapping[str, Samples], edits: EditList) -> Samples:
    """The sound of a lesson in lesson time: mono, 48 000 samples a second. Cuts are faded over
    8 ms so that they do not click."""
    parts: list[Samples] = [np.zeros(round(edits.lead * RATE), np.float32)]
    for clip in edits.clips:
        part = takes[clip.take][round(clip.start * RATE) : round(clip.end * RATE)].copy()
        missing = round(clip.end * RATE) - round(clip.start * RATE) - len(part)
        ramp = np.linspace(0, 1, min(FADE, len(part)), dtype=np.float32)
        part[: len(ramp)] *= ramp
        part[len(part) - len(ramp) :] *= ramp[::-1]
        parts += [part, np.zeros(max(0, missing), np.float32)]
    return np.concatenate(parts)


def with_holds(sound: Samples, holds: tuple[Hold, ...]) -> Iterator[Samples]:
    """`sound` in parts, with a part of silence wherever the video stands still. The parts are views:
    an hour's sound is not copied."""
    position = 0
    for hold in sorted(holds, key=lambda hold: hold.at):
        at = min(len(sound), round(hold.at * RATE))
        yield sound[position:at]
        yield np.zeros(round(hold.seconds * RATE), np.float32)
        position = at
    yield sound[position:]


def write_m4a(sound: Samples, path: Path) -> None:
    """Write `sound` as AAC in an MP4 file that can be played while it loads."""
    with av.open(str(path), "w", format="mp4", options={"movflags": "+faststart"}) as container:
        stream = add_aac(container)
        for frame in audio_frames([sound]):
            container.mux(stream.encode(frame))
        container.mux(stream.encode(None))


def add_aac(container: av.container.OutputContainer) -> av.AudioStream:
    """An AAC stream for mono sound at 48 000 samples a second."""
    stream = container.add_stream("aac", rate=RATE, options={"aac_coder": "fast"})
    stream.layout = "mono"
    stream.bit_rate = BIT_RATE
    return stream


def audio_frames(parts: Iterable[Samples], size: int = 1024 * 16) -> Iterator[av.AudioFrame]:
    """Sound in parts as frames for an encoder, at most `size` samples each, with their times."""
    now = 0
    for part in parts:
        for start in range(0, len(part), size):
            block = np.ascontiguousarray(part[start : start + size], dtype=np.float32).reshape(1, -1)
            frame = av.AudioFrame.from_ndarray(block, format="fltp", layout="mono")
            frame.sample_rate = RATE
            frame.pts = now
            frame.time_base = Fraction(1, RATE)
            yield frame
            now += block.shape[1]
