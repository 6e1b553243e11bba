"""About how large a film will be, before it is made.

Most of a film's bytes are whole pictures: one every five seconds, and wherever much changes. What such a picture takes
follows from the letters and drawings on its page. The figures were fitted to the films of the demo lessons; a test
holds the estimate to 20 % of what is made.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping
from dataclasses import replace
from pathlib import Path
from types import MappingProxyType

from wordtrail.core.cues.film import state_in_video, video_seconds
from wordtrail.core.cues.filmed import Filmed
from wordtrail.core.cues.model import CameraShown
from wordtrail.core.film.model import FilmChoices
from wordtrail.core.layout.model import LaidPicture, SetPiece
from wordtrail.media.camera import traffic_of
from wordtrail.media.encode import JUST_AFTER
from wordtrail.media.moments import CAMERA_RATE, frame_times, stretches

SOUND_A_SECOND = 12_000
"""Bytes of AAC at 96 kb/s."""

INK, PICTURE, CHANGE = 7.5, 0.055, 3_300.0
"""At 1080p: bytes of a whole picture for each letter on it times its size (page units), and for each page unit squared
of a picture; and of a picture in which a word lights. All of it grows and shrinks with the picture's edge: measured at
720p and 1080p, on 4,080 pictures of the demo lessons in every shape, look and film, when every second second had a
whole one; the ink is a twentieth more since, as pictures between whole ones have to carry on for longer."""

CAMERA, BY_SIZE = 6.24, 0.625
"""How many times the bytes of a picture of a camera's copy the film takes for one in the copy's own size, and the
power with which that grows with the share of the copy's pixels that are shown. Measured on five made-up cameras (still,
quiet, swaying, lively, noisy), at 720p and 1080p: each within 16 %."""

NO_COPIES: Mapping[str, Path] = MappingProxyType({})

TURNED = 0.85
"""Of a picture to which a page is turned, as a share of one that stands by itself."""


def estimated_bytes(film: Filmed, choices: FilmChoices, cameras: Mapping[str, Path] = NO_COPIES) -> int:
    """About how many bytes a film is, as MP4. How much a camera's picture takes hangs on how much moves in it: of the
    `cameras` (take → the file of its copy) it is known."""
    seconds = video_seconds(film.sheet)
    sheet = replace(film.sheet, cameras=())
    pages = film.layout.pages
    whole = [_whole(page.pieces, page.pictures) for page in pages]
    parts = {part.id: _whole(part.pieces, ()) for page in pages for part in page.parts}
    signposts = {one.id: _whole(one.pieces, ()) for one in film.layout.signposts}
    total, before = 0.0, -1
    moving = sum(_moving(one, cameras.get(one.take), choices.detail.scale) for one in film.sheet.cameras)
    for stretch in stretches(sheet, frame_times(sheet)):
        for at, key in stretch.keyed():
            state = state_in_video(sheet, at + JUST_AFTER)[0]
            if key or state.page != before:
                own = {part.id for part in pages[state.page].parts}
                there = whole[state.page] + sum(parts[id] for id in state.parts if id in own)
                there += signposts.get(state.signpost, 0.0)
                total += there if key else TURNED * there
            else:
                total += CHANGE
            before = state.page
    return int(total * choices.detail.scale + moving + seconds * SOUND_A_SECOND)


def _moving(shown: CameraShown, copy: Path | None, scale: float) -> float:
    """About how many bytes a camera's picture takes while it is shown; `scale` is that of the film."""
    traffic = traffic_of(copy) if copy else None
    if traffic is None:
        return 0.0
    share = shown.width * shown.height * scale**2 / traffic.pixels
    seconds = shown.end - shown.start
    # A picture that is shown again costs next to nothing.
    pictures = min(traffic.rate * shown.pace, CAMERA_RATE) * seconds
    return CAMERA * traffic.bytes_a_picture * math.pow(share, BY_SIZE) * pictures


def _whole(pieces: Iterable[SetPiece], pictures: Iterable[LaidPicture]) -> float:
    letters = sum(len(piece.text) * piece.size for piece in pieces)
    return INK * letters + PICTURE * sum(one.width * one.height for one in pictures)
