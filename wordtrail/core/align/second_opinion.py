"""A second opinion on slips: what the network of phones takes for another word, or for none, a listener of whole
sentences must not hold for the printed one; where it is on the side of the slip, less is enough for the first.

The two are of different kinds: one hears single sounds and knows no language, the other hears what is likely to be
said. Where they err, they err in different places.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace
from itertools import accumulate

from wordtrail.core.align.forced import cut
from wordtrail.core.align.heard_again import Window, windows_of
from wordtrail.core.align.readings import Reading
from wordtrail.core.align.side_by_side import side_by_side
from wordtrail.core.align.slips import Heard
from wordtrail.core.align.sounds import Frames
from wordtrail.core.align.values import Samples, ScriptWord
from wordtrail.core.speech.sentence_model import SentenceSound

AGAINST, FOR = -2.0, 4.0
"""By how much likelier the slip must be than the printed word, as a natural logarithm: where the network is sure of it,
and where it is not quite."""

_QUOTES = '“”"‘’()[]'
_STOPS = ".,;:!?…"


def agreed(
    heard: Sequence[Heard],
    readings: Sequence[Reading],
    frames: Frames,
    samples: Samples,
    route: Sequence[ScriptWord],
    progress: Callable[[float], None] = lambda share: None,
    cores: int = 2,
) -> list[Heard]:
    """What was heard of every word of the readings, in their order, with those slips that both agree on. `samples` are
    those of the take, mono, at 16 000 a second; `progress` gets the share done, and may raise to stop."""
    begins = list(accumulate((len(reading.said) for reading in readings), initial=0))
    windows = [one for number, reading in enumerate(readings) for one in windows_of(number, reading, frames, route)]
    places = [range(begins[one.reading] + one.first, begins[one.reading] + one.end) for one in windows]
    parts = list(zip(windows, places, strict=True))
    doubted = [(window, own) for window, own in parts if any(heard[place].is_claimed for place in own)]

    def judge(part: tuple[Window, range]) -> dict[int, Heard]:
        window, own = part
        words = [_printed(route[heard[place].said.word]) for place in own]
        claims = [place for place in own if heard[place].is_claimed]
        texts = [_said_instead(words, place - own[0], heard[place].otherwise) for place in claims]
        printed, *others = SentenceSound(cut(samples, window.sound)).likelihoods([" ".join(words), *texts])
        return {place: _decided(heard[place], other - printed) for place, other in zip(claims, others, strict=True)}

    decided: dict[int, Heard] = {}
    for one in side_by_side(judge, doubted, cores, progress):
        decided |= one
    return [decided.get(place, word) for place, word in enumerate(heard)]


def _decided(word: Heard, likelier: float) -> Heard:
    """The word as it was read, if the second witness does not agree. `likelier` is by how much the slip is."""
    if likelier > (AGAINST if word.short <= 0 else FOR):
        return word
    return replace(word, otherwise="", left_out=False, short=0.0)


def _printed(word: ScriptWord) -> str:
    return word.text.strip(_QUOTES)


def _said_instead(words: Sequence[str], place: int, other: str) -> str:
    """The words as one would write them, with another one in a place, or without that one where `other` is empty."""
    new = list(words)
    printed = words[place]
    plain = printed.rstrip(_STOPS)
    if other:
        new[place] = (other.capitalize() if printed[:1].isupper() else other) + printed[len(plain) :]
        return " ".join(new)
    if place and len(plain) < len(printed):
        new[place - 1] = new[place - 1].rstrip(_STOPS) + printed[len(plain) :]
    elif not place and len(new) > 1 and printed[:1].isupper():
        new[1] = new[1][:1].upper() + new[1][1:]
    del new[place]
    return " ".join(new)
