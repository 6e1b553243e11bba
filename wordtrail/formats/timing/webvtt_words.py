"""WebVTT (W3C) with a moment before each word of a phrase."""

from __future__ import annotations

import html
import re
from collections.abc import Sequence

from wordtrail.core.errors import NotReadable
from wordtrail.core.trail.phrases import Phrase, TimedWord
from wordtrail.formats.timing.format import KIND, TimingFormat, checked, clock, seconds_of

_CUE = re.compile(r"^(\S+) --> (\S+).*\n((?:.+\n?)*)", re.MULTILINE)
_MOMENT = re.compile(r"<(\d[\d:.]*)>")
_TAG = re.compile(r"</?[a-z][^>]*>|</>")


def write(phrases: Sequence[Phrase], seconds: float) -> str:
    """The phrases as cues, in lines as captions have them."""
    return "\n\n".join(["WEBVTT", *map(_cue, phrases)]) + "\n"


def _cue(phrase: Phrase) -> str:
    words, lines = iter(phrase.words), []
    for line in phrase.lines:
        count = len(line.split(" "))
        own = [next(words) for _ in range(count)] if len(phrase.lines) > 1 else list(words)
        lines.append(" ".join(f"<{clock(word.start, '.')}>{html.escape(word.text, quote=False)}" for word in own))
    return f"{clock(phrase.start, '.')} --> {clock(phrase.end, '.')}\n" + "\n".join(lines)


def read(text: str) -> list[TimedWord]:
    """The words with a moment of their own; of cues without any, the first one. Raises NotReadable."""
    if not text.startswith("WEBVTT"):
        raise NotReadable(KIND)
    found: list[TimedWord] = []
    for start, end, said in _CUE.findall(text):
        found += _words(seconds_of(start), seconds_of(end), _TAG.sub("", said))
    return checked(found)


def _words(start: float, end: float, said: str) -> list[TimedWord]:
    parts = _MOMENT.split(said)
    if len(parts) == 1:
        first = html.unescape(said).split()
        return [TimedWord(first[0], start, end)] if first else []
    moments = [seconds_of(one) for one in parts[1::2]]
    texts = [html.unescape(one).split() for one in parts[2::2]]
    ends = [*moments[1:], max(end, moments[-1])]
    timed = zip(moments, ends, texts, strict=True)
    return [TimedWord(words[0], begin, max(begin, until)) for begin, until, words in timed if words]


FORMAT = TimingFormat("words-vtt", "WebVTT with words", "vtt", "text/vtt", write, read)
