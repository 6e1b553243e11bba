"""Word cards: commands, and what they do."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from wordtrail.core.changes.checked import known_word, one_of
from wordtrail.core.changes.command import ScreenCommand
from wordtrail.core.changes.kept import Stock, put_in
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.cards import PENS, SIDE, PenLine, WordCard
from wordtrail.core.speech.word_parts import parts_of, printed_syllables
from wordtrail.core.text.bare import bare
from wordtrail.core.text.tidy import tidied, tidy

MOST_CARDS, MOST_DRAWN_POINTS = 40, 4000


def fresh_card(lesson: Lesson, word: str) -> WordCard:
    """A card for a word of the passage, with its meaning where the passage's glossary tells it."""
    found = next((one for one in lesson.words if one.id == word), None)
    printed = (found.text if found else word).strip("“”\"‘’'.,;:!?()…—–-*")
    meaning = next(
        (
            text.partition(":")[2].strip() or text.partition("—")[2].strip()
            for passage in lesson.passages
            for text in (block.text for block in passage.blocks if block.kind.value == "glossary entry")
            if bare(text.partition(":")[0].partition("—")[0]) == bare(printed)
        ),
        "",
    )
    return WordCard(
        "",
        printed if found is None or not _begins_sentence(lesson, word) else printed.lower(),
        word if found else "",
        meaning=meaning,
    )


def _begins_sentence(lesson: Lesson, word: str) -> bool:
    words = lesson.words
    at = next(n for n, one in enumerate(words) if one.id == word)
    return at == 0 or words[at - 1].sentence != words[at].sentence


def with_card(lesson: Lesson, card: WordCard) -> Lesson:
    """The lesson with a word card, new or in the place of the one with its id; syllables and parts that are empty
    are worked out. Raises LessonError."""
    word = tidy(card.word, "The word", 60)
    if not word:
        raise LessonError("A word card needs a word.", advice="Write the word.")
    if card.at:
        known_word(lesson, card.at)
    card = replace(
        card, word=word, part_of_speech=tidy(card.part_of_speech, "The part of speech", 40),
        meaning=tidy(card.meaning, "The meaning", 300), example=tidy(card.example, "The example", 300),
        related=tidied(card.related, "The related words", 8),
        syllables=tidied(card.syllables, "The syllables", 12) or printed_syllables(word),
        parts=card.parts[:8] or parts_of(word), drawing=_drawing(card.drawing),
        picture_shows=tidy(card.picture_shows, "The description", 200),
    )  # fmt: skip
    lesson, kept = put_in(lesson, lesson.plan.cards, card, Stock("card", "word card", MOST_CARDS))
    wishes = tuple(wish for wish in lesson.card_wishes if bare(wish) != bare(word))
    return replace(lesson, card_wishes=wishes, plan=replace(lesson.plan, cards=kept))


def _drawing(lines: tuple[PenLine, ...]) -> tuple[PenLine, ...]:
    if sum(len(line.points) for line in lines) > 2 * MOST_DRAWN_POINTS:
        raise LessonError("This drawing has too many lines.", advice="Draw something simpler.")
    if any(len(line.points) % 2 or not all(map(math.isfinite, line.points)) for line in lines):
        raise LessonError("This drawing is damaged.", kept="The card is as it was.")
    return tuple(
        PenLine(
            tuple(round(min(max(value, 0.0), SIDE), 1) for value in line.points),
            line.colour if line.colour in PENS else PENS[0],
        )
        for line in lines
        if len(line.points) > 3
    )


MOST_WISHES = 60


def _with_wish(lesson: Lesson, command: WishCard) -> Lesson:
    word = " ".join(command.word.split())[:80]
    others = tuple(one for one in lesson.card_wishes if one != word)
    if not command.wanted:
        return replace(lesson, card_wishes=others)
    if not word or len(others) >= MOST_WISHES:
        raise LessonError(f"A lesson holds at most {MOST_WISHES} word cards.")
    return replace(lesson, card_wishes=(*others, word))


@dataclass(frozen=True, slots=True)
class MakeCard(ScreenCommand):
    """A word card for a word of the passage (its id), with what the core knows of it; or for any word."""

    label: ClassVar[str] = "making a word card"
    word: str
    kind: Literal["make card"] = "make card"

    def apply(self, lesson: Lesson) -> Lesson:
        return with_card(lesson, fresh_card(lesson, self.word))


@dataclass(frozen=True, slots=True)
class KeepCard(ScreenCommand):
    """A word card. Empty syllables and parts are worked out."""

    label: ClassVar[str] = "changing a word card"
    card: WordCard
    kind: Literal["keep card"] = "keep card"

    def apply(self, lesson: Lesson) -> Lesson:
        return with_card(lesson, self.card)


@dataclass(frozen=True, slots=True)
class RemoveCard(ScreenCommand):
    """Take a word card away."""

    label: ClassVar[str] = "removing a word card"
    id: str
    kind: Literal["remove card"] = "remove card"

    def apply(self, lesson: Lesson) -> Lesson:
        plan = lesson.plan
        one_of(plan.cards, self.id, "word card")
        return replace(lesson, plan=replace(plan, cards=tuple(card for card in plan.cards if card.id != self.id)))


@dataclass(frozen=True, slots=True)
class OrderCards(ScreenCommand):
    """The word cards in this order (their ids)."""

    label: ClassVar[str] = "ordering the word cards"
    ids: tuple[str, ...]
    kind: Literal["order cards"] = "order cards"

    def apply(self, lesson: Lesson) -> Lesson:
        plan = lesson.plan
        if sorted(self.ids) != sorted(card.id for card in plan.cards):
            raise LessonError("The word cards have changed meanwhile.", advice="Order them once more.")
        cards = tuple(sorted(plan.cards, key=lambda card: self.ids.index(card.id)))
        return replace(lesson, plan=replace(plan, cards=cards))


@dataclass(frozen=True, slots=True)
class SetMatching(ScreenCommand):
    """Whether students match the words of the cards with their meanings, or with their pictures."""

    label: ClassVar[str] = "the matching card"
    on: bool
    pictures: bool = False
    kind: Literal["set matching"] = "set matching"

    def apply(self, lesson: Lesson) -> Lesson:
        return replace(lesson, plan=replace(lesson.plan, matching=self.on, matching_pictures=self.pictures))


@dataclass(frozen=True, slots=True)
class WishCard(ScreenCommand):
    """The teacher wants a word card of a word, as printed; `wanted` false takes that back."""

    label: ClassVar[str] = "wishing for a word card"
    word: str
    wanted: bool = True
    kind: Literal["wish card"] = "wish card"

    def apply(self, lesson: Lesson) -> Lesson:
        return _with_wish(lesson, self)
