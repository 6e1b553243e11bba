"""A teacher's own respelling, by syllables, as sounds: "oh-KAH-for" → OW K AA F AO R.

The letters are read as newspapers and school books respell hard names: a syllable is spelled as it
would be read on its own, and never has a silent letter but a last "e" ("kite", "name").
"""

from __future__ import annotations

import re
from dataclasses import dataclass

from wordtrail.core.errors import LessonError

Sounds = tuple[str, ...]

LONGEST = 60

_SOUNDS = {
    "tch": "CH", "igh": "AY", "eye": "AY", "air": "EH R", "eer": "IH R", "ear": "IH R", "oor": "UH R", "our": "AW ER",
    "ah": "AA", "aw": "AO", "au": "AO", "ay": "EY", "ai": "EY", "ar": "AA R", "ee": "IY", "ea": "IY", "eh": "EH",
    "er": "ER", "ur": "ER", "ir": "ER", "ew": "UW", "oo": "UW", "uu": "UH", "ih": "IH", "ie": "AY",
    "oh": "OW", "oa": "OW", "oe": "OW", "or": "AO R", "oy": "OY", "oi": "OY", "ou": "AW", "ow": "AW", "uh": "AH",
    "ch": "CH", "sh": "SH", "th": "TH", "dh": "DH", "zh": "ZH", "ng": "NG", "nk": "NG K", "ph": "F", "ck": "K",
    "qu": "K W", "wh": "W", "gh": "G", "a": "AE", "e": "EH", "i": "IH", "o": "AA", "u": "AH",
    "b": "B", "c": "K", "d": "D", "f": "F", "g": "G", "h": "HH", "j": "JH", "k": "K", "l": "L", "m": "M", "n": "N",
    "p": "P", "q": "K", "r": "R", "s": "S", "t": "T", "v": "V", "w": "W", "x": "K S", "y": "Y", "z": "Z",
}  # fmt: skip
"""The longest piece that fits is taken first."""

_LONG = {"a": "EY", "e": "IY", "i": "AY", "o": "OW", "u": "UW"}
_SILENT_E = re.compile(r"^([^aeiou]*)([aeiou])([^aeiouhwyr]|ch|sh|th|ng)e$")
_LAST_YE = re.compile(r"^(.*[^aeiou])ye$")
_LAST_Y = re.compile(r"^(.*[^aeiou])y$")
_LAST_O_OR_E = re.compile(r"^(.*[^aeiou]|)([oei])$")
_DOUBLE = re.compile(r"([bcdfgjklmnpqrstvz])\1")


@dataclass(frozen=True, slots=True)
class Respelling:
    """How the teacher says the word that is printed as `text`."""

    text: str
    said: str


def sounds_of(respelling: str) -> Sounds:
    """The sounds of a respelling by syllables, parted by "-" or spaces; capitals are stress and change
    nothing. Raises LessonError for what cannot be read so."""
    syllables = re.split(r"[-‐–·\s]+", respelling.strip().lower())
    if len(respelling) > LONGEST or not all(re.fullmatch(r"[a-z]+", syllable) for syllable in syllables):
        raise LessonError(
            "This respelling cannot be read.",
            advice="Write it in syllables of letters, like oh-KAH-for.",
        )
    return tuple(sound for syllable in syllables for sound in _syllable(_DOUBLE.sub(r"\1", syllable)))


def _syllable(syllable: str) -> Sounds:
    if long := _SILENT_E.match(syllable):
        head, vowel, tail = long.groups()
        return (*_pieces(head), _LONG[vowel], *_pieces(tail))
    if syllable in _SOUNDS and syllable not in ("a", "e", "i", "o", "u", "y"):
        return tuple(_SOUNDS[syllable].split())
    if ending := _LAST_YE.match(syllable):
        return (*_pieces(ending.group(1)), "AY")
    if last := _LAST_Y.match(syllable):
        return (*_pieces(last.group(1)), "IY" if re.search(r"[aeiou]", last.group(1)) else "AY")
    if open_end := _LAST_O_OR_E.match(syllable):
        return (*_pieces(open_end.group(1)), _LONG[open_end.group(2)])
    return _pieces(syllable)


def _pieces(letters: str) -> Sounds:
    sounds: list[str] = []
    at = 0
    while at < len(letters):
        size = next(
            size for size in (3, 2, 1) if letters[at : at + size] in _SOUNDS and len(letters[at : at + size]) == size
        )
        sounds += _SOUNDS[letters[at : at + size]].split()
        at += size
    return tuple(sounds)
