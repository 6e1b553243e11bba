"""The lesson document: what a teacher makes, without what was recorded."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace

from wordtrail.core.edit.edit_list import Trim
from wordtrail.core.edit.holds import HoldAfter
from wordtrail.core.edit.joining import Cut, Replacement
from wordtrail.core.edit.slowing import Slower
from wordtrail.core.edit.sound_care import SoundCare
from wordtrail.core.film.model import USUAL_CHOICES, FilmChoices, FilmVersion
from wordtrail.core.marks.meaning import FIRST_LEGEND, Meaning
from wordtrail.core.marks.model import Mark, PlacedMark
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.plan.plan import Plan
from wordtrail.core.remembered import remembered
from wordtrail.core.speech.respelling import Respelling, Sounds, sounds_of
from wordtrail.core.text.bare import bare
from wordtrail.core.text.look import USUAL_LOOK, TextLook
from wordtrail.core.text.model import Passage, Word
from wordtrail.core.trail.again import Again
from wordtrail.core.trail.by_hand import LeftUnread, ReadByHand, TalkByHand
from wordtrail.core.trail.checks import OnPurpose, Settled
from wordtrail.core.trail.directions import Direction
from wordtrail.core.trail.model import Mend
from wordtrail.core.trail.talk_text import TalkBlank, TalkText

NOTHING_PLANNED = Plan()

USUAL_RATE = 110.0
"""Words a minute of a fresh lesson's pace guide."""


@dataclass(frozen=True, slots=True)
class LooseEnd:
    """Something that hung on a word that went away, and what became of it, in a sentence. A mark or
    pause point that lost its place altogether is kept here, and can be put on other words."""

    id: str
    sentence: str
    mark: Mark | None = None
    point: PausePoint | None = None


@dataclass(frozen=True, slots=True)
class LeftAsItIs:
    """A suspicion that the teacher has looked at and found nothing wrong with: of one word (its id),
    or of every word printed so (its text)."""

    suspicion: str
    word: str


@dataclass(frozen=True, slots=True)
class Lesson:
    """One or more passages with a plan, and what is kept of which take.

    `issued` is the highest number given to a passage, pause point, mark or loose end so far.
    `placed_marks` are the moments of marks that were set by hand, for each take.
    `settled` are the places of takes that were checked and found fine. `directions` are what the teacher did on the
    stage in each take, while recording or afterwards. `talk` is what she accepted of her talk in words, `blanks` are
    moments of it that are not to be heard. `read_by_hand` are words that the ear missed and the teacher placed,
    `left_unread` those that she says were not to be read, `talk_by_hand` what lit and is talk; `on_purpose` are
    stretches in which everything is as she meant it. `agains` are where she went back while recording to read
    again, `replacements` what is heard of one take in the place of another, `sound_cares` what is done to their sound,
    `cuts` what is not heard of them, `slower` what is heard more slowly; `holds` are where the lesson stands still
    for a while.
    `card_wishes` are the words, as printed, of which the teacher wants a word card. `films` is what she chose for the
    films of the lesson, `films_wanted` those that she wants.
    """

    passages: tuple[Passage, ...]
    words_per_minute: float = USUAL_RATE
    pause_points: tuple[PausePoint, ...] = ()
    marks: tuple[Mark, ...] = ()
    legend: tuple[Meaning, ...] = FIRST_LEGEND
    chosen_take: str = ""
    trims: tuple[Trim, ...] = ()
    mends: tuple[Mend, ...] = ()
    loose_ends: tuple[LooseEnd, ...] = ()
    respellings: tuple[Respelling, ...] = ()
    look: TextLook = USUAL_LOOK
    left_as_is: tuple[LeftAsItIs, ...] = ()
    card_wishes: tuple[str, ...] = ()
    issued: int = 0
    plan: Plan = NOTHING_PLANNED
    placed_marks: tuple[PlacedMark, ...] = ()
    settled: tuple[Settled, ...] = ()
    directions: tuple[Direction, ...] = ()
    talk: tuple[TalkText, ...] = ()
    blanks: tuple[TalkBlank, ...] = ()
    read_by_hand: tuple[ReadByHand, ...] = ()
    left_unread: tuple[LeftUnread, ...] = ()
    agains: tuple[Again, ...] = ()
    replacements: tuple[Replacement, ...] = ()
    sound_cares: tuple[SoundCare, ...] = ()
    cuts: tuple[Cut, ...] = ()
    talk_by_hand: tuple[TalkByHand, ...] = ()
    slower: tuple[Slower, ...] = ()
    holds: tuple[HoldAfter, ...] = ()
    on_purpose: tuple[OnPurpose, ...] = ()
    films: FilmChoices = USUAL_CHOICES
    films_wanted: tuple[FilmVersion, ...] = (FilmVersion.LISTEN,)

    @property
    def title(self) -> str:
        """The lesson's name on the shelf: its first passage's title."""
        return self.passages[0].title or "Untitled lesson"

    @property
    def words(self) -> tuple[Word, ...]:
        """All words of the passages in order. (With those on cards and prompts they are the script: see
        `boards.script`.)"""
        return _words_of(self.passages)

    @property
    def respelled(self) -> dict[str, tuple[Sounds, ...]]:
        """The text of each word that the teacher respelled, however it is pointed → how she says it."""
        return self.respelled_among(self.words)

    def respelled_among(self, words: Iterable[Word]) -> dict[str, tuple[Sounds, ...]]:
        """The same for any words, for instance those of the whole script."""
        said = {bare(one.text): (sounds_of(one.said),) for one in self.respellings}
        return {word.text: said[bare(word.text)] for word in words if bare(word.text) in said} if said else {}

    def positions(self) -> Mapping[str, int]:
        """Word id → its place among the passages' words, counted from 0."""
        return _positions_in(self.passages)

    def run(self, first: str, last: str) -> tuple[Word, ...]:
        """The words of the passages from one (its id) to another, both with them; none where one of the two is not
        there any more."""
        place = self.positions()
        if first not in place or last not in place:
            return ()
        return self.words[place[first] : place[last] + 1]


@remembered(64)
def with_take(lesson: Lesson, take: str) -> Lesson:
    """A lesson that is made of a take; the same one each time."""
    return lesson if lesson.chosen_take == take else replace(lesson, chosen_take=take)


def without_takes(lesson: Lesson) -> Lesson:
    """A lesson without anything that belongs to its takes: a copy has none of them."""
    return replace(
        lesson, chosen_take="", trims=(), mends=(), placed_marks=(), settled=(), directions=(), talk=(), blanks=(),
        read_by_hand=(), left_unread=(), agains=(), replacements=(), sound_cares=(), cuts=(), talk_by_hand=(),
        on_purpose=(), slower=(), holds=(),
    )  # fmt: skip


@remembered(64)
def _words_of(passages: tuple[Passage, ...]) -> tuple[Word, ...]:
    return tuple(word for passage in passages for word in passage.words)


@remembered(64)
def _positions_in(passages: tuple[Passage, ...]) -> Mapping[str, int]:
    return {word.id: index for index, word in enumerate(_words_of(passages))}
