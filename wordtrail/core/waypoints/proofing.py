"""What a lesson's text still asks for before it is read aloud, and before it is shared."""

from __future__ import annotations

from dataclasses import dataclass

from wordtrail.core.layout.faces import can_show
from wordtrail.core.lesson.model import LeftAsItIs, Lesson
from wordtrail.core.proof.checks import Suspect, Suspicion, suspects
from wordtrail.core.remembered import remembered
from wordtrail.core.speech.respelling import Respelling
from wordtrail.core.text.model import Passage, permission_line

MOST_WORDS_REMEMBERED = 300_000
"""Words of the lessons whose suspects are remembered: those of a whole shelf."""


@dataclass(frozen=True, slots=True)
class Undescribed:
    """A picture of which nobody has said what it shows: its block."""

    block: str


def open_suspects(lesson: Lesson) -> tuple[Suspect, ...]:
    """The words of all passages that look wrong and have not been looked at, in order."""
    return _open_suspects(lesson.passages, lesson.left_as_is, lesson.respellings)


def _words_in(passages: tuple[Passage, ...], *_: object) -> float:
    return 20.0 + sum(len(passage.words) for passage in passages)


@remembered(MOST_WORDS_REMEMBERED, weight=_words_in)
def _open_suspects(
    passages: tuple[Passage, ...], left_as_is: tuple[LeftAsItIs, ...], respellings: tuple[Respelling, ...]
) -> tuple[Suspect, ...]:
    settled = {(one.suspicion, one.word) for one in left_as_is}
    known = [one.text for one in respellings]
    found: list[Suspect] = []
    for passage in passages:
        unshown = {one.word: one for one in _unshown(passage) if (one.suspicion.value, one.text) not in settled}
        others = [one for one in suspects(passage, settled, known) if one.word not in unshown]
        places = {word.id: place for place, word in enumerate(passage.words)}
        found += sorted((*unshown.values(), *others), key=lambda one: places[one.word])
    return tuple(found)


def _unshown(passage: Passage) -> list[Suspect]:
    """Words with a character that no shipped typeface has: the stage would show a box in its place."""
    why = "None of our typefaces has a character of this word; a box would stand in its place."
    return [
        Suspect(word.id, word.text, Suspicion.UNSHOWN, why, settles=word.text)
        for word in passage.words
        if not can_show(word.text)
    ]


def undescribed(passage: Passage) -> tuple[Undescribed, ...]:
    """The pictures without a description; who cannot see them gets nothing."""
    return tuple(Undescribed(block.id) for block in passage.blocks if block.picture and not block.text.strip())


def before_sharing(lesson: Lesson) -> tuple[str, ...]:
    """What should be said before the lesson is shared, in sentences."""
    missing = [_name(passage) for passage in lesson.passages if not permission_line(passage)]
    sentences = [
        f"{name} does not say yet why it may be used. Add it under Credits on the Text screen." for name in missing
    ]
    pictures = sum(len(undescribed(passage)) for passage in lesson.passages)
    if pictures:
        which = "One picture has" if pictures == 1 else f"{pictures} pictures have"
        sentences.append(f"{which} no description for students who cannot see.")
    return tuple(sentences)


def _name(passage: Passage) -> str:
    return f"“{passage.title}”" if passage.title else "The passage"
