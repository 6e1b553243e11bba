"""Words that are said in passing: what is heard of them is no slip.

English words of grammar have weak forms, in which the vowel is reduced and an h at the beginning is left out: "are" is
then much like "air", "him" like "im" (Roach, "English Phonetics and Phonology", 4th edition, chapter 12). The ear,
which knows of no sentence, takes them for other words. Nor is a word a slip that is printed as it was said.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from wordtrail.core.speech.pronunciation import VOWELS, Sounds, pronunciations
from wordtrail.core.speech.weak_forms import WEAK_FORMS
from wordtrail.core.text.bare import bare
from wordtrail.core.trail.model import UNSURE_BELOW, Doubt, SlipKind, Trail, Visit


def without_weak_forms(trail: Trail, printed: Mapping[str, str]) -> Trail:
    """`trail` without the slips that are only words said in passing or as they are printed, and without the doubt that
    such a word is not much like the printed one: its full form is seldom said. `printed` gives the text of each word
    id."""
    passing = {
        (slip.word, slip.start)
        for slip in trail.slips
        if slip.kind is SlipKind.MISREAD and _is_said(printed.get(slip.word, ""), slip.heard)
    }

    def is_passing(visit: Visit) -> bool:
        weak = visit.doubt is Doubt.UNLIKE and bare(printed.get(visit.word, "")) in WEAK_FORMS
        return weak or (visit.word, visit.start) in passing

    if not passing and not any(map(is_passing, trail.visits)):
        return trail
    return replace(
        trail,
        slips=tuple(slip for slip in trail.slips if (slip.word, slip.start) not in passing),
        visits=tuple(
            replace(visit, confidence=max(visit.confidence, UNSURE_BELOW), doubt=Doubt.NONE)
            if is_passing(visit)
            else visit
            for visit in trail.visits
        ),
    )


def _is_said(printed: str, heard: str) -> bool:
    """Whether what was heard is what is printed: also after the teacher has it shown as she said it."""
    return bool(heard) and (bare(printed) == bare(heard) or is_weak_form(printed, heard))


def is_weak_form(printed: str, heard: str) -> bool:
    """Whether what was `heard` may be the `printed` word said in passing: one that has a weak form, heard as a word
    with the same consonants."""
    word = bare(printed)
    return word in WEAK_FORMS and not {_consonants(one) for one in pronunciations(word)}.isdisjoint(
        _consonants(one) for one in pronunciations(heard.lower())
    )


def _consonants(sounds: Sounds) -> tuple[str, ...]:
    spoken = sounds[1:] if sounds[:1] == ("HH",) else sounds
    return tuple(sound for sound in spoken if sound not in VOWELS)
