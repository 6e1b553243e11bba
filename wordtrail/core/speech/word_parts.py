"""The parts of a word as teachers show them: base and ending with the spelling change, prefix, two words in one;
and its printed syllables.

Spelling rules: a short word doubles its last consonant before an ending with a vowel (hop + p + ing), a silent e
drops (bake − e + ing), y after a consonant becomes i (carry, y → i, + ed).
"""

from __future__ import annotations

import itertools
import re
from dataclasses import dataclass
from enum import StrEnum
from functools import lru_cache

from wordtrail.core.speech.common import rank
from wordtrail.core.speech.pronunciation import entries, in_dictionary, syllables


class PartRole(StrEnum):
    """What a part of a word is."""

    BASE = "base"
    PREFIX = "prefix"
    ENDING = "ending"
    DOUBLED = "doubled letter"
    DROPPED = "dropped letter"
    CHANGED = "changed letter"
    WORD = "word"


@dataclass(frozen=True, slots=True)
class WordPart:
    """A part of a word, as it is written on a card: hop, p, ing; bake, −e, ing; carry, y → i, ed."""

    text: str
    role: PartRole


ENDINGS = ("ing", "ed", "est", "er", "ly", "ful", "less", "ness", "ment", "able", "y", "es", "s")
PREFIXES = ("under", "over", "mis", "dis", "non", "pre", "un", "re")

_WHOLE_WORDS = """
evening morning during nothing ceiling wedding king thing bring spring string wing ring sing swing cling water
under never after other mother father brother sister number corner butter letter better latter matter summer
winter dinner river paper flower tower power shower over ever finger hammer ladder pepper silver spider tiger
wonder thunder together whether weather rather either neither center offer order border shoulder monster
master october november december september computer however quarter chapter character red bed bird need seed
feed weed speed indeed hundred sacred naked wicked only early family july fly sky ugly holy belly jelly silly
lily rally body baby lady city story study very every many any pretty twenty thirty forty fifty happy party
heavy easy busy money honey monkey donkey key they bus gas yes this his was has its is as us plus always
perhaps across class grass glass dress press less guess kiss miss boss loss cross process success series
species lens news physics mathematics forest interest honest west best rest test nest chest guest request
modest moment comment document element cement garment instrument table able cable stable vegetable until uncle
unit union unite united understand undergo real really red ready reach rest result report record remember
region regular religion respect response return review reward receive recent recipe reply replace disease
distance district discuss display dish mister mistake misty person season reason lesson president present
prepare pretend pretty previous press price precious overall wander sober rubber copper offering anything
everything something pudding herring darling sterling penny sunny bunny funny carry marry ferry cherry berry
merry sorry hurry curry jolly holly dolly fairy dairy diary army
"""
_WHOLE = frozenset(_WHOLE_WORDS.split())
"""Words that only look as if they had an ending or a prefix, and such as are taught whole."""

_VOWELS = "aeiou"


@lru_cache(maxsize=4096)
def parts_of(word: str) -> tuple[WordPart, ...]:
    """The parts of `word` (as printed); empty when it has only one."""
    bare = word.lower()
    if not bare.isalpha() or len(bare) < 4:
        return ()
    if split := compound(bare):
        return tuple(WordPart(part, PartRole.WORD) for part in split)
    if bare in _WHOLE:
        return ()
    return _with_ending(bare) or _with_prefix(bare)


def compound(word: str) -> tuple[str, str] | None:
    """The two common words of a compound (sun, flower); None when it is none. Both have three letters or
    more and are said in the compound as they are by themselves."""
    best: tuple[int, tuple[str, str]] | None = None
    for cut in range(3, len(word) - 2):
        left, right = word[:cut], word[cut:]
        ranks = rank().get(left), rank().get(right)
        if None in ranks or right in ENDINGS or left in PREFIXES or len(right) < 3:
            continue
        if word in _WHOLE and word not in ("anything", "everything", "something"):
            continue
        if not _said_alike(word, left, right):
            continue
        rarest = max(place for place in ranks if place is not None)
        if rarest < 6000 and (best is None or rarest < best[0]):
            best = rarest, (left, right)
    return best[1] if best else None


