"""All formats of timings. A new one is a module with its `FORMAT`, and its line here."""

from __future__ import annotations

from wordtrail.core.errors import UnknownKind
from wordtrail.core.trail.phrases import TimedWord
from wordtrail.formats.timing import subrip, text_grid, ttml, webvtt_words, words_csv
from wordtrail.formats.timing.format import TimingFormat, text_of

TIMING_FORMATS: tuple[TimingFormat, ...] = (
    webvtt_words.FORMAT,
    subrip.FORMAT,
    ttml.FORMAT,
    words_csv.FORMAT,
    text_grid.FORMAT,
)
"""Those of timings, as menus show them."""


def timings_in(data: bytes, ending: str) -> list[TimedWord]:
    """The words of a file of timings. Raises UnknownKind and NotReadable."""
    for one in TIMING_FORMATS:
        if one.ending.lower() == ending.lower():
            return one.read(text_of(data))
    raise UnknownKind(ending)
