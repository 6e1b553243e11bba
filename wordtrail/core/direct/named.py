"""What the teacher names in talk: words of the text, headings, pages of the book."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from difflib import SequenceMatcher
from functools import lru_cache
from itertools import pairwise

from wordtrail.core.direct.directed import Directed, directed_in
from wordtrail.core.direct.heard import Heard, heard_of, said_in
from wordtrail.core.direct.talk_words import SURE, TalkWords
from wordtrail.core.edit.edit_list import Clip, EditList
from wordtrail.core.layout.model import Layout
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.cards import Shown
from wordtrail.core.plan.organizers import Organizer
from wordtrail.core.speech.pronunciation import pronunciations
from wordtrail.core.text.model import BlockKind
from wordtrail.core.text.spoken import spoken_form
from wordtrail.core.trail.closer_targets import PICTURE
from wordtrail.core.trail.directions import Deed
from wordtrail.core.trail.model import QUOTATION, Aside, HeardWord, Trail

LAST_NAMED = 4.0
"""Seconds for which what was named stays at the least, when nothing comes after it."""

LONGEST = 45.0
"""Seconds after which what was named has been seen for long enough."""

THE_TEXT = frozenset({"page", "pages", "text", "book", "paragraph", "chapter", "passage"})
"""Words with which a teacher leads back to the text."""

SPOKEN_OF = 1.5
"""Seconds after something was named from which on such a word leads back."""

DONE_ALREADY = 4.0
"""Seconds around what is said within which it was done by hand."""

LIKE_NUMBER = 0.6
"""How much of a page's number must be heard behind "page" for the page to be offered."""


@dataclass(frozen=True, slots=True)
class Named:
    """Something that was said, which the stage could follow: at `at` (seconds of take time) the deed may be done;
    `said` is what was heard of it."""

    at: float
    deed: Deed
    target: str
    said: str


@dataclass(frozen=True, slots=True)
class ShownByName:
    """A card or chart (its id) that comes on the stage because it is named, from `start` until the teacher is done
    with it."""

    board: str
    start: float
    end: float


def shown_by_name(lesson: Lesson, heard: Heard, directed: Directed) -> tuple[ShownByName, ...]:
    """The cards and charts that are named in talk and were neither read aloud nor brought up by hand: a card before the
    reading or from its word on, as it is planned."""
    lit = {light.word.partition(".")[0] for light in heard.lights}
    passage = set(lesson.positions())
    reading = next((light.start for light in heard.lights if light.word in passage), float("inf"))
    found = []
    for card in lesson.plan.cards:
        own = heard.passes.nth(card.at, 1)
        begin = 0.0 if card.shown is not Shown.REACHED else float("inf") if own is None else heard.lights[own].start
        found.append((card.id, card.word, begin, reading if card.shown is Shown.BEFORE else float("inf")))
    found += [(chart.id, name, 0.0, float("inf")) for chart in lesson.plan.organizers for name in _names_of(chart)]
    first: dict[str, float] = {}
    for id, name, begin, end in found:
        if id in lit or id in directed.brought_up():
            continue
        at = heard.talk.named_at(name.split(), begin, end)
        if at is not None:
            first[id] = min(at, first.get(id, at))
    named = sorted((at, id) for id, at in first.items())
    shown = []
    for number, (at, id) in enumerate(named):
        following = named[number + 1][0] if number + 1 < len(named) else float("inf")
        shown.append(ShownByName(id, at, _until(at, heard, following)))
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


def offered(lesson: Lesson, layout: Layout, take: str, trail: Trail) -> tuple[Named, ...]:
    """What is named in the talk of a take, was not done by hand then, and does not come on the stage by itself: pages,
    by their heading, their number in the book or the caption of their picture; parts of pictures by their name; cards
    by their word, charts by their title. In order."""
    edits = EditList((Clip(take, 0.0, trail.seconds),))
    heard = heard_of(lesson, *said_in(lesson, {take: trail}, edits), edits.seconds)
    directed = directed_in(lesson.directions, edits)
    shown = {one.board for one in shown_by_name(lesson, heard, directed)}
    things = (one for one in _things(lesson, heard.talk) if one.target not in shown)
    pictures = _pictures(lesson, layout, heard.talk)
    found = [*_headings(lesson, layout, heard.talk), *_numbers(layout, heard.asides), *things, *pictures]
    return tuple(one for one in sorted(found, key=lambda one: one.at) if not _is_done(one, directed))


