"""Where the teacher points, and how close she comes: by hand, or as it was planned."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import replace
from itertools import groupby, pairwise

from wordtrail.core.direct.carried import carried
from wordtrail.core.direct.course import PageTurn, Pointing, ViewMove
from wordtrail.core.direct.directed import Directed
from wordtrail.core.direct.turned import NOWHERE, page_turned_to
from wordtrail.core.layout.drawing import Rectangle, closer_view
from wordtrail.core.layout.mark_shapes import region_on
from wordtrail.core.layout.model import Layout, WordBox
from wordtrail.core.text.model import Region
from wordtrail.core.trail.closer_targets import OnPicture, OnWords, read_target
from wordtrail.core.trail.directions import Deed

SWEEP, SHORTEST_SWEEP, NEXT_LINE = 500.0, 0.5, 0.3
"""Page units a second at which the pointer goes along words, the fewest seconds for a line, and those to the next."""

RESTS = 1.5
"""Seconds for which it rests on a picture or a part of it."""

FOOT = 0.2
"""Times the size: how far below the line of writing it goes."""


def pointings(
    layout: Layout,
    directed: Directed,
    turns: Sequence[PageTurn],
    regions: Mapping[tuple[str, str], Region],
    drawn_on: Layout,
    planned: Iterable[Pointing] = (),
) -> tuple[Pointing, ...]:
    """Every movement of the pointer in order: on the page it was made on, or where it was put afterwards: along words,
    on a picture or a part of it; and as it was `planned`. `drawn_on` is the layout in whose page units its way is kept:
    the wide one."""
    found = list(planned)
    for one in directed.given:
        if one.deed is not Deed.POINT:
            continue
        put_on = read_target(one.target)
        if isinstance(put_on, OnWords):
            found += _along_words(layout, put_on, one.at)
        elif isinstance(put_on, OnPicture):
            place = place_of(layout, one.target, regions)
            found += [_on_the_middle(*place, one.at)] if place else []
        elif one.path and (page := page_turned_to(drawn_on, one.target)) != NOWHERE:
            way = (page, one.path) if layout is drawn_on else carried(one.path, drawn_on.pages[page], layout)
            found += [Pointing(round(one.at, 4), *way)] if way else []
    found.sort(key=lambda one: one.at)
    return tuple(replace(one, page=_as_shown(layout, turns, one.at, one.page)) for one in found)


def _as_shown(layout: Layout, turns: Sequence[PageTurn], at: float, page: int) -> int:
    """A page of the text, or the one that stands for it at that moment since a chart is beside it."""
    shown = next((turn.page for turn in reversed(turns) if turn.at <= at), page)
    stands_for = layout.pages[shown].beside
    own = layout.pages[page].beside or layout.pages[page].id
    return shown if stands_for and stands_for == own else page


def _on_the_middle(page: int, place: Rectangle, at: float) -> Pointing:
    """The pointer rests on the middle of a part of a page."""
    left, top, right, bottom = place
    middle = (round((left + right) / 2, 2), round((top + bottom) / 2, 2))
    return Pointing(round(at, 4), page, (0.0, *middle, RESTS, *middle))


def _along_words(layout: Layout, words: OnWords, at: float) -> list[Pointing]:
    """The pointer goes along the feet of words, line by line, and rests on the last one."""
    places = layout.places()
    if words.first not in places:
        return []
    number, _ = places[words.first]
    path: list[float] = []
    now = 0.0
    for _, line in groupby(_run(layout.pages[number].boxes, words), key=lambda box: box.line):
        boxes = list(line)
        left, right = boxes[0].x, boxes[-1].x + boxes[-1].width
        foot = boxes[0].baseline + FOOT * boxes[0].size
        path += [round(now, 2), round(left, 2), round(foot, 2)]
        now += max(SHORTEST_SWEEP, (right - left) / SWEEP)
        path += [round(now, 2), round(right, 2), round(foot, 2)]
        now += NEXT_LINE
    return [Pointing(round(at, 4), number, tuple(path))]


def view_moves(
    layout: Layout,
    directed: Directed,
    turns: Sequence[PageTurn],
    regions: Mapping[tuple[str, str], Region],
    planned: Iterable[tuple[float, str]] = (),
) -> tuple[ViewMove, ...]:
    """Every time the view comes closer to words, a picture or a part of it, and goes back to the whole page: when she
    does, as it was `planned`, or when the page is turned."""
    whole = (0.0, 0.0, layout.width, layout.height)
    moves: list[ViewMove] = []
    wanted = [(one.at, one.target) for one in directed.given if one.deed is Deed.CLOSER]
    put_away = [(one.at, "") for one in directed.given if one.deed is Deed.BACK]
    turned = [(there.at, "") for here, there in pairwise(turns) if here.page != there.page]
    for at, target in sorted([*wanted, *put_away, *turned, *planned]):
        if target:
            page, place = place_of(layout, target, regions) or (NOWHERE, whole)
            if page != NOWHERE:
                page = _as_shown(layout, turns, at, page)
                moves.append(ViewMove(round(at, 4), page, closer_view(place, layout.width, layout.height)))
        elif moves and moves[-1].view != whole:
            moves.append(ViewMove(round(at, 4), moves[-1].page, whole))
    return tuple(moves)


def place_of(layout: Layout, target: str, regions: Mapping[tuple[str, str], Region]) -> tuple[int, Rectangle] | None:
    """Where what she comes closer to stands: its page, and left, top, right and bottom there."""
    wanted = read_target(target)
    if isinstance(wanted, OnWords):
        return _words_on(layout, wanted)
    if isinstance(wanted, OnPicture):
        for number, page in enumerate(layout.pages):
            for picture in page.pictures:
                if picture.id == wanted.block and not page.beside:
                    return number, region_on(picture, regions.get((wanted.block, wanted.region)))
    return None


def _words_on(layout: Layout, wanted: OnWords) -> tuple[int, Rectangle] | None:
    places = layout.places()
    if wanted.first not in places:
        return None
    number, _ = places[wanted.first]
    boxes = list(_run(layout.pages[number].boxes, wanted))
    return number, (
        min(box.x for box in boxes), min(box.baseline - box.size for box in boxes),
        max(box.x + box.width for box in boxes), max(box.baseline + 0.3 * box.size for box in boxes),
    )  # fmt: skip


def _run(boxes: Sequence[WordBox], wanted: OnWords) -> Iterator[WordBox]:
    """The boxes of a page from the first word to the last one, or to the end of the page."""
    begun = False
    for box in boxes:
        begun = begun or box.word == wanted.first
        if begun:
            yield box
        if begun and box.word == wanted.last:
            return
