"""Comparing on the sound: what a stretch of frames costs if these phones were said in it, and
nothing else.

Costs are natural logarithms of odds, as on the path, but dearer for what does not fit: here two
readings of the same sounds are compared, not reading with talk.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from functools import lru_cache

import numpy as np
import numpy.typing as npt

from wordtrail.core.align.path import Fit
from wordtrail.core.align.values import Sounds
from wordtrail.core.speech.common import rank
from wordtrail.core.speech.phones import NUMBER, PHONES
from wordtrail.core.speech.pronunciation import pronunciations

MISSED = 4.6
"""Price of a phone of which there is no trace."""

EXTRA = 3.0
"""Price of a sound that belongs to no phone of the hypothesis."""

_ENDINGS = tuple(
    tuple(ending.split())
    for ending in [
        "S",
        "Z",
        "IH Z",
        "AH Z",
        "D",
        "T",
        "IH D",
        "AH D",
        "IH NG",
        "ER",
        "IH S T",
        "AH S T",
        "L IY",
        "AH N",
        "IY",
        "Y",
        "R",
    ]
)


def cost_of(fit: Fit, first: int, last: int, sounds: Sequence[str]) -> float:
    """What frames `first` to `last` (both included) lose if exactly `sounds` were said in them."""
    return _walk(fit, first, last, sounds, None)


def placed(fit: Fit, first: int, last: int, sounds: Sequence[str]) -> tuple[float, list[int | None]]:
    """The same cost, and the frame in which each of `sounds` begins; None for one of which there is
    no trace."""
    origins: list[npt.NDArray[np.intp]] = []
    cost = _walk(fit, first, last, sounds, origins)
    frames: list[int | None] = [None] * len(sounds)
    at = int(origins[-1][0])
    for frame in range(last, first - 1, -1):
        if at < 0:
            break
        came = int(origins[frame - first][at])
        if came != at:
            frames[at] = frame
            at = came
    return cost, frames


def _walk(fit: Fit, first: int, last: int, sounds: Sequence[str], origins: list[npt.NDArray[np.intp]] | None) -> float:
    """The cheapest way through the frames. For each frame, `origins` gets the phone from which every
    phone was reached (itself: it went on; −1: none before); last, which phone the way ends in."""
    if not sounds:
        return EXTRA * float(fit.new_sound[first : last + 1].sum())
    phones = np.array([NUMBER[sound] for sound in sounds])
    places = np.arange(len(phones))
    missing = MISSED * places
    # Entry k: the k-th phone has been reached; before the first one, nothing has.
    before, reached = 0.0, np.full(len(phones), np.inf)
    for frame in range(first, last + 1):
        extra = EXTRA if fit.new_sound[frame] else 0.0
        # The k-th phone is entered from the j-th, with those between missed: j − 1 is where it was least.
        relative = np.concatenate([[before], reached[:-1]]) - missing
        best = np.minimum.accumulate(relative)
        entered = best + missing + fit.enter[frame][phones]
        kept = reached + np.minimum(fit.stay[frame][phones], extra)
        if origins is not None:
            came = np.maximum.accumulate(np.where(relative == best, places, -1)) - 1
            origins.append(np.where(kept <= entered, places, came))
        reached = np.minimum(kept, entered)
        before += extra
    ends = reached + MISSED * places[::-1]
    if origins is not None:
        origins.append(np.array([int(np.argmin(ends))]))
    return float(min(ends.min(), before + MISSED * len(phones)))


def greedy(fit: Fit, first: int, last: int) -> Sounds:
    """The phones that the network itself names in these frames."""
    frames = (frame for frame in range(first, last + 1) if fit.new_sound[frame])
    return tuple(PHONES[int(np.argmin(fit.enter[frame]))] for frame in frames)


@lru_cache(maxsize=1)
def _common_words() -> dict[Sounds, str]:
    """Each way in which a common word is said, with the commonest word said so."""
    words: dict[Sounds, str] = {}
    for word in rank():
        for way in pronunciations(word):
            words.setdefault(way, word)
    return words


def word_said(sounds: Sounds) -> str:
    """The commonest word that is said exactly so; empty where there is none."""
    return _common_words().get(sounds, "")


def other_endings(text: str, ways: Iterable[Sounds]) -> dict[Sounds, str]:
    """The same word with another ending, or with none ("dances" → "dance", "dancing"), as it is said
    and spelled."""
    found: dict[Sounds, str] = {}
    for sounds in ways:
        stems = {sounds} | {sounds[: -len(e)] for e in _ENDINGS if sounds[-len(e) :] == e and len(sounds) > len(e) + 1}
        for stem in stems:
            for changed in (stem, *((*stem, *ending) for ending in _ENDINGS)):
                word = word_said(changed)
                if word and word[:2] == text[:2].lower():
                    found[changed] = word
    return {way: word for way, word in found.items() if way not in set(ways)}


def one_sound_off(sounds: Sounds) -> dict[Sounds, str]:
    """Common words that differ from `sounds` in one phone, or have one more or one less."""
    found: dict[Sounds, str] = {}
    for at in range(len(sounds) + 1):
        before, after = sounds[:at], sounds[at + 1 :]
        for phone in PHONES:
            for changed in ((*before, phone, *sounds[at:]), (*before, phone, *after)):
                word = word_said(changed)
                if word:
                    found[changed] = word
        if word := word_said((*before, *after)):
            found[(*before, *after)] = word
    return {way: word for way, word in found.items() if way != sounds}
