"""What the teacher names in talk, for her to see: where the stage follows it by itself, and where it could."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise

from wordtrail.core.direct.course import PageTurn
from wordtrail.core.direct.directed import Directed, directed_in
from wordtrail.core.direct.director import course_of
from wordtrail.core.direct.heard import Heard, heard_of, said_in
from wordtrail.core.direct.said_pages import said_pages
from wordtrail.core.direct.shown_by_name import shown_by_name
from wordtrail.core.direct.talk_words import TalkWords
from wordtrail.core.edit.edit_list import Clip, EditList
from wordtrail.core.layout.model import Layout
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.model import BlockKind
from wordtrail.core.trail.closer_targets import PICTURE
from wordtrail.core.trail.directions import Deed
from wordtrail.core.trail.model import QUOTATION, Trail

DONE_ALREADY = 4.0
"""Seconds around what is said within which it was done by hand."""

A_MOMENT = 0.01
"""Seconds between what is named and the turn that follows it: the same moment."""


@dataclass(frozen=True, slots=True)
class Named:
    """Something that was said, which the stage could follow: at `at` (seconds of take time) the deed may be done;
    `said` is what was heard of it. Where the stage follows by itself, `instead` is the page of the text (its id) that
    was shown before, else it is empty."""

    at: float
    deed: Deed
    target: str
    said: str
    instead: str = ""


def named_in_talk(lesson: Lesson, layout: Layout, take: str, trail: Trail) -> tuple[Named, ...]:
    """What is named in the talk of a take and was not done by hand then: pages, by their heading, their number in the
    book or the caption of their picture; parts of pictures by their name; cards by their word, charts by their title.
    In order."""
    edits = EditList((Clip(take, 0.0, trail.seconds),))
    heard = heard_of(lesson, *said_in(lesson, {take: trail}, edits), edits.seconds)
    directed = directed_in(lesson.directions, edits)
    course = course_of(lesson, {take: trail}, layout, edits, heard)
    followed = [
        replace(one, instead=before)
        for one in _followed(lesson, heard, directed, layout)
        if (before := _turned_from(layout, course.turns, one)) is not None
    ]
    by_itself = {one.target for one in followed if one.deed is Deed.SHOW}
    found = [
        *_headings(lesson, layout, heard.talk),
        *(Named(one.at, Deed.TURN, one.page, one.said) for one in said_pages(layout, heard.asides) if not one.sure),
        *(one for one in _things(lesson, heard.talk) if one.target not in by_itself),
        *_pictures(lesson, layout, heard.talk),
    ]
    offered = [one for one in found if not _is_done(one, directed)]
    return tuple(sorted((*followed, *offered), key=lambda one: one.at))


def _followed(lesson: Lesson, heard: Heard, directed: Directed, layout: Layout) -> Iterator[Named]:
    """What the stage may follow by itself."""
    for page in said_pages(layout, heard.asides):
        if page.sure:
            yield Named(page.at, Deed.TURN, page.page, page.said)
    names = {card.id: card.word for card in lesson.plan.cards}
    names |= {chart.id: chart.title for chart in lesson.plan.organizers}
    for board in shown_by_name(lesson, heard, directed):
        yield Named(board.start, Deed.SHOW, board.board, names[board.board])


def _turned_from(layout: Layout, turns: Sequence[PageTurn], named: Named) -> str | None:
    """The page of the text that was there before the stage turned to what is named; None where it does not turn."""
    before = ""
    for turn in turns:
        page = layout.pages[turn.page]
        own = page.beside or page.id
        if abs(turn.at - named.at) < A_MOMENT and named.target in (own, page.board):
            return before or own
        if turn.at <= named.at and page.is_text:
            before = own
    return None


def _is_done(named: Named, directed: Directed) -> bool:
    """Whether it was done by hand about then, or the teacher had the stage turn elsewhere at that very moment."""
    done = directed.of(named.deed, named.target)
    settled = (own for own in directed.given if own.deed in (Deed.TURN, Deed.SHOW))
    return any(abs(own.at - named.at) <= DONE_ALREADY for own in done) or any(
        abs(own.at - named.at) < A_MOMENT for own in settled
    )


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
