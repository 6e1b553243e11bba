"""Pronunciations: dictionary, then compound split, then letter-to-sound.

The dictionary is CMUdict as it ships inside the pocketsphinx wheel (BSD licence, no stress
marks). Letter-to-sound is hama's small English model (Apache licence), whose IPA is mapped to
the same 39 ARPABET sounds.
"""

from __future__ import annotations

import re
from collections import defaultdict
from functools import lru_cache

import hama
import pocketsphinx

Sounds = tuple[str, ...]
"""One way to say a word: ARPABET symbols, for instance ("B", "IY")."""

VOWELS = frozenset(["AA", "AE", "AH", "AO", "AW", "AY", "EH", "ER", "EY", "IH", "IY", "OW", "OY", "UH", "UW"])

SHORTEST_COMPOUND_PART = 3

_IPA = {
    "tʃ": "CH", "dʒ": "JH", "aɪ": "AY", "aʊ": "AW", "eɪ": "EY", "oʊ": "OW", "ɔɪ": "OY", "ɪɹ": "IH R",
    "ɛɹ": "EH R", "ɑ": "AA", "a": "AA", "æ": "AE", "ʌ": "AH", "ə": "AH", "ɐ": "AH", "ɔ": "AO", "ɛ": "EH",
    "e": "EY", "ɝ": "ER", "ɚ": "ER", "ɜ": "ER", "ɪ": "IH", "i": "IY", "o": "OW", "ʊ": "UH", "u": "UW",
    "b": "B", "d": "D", "ð": "DH", "f": "F", "ɡ": "G", "g": "G", "h": "HH", "k": "K", "l": "L", "m": "M",
    "n": "N", "ŋ": "NG", "p": "P", "ɹ": "R", "r": "R", "s": "S", "ʃ": "SH", "t": "T", "θ": "TH", "v": "V",
    "w": "W", "j": "Y", "z": "Z", "ʒ": "ZH", "ɾ": "D", "x": "K", "ɫ": "L", "ɱ": "M", "ʔ": "T",
}  # fmt: skip


@lru_cache(maxsize=1)
def _dictionary() -> dict[str, tuple[Sounds, ...]]:
    entries: dict[str, list[Sounds]] = defaultdict(list)
    with open(pocketsphinx.get_model_path("en-us/cmudict-en-us.dict"), encoding="utf-8") as lines:
        for line in lines:
            head, *sounds = line.split()
            # A further way to say a word has its number behind the word.
            word = re.sub(r"\(\d+\)$", "", head) if head[-1] == ")" else head
            entries[word].append(tuple(sounds))
    return {word: tuple(ways) for word, ways in entries.items()}


@lru_cache(maxsize=1)
def _letter_to_sound() -> hama.G2PModel:
    return hama.G2PModel()


@lru_cache(maxsize=16384)
def pronunciations(word: str) -> tuple[Sounds, ...]:
    """Ways to say `word` (lower case, letters and apostrophes), the likeliest first.

    Empty when nothing can be said for it (no letters of the Latin alphabet).
    """
    listed = _dictionary().get(word)
    if listed:
        return listed
    if word.endswith("'s") or word.endswith("s'"):
        stem = pronunciations(word[:-2])
        return tuple((*sounds, _possessive(sounds)) for sounds in stem)
    split = _compound(word)
    if split:
        return split
    guessed = _guess(word.replace("'", ""))
    return (guessed,) if guessed else ()


def entries() -> dict[str, tuple[Sounds, ...]]:
    """The whole dictionary: each word with its ways to say it."""
    return _dictionary()


def in_dictionary(word: str) -> bool:
    """Whether `word` needs no guessing."""
    return word in _dictionary()


def is_known(word: str) -> bool:
    """Whether the dictionary knows how `word` is said, or the word that it is the possessive of."""
    return in_dictionary(word) or (word.endswith(("'s", "s'")) and in_dictionary(word[:-2]))


def _possessive(sounds: Sounds) -> str:
    last = sounds[-1] if sounds else ""
    return "S" if last in {"P", "T", "K", "F", "TH"} else "Z"


def _compound(word: str) -> tuple[Sounds, ...]:
    """Two dictionary words in one ("fern" + "hollow"), the most even split first."""
    cuts = range(SHORTEST_COMPOUND_PART, len(word) - SHORTEST_COMPOUND_PART + 1)
    for cut in sorted(cuts, key=lambda at: abs(2 * at - len(word))):
        left, right = _dictionary().get(word[:cut]), _dictionary().get(word[cut:])
        if left and right:
            return ((*left[0], *right[0]),)
    return ()


def _guess(word: str) -> Sounds:
    letters = "".join(c for c in word if "a" <= c <= "z")
    if not letters:
        return ()
    return sounds_of_ipa(_letter_to_sound().predict(letters).ipa)


def sounds_of_ipa(ipa: str) -> Sounds:
    """ARPABET symbols for a string of IPA; signs that stand for no sound are passed over."""
    sounds: list[str] = []
    position = 0
    while position < len(ipa):
        two = _IPA.get(ipa[position : position + 2])
        one = _IPA.get(ipa[position])
        if two:
            sounds += two.split()
            position += 2
            continue
        if one:
            sounds.append(one)
        position += 1
    return tuple(sounds)


def syllables(word: str) -> int:
    """How many syllables `word` has: the vowels of its likeliest pronunciation, at least one."""
    ways = pronunciations(word)
    return max(1, sum(sound in VOWELS for sound in ways[0])) if ways else max(1, len(word) // 3)