def _said_alike(word: str, left: str, right: str) -> bool:
    ways = entries().get(word)
    if not ways:
        return True
    joined = {(*a, *b) for a in entries().get(left, ()) for b in entries().get(right, ())}
    return any(way in joined for way in ways)


def _with_ending(word: str) -> tuple[WordPart, ...]:
    for ending in ENDINGS:
        if not word.endswith(ending) or len(word) - len(ending) < 2:
            continue
        stem = word[: -len(ending)]
        found = _base(stem, ending)
        if found:
            base, change = found
            inner = _with_ending(base) if ending in ("ly", "ness", "s") and base not in _WHOLE else ()
            front = inner or (WordPart(base, PartRole.BASE),)
            return (*front, *change, WordPart(ending, PartRole.ENDING))
    return ()


def _base(stem: str, ending: str) -> tuple[str, tuple[WordPart, ...]] | None:
    """The base of which `stem` is left before `ending`, and the change of spelling."""
    is_base = _is_known_base if ending in ("ing", "ed") else _is_base
    if (
        stem.endswith("i")
        and ending in ("ed", "er", "est", "es", "ly", "ness", "ful", "less")
        and is_base(stem[:-1] + "y")
    ):
        return stem[:-1] + "y", (WordPart("y → i", PartRole.CHANGED),)
    vowel = ending[0] in _VOWELS or ending == "y"
    if vowel and ending not in ("es",):
        doubled = len(stem) > 2 and stem[-1] == stem[-2] and stem[-1] not in _VOWELS
        if doubled and is_base(stem[:-1]) and _short(stem[:-1]) and not (is_base(stem) and stem[-1] in "lsfz"):
            return stem[:-1], (WordPart(stem[-1], PartRole.DOUBLED),)
        if is_base(stem + "e") and (not is_base(stem) or _short(stem) or _rarer(stem, stem + "e")):
            return stem + "e", (WordPart("−e", PartRole.DROPPED),)
    if ending == "es" and not stem.endswith(("s", "x", "z", "ch", "sh", "o")):
        return None
    if ending == "s" and stem.endswith(("s", "u", "i")):
        return None
    return (stem, ()) if is_base(stem) else None


def _short(base: str) -> bool:
    """Whether the base would double its last consonant: one vowel letter, one consonant after it."""
    return bool(re.fullmatch(r"[^aeiou]*(?:qu)?[aeiou][bcdfgklmnprtvz]", base))


def _rarer(one: str, other: str) -> bool:
    return rank().get(one, 99_999) > rank().get(other, 99_999)


def _is_base(word: str) -> bool:
    """A common word."""
    return len(word) > 1 and any(c in "aeiouy" for c in word) and word in rank() and in_dictionary(word)


def _is_known_base(word: str) -> bool:
    """A word that the dictionary has: before "ing" and "ed" almost every one is a base (jog, hiss)."""
    return _is_base(word) or (len(word) > 2 and any(c in "aeiouy" for c in word) and in_dictionary(word))


def _with_prefix(word: str) -> tuple[WordPart, ...]:
    for prefix in PREFIXES:
        base = word[len(prefix) :]
        if word.startswith(prefix) and len(base) > 2 and rank().get(base, 99_999) < 8000 and in_dictionary(base):
            rest = _with_ending(base) if base not in _WHOLE else ()
            return (WordPart(prefix, PartRole.PREFIX), *(rest or (WordPart(base, PartRole.BASE),)))
    return ()


_DIGRAPHS = ("ch", "sh", "th", "ph", "wh", "ck", "gh", "ng")
_ONSET_LETTERS = (
    "bl br cl cr dr fl fr gl gr pl pr sc sk sl sm sn sp st sw tr tw str spr scr spl shr thr qu wr kn gn squ"
)
_ONSETS = frozenset(_ONSET_LETTERS.split())


