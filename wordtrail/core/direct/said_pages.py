"""The pages of the printed book whose numbers are said in talk: "now let us turn to page fifteen"."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from difflib import SequenceMatcher
from functools import lru_cache

from wordtrail.core.direct.talk_words import ALONE, SURE, sound_of
from wordtrail.core.layout.model import Layout
from wordtrail.core.text.spoken import spoken_forms
from wordtrail.core.trail.model import Aside, HeardWord

LIKE_NUMBER = 0.6
"""How much of a page's number must be heard behind "page" for the page to be meant."""

SURELY, AHEAD = 0.8, 0.3
"""How much of it must be heard for the page to be surely meant, and how much more of it than of any other page's."""

ANNOUNCED = 2.5
"""Seconds before "page" in which the sentence begins that leads there."""


@dataclass(frozen=True, slots=True)
class SaidPage:
    """A page (its id in the layout) whose number was said, from where its sentence begins; `sure` when the number was
    heard well, and no other page's sounds like it."""

    at: float
    page: str
    said: str
    sure: bool


def said_pages(layout: Layout, asides: Sequence[Aside]) -> Iterator[SaidPage]:
    """The pages that are named by their number, in the order in which that happens."""
    numbered = {
        number: page.id
        for page in reversed(layout.pages)
        if not page.board and (number := "".join(c for c in page.label.partition("·")[0] if c.isdigit()))
    }
    for aside in asides if numbered else ():
        for place, word in enumerate(aside.words):
            after = aside.words[place + 1 : place + 4]
            if word.text != "page" or word.loss > SURE or not after:
                continue
            likeness = {number: _likeness(number, after) for number in numbered}
            best = max(likeness, key=lambda number: likeness[number])
            if likeness[best] >= LIKE_NUMBER:
                next_best = max((value for number, value in likeness.items() if number != best), default=0.0)
                sure = likeness[best] == 1.0 or (likeness[best] >= SURELY and likeness[best] - next_best >= AHEAD)
                yield SaidPage(_sentence_of(aside.words, place), numbered[best], f"page {best}", sure)


def _sentence_of(words: Sequence[HeardWord], place: int) -> float:
    """Where the sentence of a word begins: behind the last rest, unless that is long ago."""
    begin = place
    while begin > 0 and words[begin].start - words[begin - 1].end < ALONE:
        begin -= 1
    return words[begin].start if words[place].start - words[begin].start <= ANNOUNCED else words[place].start


def _likeness(number: str, heard: Sequence[HeardWord]) -> float:
    """How much what was heard sounds like a number, from 0 to 1."""
    likest = 0.0
    for said in spoken_forms(number):
        own = _sounds(tuple(said))
        for count in range(1, len(heard) + 1):
            sounds = _sounds(tuple(word.text for word in heard[:count]))
            likest = max(likest, SequenceMatcher(None, own, sounds, autojunk=False).ratio())
    return likest


@lru_cache(maxsize=4096)
def _sounds(words: tuple[str, ...]) -> tuple[str, ...]:
    return tuple(sound for word in words for sound in sound_of(word))
