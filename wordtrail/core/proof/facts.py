"""Figures that help to choose a passage and to pace it.

Grades: Flesch-Kincaid (Kincaid, Fishburne, Rogers and Chissom 1975, Naval Technical Training Command
Research Branch Report 8-75), Gunning fog (Gunning, "The Technique of Clear Writing", 1952), Coleman-Liau
(Coleman and Liau 1975, Journal of Applied Psychology 60). All were made for running prose: of a poem or a
list they say little.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Collection
from dataclasses import dataclass

from wordtrail.core.pace.guide import pace_guide
from wordtrail.core.speech.common import rank
from wordtrail.core.speech.pronunciation import is_known, syllables
from wordtrail.core.text.bare import bare
from wordtrail.core.text.model import BlockKind, Passage
from wordtrail.core.text.spoken import spoken_form

HIGH_FREQUENCY = 300
"""How many of the commonest words count as high-frequency words."""

HARDEST = 10
FEWEST_FOR_GRADE = 30
"""Words below which no grade is given: the formulas jump about in short texts."""

FOG_SYLLABLES = 3
KINDERGARTEN = "kindergarten"
RARE = 20_000
"""The rank that a word which is not in our list is given."""


@dataclass(frozen=True, slots=True)
class Fact:
    """A figure with its name, and what it means in a sentence or two."""

    name: str
    value: str
    meaning: str


@dataclass(frozen=True, slots=True)
class HardWord:
    """One of the hardest words: as printed where it stands first (its id), its syllables, and how often
    it comes in the passage."""

    word: str
    text: str
    syllables: int
    times: int


@dataclass(frozen=True, slots=True)
class Facts:
    """Everything known of a passage. `hard_to_align` are the texts of words that no dictionary can say."""

    facts: tuple[Fact, ...]
    hardest: tuple[HardWord, ...]
    hard_to_align: tuple[str, ...]


def facts_of(passage: Passage, words_per_minute: float, respelled: Collection[str] = ()) -> Facts:
    """The facts of a passage at a pace in words a minute; `respelled` are words that the teacher has said
    how to say."""
    words = passage.words
    sentences = len({word.sentence for word in words})
    texts = [bare(word.text) for word in words]
    guide = pace_guide(passage, words_per_minute)
    minutes = guide[-1].end / 60 if guide else 0.0
    common = sum(rank().get(text, RARE) < HIGH_FREQUENCY for text in texts) / max(1, len(texts))
    pace = f"{words_per_minute:g} words a minute with rests at sentence ends, without talk and pause points."
    listed = f"the {HIGH_FREQUENCY} commonest of English, by a list of our own from word frequencies."
    length = len(words) / max(1, sentences)
    facts = [
        Fact("words", f"{len(words):,}", "Every word that is read aloud, headings and captions too."),
        Fact("sentences", f"{sentences:,}", "Where a voice comes to rest; headings count as one each."),
        Fact("words in a sentence", f"{length:.1f}", "On the mean. Long sentences want phrasing."),
        Fact("min aloud", f"{max(minutes, 0.1):.1f}", f"Reading at {pace}"),
        Fact("common words", f"{100 * common:.0f} %", f"Share of words among {listed}"),
        *_grades(passage),
    ]
    guessed = tuple(dict.fromkeys(word.text for word in words if _guessed(word.text) and word.text not in respelled))
    return Facts(tuple(facts), _hardest(passage), guessed)


def _grades(passage: Passage) -> list[Fact]:
    """The reading grades of the prose; none for too short a text."""
    blocks = [block for block in passage.blocks if block.kind not in (BlockKind.HEADING, BlockKind.SUBHEADING)]
    words = [word for block in blocks for word in block.words]
    if len(words) < FEWEST_FOR_GRADE:
        return []
    sentences = len({word.sentence for word in words})
    spoken = [part for word in words for part in spoken_form(word.text)]
    sounds = [syllables(part) for part in spoken]
    letters = sum(character.isalnum() for word in words for character in word.text)
    per_sentence = len(words) / sentences
    kincaid = 0.39 * len(spoken) / sentences + 11.8 * sum(sounds) / len(spoken) - 15.59
    fog = 0.4 * (per_sentence + 100 * sum(count >= FOG_SYLLABLES for count in sounds) / len(spoken))
    liau = 0.0588 * 100 * letters / len(words) - 0.296 * 100 * sentences / len(words) - 15.8
    grades = sorted((kincaid, fog, liau))
    low, high = _grade(grades[0]), _grade(grades[-1])
    meaning = (
        f"Three formulas judge by the length of sentences and words: they call it {_spoken_grade(low, high)} "
        f"(U.S.). Kincaid {kincaid:.1f}, Gunning fog {fog:.1f}, Coleman-Liau {liau:.1f}. They know nothing of what "
        "your students know, and say little of a poem or a list."
    )
    return [Fact("reading level", f"grade {low}" if low == high else f"grade {low} to {high}", meaning)]


def _grade(value: float) -> str:
    """A U.S. grade as teachers say it: K below the first."""
    return str(round(value)) if value >= 0.5 else "K"


def _spoken_grade(low: str, high: str) -> str:
    one, other = (KINDERGARTEN if grade == "K" else f"grade {grade}" for grade in (low, high))
    return f"right for {one}" if low == high else f"right for {one} to {other}"


def _hardest(passage: Passage) -> tuple[HardWord, ...]:
    """The hardest words by syllables and rarity, in the order in which they come."""
    first: dict[str, int] = {}
    times = Counter(bare(word.text) for word in passage.words)
    for index, word in enumerate(passage.words):
        if bare(word.text).replace("'", "").isalpha():
            first.setdefault(bare(word.text), index)
    hard = sorted(first, key=lambda text: (-_hardness(text), first[text]))[:HARDEST]
    found = (passage.words[first[text]] for text in hard if _hardness(text) >= LEAST_HARD)
    return tuple(
        HardWord(w.id, w.text.strip("“”\"‘’'.,;:!?()…"), syllables(bare(w.text)), times[bare(w.text)]) for w in found
    )


LEAST_HARD = 2.6
"""Below, a word is no hard one: two syllables of a usual word, or one of a rare word."""


def _hardness(text: str) -> float:
    """Syllables, and how rare a word is (0 for the commonest, 2 for one in no list)."""
    return syllables(text) + 2 * min(1.0, rank().get(text, RARE) / 8000)


def _guessed(text: str) -> bool:
    """Whether no dictionary knows how some part of a printed word is said."""
    return not all(is_known(part) for part in spoken_form(text))
