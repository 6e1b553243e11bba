"""The pages that were turned to, brought up and put away by hand."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from math import isfinite

from wordtrail.core.direct.course import PageTurn
from wordtrail.core.direct.directed import Directed
from wordtrail.core.direct.heard import Heard
from wordtrail.core.direct.mark_moments import named_when
from wordtrail.core.direct.pages import BACK_TO_TEXT
from wordtrail.core.direct.said_pages import said_pages
from wordtrail.core.direct.shown_by_name import ShownByName
from wordtrail.core.layout.model import Layout
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.bare import bare
from wordtrail.core.trail.directions import Deed

HANDS = 3.0
"""Seconds around something that is named in which a turn by hand counts instead."""

NOWHERE = -1
"""The page of what is not there any more."""


def page_turned_to(layout: Layout, target: str) -> int:
    """The page of the text with this id; where the layout parts the passage's pages otherwise, the first one of its
    page. NOWHERE when it is not there any more."""
    ids = [page.id for page in layout.pages]
    if target in ids:
        return ids.index(target)
    own = target.partition(".")[0]
    return next((number for number, id in enumerate(ids) if id.partition(".")[0] == own), NOWHERE)


def turns_by_name(layout: Layout, shown: Sequence[ShownByName], by_hand: Sequence[PageTurn]) -> tuple[PageTurn, ...]:
    """The turns to what is named in talk and back from it, where no hand turns meanwhile."""
    turns: list[PageTurn] = []
    for one in shown:
        page = layout.page_of_board(one.board)
        until = one.end if isfinite(one.end) else one.start + HANDS
        if page is None or any(one.start - HANDS <= turn.at <= until for turn in by_hand):
            continue
        turns.append(PageTurn(one.start, page))
        if isfinite(one.end):
            turns.append(PageTurn(one.end, BACK_TO_TEXT))
    return tuple(turns)


def turns_by_number(layout: Layout, heard: Heard, by_hand: Sequence[PageTurn]) -> tuple[PageTurn, ...]:
    """The turns to the pages whose numbers are said and surely heard, where no hand turns about then."""
    return tuple(
        PageTurn(round(one.at, 4), page_turned_to(layout, one.page))
        for one in said_pages(layout, heard.asides)
        if one.sure and not any(abs(turn.at - one.at) <= HANDS for turn in by_hand)
    )


def turns_by_hand(layout: Layout, directed: Directed, answered: Mapping[str, float]) -> tuple[PageTurn, ...]:
    """Every turn by hand, in order; BACK_TO_TEXT where something is put away. A question that is `answered` with her
    key or voice after its stop (its moment) stays on the stage."""
    # Of a board that takes several pages, the first.
    numbered = reversed(list(enumerate(layout.pages)))
    pages = {page.board: number for number, page in numbered if page.board and not page.beside}
    given = [(one.at, one.deed, one.target) for one in directed.given]
    given += [(at, Deed.SHOW, id) for id, at in answered.items() if id in pages]
    turns: list[PageTurn] = []
    for at, deed, target in sorted(given, key=lambda one: one[0]):
        if deed is Deed.TURN:
            page = page_turned_to(layout, target)
        elif deed is Deed.SHOW:
            page = pages.get(target, NOWHERE)
        elif deed is Deed.BACK:
            page = BACK_TO_TEXT
        else:
            continue
        if page != NOWHERE:
            turns.append(PageTurn(at, page))
    return tuple(turns)


def turns_to_marks(
    lesson: Lesson, heard: Heard, layout: Layout, turns: Sequence[PageTurn], by_hand: Sequence[PageTurn]
) -> tuple[PageTurn, ...]:
    """The turns to the pages of marks that are named in talk, where no hand turns about then. Where the same words
    stand on the page that is shown, it stays."""
    places = layout.places()
    printed = {word.id: bare(word.text) for word in lesson.words}
    found = []
    for mark in lesson.marks:
        at = named_when(lesson, mark, heard) if mark.first in places else None
        if at is None or any(at - HANDS <= turn.at <= at + HANDS for turn in by_hand):
            continue
        shown = layout.pages[next((turn.page for turn in reversed(turns) if turn.at <= at), 0)]
        there = {printed.get(box.word, "") for box in shown.boxes}
        if not all(bare(word.text) in there for word in lesson.run(mark.first, mark.last)):
            found.append(PageTurn(round(at, 4), places[mark.first][0]))
    return tuple(found)
