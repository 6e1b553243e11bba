"""Accents that the formant synthesiser does not have, by rule: what it says, with other sounds for some.

The rules are the handbook's (J. C. Wells, Accents of English, 1982, volumes 2 and 3), cut down to what changes most.
They are no Indian and no Irish person: a figure for them says how the alignment bears such sounds, no more.
"""

from __future__ import annotations

import re
from functools import lru_cache

from bench.align import formants
from wordtrail.core.text.bare import bare

INDIAN = (
    ("T", "t["), ("D", "d["), ("w", "v"), ("eI", "e:"), ("oU", "o:"), ("O@", "o:r"), ("A@", "A:r"), ("3:", "@r"),
    ("z", "s"),
)  # fmt: skip
"""Dental stops for "th", v for w, single long vowels, r after vowels, no voiced "s"."""

IRISH = (("T", "t["), ("D", "d["), ("eI", "e:"), ("oU", "o:"), ("V", "U"), ("aI", "OI"), ("A@", "a:r"), ("3:", "Ur"))
"""Dental stops for "th", single long vowels, "cup" with the vowel of "put", "time" near "toime"."""

RULES = {"indian": ("en-gb-x-rp", INDIAN), "irish": ("en-us", IRISH)}


@lru_cache(maxsize=8192)
def sounds(word: str, accent: str) -> str:
    """How `word` is said in an accent, in the synthesiser's own letters ("[[t[INk]]")."""
    voice, rules = RULES[accent]
    said = formants.sounds_of(word, voice)
    for ours, theirs in rules:
        said = re.sub(ours, theirs, said)
    return f"[[{said.replace(' ', '')}]]"


def say(words: list[str], accent: str, speed: int, pitch: int = 50) -> formants.Spoken:
    """Say `words` in one breath group; one start per word given."""
    ends = [word[-1] if word[-1:] in ".,;:!?" else "" for word in words]
    return formants.say(
        [sounds(bare(word), accent) + end for word, end in zip(words, ends, strict=True)],
        RULES[accent][0], speed, pitch,
    )  # fmt: skip
