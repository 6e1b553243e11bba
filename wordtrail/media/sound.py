"""A lesson's sound: the kept clips in their order, with the title's and the holds' silence."""

from __future__ import annotations

from collections import deque
from collections.abc import Callable, Iterable, Iterator, Sequence
from pathlib import Path

import av
import numpy as np

from wordtrail.core.edit.edit_list import EditList, Hold, Mute
from wordtrail.media.decode import Samples
from wordtrail.media.filters import audio_frames
from wordtrail.media.level import RATE
from wordtrail.media.room_tone import endless
from wordtrail.media.seams import FADE, SEAM, Source, Stretch, TakeSounds, joined
from wordtrail.media.signal import signalled
from wordtrail.media.slowing import slow

BIT_RATE = 96_000

SILENCE = np.zeros(0, np.float32)
"""The room of a take of which none is known."""

TONE, TONE_HEIGHT = 1000.0, 0.1
"""Cycles a second, and the amplitude of the tone that stands in the place of words: as loud as a voice."""


ROOM_ALONE = 0.0
"""The pace at which only the room of a take is heard."""


def lesson_sound(
    take: Callable[[str], Iterable[Samples]],
    edits: EditList,
    room: Callable[[str], Samples] = lambda take: SILENCE,
) -> Iterator[Samples]:
    """The sound of a lesson in lesson time, in blocks: mono, 48 000 samples a second. `take` gives the sound of a take
    from its beginning, in blocks; it is asked again where an earlier stretch of a take comes later. `room` gives a
    stretch of a take in which nobody speaks: it is what is heard of silent clips."""

    def heard(name: str) -> Iterable[Samples]:
        own = [one for one in edits.mutes if one.take == name]
        if not own:
            return take(name)
        silent = _silenced(take(name), [_places(one) for one in own])
        beeps = [_places(one) for one in own if one.beep]
        return _with_tone(silent, beeps) if beeps else silent

    def at_pace(source: Source) -> Iterable[Samples]:
        name, pace = source
        if pace == ROOM_ALONE:
            return endless(room(name))
        return heard(name) if pace == 1 else slow(heard(name), pace)

    yield from silence(edits.lead)
    yield from joined(list(_stretches(edits)), TakeSounds(at_pace))


def _places(mute: Mute) -> tuple[int, int]:
    return round(mute.start * RATE), round(mute.end * RATE)


def _with_tone(sound: Iterable[Samples], beeps: Sequence[tuple[int, int]]) -> Iterator[Samples]:
    """A sound with a tone between these samples, which comes and goes over 8 ms."""
    at = 0
    for block in sound:
        places = np.arange(at, at + len(block))
        tone = np.float32(TONE_HEIGHT) * np.sin(2 * np.pi * TONE * places / RATE).astype(np.float32)
        heard = np.zeros(len(block), np.float32)
        for start, end in beeps:
            inside = np.minimum(places - start, end - 1 - places) / FADE
            heard = np.maximum(heard, np.clip(inside, 0.0, 1.0).astype(np.float32))
        yield block + tone * heard
        at += len(block)


def _stretches(edits: EditList) -> Iterator[Stretch]:
    """The clips in samples of their takes, as long as they are at their pace; of a room, one part after another."""
    gone = SEAM
    for clip in edits.clips:
        first, last = (round(at * RATE / clip.pace) for at in (clip.start, clip.end))
        if clip.silent:
            yield (clip.take, ROOM_ALONE), gone, gone + last - first
            gone += last - first + 2 * SEAM
        else:
            yield (clip.take, clip.pace), first, last


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


def silence(seconds: float) -> Iterator[Samples]:
    """So many seconds in which nothing is heard, in blocks."""
    left = max(0, round(seconds * RATE))
    while left > 0:
        yield np.zeros(min(left, RATE), np.float32)
        left -= RATE


def with_holds(sound: Iterable[Samples], holds: Iterable[Hold], room: Samples = SILENCE) -> Iterator[Samples]:
    """`sound` in blocks; wherever the video stands still there is only the `room` (silence where none is given). Beside
    it the sound is faded over 8 ms."""
    rest = Rest(room)
    waiting = deque(sorted(holds, key=lambda hold: hold.at))
    stops = [(at, at) for at in (round(hold.at * RATE) for hold in waiting)]
    at = 0
    for block in _silenced(sound, stops) if stops else sound:
        begin = 0
        while waiting and round(waiting[0].at * RATE) < at + len(block):
            hold = waiting.popleft()
            stop = max(begin, round(hold.at * RATE) - at)
            yield block[begin:stop]
            yield from signalled(rest.of(hold.seconds)) if hold.signal else rest.of(hold.seconds)
            begin = stop
        yield block[begin:]
        at += len(block)
    for hold in waiting:
        yield from rest.of(hold.seconds)


class Rest:
    """A room in which nobody speaks, as long as it is wanted."""

    def __init__(self, room: Samples) -> None:
        self._room, self._held = endless(room), np.zeros(0, np.float32)

    def of(self, seconds: float) -> Iterator[Samples]:
        """So many seconds of it, which come and go over 8 ms."""
        count = round(seconds * RATE)
        at = 0
        while at < count:
            if not len(self._held):
                self._held = next(self._room, np.zeros(RATE, np.float32))
            part, self._held = self._held[: count - at], self._held[count - at :]
            places = np.arange(at, at + len(part))
            ramp = np.clip(np.minimum(places, count - 1 - places) / FADE, 0.0, 1.0)
            yield part * ramp.astype(np.float32)
            at += len(part)


def write_m4a(sound: Iterable[Samples], path: Path) -> None:
    """Write `sound`, in blocks, as AAC in an MP4 file that can be played while it loads."""
    with av.open(str(path), "w", format="mp4", options={"movflags": "+faststart"}) as container:
        encode_sound(sound, container, add_aac(container))


def encode_sound(sound: Iterable[Samples], container: av.container.OutputContainer, stream: av.AudioStream) -> None:
    """Write all of a sound into a stream of a file."""
    for frame in audio_frames(sound):
        container.mux(stream.encode(frame))
    container.mux(stream.encode(None))


def add_opus(container: av.container.OutputContainer) -> av.AudioStream:
    """An Opus stream for the same sound."""
    stream = container.add_stream("libopus", rate=RATE)
    stream.layout = "mono"
    stream.bit_rate = BIT_RATE
    return stream


def add_aac(container: av.container.OutputContainer) -> av.AudioStream:
    """An AAC stream for mono sound at 48 000 samples a second."""
    stream = container.add_stream("aac", rate=RATE, options={"aac_coder": "fast"})
    stream.layout = "mono"
    stream.bit_rate = BIT_RATE
    return stream
