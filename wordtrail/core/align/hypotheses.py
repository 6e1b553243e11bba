"""Comparing on the sound: what a stretch of frames costs if these phones were said in it, and
nothing else.

Costs are natural logarithms of odds, as on the path, but dearer for what does not fit: here two
readings of the same sounds are compared, not reading with talk.
"""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable, Sequence
from functools import lru_cache

import numpy as np
import numpy.typing as npt

from wordtrail.core.align.fit import Fit
from wordtrail.core.align.values import Sounds
from wordtrail.core.speech.common import rank
from wordtrail.core.speech.phones import NUMBER, PHONES
from wordtrail.core.speech.pronunciation import entries, pronunciations

MISSED = 4.6
"""Price of a phone of which there is no trace."""

EXTRA = 3.0
"""Price of a sound that belongs to no phone of the hypothesis."""

LIKE = 1.2
"""What the sounds of a word may lose on the mean where it is taken for what was said."""

ALIKE_LETTERS = 3
"""Letters that two forms of a word begin with."""

_SPELLED_ENDINGS = frozenset(
    [
        *("", "e", "s", "es", "'s", "d", "ed", "ing", "er", "r", "est", "st", "ly", "y", "en", "n"),
        *("ies", "ied", "ier", "iest", "ily", "ning", "ned", "ner", "ting", "ted", "ter", "ping", "ped", "per"),
    ]
)

LONGEST_WORD = 10
"""Sounds of the longest words that are tried as something else."""

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
    and spelled. `text` is lower case and bare."""
    own = set(ways)
    stems = own | {way[: -len(end)] for way in own for end in _ENDINGS if _ends_in(way, end)}
    said = {(*stem, *end) for stem in stems for end in ((), *_ENDINGS)} - own
    commonest_last = sorted(
        (word for word in _beginning_with().get(text[:ALIKE_LETTERS], ()) if _another_ending(text, word)),
        key=lambda word: -rank().get(word, len(rank())),
    )
    return {way: word for word in commonest_last for way in pronunciations(word) if way in said}


def _another_ending(text: str, word: str) -> bool:
    """Whether two spellings differ in nothing but their ending ("carry", "carried")."""
    shared = next((n for n, (a, b) in enumerate(zip(text, word, strict=False)) if a != b), min(len(text), len(word)))
    return text[shared:] in _SPELLED_ENDINGS and word[shared:] in _SPELLED_ENDINGS


def _ends_in(way: Sounds, end: Sounds) -> bool:
    return way[-len(end) :] == end and len(way) > len(end) + 1


@lru_cache(maxsize=1)
def _beginning_with() -> dict[str, list[str]]:
    """All words of the dictionary by their first letters."""
    words: dict[str, list[str]] = defaultdict(list)
    for word in entries():
        words[word[:ALIKE_LETTERS]].append(word)
    return words


@lru_cache(maxsize=4096)
def nearest(heard: Sounds, count: int = 12) -> dict[Sounds, str]:
    """The common words whose sounds are the fewest changes from `heard` (Levenshtein, 1966), at most
    half of its length."""
    ways, packed, lengths = _packed_words()
    before = np.broadcast_to(np.arange(packed.shape[1] + 1, dtype=np.int8), (len(ways), packed.shape[1] + 1))
    for row, phone in enumerate(heard, 1):
        changed = before[:, :-1] + (packed != NUMBER[phone])
        now = np.empty_like(before)
        now[:, 0] = row
        np.minimum(changed, before[:, 1:] + 1, out=now[:, 1:])
        for column in range(1, now.shape[1]):
            np.minimum(now[:, column], now[:, column - 1] + 1, out=now[:, column])
        before = now
    distance = before[np.arange(len(ways)), lengths]
    best = np.argsort(distance, kind="stable")[:count]
    return {ways[index]: word_said(ways[index]) for index in best if 2 * distance[index] <= len(heard) + 1}


def likeliest_word(fit: Fit, first: int, last: int) -> str:
    """The common word that these frames are most like; empty where they are not much like any."""
    choices = [
        (cost_of(fit, first, last, way), word, len(way)) for way, word in nearest(greedy(fit, first, last)).items()
    ]
    cost, word, phones = min(choices, default=(0.0, "", 1))
    return word if cost <= LIKE * phones else ""


@lru_cache(maxsize=1)
def _packed_words() -> tuple[list[Sounds], npt.NDArray[np.int8], npt.NDArray[np.intp]]:
    """The ways to say common words, commonest first, as numbers in rows, and their lengths."""
    ways = [way for way in _common_words() if len(way) <= LONGEST_WORD]
    packed = np.full((len(ways), LONGEST_WORD), -1, np.int8)
    for row, way in enumerate(ways):
        packed[row, : len(way)] = [NUMBER[phone] for phone in way]
    return ways, packed, np.array([len(way) for way in ways])
