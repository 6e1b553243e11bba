"""The matching card: the words of the word cards on one side, their meanings or pictures on the other."""

from __future__ import annotations

from dataclasses import dataclass

from wordtrail.core.plan.activities.activity import Pair
from wordtrail.core.plan.activities.match import Match as Matching
from wordtrail.core.plan.as_put import places_as_put
from wordtrail.core.plan.cards import WordCard
from wordtrail.core.plan.model import PausePoint

MATCHING = "matching"
"""The id of the card, and of what students are asked with it."""

QUESTION = "Match each word with what it means"
QUESTION_OF_PICTURES = "Match each word with its picture"
FEWEST_CARDS, MOST_CARDS = 2, 8
"""Cards between which there is something to match, and of which one page has room for."""


@dataclass(frozen=True, slots=True)
class Match:
    """A word card on the matching card. Its right side stands in the `place`-th row, counted from 0: its
    picture, or `says`."""

    card: WordCard
    place: int
    pictured: bool
    says: str


def matches(cards: tuple[WordCard, ...], *, pictures: bool) -> tuple[Match, ...]:
    """The cards in their order (the first eight), each with what is put to it. With `pictures`, cards that have
    a picture or a drawing show it; all others what they mean."""
    cards = cards[:MOST_CARDS]
    found = []
    for card, place in zip(cards, places_as_put(tuple(card.id for card in cards)), strict=True):
        pictured = pictures and bool(card.picture or card.drawing)
        says = picture_name(place) if pictured else card.meaning or card.example or card.word
        found.append(Match(card, place, pictured, says))
    return tuple(found)


def picture_name(place: int) -> str:
    """What the picture in the row counted from 0 is called: "picture A"."""
    return f"picture {picture_letter(place)}"


def picture_letter(place: int) -> str:
    """The letter in its corner."""
    return chr(ord("A") + place % 26)


def matching_question(cards: tuple[WordCard, ...], *, pictures: bool) -> PausePoint | None:
    """What students are asked with the matching card, as a question; None when there are too few cards."""
    if len(cards) < FEWEST_CARDS:
        return None
    pairs = tuple(Pair(match.card.word, match.says) for match in matches(cards, pictures=pictures))
    asked = QUESTION_OF_PICTURES if pictures else QUESTION
    return PausePoint(MATCHING, "", asked, 0.0, Matching(pairs))
