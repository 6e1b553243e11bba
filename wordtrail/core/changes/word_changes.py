"""Words of the text, mended or said otherwise: commands, and what they do."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from wordtrail.core.changes.command import ScreenCommand
from wordtrail.core.changes.in_passage import at_word
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.model import LeftAsItIs, Lesson
from wordtrail.core.speech.respelling import Respelling, sounds_of
from wordtrail.core.text import word_mending
from wordtrail.core.text.bare import bare


def _with_respelling(lesson: Lesson, command: Respell) -> Lesson:
    if command.said.strip() and not any(bare(word.text) == bare(command.text) for word in script(lesson)):
        raise LessonError("There is no such word in the passage.")
    others = tuple(one for one in lesson.respellings if bare(one.text) != bare(command.text))
    if not command.said.strip():
        return replace(lesson, respellings=others)
    sounds_of(command.said)
    return replace(lesson, respellings=(*others, Respelling(command.text, command.said.strip())))


@dataclass(frozen=True, slots=True)
class MendWord(ScreenCommand):
    """A word is printed as `text` (several words part it)."""

    label: ClassVar[str] = "mending a word"
    word: str
    text: str
    kind: Literal["mend word"] = "mend word"

    def apply(self, lesson: Lesson) -> Lesson:
        return at_word(lesson, self.word, lambda p: word_mending.mended_word(p, self.word, self.text))


@dataclass(frozen=True, slots=True)
class ShowAsSaid(ScreenCommand):
    """A word is printed as it was `said` in a take; said as nothing, it is not printed any more."""

    label: ClassVar[str] = "showing a word as it was said"
    word: str
    said: str
    kind: Literal["show as said"] = "show as said"

    def apply(self, lesson: Lesson) -> Lesson:
        return at_word(lesson, self.word, lambda p: word_mending.as_said(p, self.word, self.said))


@dataclass(frozen=True, slots=True)
class JoinWords(ScreenCommand):
    """A word and the next one are one."""

    label: ClassVar[str] = "joining two words"
    word: str
    kind: Literal["join words"] = "join words"

    def apply(self, lesson: Lesson) -> Lesson:
        return at_word(lesson, self.word, lambda p: word_mending.joined_words(p, self.word))


@dataclass(frozen=True, slots=True)
class DropWord(ScreenCommand):
    """A word goes."""

    label: ClassVar[str] = "dropping a word"
    word: str
    kind: Literal["drop word"] = "drop word"

    def apply(self, lesson: Lesson) -> Lesson:
        return at_word(lesson, self.word, lambda p: word_mending.dropped_word(p, self.word))


@dataclass(frozen=True, slots=True)
class LeaveWord(ScreenCommand):
    """A suspicion is unfounded: of a word (its id), or of all words printed so (their text)."""

    label: ClassVar[str] = "leaving a word as it is"
    suspicion: str
    word: str
    kind: Literal["leave word"] = "leave word"

    def apply(self, lesson: Lesson) -> Lesson:
        left = LeftAsItIs(self.suspicion[:40], self.word[:120])
        return replace(lesson, left_as_is=(*(one for one in lesson.left_as_is if one != left), left))


@dataclass(frozen=True, slots=True)
class Respell(ScreenCommand):
    """How the word printed as `text` is said, by syllables ("oh-KAH-for"); empty: as the dictionary
    has it."""

    label: ClassVar[str] = "respelling a word"
    text: str
    said: str
    kind: Literal["respell"] = "respell"

    def apply(self, lesson: Lesson) -> Lesson:
        return _with_respelling(lesson, self)
