"""How long each word takes at a rate, and the rests between words.

A word's share of the time grows with its syllables; commas, sentence ends and block ends add
rests. The whole is scaled so that the passage takes exactly words ÷ rate minutes: 110 words a
minute means 110 words a minute, rests included, as reading teachers count it.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from wordtrail.core.remembered import remembered
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

USUAL_LENGTH = 2.0
"""Length of a word with its rest, where there is no passage to measure it by."""

Blocks = Sequence[Sequence[Word]]
"""Words in reading order, block by block."""


@dataclass(frozen=True, slots=True)
class GuidedWord:
    """When the word `id` should be said: `start` and `end` in seconds from the first word."""

    id: str
    start: float
    end: float


@remembered(32)
def pace_guide(passage: Passage, words_per_minute: float) -> tuple[GuidedWord, ...]:
    """Start and end of every word of `passage` at `words_per_minute` (30 to 300)."""
    blocks = [block.words for block in passage.blocks]
    return paced(blocks, scale_for(blocks, words_per_minute))


def scale_for(blocks: Blocks, words_per_minute: float) -> float:
    """Seconds for one unit of length, so that the words with their rests come at `words_per_minute`."""
    rate = min(max(words_per_minute, SLOWEST), FASTEST)
    lengths = [_length(word) + rest for block in blocks for word, rest in _with_rests(block)]
    return 60.0 / rate / (sum(lengths) / len(lengths) if lengths else USUAL_LENGTH)


def paced(blocks: Blocks, scale: float, begin: float = 0.0) -> tuple[GuidedWord, ...]:
    """Words one after another from `begin` (seconds), each unit of length `scale` seconds long."""
    guided, now = list[GuidedWord](), begin
    for block in blocks:
        for word, rest in _with_rests(block):
            end = now + _length(word) * scale
            guided.append(GuidedWord(word.id, round(now, 4), round(end, 4)))
            now = end + rest * scale
    return tuple(guided)


def _with_rests(block: Sequence[Word]) -> list[tuple[Word, float]]:
    return [(word, _rest(word, last=word is block[-1])) for word in block]


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
