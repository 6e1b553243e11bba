"""A film's file: its stretches as they were encoded, one after another, with sound, captions, chapters and cover."""

from __future__ import annotations

import io
from collections.abc import Callable, Iterable, Iterator, Sequence
from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction
from pathlib import Path

import av
from av.stream import Disposition
from PIL import Image

from wordtrail.core.cues.chapters import Chapter
from wordtrail.core.cues.model import Caption
from wordtrail.media.canvas import CLOCK
from wordtrail.media.decode import Samples
from wordtrail.media.sound import add_aac, add_opus, encode_sound

UNEVEN = {"fpsprobesize": "0"}
"""How a stretch is opened. Pictures come when the stage changes: to look for their rate takes longer than all else."""

MILLISECONDS = Fraction(1, 1000)

_ASS_HEADER = (
    b"[Script Info]\nScriptType: v4.00+\n\n[V4+ Styles]\nFormat: Name, Fontname, Fontsize\nStyle: Default,Arial,16\n\n"
    b"[Events]\nFormat: Layer, Start, End, Style, Name, MarginL, MarginR, MarginV, Effect, Text\n"
)
"""What FFmpeg wants to see before it writes text of captions into an MP4 file."""


class Wrapping(StrEnum):
    """The kind of file that a film is."""

    MP4 = "mp4"
    WEBM = "webm"


class SoundFile(StrEnum):
    """The kind of file that the sound of a film is by itself."""

    M4A = "m4a"
    OPUS = "opus"


@dataclass(frozen=True, slots=True)
class Said:
    """What a film's file says beside pictures and sound: its title, chapters and captions (video time), and its cover,
    a JPEG picture (and the same as PNG, to stand beside it)."""

    title: str = ""
    chapters: tuple[Chapter, ...] = ()
    captions: tuple[Caption, ...] = ()
    cover: bytes = b""
    cover_png: bytes = b""


NOTHING_SAID = Said()


def join(
    parts: Sequence[tuple[float, Path]],
    sound: Path,
    path: Path,
    said: Said = NOTHING_SAID,
    wrapping: Wrapping = Wrapping.MP4,
    progress: Callable[[float], None] = lambda at: None,
) -> None:
    """Write a film to `path`: `parts` are its stretches with the time at which each begins (seconds of video time),
    `sound` is its sound as `encode_track` wrote it. Nothing is encoded again."""
    options = {"movflags": "+faststart"} if wrapping is Wrapping.MP4 else {}
    with av.open(str(path), "w", format=wrapping.value, options=options) as container, av.open(str(sound)) as heard:
        container.metadata["title"] = said.title
        with av.open(str(parts[0][1]), options=UNEVEN) as first:
            picture = container.add_stream_from_template(first.streams.video[0])
        picture.time_base = Fraction(1, CLOCK)
        voice = container.add_stream_from_template(heard.streams.audio[0])
        text = _caption_stream(container) if said.captions and wrapping is Wrapping.MP4 else None
        cover = _cover_stream(container, said.cover) if said.cover and wrapping is Wrapping.MP4 else None
        _say_chapters(container, said)
        if cover is not None:
            container.mux(_cover_packet(said.cover, cover))
        if text is not None:
            for caption in said.captions:
                container.mux(_caption_packet(caption, text))
        tick = float(heard.streams.audio[0].time_base or 0)
        speech = (packet for packet in heard.demux(heard.streams.audio[0]) if packet.size and packet.pts is not None)
        for at, packet in _pictures(parts):
            packet.stream = picture
            container.mux(packet)
            for sounded in speech:
                now = (sounded.pts or 0) * tick
                sounded.stream = voice
                container.mux(sounded)
                if now > at:
                    break
            progress(at)
        for sounded in speech:
            sounded.stream = voice
            container.mux(sounded)


def encode_track(sound: Iterable[Samples], path: Path, wrapping: Wrapping) -> None:
    """Write the sound of a film (in video time, in blocks of 48 000 samples a second) to a file of its own, encoded as
    its kind of file has it."""
    kind = "mp4" if wrapping is Wrapping.MP4 else "ogg"
    with av.open(str(path), "w", format=kind) as container:
        encode_sound(sound, container, add_aac(container) if wrapping is Wrapping.MP4 else add_opus(container))


def write_sound(sound: Iterable[Samples], path: Path, said: Said, kind: SoundFile) -> None:
    """Write the sound of a film alone, with its title and chapters; in video time, in blocks of 48 000 samples a
    second."""
    wrapping, options = ("mp4", {"movflags": "+faststart"}) if kind is SoundFile.M4A else ("ogg", {})
    with av.open(str(path), "w", format=wrapping, options=options) as container:
        container.metadata["title"] = said.title
        stream = add_aac(container) if kind is SoundFile.M4A else add_opus(container)
        _say_chapters(container, said)
        encode_sound(sound, container, stream)


def _say_chapters(container: av.container.OutputContainer, said: Said) -> None:
    if said.chapters:
        container.set_chapters(
            [
                {
                    "id": n, "start": round(one.start * 1000), "end": round(one.end * 1000),
                    "time_base": MILLISECONDS, "metadata": {"title": one.title},
                }
                for n, one in enumerate(said.chapters)
            ]
        )  # fmt: skip


def _pictures(parts: Sequence[tuple[float, Path]]) -> Iterator[tuple[float, av.Packet]]:
    """The encoded pictures of all stretches, each with its time in the film."""
    for start, path in parts:
        offset = round(start * CLOCK)
        with av.open(str(path), options=UNEVEN) as part:
            ticks = float(part.streams.video[0].time_base or 0) * CLOCK
            for packet in part.demux(part.streams.video[0]):
                if packet.pts is None or packet.size == 0:
                    continue
                pts = round(packet.pts * ticks) + offset
                packet.pts = packet.dts = pts
                packet.time_base = Fraction(1, CLOCK)
                yield pts / CLOCK, packet


def _caption_stream(container: av.container.OutputContainer) -> av.stream.Stream:
    stream = container.add_stream("mov_text")
    stream.codec_context.subtitle_header = _ASS_HEADER
    stream.time_base = MILLISECONDS
    return stream


def _caption_packet(caption: Caption, stream: av.stream.Stream) -> av.Packet:
    text = caption.text.encode()
    packet = av.Packet(len(text).to_bytes(2, "big") + text)
    packet.stream = stream
    packet.time_base = MILLISECONDS
    packet.pts = packet.dts = round(caption.start * 1000)
    packet.duration = max(1, round((caption.end - caption.start) * 1000))
    return packet


def _cover_stream(container: av.container.OutputContainer, cover: bytes) -> av.stream.Stream:
    stream = container.add_stream("mjpeg")
    stream.pix_fmt = "yuvj420p"
    with Image.open(io.BytesIO(cover)) as picture:
        stream.width, stream.height = picture.size
    stream.disposition = Disposition.attached_pic
    return stream


def _cover_packet(cover: bytes, stream: av.stream.Stream) -> av.Packet:
    packet = av.Packet(cover)
    packet.stream = stream
    packet.pts = packet.dts = 0
    packet.is_keyframe = True
    return packet
