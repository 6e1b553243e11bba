"""What a format of timings is: how its files are written and read."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from wordtrail.core.errors import NotReadable
from wordtrail.core.trail.phrases import Phrase, TimedWord

KIND = "file of timings"

LARGEST = 8_000_000
"""Bytes of a file of timings, at the most."""


@dataclass(frozen=True, slots=True)
class TimingFormat:
    """A format of timings, by its name in addresses and what teachers call it. `write` gives a file of phrases and the
    length of the take (seconds); `read` the words of one, in order; of formats without words, those with which a phrase
    begins (it raises NotReadable)."""

    kind: str
    name: str
    ending: str
    media_type: str
    write: Callable[[Sequence[Phrase], float], str]
    read: Callable[[str], list[TimedWord]]


def text_of(data: bytes) -> str:
    """The text of a file. Raises NotReadable."""
    if len(data) > LARGEST:
        raise NotReadable(KIND)
    encoding = "utf-16" if data.startswith((b"\xff\xfe", b"\xfe\xff")) else "utf-8-sig"
    try:
        return data.decode(encoding).replace("\r\n", "\n").replace("\r", "\n")
    except UnicodeDecodeError as fault:
        raise NotReadable(KIND) from fault


def checked(words: list[TimedWord]) -> list[TimedWord]:
    """Words of a file whose times make sense. Raises NotReadable."""
    if not words or any(not 0 <= word.start <= word.end < 1e6 for word in words):
        raise NotReadable(KIND)
    return words


def clock(seconds: float, point: str) -> str:
    """Seconds as "00:01:02.345"."""
    milliseconds = round(seconds * 1000)
    minutes, rest = divmod(milliseconds, 60_000)
    hours, minutes = divmod(minutes, 60)
    return f"{hours:02}:{minutes:02}:{rest // 1000:02}{point}{rest % 1000:03}"


def seconds_of(text: str) -> float:
    """The seconds of "01:02:03.5", "02:03,500" or "3.5". Raises NotReadable."""
    try:
        parts = [float(part) for part in text.strip().replace(",", ".").split(":")]
    except ValueError as fault:
        raise NotReadable(KIND) from fault
    if not 1 <= len(parts) <= 3:
        raise NotReadable(KIND)
    return float(sum(part * 60**power for power, part in enumerate(reversed(parts))))
