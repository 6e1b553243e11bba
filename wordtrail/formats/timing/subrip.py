"""SubRip captions (SRT): phrases, without the moments of words."""

from __future__ import annotations

import re
from collections.abc import Sequence

from wordtrail.core.trail.phrases import Phrase, TimedWord
from wordtrail.formats.timing.format import TimingFormat, checked, clock, seconds_of

_BLOCK = re.compile(r"^\d+[ \t]*\n(\S+) --> (\S+).*\n((?:.+\n?)*)", re.MULTILINE)


def write(phrases: Sequence[Phrase], seconds: float) -> str:
    """The phrases, numbered from 1."""
    return "\n".join(
        f"{number}\n{clock(one.start, ',')} --> {clock(one.end, ',')}\n" + "\n".join(one.lines) + "\n"
        for number, one in enumerate(phrases, 1)
    )


def read(text: str) -> list[TimedWord]:
    """The first word of each phrase. Raises NotReadable."""
    found = (
        (seconds_of(start), seconds_of(end), re.sub(r"</?[a-z][^>]*>", "", said).split())
        for start, end, said in _BLOCK.findall(text)
    )
    return checked([TimedWord(words[0], start, end) for start, end, words in found if words])


FORMAT = TimingFormat("phrases-srt", "SRT", "srt", "application/x-subrip", write, read)
