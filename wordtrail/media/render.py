"""A film, from its cue sheet and sound to a file: its stretches are made beside one another, and then joined."""

from __future__ import annotations

import hashlib
import os
from bisect import bisect_left
from collections.abc import Callable, Iterable, Iterator, Mapping
from contextlib import ExitStack
from dataclasses import dataclass
from pathlib import Path
from tempfile import TemporaryDirectory

from wordtrail import __version__
from wordtrail.core.cues.cover import cover_face
from wordtrail.core.cues.film import holds_of, state_in_video, video_seconds
from wordtrail.core.cues.filmed import Filmed
from wordtrail.core.cues.model import CueSheet
from wordtrail.core.film.model import USUAL_CHOICES, FilmChoices
from wordtrail.core.layout.model import LaidPage, Layout
from wordtrail.media.camera import Cameras
from wordtrail.media.canvas import CLOCK, Shares
from wordtrail.media.crew import make_stretches
from wordtrail.media.decode import Samples
from wordtrail.media.draw import Painter, Pictures
from wordtrail.media.encode import JUST_AFTER, Codec, Picture
from wordtrail.media.join import NOTHING_SAID, Said, Wrapping, encode_track, join
from wordtrail.media.moments import Stretch, frame_times, stretches
from wordtrail.media.order import DRAFT, Order
from wordtrail.media.sound import SILENCE, with_holds

DRAWN = 0.97
"""The share of the work that is over when all stretches are made."""

TRACK = ".sound"
"""How the file of a film's sound ends, encoded as its kind of file has it."""

_CODECS = {Wrapping.MP4: Codec.H264, Wrapping.WEBM: Codec.VP9}


@dataclass(frozen=True, slots=True)
class Manner:
    """How a film is written: the kind of file, whether its frames are evenly spaced (some hosts want that), and on how
    many cores (None: all)."""

    wrapping: Wrapping = Wrapping.MP4
    steady: bool = False
    cores: int | None = None


USUAL_MANNER = Manner()


def render(
    layout: Layout,
    sheet: CueSheet,
    sound: Iterable[Samples],
    path: Path,
    *,
    choices: FilmChoices = USUAL_CHOICES,
    said: Said = NOTHING_SAID,
    manner: Manner = USUAL_MANNER,
    room: Callable[[], Samples] = lambda: SILENCE,
    progress: Callable[[float], None] = lambda share: None,
    pictures: Pictures | None = None,
    kept: Path | None = None,
    cameras: Mapping[str, Path] | None = None,
    heard: str = "",
) -> Shares:
    """Write a film to `path`. `sound` is in lesson time, in blocks, at 48 000 samples a second; `room` gives what is
    heard while the film stands still, and is asked where the sound is made, beside the pictures. `progress` gets the
    share done and may raise to stop; `pictures` gives the bytes of each picture file, `cameras` the copy of each take's
    camera's picture. Stretches are made in the folder `kept` and stay there, where it is given, and so does the sound,
    where `heard` is a name that says all that is heard in it: what is there already is not made again. Returns where
    the time went."""
    picture = Picture(layout, sheet, choices, _CODECS[manner.wrapping], cameras or {})
    parts = stretches(sheet, frame_times(sheet, steady=manner.steady))
    seconds = video_seconds(sheet)
    with ExitStack() as stack:
        folder = kept or Path(stack.enter_context(TemporaryDirectory()))
        files = {name: pictures(name) for name in _files_of(layout)} if pictures else {}
        orders = [Order(part, folder / f"{name}.mp4") for part, name in zip(parts, _names(picture, parts), strict=True)]
        missing = [order for order in {order.path: order for order in orders}.values() if not order.path.exists()]
        wanted = sum(order.stretch.times[-1] - order.stretch.start for order in missing)
        progress(0.0)
        holds = holds_of(sheet, signal=choices.signal)
        track = folder / f"{_hash((__version__, heard, holds, manner.wrapping)) if heard else os.getpid()}{TRACK}"

        def make_sound(stopped: Callable[[], bool]) -> None:
            if heard and track.exists():
                return
            draft = track.with_name(f"{track.stem}.{os.getpid()}{DRAFT}")
            encode_track(_until(with_holds(sound, holds, room()), stopped), draft, manner.wrapping)
            if not stopped():
                os.replace(draft, track)

        shares = make_stretches(
            picture, files, missing, lambda done: progress(round(DRAWN * done / max(wanted, 0.1), 6)),
            beside=make_sound, cores=manner.cores,
        )  # fmt: skip
        join(
            [(order.stretch.start, order.path) for order in orders], track, path, said, manner.wrapping,
            lambda at: progress(min(0.99, DRAWN + (1 - DRAWN) * at / max(seconds, 0.1))),
        )  # fmt: skip
        if not heard:
            track.unlink()
    shares.seconds, shares.files = seconds, frozenset(one.name for one in [*(order.path for order in orders), track])
    progress(1.0)
    return shares


