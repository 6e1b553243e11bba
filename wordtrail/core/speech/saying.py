"""How the words of a script will be expected to sound, and in which other ways they could be said."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from wordtrail.core.speech.pronunciation import is_known, pronunciations
from wordtrail.core.speech.respelling import Sounds
from wordtrail.core.speech.syllables import respelled
from wordtrail.core.text.bare import bare
from wordtrail.core.text.model import Word
from wordtrail.core.text.spoken import spoken_forms

MOST_WAYS = 6


@dataclass(frozen=True, slots=True)
class Saying:
    """How a printed word is said: the spoken words ("1944": nineteen forty-four), by syllables, and other
    ways to choose from. `own` says that the teacher chose, `unusual` that print and sound differ (a number,
    an abbreviation) and `guessed` that no dictionary has it."""

    text: str
    spoken: str
    syllables: str
    others: tuple[str, ...]
    own: bool
    unusual: bool
    guessed: bool


def saying_of(text: str, own: str = "") -> Saying | None:
    """How a printed word is said; None for one that is not read aloud. `own` is the teacher's respelling."""
    forms = spoken_forms(text)
    if not forms:
        return None
    ways = list(dict.fromkeys(way for form in forms for way in _ways(form)))
    first = own or (ways[0] if ways else "")
    others = tuple(way for way in ways if way != first)[: MOST_WAYS - 1]
    spoken = " ".join(forms[0])
    letters = "".join(character for character in text.lower() if character.isalpha())
    unusual = spoken.replace(" ", "").replace("'", "") != letters
    return Saying(text, spoken, first, others, bool(own), unusual, not all(map(is_known, forms[0])))


def _ways(form: tuple[str, ...]) -> list[str]:
    """The ways to say some spoken words, by syllables: those of each word in turn, the others at their first."""
    choices = [pronunciations(word) for word in form]
    if not all(choices):
        return []
    usual = [respelled(ways[0]) for ways in choices]
    result = ["-".join(usual)]
    for place, ways in enumerate(choices):
        for way in ways[1:]:
            result.append("-".join([*usual[:place], respelled(way), *usual[place + 1 :]]))
    return result


def sayings(words: Iterable[Word], own: Mapping[str, str]) -> tuple[Saying, ...]:
    """Every word of a script once, however it is pointed, whose sound a teacher may want to look at:
    respelled, guessed, unlike its print, or two words in one ("read", "lead"). In their order."""
    found: dict[str, Saying] = {}
    by_bare = {bare(text): said for text, said in own.items()}
    for word in words:
        text = bare(word.text)
        if text in found:
            continue
        saying = saying_of(word.text, by_bare.get(text, ""))
        if saying and (saying.own or saying.guessed or saying.unusual or _two_words_in_one(saying.spoken)):
            found[text] = saying
    return tuple(found.values())


def _two_words_in_one(spoken: str) -> bool:
    """Whether a word is said in two ways that mean two things ("a strong wind", "wind it up")."""
    ways = pronunciations(spoken) if " " not in spoken else ()
    return any(_differ(one, other) for index, one in enumerate(ways) for other in ways[index + 1 :])


_TELLING = tuple(map(frozenset, (("AY", "IH"), ("EH", "IY"), ("AW", "UW"), ("AW", "OW"), ("S", "Z"))))
"""Sounds that part two words of one spelling; other ways of the dictionary are shades of one word."""


def _differ(one: Sounds, other: Sounds) -> bool:
    apart = [frozenset(pair) for pair in zip(one, other, strict=False) if pair[0] != pair[1]]
    return len(one) == len(other) and len(apart) == 1 and apart[0] in _TELLING


def first_sounds(text: str, own: tuple[Sounds, ...] = ()) -> tuple[Sounds, ...]:
    """The sounds of each spoken word of a printed one, the teacher's own before all others."""
    if own:
        return (own[0],)
    forms = spoken_forms(text)
    return tuple(pronunciations(word)[0] for word in forms[0] if pronunciations(word)) if forms else ()
