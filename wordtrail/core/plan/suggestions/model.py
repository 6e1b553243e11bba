"""What a suggestion is, and the passage as detectors read it."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from enum import StrEnum
from itertools import groupby

from wordtrail.core.text.bare import bare
from wordtrail.core.text.model import Block, BlockKind, Passage, Word


class Detector(StrEnum):
    """What was found."""

    REPEATED = "repeated phrase"
    PATTERN = "patterned sentence"
    RHYME = "rhyme"
    ALLITERATION = "alliteration"
    SOUND_WORD = "sound word"
    SEQUENCE = "sequence"
    CAUSE = "cause and effect"
    COMPARISON = "comparison"
    QUESTION = "question"
    DEFINITION = "definition"
    DIALOGUE = "dialogue"
    HEADING = "heading"
    TEACH = "word to teach"
    ENDING = "word with an ending"
    NUMBER = "sentence with a number"
    STOP = "place to stop"


class Offer(StrEnum):
    """What accepting a suggestion makes."""

    MARK = "mark"
    CARD = "card"
    PAUSE = "pause"


@dataclass(frozen=True, slots=True)
class Suggestion:
    """Something found on the words from `first` to `last`, and why, in a sentence. Accepting it makes what it
    `offer`s: a mark of the meaning that is nearest to `meaning` in the legend (leaving out `skip` characters of
    the first word), a word card, or a pause point with `question`."""

    id: str
    detector: Detector
    first: str
    last: str
    reason: str
    offer: Offer
    meaning: str = ""
    question: str = ""
    skip: int = 0


def found(
    detector: Detector, first: Word, last: Word, reason: str, offer: Offer = Offer.MARK, meaning: str = "",
    question: str = "", skip: int = 0,
) -> Suggestion:  # fmt: skip
    """A suggestion, named by what and where it is."""
    return Suggestion(
        f"{detector.value}@{first.id}-{last.id}", detector, first.id, last.id, reason, offer, meaning, question, skip
    )


def sentences(passage: Passage) -> Iterator[tuple[Block, tuple[Word, ...]]]:
    """Every sentence with its block, pictures left out."""
    for block in passage.blocks:
        if block.kind is not BlockKind.PICTURE:
            for _, run in groupby(block.words, key=lambda word: word.sentence):
                yield block, tuple(run)


def lines(block: Block) -> list[tuple[Word, ...]]:
    """The lines of a stanza."""
    rows: dict[int, list[Word]] = {}
    for word in block.words:
        rows.setdefault(block.text.count("\n", 0, word.start), []).append(word)
    return [tuple(row) for row in rows.values()]


def texts(words: tuple[Word, ...]) -> list[str]:
    """Words as they are compared: lower case, without punctuation."""
    return [bare(word.text) for word in words]


SMALL = frozenset((
    "a", "an", "the", "and", "or", "but", "so", "of", "to", "in", "on", "at", "by", "for", "with", "from", "up",
    "down", "out", "into", "onto", "over", "under", "as", "is", "are", "was", "were", "be", "been", "am", "do",
    "does", "did", "has", "have", "had", "will", "would", "can", "could", "shall", "should", "may", "might",
    "must", "not", "no", "yes", "it", "its", "he", "she", "they", "we", "you", "i", "me", "him", "her", "them",
    "us", "my", "your", "his", "their", "our", "this", "that", "these", "those", "there", "here", "then",
    "than", "when", "where", "who", "what", "which", "how", "why", "if", "because", "while", "all", "one",
    "very", "too", "just", "also", "after", "before", "about",
))  # fmt: skip
"""Words that carry little by themselves."""
