"""TextGrid (the long form of the phonetics program that it comes from): a tier of phrases, and one of words."""

from __future__ import annotations

import re
from collections.abc import Iterable, Iterator, Sequence

from wordtrail.core.errors import NotReadable
from wordtrail.core.trail.phrases import Phrase, TimedWord, gaps_filled
from wordtrail.formats.timing.format import KIND, TimingFormat, checked, seconds_of

WORDS, PHRASES = "words", "phrases"
_TIER = re.compile(r'class = "IntervalTier"\s*name = "((?:[^"]|"")*)"(.*?)(?=class = "|\Z)', re.DOTALL)
_INTERVAL = re.compile(r'xmin = (\S+)\s*xmax = (\S+)\s*text = "((?:[^"]|"")*)"')

Interval = tuple[float, float, str]


def write(phrases: Sequence[Phrase], seconds: float) -> str:
    """Both tiers, from 0 to the end of the take without a gap."""
    said = [
        (start, end, " ".join(w.text for w in own.words) if own else "")
        for start, end, own in gaps_filled(phrases, seconds)
    ]
    tiers = ((PHRASES, said), (WORDS, list(_words(phrases, seconds))))
    head = f'File type = "ooTextFile"\nObject class = "TextGrid"\n\nxmin = 0\nxmax = {seconds:.4f}\n'
    parts = [f"{head}tiers? <exists>\nsize = {len(tiers)}\nitem []:\n"]
    for number, (name, intervals) in enumerate(tiers, 1):
        parts.append(_tier(number, name, intervals, seconds))
    return "".join(parts)


def _words(phrases: Sequence[Phrase], seconds: float) -> Iterator[Interval]:
    now = 0.0
    for word in (word for phrase in phrases for word in phrase.words):
        start, end = max(now, word.start), min(word.end, seconds)
        if end - start < 1e-4:
            continue
        if start > now:
            yield now, start, ""
        yield start, end, word.text
        now = end
    if now < seconds:
        yield now, seconds, ""


def _tier(number: int, name: str, intervals: Iterable[Interval], seconds: float) -> str:
    own = list(intervals)
    rows = "".join(
        f"        intervals [{n}]:\n            xmin = {start:.4f}\n            xmax = {end:.4f}\n"
        f'            text = "{text.replace(chr(34), chr(34) * 2)}"\n'
        for n, (start, end, text) in enumerate(own, 1)
    )
    return (
        f'    item [{number}]:\n        class = "IntervalTier"\n        name = "{name}"\n        xmin = 0\n'
        f"        xmax = {seconds:.4f}\n        intervals: size = {len(own)}\n{rows}"
    )


def read(text: str) -> list[TimedWord]:
    """The words of the tier of this name, or of the one with the most intervals. Raises NotReadable."""
    if '"TextGrid"' not in text[:400]:
        raise NotReadable(KIND)
    tiers = {name: _INTERVAL.findall(body) for name, body in _TIER.findall(text)}
    if not tiers:
        raise NotReadable(KIND)
    own = tiers.get(WORDS) or max(tiers.values(), key=len)
    said = ((seconds_of(start), seconds_of(end), word.replace('""', '"').strip()) for start, end, word in own)
    return checked([TimedWord(word.split()[0], start, end) for start, end, word in said if word])


FORMAT = TimingFormat("text-grid", "TextGrid", "TextGrid", "text/plain", write, read)
