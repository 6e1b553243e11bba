"""All detectors together."""

from __future__ import annotations

from collections.abc import Callable

from wordtrail.core.plan.suggestions.content import endings, headings, number_sentences, places_to_stop, words_to_teach
from wordtrail.core.plan.suggestions.model import Suggestion
from wordtrail.core.plan.suggestions.sound import alliterations, rhymes, sound_words
from wordtrail.core.plan.suggestions.wording import (
    definitions,
    dialogue,
    patterns,
    questions,
    repeated_phrases,
    signal_words,
)
from wordtrail.core.remembered import remembered
from wordtrail.core.text.model import Passage

DETECTORS: tuple[Callable[[Passage], list[Suggestion]], ...] = (
    repeated_phrases, patterns, rhymes, alliterations, sound_words, signal_words, questions, definitions, dialogue,
    headings, words_to_teach, endings, number_sentences, places_to_stop,
)  # fmt: skip

MOST = 400
"""Suggestions of one passage, at the most."""


@remembered(32, by_value=True)
def suggestions(passage: Passage) -> tuple[Suggestion, ...]:
    """Everything that was found, in the order of the text."""
    place = {word.id: n for n, word in enumerate(passage.words)}
    made = [one for detector in DETECTORS for one in detector(passage)]
    return tuple(sorted(made, key=lambda one: place[one.first])[:MOST])
