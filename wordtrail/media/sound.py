"""A lesson's sound: the kept clips in their order, with the title's and the holds' silence."""

from __future__ import annotations

from collections import deque
from collections.abc import Callable, Iterable, Iterator, Sequence
from fractions import Fraction
from pathlib import Path

import av
import numpy as np

from wordtrail.core.edit.edit_list import EditList, Hold
from wordtrail.media.decode import Samples
from wordtrail.media.level import RATE
from wordtrail.media.seams import FADE, TakeSounds, joined

BIT_RATE = 96_000


def lesson_sound(take: Callable[[str], Iterable[Samples]], edits: EditList) -> Iterator[Samples]:
    """The sound of a lesson in lesson time, in blocks: mono, 48 000 samples a second. `take` gives the sound of a take
    from its beginning, in blocks; it is asked again where an earlier stretch of a take comes later."""

    def heard(name: str) -> Iterable[Samples]:
        own = [(round(one.start * RATE), round(one.end * RATE)) for one in edits.mutes if one.take == name]
        return _silenced(take(name), own) if own else take(name)

    yield from _silence(edits.lead)
    clips = [(clip.take, round(clip.start * RATE), round(clip.end * RATE)) for clip in edits.clips]
    yield from joined(clips, TakeSounds(heard))


def _silenced(sound: Iterable[Samples], mutes: Sequence[tuple[int, int]]) -> Iterator[Samples]:
    """A sound without what lies between these samples; what is heard beside is faded over 8 ms."""
    at = 0
    for block in sound:
        places = np.arange(at, at + len(block))
        heard = np.ones(len(block), np.float32)
        for start, end in mutes:
            if start - FADE < at + len(block) and end + FADE > at:
                away = np.maximum(start - places, places - (end - 1)) / FADE
                heard = np.minimum(heard, np.clip(away, 0.0, 1.0)).astype(np.float32)
        yield block * heard
        at += len(block)


def _silence(seconds: float) -> Iterator[Samples]:
    left = max(0, round(seconds * RATE))
    while left > 0:
        yield np.zeros(min(left, RATE), np.float32)
        left -= RATE


def with_holds(sound: Iterable[Samples], holds: Iterable[Hold]) -> Iterator[Samples]:
    """`sound` in blocks, with silence wherever the video stands still; beside it the sound is faded over 8 ms."""
    waiting = deque(sorted(holds, key=lambda hold: hold.at))
    stops = [(at, at) for at in (round(hold.at * RATE) for hold in waiting)]
    at = 0
    for block in _silenced(sound, stops) if stops else sound:
        begin = 0
        while waiting and round(waiting[0].at * RATE) < at + len(block):
            hold = waiting.popleft()
            stop = max(begin, round(hold.at * RATE) - at)
            yield block[begin:stop]
            yield from _silence(hold.seconds)
            begin = stop
        yield block[begin:]
        at += len(block)
    for hold in waiting:
        yield from _silence(hold.seconds)


def write_m4a(sound: Iterable[Samples], path: Path) -> None:
    """Write `sound`, in blocks, as AAC in an MP4 file that can be played while it loads."""
    with av.open(str(path), "w", format="mp4", options={"movflags": "+faststart"}) as container:
        stream = add_aac(container)
        for frame in audio_frames(sound):
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
