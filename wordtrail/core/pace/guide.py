"""How long each word takes at a rate, and the rests between words.

A word's share of the time grows with its syllables; commas, sentence ends and block ends add
rests. The whole is scaled so that the passage takes exactly words ÷ rate minutes: 110 words a
minute means 110 words a minute, rests included, as reading teachers count it.
"""

from __future__ import annotations

from dataclasses import dataclass

from wordtrail.core.speech.pronunciation import syllables
from wordtrail.core.text.model import Passage, Word
from wordtrail.core.text.spoken import spoken_form

SLOWEST, FASTEST = 30.0, 300.0
"""Words a minute that the guide can be set to."""

WORD_BASE = 0.5
SYLLABLE = 0.7
COMMA_REST = 0.9
CLAUSE_REST = 1.2
SENTENCE_REST = 2.0
BLOCK_REST = 3.0


@dataclass(frozen=True, slots=True)
class GuidedWord:
    """When the word `id` should be said: `start` and `end` in seconds from the first word."""

    id: str
    start: float
    end: float


def pace_guide(passage: Passage, words_per_minute: float) -> tuple[GuidedWord, ...]:
    """Start and end of every word of `passage` at `words_per_minute` (30 to 300)."""
    rate = min(max(words_per_minute, SLOWEST), FASTEST)
    weighted = [
        (word, _length(word), _rest(word, last=word is block.words[-1]))
        for block in passage.blocks
        for word in block.words
    ]
    total = sum(length + rest for _, length, rest in weighted)
    if not total:
        return ()
    second = 60.0 * len(weighted) / rate / total
    guided, now = list[GuidedWord](), 0.0
    for word, length, rest in weighted:
        end = now + length * second
        guided.append(GuidedWord(word.id, round(now, 4), round(end, 4)))
        now = end + rest * second
    return tuple(guided)


def _length(word: Word) -> float:
    return WORD_BASE + SYLLABLE * sum(syllables(said) for said in spoken_form(word.text))


def _rest(word: Word, *, last: bool) -> float:
    ending = word.text.rstrip("\"'”’)]*")
    if last:
        return BLOCK_REST
    if ending.endswith((".", "!", "?", "…")) and len(ending) > 2:
        return SENTENCE_REST
    if ending.endswith((";", ":")):
        return CLAUSE_REST
    return COMMA_REST if ending.endswith((",", "—", "–")) else 0.0