@lru_cache(maxsize=4096)
def printed_syllables(word: str) -> tuple[str, ...]:
    """The letters of `word` parted into as many syllables as it is said in: between two consonants, before one,
    blends and pairs like "th" whole, a last "le" with the consonant before it; words in a compound apart."""
    bare = word.lower()
    if split := compound(bare) if bare.isalpha() else None:
        cut = len(split[0])
        return (*printed_syllables(word[:cut]), *printed_syllables(word[cut:]))
    if not bare.isalpha():
        return (word,)
    if cut := _before_ending(bare):
        return (*printed_syllables(word[:cut]), word[cut:])
    wanted = syllables(bare)
    groups = _vowel_groups(bare, wanted)
    if len(groups) < 2:
        return (word,)
    cuts = [0]
    for (_, before), (after, _) in itertools.pairwise(groups):
        cuts.append(_cut(bare, before, after))
    return tuple(word[a:b] for a, b in zip(cuts, [*cuts[1:], len(word)], strict=True))


def _before_ending(word: str) -> int:
    """Where an ending that is a syllable of its own begins behind an unchanged base (point + ing); else 0."""
    parts = parts_of(word)
    if len(parts) != 2 or parts[0].role is not PartRole.BASE or parts[1].text not in ("ing", "er", "est", "ed", "es"):
        return 0
    base = parts[0].text
    spoken = syllables(word) > syllables(base)
    return len(base) if spoken and base[-1] not in "aeiou" and word.startswith(base) else 0


def _vowel_groups(word: str, wanted: int) -> list[tuple[int, int]]:
    """Where the vowels of the syllables stand: (first letter, letter after the last)."""
    found = [
        (m.start(), m.end()) for m in re.finditer(r"(?<=q)u(?=[aeiou])|[aeiou]+|(?<!^)y(?![aeiou])|^y(?![aeiou])", word)
    ]
    found = [(a, b) for a, b in found if not (word[a:b] == "u" and a and word[a - 1] == "q" and b < len(word))]
    merged: list[tuple[int, int]] = []
    for a, b in found:
        if merged and a == merged[-1][1]:
            merged[-1] = (merged[-1][0], b)
        else:
            merged.append((a, b))
    if len(merged) > wanted and re.search(r"[^aeiou]e$", word) and not re.search(r"[^aeiou]le$", word):
        merged.pop()
    if len(merged) > wanted and re.search(r"(?<![td])ed$|[^aeioulsxz]es$", word):
        merged.pop()
    while len(merged) > wanted and len(merged) > 1:
        silent = next((n for n, (a, b) in enumerate(merged) if n and word[a:b] == "e"), len(merged) - 1)
        del merged[silent]
    while len(merged) < wanted:
        long = next(
            (
                n
                for n, (a, b) in enumerate(merged)
                if b - a > 1
                and word[a:b] in ("ia", "io", "eo", "ea", "ie", "ua", "oe", "iu", "ui", "ao", "oi", "ei", "eu", "uo")
            ),
            None,
        )
        if long is None:
            return merged
        a, b = merged[long]
        merged[long : long + 1] = [(a, a + 1), (a + 1, b)]
    return merged


def _cut(word: str, before: int, after: int) -> int:
    """Where the consonants `word[before:after]` are parted between two vowels."""
    between = word[before:after]
    if word[after:] == "e" and between.endswith("l") and len(between) > 1:
        return after - 2
    if not between:
        return before
    if len(between) == 1 or between in _DIGRAPHS:
        with_vowel = between in ("x", "ck", "ng") or (between == "w" and word[before - 1] in "aeo")
        return after if with_vowel else before
    for size in (3, 2):
        if between[-size:] in _ONSETS and len(between) > size:
            return after - size
    if between in _ONSETS:
        return before
    if between[-2:] in _DIGRAPHS and len(between) > 2:
        return after - 2
    if between[:2] in _DIGRAPHS and len(between) > 2:
        return before + 2
    return after - 1
