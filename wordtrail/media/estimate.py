"""About how large a film will be, before it is made.

Most of a film's bytes are whole pictures: one every two seconds, and wherever much changes. What such a picture takes
follows from the letters and drawings on its page. The figures were fitted to the films of the demo lessons; a test
holds the estimate to 20 % of what is made.
"""

from __future__ import annotations

from wordtrail.core.cues.film import state_in_video, video_seconds
from wordtrail.core.cues.filmed import Filmed
from wordtrail.core.film.model import FilmChoices
from wordtrail.core.layout.model import LaidPage
from wordtrail.media.encode import JUST_AFTER
from wordtrail.media.moments import frame_times, stretches

SOUND_A_SECOND = 12_000
"""Bytes of AAC at 96 kb/s."""

BARE, LETTER, PICTURE, CHANGE = 6_000.0, 90.0, 0.25, 900.0
"""At 1080p: bytes of a whole picture of an empty page, for each letter on it, for each page unit squared of a picture,
and of a picture in which a word lights."""

GROWS = 0.75
"""The power of the number of pixels with which all of that grows."""


def estimated_bytes(film: Filmed, choices: FilmChoices) -> int:
    """About how many bytes a film is, as MP4."""
    seconds = video_seconds(film.sheet)
    whole = {number: _whole(page) for number, page in enumerate(film.layout.pages)}
    total, before = 0.0, -1
    for part in stretches(film.sheet, frame_times(film.sheet)):
        for at, key in part.keyed():
            page = state_in_video(film.sheet, at + JUST_AFTER)[0].page
            total += whole[page] if key or page != before else CHANGE
            before = page
    grown = float(choices.detail.scale) ** (2 * GROWS)
    return int(total * grown + seconds * SOUND_A_SECOND)


def _whole(page: LaidPage) -> float:
    letters = sum(len(piece.text) * (piece.size / 60) for piece in page.pieces)
    pictures = sum(one.width * one.height for one in page.pictures)
    return BARE + LETTER * letters + PICTURE * pictures