def _until(sound: Iterable[Samples], stopped: Callable[[], bool]) -> Iterator[Samples]:
    """A sound, as long as nobody wants it to stop."""
    for block in sound:
        if stopped():
            return
        yield block


def _files_of(layout: Layout) -> Iterator[str]:
    yield from dict.fromkeys(one.file for page in layout.pages for one in page.pictures if one.file)


def _names(picture: Picture, parts: list[Stretch]) -> Iterator[str]:
    """A name for each stretch that says all that can be seen in it: what looks the same has the same name."""
    layout, sheet, choices = picture.layout, picture.sheet, picture.choices
    whole = _hash(
        (
            __version__, layout.width, layout.height, layout.caption_room, layout.look, choices.detail, choices.colours,
            picture.codec,
        )
    )  # fmt: skip
    pages: dict[int, str] = {}
    marks: dict[str, str] = {}
    signs: dict[str, object] = {**{one.id: one for one in layout.signposts}, **{one.id: one for one in layout.signs}}
    on_page = [{box.word for box in page.boxes} for page in layout.pages]
    first: dict[str, int] = {}
    for index, light in enumerate(sheet.lights):
        first.setdefault(light.word, index)
    begun = [sorted(first[word] for word in words if word in first) for words in on_page]
    holds = {gate.pause: gate.hold for gate in sheet.gates}
    for part in parts:
        digest = hashlib.sha256(whole.encode())
        for at, key in part.keyed():
            state, waited = state_in_video(sheet, at + JUST_AFTER)
            if state.page not in pages:
                pages[state.page] = _page_hash(layout, sheet, layout.pages[state.page], on_page[state.page])
            for one in state.marks:
                if one.mark not in marks:
                    marks[one.mark] = _hash(tuple(mark for mark in layout.marks if mark.id == one.mark))
            read = bisect_left(begun[state.page], state.passed)
            seen = (
                round((at - part.start) * CLOCK), key, pages[state.page], state.lit, read, state.parts, state.view,
                state.pointer, state.camera, [(marks[one.mark], one.progress) for one in state.marks],
            )  # fmt: skip
            sign = signs.get(state.signpost)
            signed = (_hash(sign), round(waited, 4), holds.get(state.gate)) if sign else ()
            said = state.caption if layout.caption_room and not state.gate else ""
            digest.update(repr((seen, signed, said)).encode())
        yield digest.hexdigest()[:32]


def _page_hash(layout: Layout, sheet: CueSheet, page: LaidPage, words: set[str]) -> str:
    """A page, with the order in which its words are first read (the path below them follows it)."""
    order = list(dict.fromkeys(light.word for light in sheet.lights if light.word in words))
    return _hash((page, order if page.is_text else ()))


def _hash(value: object) -> str:
    return hashlib.sha256(repr(value).encode()).hexdigest()


def cover(
    film: Filmed,
    pictures: Pictures | None = None,
    choices: FilmChoices = USUAL_CHOICES,
    cameras: Mapping[str, Path] | None = None,
) -> Painter:
    """A painter that has painted the cover of a film."""
    face = cover_face(film, choices)
    painter = Painter(
        face.layout, film.sheet, pictures=pictures, colours=choices.colours, cameras=Cameras(cameras or {})
    )
    painter.paint(face.state, face.waited)
    if face.place and face.page >= 0:
        painter.paint_small(face.page, face.place)
    return painter
