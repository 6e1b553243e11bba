"""From printed words to what can be heard of them."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from itertools import product

from wordtrail.core.align.route import MOST_WAYS
from wordtrail.core.align.values import ScriptWord, Sounds
from wordtrail.core.speech.pronunciation import in_dictionary, pronunciations
from wordtrail.core.text.model import Word
from wordtrail.core.text.spoken import spoken_forms

LETTER_A: Sounds = ("EY",)


def script_of(
    words: Iterable[Word], respelled: Mapping[str, tuple[Sounds, ...]] | None = None
) -> tuple[ScriptWord, ...]:
    """The words of a script that are read aloud. `respelled` gives, for the text of a word, the ways
    in which the teacher says it; they go before all others."""
    script = []
    for word in words:
        forms = spoken_forms(word.text)
        if not forms:
            continue
        own = (respelled or {}).get(word.text, ())
        ways = tuple(dict.fromkeys((*own, *(way for form in forms for way in _ways(form)))))[:MOST_WAYS]
        ways = tuple(dict.fromkeys((*ways, *map(_run_together, ways))))[:MOST_WAYS]
        guessed = not own and not all(in_dictionary(said) for said in forms[0])
        script.append(ScriptWord(word.id, ways, word.sentence, word.text, guessed))
    return tuple(script)


def _ways(form: tuple[str, ...]) -> list[Sounds]:
    """The ways to say several spoken words one after another. Of letters that are said one by one, "a" is the
    letter, not the word."""
    spelled = len(form) > 1 and all(len(said) == 1 for said in form[-2:])
    choices = [
        (LETTER_A,) if spelled and said == "a" else pronunciations(said)[: MOST_WAYS if len(form) == 1 else 1]
        for said in form
    ]
    return [tuple(sound for part in parts for sound in part) for parts in product(*choices)] if all(choices) else []


def _run_together(way: Sounds) -> Sounds:
    """The same with "w" and a short vowel as the one sound that it often becomes ("one" in a hurry)."""
    return ("OW", *way[2:]) if way[:3] == ("W", "AH", "N") else way