def _is_done(named: Named, directed: Directed) -> bool:
    """Whether it was done by hand about then."""
    return any(abs(own.at - named.at) <= DONE_ALREADY for own in directed.of(named.deed, named.target))


def _headings(lesson: Lesson, layout: Layout, talk: TalkWords) -> Iterator[Named]:
    page_of = {word: layout.pages[page].id for word, (page, _) in layout.places().items()}
    for passage in lesson.passages:
        for block in passage.blocks:
            if block.kind not in (BlockKind.HEADING, BlockKind.SUBHEADING) or not block.words:
                continue
            at = talk.named_at([word.text for word in block.words])
            if at is not None and block.words[0].id in page_of:
                yield Named(at, Deed.TURN, page_of[block.words[0].id], block.text)


def _pictures(lesson: Lesson, layout: Layout, talk: TalkWords) -> Iterator[Named]:
    """Captions, which lead to the page of their picture, and named parts of pictures, which one comes closer to."""
    page_of = {one.id: page.id for page in layout.pages if not page.board for one in page.pictures}
    for passage in lesson.passages:
        for block, after in pairwise([*passage.blocks, None]):
            if block is None or block.picture is None or block.id not in page_of:
                continue
            caption = after.text if after and after.kind is BlockKind.CAPTION else ""
            names = [name for name in (block.text, caption) if len(name.split()) >= QUOTATION]
            said = [(at, name) for name in names if (at := talk.named_at(name.split())) is not None]
            for at, name in sorted(said)[:1]:
                yield Named(at, Deed.TURN, page_of[block.id], name)
            for region in block.picture.regions:
                at_part = talk.named_at(region.name.split())
                if at_part is not None:
                    yield Named(at_part, Deed.CLOSER, f"{PICTURE} {block.id} {region.id}", region.name)


def _things(lesson: Lesson, talk: TalkWords) -> Iterator[Named]:
    named = [(card.id, card.word) for card in lesson.plan.cards]
    named += [(chart.id, chart.title) for chart in lesson.plan.organizers]
    for id, name in named:
        at = talk.named_at(name.split())
        if at is not None:
            yield Named(at, Deed.SHOW, id, name)


def _numbers(layout: Layout, asides: Sequence[Aside]) -> Iterator[Named]:
    numbered = {
        number: page.id
        for page in reversed(layout.pages)
        if not page.board and (number := "".join(c for c in page.label.partition("·")[0] if c.isdigit()))
    }
    for aside in asides:
        for word, *after in (aside.words[n : n + 4] for n in range(len(aside.words))):
            if word.text != "page" or not after:
                continue
            likeness = {number: _likeness(number, after) for number in numbered}
            best = max(likeness, key=lambda number: likeness[number], default="")
            if best and likeness[best] >= LIKE_NUMBER:
                yield Named(word.start, Deed.TURN, numbered[best], f"page {best}")


def _likeness(number: str, heard: Sequence[HeardWord]) -> float:
    """How much what was heard sounds like a number, from 0 to 1."""
    own = _sounds(tuple(spoken_form(number)))
    likest = 0.0
    for count in range(1, len(heard) + 1):
        said = _sounds(tuple(word.text for word in heard[:count]))
        likest = max(likest, SequenceMatcher(None, own, said, autojunk=False).ratio())
    return likest


@lru_cache(maxsize=512)
def _sounds(words: tuple[str, ...]) -> tuple[str, ...]:
    return tuple(sound for word in words for sound in next(iter(pronunciations(word)), ()))
