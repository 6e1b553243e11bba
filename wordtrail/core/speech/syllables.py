"""Sounds as syllables that a teacher can read: K AA F → "kahf"."""

from __future__ import annotations

from itertools import pairwise

from wordtrail.core.speech.pronunciation import VOWELS

Sounds = tuple[str, ...]

_WRITTEN = {
    "AA": "ah", "AE": "a", "AH": "uh", "AO": "aw", "AW": "ow", "AY": "igh", "EH": "eh", "ER": "er", "EY": "ay",
    "IH": "ih", "IY": "ee", "OW": "oh", "OY": "oy", "UH": "uu", "UW": "oo", "B": "b", "CH": "ch", "D": "d",
    "DH": "dh", "F": "f", "G": "g", "HH": "h", "JH": "j", "K": "k", "L": "l", "M": "m", "N": "n", "NG": "ng",
    "P": "p", "R": "r", "S": "s", "SH": "sh", "T": "t", "TH": "th", "V": "v", "W": "w", "Y": "y", "Z": "z", "ZH": "zh",
}  # fmt: skip

_BEFORE = {
    "L": "B F G K P S", "R": "B D F G K P T TH SH", "W": "K D T S TH HH G", "Y": "K P B F M HH",
    "P": "S", "T": "S", "K": "S", "M": "S", "N": "S",
}  # fmt: skip
_BEGINNINGS = frozenset(f"{first} {second}" for second, before in _BEFORE.items() for first in before.split())
"""Pairs of consonants with which an English syllable may begin."""


def syllables_of(sounds: Sounds) -> tuple[Sounds, ...]:
    """The sounds parted into syllables: as many consonants as may begin one go with the vowel behind
    them (maximal onset, Selkirk 1982)."""
    vowels = [index for index, sound in enumerate(sounds) if sound in VOWELS]
    if not vowels:
        return (sounds,) if sounds else ()
    cuts = [0]
    for before, vowel in pairwise(vowels):
        consonants = vowel - before - 1
        onset = 0 if consonants == 0 else 1
        if consonants >= 2 and f"{sounds[vowel - 2]} {sounds[vowel - 1]}" in _BEGINNINGS:
            onset = 2
        if onset == 1 and sounds[vowel - 1] == "NG":
            onset = 0
        cuts.append(vowel - onset)
    return tuple(sounds[a:b] for a, b in zip(cuts, [*cuts[1:], len(sounds)], strict=True))


def respelled(sounds: Sounds) -> str:
    """The sounds by syllables, as `respelling.sounds_of` reads them again."""
    return "-".join("".join(_WRITTEN[sound] for sound in syllable) for syllable in syllables_of(sounds))
