"""A second opinion on slips, where the network of phones claims one: a listener of whole sentences, who does not know
the text, hears that part of the reading again. What it writes in the place of a word is tried there; and what the
network takes for another word, or for none, it must not hold for the printed one. Where it is on the side of the slip,
less is enough for the first.

The two are of different kinds: one hears single sounds and knows no language, the other hears what is likely to be
said. Where they err, they err in different places.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace

from wordtrail.core.align.fit import Fit
from wordtrail.core.align.forced import cut
from wordtrail.core.align.heard_again import Window, in_place_of, windows_of
from wordtrail.core.align.readings import Reading
from wordtrail.core.align.side_by_side import side_by_side
from wordtrail.core.align.slips import Heard, judged_word
from wordtrail.core.align.sounds import Frames
from wordtrail.core.align.values import Memory, Recording, ScriptWord
from wordtrail.core.align.written_down import written_in
from wordtrail.core.speech.sentence_model import SentenceSound
from wordtrail.core.text.bare import bare

AGAINST, FOR = -2.0, 4.0
"""By how much likelier the slip must be than the printed word, as a natural logarithm: where the network is sure of it,
and where it is not quite."""

_QUOTES = '“”"‘’()[]'
_STOPS = ".,;:!?…"


def agreed(
    heard: Sequence[Sequence[Heard]],
    readings: Sequence[Reading],
    frames: Frames,
    fit: Fit,
    samples: Recording,
    route: Sequence[ScriptWord],
    memory: Memory,
    progress: Callable[[float], None] = lambda share: None,
    cores: int = 2,
) -> list[Heard]:
    """What was heard of every word of the readings, one after another, with those slips that both agree on. `heard` is
    what the network heard of each reading; `samples` are those of the take, mono, at 16 000 a second; `memory` keeps
    what was written; `progress` gets the share done, and may raise to stop."""
    windows = [one for number, reading in enumerate(readings) for one in windows_of(number, reading, frames, route)]
    doubted = [one for one in windows if any(word.is_claimed for word in _of(heard, one))]

    def judge(window: Window) -> list[Heard]:
        reading = readings[window.reading]
        sound = SentenceSound(cut(samples, window.sound))
        printed = [route[one.word] for one in reading.said[window.first : window.end]]
        written = [bare(word.text) for word in written_in(sound, window.sound, (), memory)]
        instead = in_place_of([word.bare for word in printed], written)
        own = list(_of(heard, window))
        for place, (word, other) in enumerate(zip(printed, instead, strict=True)):
            if other == word.bare and own[place].short > 0:
                own[place] = _as_printed(own[place])
            elif other not in ("", word.bare):
                tried = judged_word(reading, window.first + place, frames, fit, route, other)
                own[place] = tried if tried.is_claimed else own[place]
        return _told_apart(own, printed, sound)

    decided = dict(zip(doubted, side_by_side(judge, doubted, cores, progress), strict=True))
    return [word for window in windows for word in decided.get(window) or _of(heard, window)]


def _of(heard: Sequence[Sequence[Heard]], window: Window) -> Sequence[Heard]:
    return heard[window.reading][window.first : window.end]


def _told_apart(heard: Sequence[Heard], printed: Sequence[ScriptWord], sound: SentenceSound) -> list[Heard]:
    """The words of a window with those slips that are likely enough in their sentences."""
    claims = [place for place, word in enumerate(heard) if word.is_claimed]
    if not claims:
        return list(heard)
    words = [_printed(word) for word in printed]
    texts = [_said_instead(words, place, heard[place].otherwise) for place in claims]
    as_printed, *others = sound.likelihoods([" ".join(words), *texts])
    likelier = {place: other - as_printed for place, other in zip(claims, others, strict=True)}
    return [_decided(word, likelier[place]) if place in likelier else word for place, word in enumerate(heard)]


def _decided(word: Heard, likelier: float) -> Heard:
    """The word as it was read, if the second witness does not agree. `likelier` is by how much the slip is."""
    return word if likelier > (AGAINST if word.short <= 0 else FOR) else _as_printed(word)


def _as_printed(word: Heard) -> Heard:
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
