"""A board that takes several pages is leafed through where nobody reads them: in the time that is left before the stage
goes on."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import groupby

from wordtrail.core.direct.course import Light, PageTurn
from wordtrail.core.layout.model import Layout
from wordtrail.core.pace.silent import READ_SILENTLY, SETTLE

SHORTEST_LOOK = 2.0
"""Seconds for which a page must be seen to be turned to."""


def leafed(layout: Layout, turns: Sequence[PageTurn], lights: Sequence[Light], seconds: float) -> tuple[PageTurn, ...]:
    """The turns of a lesson of so many `seconds` with those that leaf through boards. A page that is read is turned to
    by its words; what follows it unread shares the time from its last word on, by words."""
    found: list[PageTurn] = []
    shown = zip(turns, [*(turn.at for turn in turns[1:]), seconds], strict=True)
    for board, group in groupby(shown, key=lambda item: _board_of(layout, item[0].page)):
        own = list(group)
        pages = layout.pages_of_board(board) if board else ()
        seen = {turn.page for turn, _ in own}
        for turn, until in own:
            known = min((page for page in seen if page > turn.page), default=len(layout.pages))
            following = [page for page in pages if turn.page < page < known]
            turned = _shared(layout, turn, until, following, lights) if following else []
            seen |= {one.page for one in turned}
            found += [turn, *turned]
    return tuple(found)


def turned_to_parts(
    layout: Layout, turns: Sequence[PageTurn], parts: Sequence[tuple[float, str]]
) -> tuple[PageTurn, ...]:
    """The turns with those to the page of a board on which something comes (when, and which part), where another page
    of the board is shown; it stays for a while."""
    found = list(turns)
    for at, part in parts:
        now = next((turn for turn in reversed(found) if turn.at <= at), None)
        pages = layout.pages_of_board(_board_of(layout, now.page)) if now else ()
        if now is None or len(pages) < 2 or part in {one.id for one in layout.pages[now.page].parts}:
            continue
        there = [page for page in pages if part in {one.id for one in layout.pages[page].parts}]
        if there:
            found = [one for one in found if one.page not in pages or not at < one.at < at + SHORTEST_LOOK]
            found = sorted([*found, PageTurn(round(at, 4), there[0])], key=lambda one: one.at)
    return tuple(found)


def _shared(
    layout: Layout, turn: PageTurn, until: float, following: Sequence[int], lights: Sequence[Light]
) -> list[PageTurn]:
    """Turns to the pages that follow one, before the stage goes on at `until`."""
    words = {box.word for box in layout.pages[turn.page].boxes}
    read = [light.end for light in lights if light.word in words and turn.at <= light.start < until]
    begin = max([turn.at, *read])
    # Who reads a page has seen it when she is through; one that nobody reads has its share as well.
    pages = list(following) if read else [turn.page, *following]
    shares = [SETTLE + len(layout.pages[page].boxes) / READ_SILENTLY for page in pages]
    now, turned = begin, []
    for page, share in zip(pages, shares, strict=True):
        if page != turn.page and until - now >= SHORTEST_LOOK:
            turned.append(PageTurn(round(now, 4), page))
        now += (until - begin) * share / sum(shares)
    return turned


def _board_of(layout: Layout, page: int) -> str:
    here = layout.pages[page]
    return "" if here.beside else here.board
