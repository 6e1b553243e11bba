"""Cards and charts that come on the stage because the teacher names them in talk, or plainly works at them."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise

from wordtrail.core.direct.directed import Directed
from wordtrail.core.direct.heard import Heard
from wordtrail.core.direct.talk_words import SURE, TalkWords
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.cards import Shown
from wordtrail.core.plan.organizers import Organizer
from wordtrail.core.trail.model import QUOTATION

LAST_NAMED = 4.0
"""Seconds for which what was named stays at the least, when nothing comes after it."""

LONGEST = 45.0
"""Seconds after which what was named has been seen for long enough."""

THE_TEXT = frozenset({"page", "pages", "text", "book", "paragraph", "chapter", "passage"})
"""Words with which a teacher leads back to the text."""

SPOKEN_OF = 1.5
"""Seconds after something was named from which on such a word leads back."""

WORKED_AT = 25.0
"""Seconds within which one part of a chart is spoken of after another, where the teacher works at it."""

BEGINS_TO_WRITE = (("write", "down"), ("write", "it"), ("fill", "in"), ("our", "chart"), ("this", "chart"))
"""What a teacher says who begins to fill a chart."""


@dataclass(frozen=True, slots=True)
class ShownByName:
    """A card or chart (its id) that comes on the stage because it is named, from `start` until the teacher is done
    with it; a chart beside the text stays (`end` is infinite)."""

    board: str
    start: float
    end: float


def shown_by_name(
    lesson: Lesson, heard: Heard, directed: Directed, beside: frozenset[str] = frozenset()
) -> tuple[ShownByName, ...]:
    """The cards and charts that are named in talk and were neither read aloud nor brought up by hand: a card before the
    reading, or from where its word is read on, as it is planned. A chart is also named by working at it. Those that
    stand `beside` the text (their ids) stay."""
    lit = {light.word.partition(".")[0] for light in heard.lights}
    passage = set(lesson.positions())
    reading = next((light.start for light in heard.lights if light.word in passage), float("inf"))
    found = []
    for card in lesson.plan.cards:
        own = heard.passes.nth(card.at, 1)
        # A word that is never read cannot be waited for.
        begin = heard.lights[own].start if card.shown is Shown.REACHED and own is not None else 0.0
        found.append((card.id, card.word, begin, reading if card.shown is Shown.BEFORE else float("inf")))
    found += [(chart.id, name, 0.0, float("inf")) for chart in lesson.plan.organizers for name in _names_of(chart)]
    first: dict[str, float] = {}
    for id, name, begin, end in found:
        if id in lit or id in directed.brought_up():
            continue
        at = heard.talk.named_at(name.split(), begin, end)
        if at is not None:
            first[id] = min(at, first.get(id, at))
    for chart in lesson.plan.organizers:
        at = worked_at(chart, heard.talk)
        if at is not None and chart.id not in lit | directed.brought_up():
            first[chart.id] = min(at, first.get(chart.id, at))
    named = sorted((at, id) for id, at in first.items())
    shown = []
    for number, (at, id) in enumerate(named):
        following = named[number + 1][0] if number + 1 < len(named) else float("inf")
        shown.append(ShownByName(id, at, float("inf") if id in beside else _until(at, heard, following)))
    return tuple(shown)


def _names_of(chart: Organizer) -> list[str]:
    """What a chart is known by: its title, and headings of its boxes that are more than a word or two."""
    headings = (box.heading for box in chart.boxes if len(box.heading.split()) >= QUOTATION)
    return [chart.title, *headings]


def _until(at: float, heard: Heard, following: float) -> float:
    """When the teacher is done with what she named: she reads in the text, speaks of the text, or names something
    else; at the end of the talk where she does none of it."""
    read = (one.start for one in heard.lights if one.start > at and one.word in heard.block)
    spoken = (
        word.start
        for aside in heard.asides
        for word in aside.words
        if word.text in THE_TEXT and word.loss <= SURE and word.start > at + SPOKEN_OF
    )
    last = max((aside.end for aside in heard.asides if aside.start >= at), default=at)
    return min([*read, *spoken, following, max(last, at + LAST_NAMED), at + LONGEST])


def worked_at(chart: Organizer, talk: TalkWords) -> float | None:
    """When the teacher begins to work at a chart without naming it: she speaks of two of its headings one after
    another, or of one after she said that she writes. None where she does not."""
    headings = {box.heading: box.heading.split() for box in chart.boxes}
    spoken = [
        (at, heading) for heading, words in headings.items() if len(words) >= QUOTATION for at in talk.spoken_of(words)
    ]
    if not spoken:
        return None
    spoken += [(at, "") for phrase in BEGINS_TO_WRITE if (at := talk.named_at(phrase)) is not None]
    pairs = pairwise(sorted(spoken))
    return next((at for (at, one), (then, other) in pairs if one != other != "" and then - at <= WORKED_AT), None)
