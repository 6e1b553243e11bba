"""How a reading goes: its pace by paragraph beside the plan and what children of a grade manage, and what a teacher can
do with its phrases, pauses and talk."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import pairwise

from wordtrail.core.lesson.current_trail import current_trail
from wordtrail.core.lesson.kept_clips import dropped_in
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.paragraph_paces import FEWEST_WORDS
from wordtrail.core.lesson.said_names import NameSaid, names_said
from wordtrail.core.lesson.words_correct import PageRead, ParagraphRead, pages_read, paragraphs_read
from wordtrail.core.pace.norms import norm_of
from wordtrail.core.sound.melody import FLAT, ONE_LOUDNESS, Voice, melody_of
from wordtrail.core.text.model import Block, Word
from wordtrail.core.trail.checks import figures
from wordtrail.core.trail.model import Trail, Visit

PHRASE_REST = 0.25
"""Seconds of rest between two words from which on a phrase is over (Goldman-Eisler, "Psycholinguistics", 1968: what is
shorter is articulation)."""

FEWEST_IN_A_PHRASE = 3.0
"""Words of a phrase on the mean below which a reading sounds word by word (below level 3 of the oral reading fluency
scale of the National Assessment of Educational Progress)."""

AT_PUNCTUATION = 0.6
"""Share of pauses at punctuation below which they part what belongs together."""

MUCH_TALK = 0.5
LONGEST_ALONE = 120.0
"""Share of talk, and seconds without a question, that are much for children of primary school."""

_PARTS = frozenset(".,;:!?…–—\n")


@dataclass(frozen=True, slots=True)
class ReadingNote:
    """Something to know of a reading: what it is, the figure, what can be done (empty: it is well as it is), and how it
    is measured."""

    title: str
    figure: str
    advice: str
    method: str


@dataclass(frozen=True, slots=True)
class ReadingKnown:
    """The pace of each paragraph and page, the planned one, the band of what children of a grade read alone (words
    correct a minute, the middle half, autumn to spring; 0 without a grade), notes, and the names that are said more
    than once."""

    paces: tuple[ParagraphRead, ...]
    pages: tuple[PageRead, ...]
    planned: float
    band: tuple[float, float]
    notes: tuple[ReadingNote, ...]
    names: tuple[NameSaid, ...]


def reading_known(
    lesson: Lesson, take: str, trail: Trail, voice: Voice, stops: Sequence[float], length: float, grade: int
) -> ReadingKnown:
    """What there is to know of a take, without what was dropped or cut in it. `voice` is its sound, `stops` are the
    moments at which students have their turn, and `length` the seconds of the whole, both of the lesson."""
    shown = current_trail(lesson, take, trail)
    gone = [(one.start, one.end) for one in dropped_in(lesson, take, trail)]
    gone += [(one.start, one.end) for one in lesson.cuts if one.take == take]
    visits = [one for one in shown.visits if not any(start <= one.start < end for start, end in gone)]
    norm = norm_of(grade)
    band = (float(norm.slow[0] or norm.slow[1]), float(norm.quick[2])) if norm else (0.0, 0.0)
    notes = (*_phrases(lesson, visits), *_melody(voice, visits), *_talk(shown), *_alone(stops, length))
    paragraphs = tuple(paragraphs_read(lesson, take, shown, visits))
    return ReadingKnown(
        paragraphs,
        tuple(pages_read(lesson, take, shown, visits, paragraphs)),
        lesson.words_per_minute,
        band,
        notes,
        names_said(lesson, visits),
    )


def _phrases(lesson: Lesson, visits: Sequence[Visit]) -> Iterator[ReadingNote]:
    blocks = {word.id: block for passage in lesson.passages for block in passage.blocks for word in block.words}
    words = {word.id: word for word in lesson.words}
    order = lesson.positions()
    following = [
        (one, other)
        for one, other in pairwise(visits)
        if one.word in order and order.get(other.word) == order[one.word] + 1
    ]
    pauses = [one for one, other in following if other.start - one.end >= PHRASE_REST]
    if len(following) < FEWEST_WORDS:
        return
    length = (len(following) + 1) / (len(pauses) + 1)
    yield ReadingNote(
        "Words at a time",
        f"{length:.1f}",
        "It sounds word by word. Read words that belong together in one breath: children hear the sentence then."
        if length < FEWEST_IN_A_PHRASE
        else "",
        f"Words between two rests of at least {PHRASE_REST} s. Under {FEWEST_IN_A_PHRASE:.0f} it sounds word by word; "
        "long ones show children which words belong together.",
    )
    if pauses:
        at = sum(_parts(blocks[one.word], words[one.word]) for one in pauses)
        share = at / len(pauses)
        yield ReadingNote(
            "Pauses at punctuation",
            f"{at} of {len(pauses)}",
            "Many pauses part words that belong together. Let commas and full stops tell you where to breathe."
            if share < AT_PUNCTUATION
            else "",
            f"Rests of at least {PHRASE_REST} s that stand at a comma, a full stop or the end of a line. Pausing "
            "there, and nowhere else, makes the sentence heard.",
        )


def _melody(voice: Voice, visits: Sequence[Visit]) -> Iterator[ReadingNote]:
    found = melody_of(voice, [(one.start, one.end) for one in visits])
    if found is None:
        return
    yield ReadingNote(
        "Voice up and down",
        f"{found.semitones:.0f} semitones",
        "It sounds flat. Go up at a question and down at a full stop, and give each speaker a pitch of their own."
        if found.spread < FLAT
        else "",
        "From the lower to the higher pitches of the voice while words are read, the outer tenths left out. Flat is a "
        f"standard deviation under {FLAT:.0f} semitones; lively speech has 4 and more.",
    )
    yield ReadingNote(
        "Loud and soft",
        f"{found.decibels:.0f} dB",
        "All words are equally loud. Lean on the ones that matter." if found.decibels < ONE_LOUDNESS else "",
        f"From the softer to the louder words, the outer tenths left out. Under {ONE_LOUDNESS:.0f} dB no word stands "
        "out.",
    )


def _parts(block: Block, word: Word) -> bool:
    """Whether something that parts a sentence stands behind a word, or its block ends."""
    following = next((one.start for one in block.words if one.start >= word.end), len(block.text))
    return following == len(block.text) or not _PARTS.isdisjoint(block.text[word.start : following])


def _talk(trail: Trail) -> Iterator[ReadingNote]:
    share = figures(trail, ()).talk
    if share > MUCH_TALK:
        yield ReadingNote(
            "Talk",
            f"{100 * share:.0f} %",
            "More talk than reading: could a question let students say some of it?",
            "The share of talk in the time from the first sound to the last.",
        )


def _alone(stops: Sequence[float], length: float) -> Iterator[ReadingNote]:
    moments = [0.0, *sorted(stops), length]
    longest, begins = max((end - start, start) for start, end in pairwise(moments)) if length else (0.0, 0.0)
    if longest:
        yield ReadingNote(
            "Longest without students",
            _clock(longest),
            f"From {_clock(begins)} on they only listen. A pause point there keeps them with you."
            if longest > LONGEST_ALONE
            else "",
            f"From one stop for students to the next. Children of primary school follow for about "
            f"{LONGEST_ALONE / 60:.0f} minutes.",
        )


def _clock(seconds: float) -> str:
    return f"{int(seconds // 60)}:{int(seconds % 60):02d}"
