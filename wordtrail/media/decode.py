"""From any sound file to samples, whatever its name says it is."""

from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path
from typing import TypeVar

import av
import av.error
import numpy as np
import numpy.typing as npt

from wordtrail.core.errors import EmptySound, NotASound, SoundTooLong

Samples = npt.NDArray[np.float32]
Kind = TypeVar("Kind", np.float32, np.float16)

LONGEST_SECONDS = 3 * 3600.0
SHORTEST_SECONDS = 0.2

GAP, LONGEST_GAP = 0.03, 60.0
"""Seconds by which a part comes later than the sound before it ended, from which on something is missing between: a
computer that was busy has not recorded it. What is longer is a clock that was set."""


def decode(path: Path, rate: int) -> Samples:
    """The sound in `path` as mono floats (-1 to 1) at `rate` samples a second, all of it at once. Raises what
    `sound_blocks` raises."""
    return _all_of(path, rate, np.float32)


def decode_small(path: Path, rate: int) -> npt.NDArray[np.float16]:
    """The same with 16 bits a sample, so that a long take is half as large. Raises what `sound_blocks` raises."""
    return _all_of(path, rate, np.float16)


def _all_of(path: Path, rate: int, kind: type[Kind]) -> npt.NDArray[Kind]:
    # It grows in its place: an hour is held once, not as blocks and as a whole.
    held = bytearray()
    for block in sound_blocks(path, rate):
        held += block.astype(kind, copy=False).tobytes()
    return np.frombuffer(held, kind)


def sound_blocks(path: Path, rate: int) -> Iterator[Samples]:
    """The sound in `path` in blocks, one after another, as mono floats (-1 to 1) at `rate` samples a second.

    Reads what the bytes are, not what the name says. Where its times say that something is missing there is silence. A
    file that breaks off gives what was whole of it. Raises EmptySound, NotASound or SoundTooLong (over three hours).
    """
    if path.stat().st_size == 0:
        raise EmptySound
    count = 0
    try:
        with av.open(str(path), mode="r", metadata_errors="ignore") as container:
            for block in _blocks(container, rate):
                count += len(block)
                if count > LONGEST_SECONDS * rate:
                    raise SoundTooLong(_claimed_hours(container, count / rate))
                yield block
    except (av.error.FFmpegError, ValueError, OSError) as fault:
        if count < SHORTEST_SECONDS * rate:
            raise NotASound from fault
    if count == 0:
        raise NotASound
    if count < SHORTEST_SECONDS * rate:
        raise EmptySound


SEEK_ROOM = 0.5
"""Seconds before a stretch from which on it is decoded: what is decoded first after a leap is not whole."""


def sound_between(path: Path, rate: int, start: float, end: float) -> Samples:
    """The sound of a file of our own making (its times are whole) from `start` to `end` (seconds), as `decode` gives
    it, without reading what is before or after; silence where the file has none. Raises NotASound."""
    wanted = np.zeros(max(0, round((end - start) * rate)), np.float32)
    try:
        with av.open(str(path), mode="r") as container:
            stream = next((one for one in container.streams if one.type == "audio"), None)
            if stream is None:
                raise NotASound
            begin = max(0.0, start - SEEK_ROOM)
            container.seek(int(begin * av.time_base), backward=True)
            resampler = av.AudioResampler(format="flt", layout="mono", rate=rate)
            at: int | None = None
            for frame in container.decode(stream):
                if not isinstance(frame, av.AudioFrame) or frame.time is None:
                    continue
                at = round((frame.time - start) * rate) if at is None else at
                for out in resampler.resample(frame):
                    at = _put(wanted, at, out.to_ndarray().reshape(-1).astype(np.float32))
                if at >= len(wanted):
                    break
    except (av.error.FFmpegError, OSError) as fault:
        raise NotASound from fault
    return wanted


def _put(wanted: Samples, at: int, block: Samples) -> int:
    """Put a block into its place among the wanted samples; the place after it."""
    first, last = max(0, at), min(len(wanted), at + len(block))
    if last > first:
        wanted[first:last] = block[first - at : last - at]
    return at + len(block)


def _blocks(container: av.container.InputContainer, rate: int) -> Iterator[Samples]:
    stream = next((s for s in container.streams if s.type == "audio"), None)
    if stream is None:
        raise NotASound
    resampler = av.AudioResampler(format="flt", layout="mono", rate=rate)
    faults = 0
    begin: float | None = None
    heard = 0.0
    for packet in container.demux(stream):
        try:
            frames = packet.decode()
        except av.error.InvalidDataError:
            faults += 1
            if faults > 50:
                raise
            continue
        for frame in frames:
            if not isinstance(frame, av.AudioFrame):
                continue
            if frame.time is not None:
                begin = frame.time - heard if begin is None else begin
                missing = frame.time - begin - heard
                # Silence in its place: what was done meanwhile keeps its moment in the sound.
                if GAP < missing <= LONGEST_GAP:
                    yield np.zeros(round(missing * rate), np.float32)
                    heard += missing
                elif missing > LONGEST_GAP:
                    begin = frame.time - heard
            heard += frame.samples / frame.sample_rate
            for out in resampler.resample(frame):
                yield out.to_ndarray().reshape(-1).astype(np.float32)
    for out in resampler.resample(None):
        yield out.to_ndarray().reshape(-1).astype(np.float32)


def _claimed_hours(container: av.container.InputContainer, read: float) -> float:
    claimed = (container.duration or 0) / 1e6
    return max(claimed, read) / 3600
