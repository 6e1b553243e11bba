"""The director: what was directed by hand, read, named in talk and planned, put together to the stage's course.

What is stronger counts: directions by hand, then what was read, then what was named in talk, then the plan. Each has
its rule in a module of its own; here they meet.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

from wordtrail.core.direct.answering import answered_when
from wordtrail.core.direct.close_ups import planned_views
from wordtrail.core.direct.course import PageTurn, Pointing, ViewMove
from wordtrail.core.direct.directed import NOTHING_DIRECTED, Directed, directed_in
from wordtrail.core.direct.heard import Heard
from wordtrail.core.direct.leafing import leafed
from wordtrail.core.direct.pages import TURN_AHEAD, Places, page_turns
from wordtrail.core.direct.planned_pointing import planned_pointings
from wordtrail.core.direct.pointing import pointings, view_moves
from wordtrail.core.direct.shown_by_name import shown_by_name
from wordtrail.core.direct.stops import Stopping, stops_in, with_silences
from wordtrail.core.direct.turned import turns_by_hand, turns_by_name, turns_by_number, turns_to_marks
from wordtrail.core.edit.edit_list import EditList
from wordtrail.core.layout.model import Layout
from wordtrail.core.layout.stages import WIDE
from wordtrail.core.layout.typeset import regions_of, typeset
from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.trail.model import Trail

TALKS_FROM = 1.5
"""Seconds from which something that is said before the first word is talk."""


@dataclass(frozen=True, slots=True)
class Course:
    """The course of a lesson from `lead` (behind its title) to `seconds`: what was directed by hand, the moments of
    the pause points, the pages of the stage, all in lesson time; `named` are the boards that come because they are
    named, `answers` when which of what a question shows comes with her key or voice; `pointings` and `views` where she
    points and how close she comes."""

    lead: float
    seconds: float
    directed: Directed = NOTHING_DIRECTED
    moments: Mapping[str, Stopping] = field(default_factory=dict)
    turns: tuple[PageTurn, ...] = ()
    named: frozenset[str] = frozenset()
    answers: Mapping[str, tuple[tuple[float, int], ...]] = field(default_factory=dict)
    pointings: tuple[Pointing, ...] = ()
    views: tuple[ViewMove, ...] = ()


def course_of(lesson: Lesson, trails: Mapping[str, Trail], layout: Layout, edits: EditList, heard: Heard) -> Course:
    """The course of a lesson in which this is `heard` when `edits` of its takes are played."""
    directed = directed_in(lesson.directions, edits)
    moments = _moments(lesson, trails, edits)
    stopped = tuple(sorted(one.at for one in moments.values()))
    charts = frozenset(page.board for page in layout.pages if page.beside)
    named = shown_by_name(lesson, heard, directed, charts)
    answers = answered_when(lesson, heard, directed, moments)
    by_hand = turns_by_hand(layout, directed, {id: moments[id].at for id in answers})
    wanted = (*by_hand, *turns_by_name(layout, named, by_hand), *turns_by_number(layout, heard, by_hand))
    turns = _page_turns(lesson, heard, layout, edits.lead, wanted, stopped)
    if to_marks := turns_to_marks(lesson, heard, layout, turns, wanted):
        turns = _page_turns(lesson, heard, layout, edits.lead, (*wanted, *to_marks), stopped)
    turns = leafed(layout, turns, heard.lights, edits.seconds)
    boards = frozenset(one.board for one in named)
    regions = regions_of(lesson.passages)
    drawn_on = layout if layout.name == WIDE.name and not layout.caption_room else typeset(lesson)
    ways = planned_pointings(lesson, heard.lights, layout, regions)
    pointed = pointings(layout, directed, turns, regions, drawn_on, ways)
    views = view_moves(layout, directed, turns, regions, planned_views(lesson, heard.lights))
    return Course(edits.lead, edits.seconds, directed, moments, turns, boards, answers, pointed, views)


def _moments(lesson: Lesson, trails: Mapping[str, Trail], edits: EditList) -> dict[str, Stopping]:
    """The stops of all pause points, in lesson time."""
    whole = with_silences(edits, trails)

    def heard_at(time: float) -> float:
        """A moment of the lesson with her silences → when that is without them."""
        place = whole.to_take(time)
        at = edits.near(*place) if place else None
        return edits.seconds if at is None else at

    return {
        point: Stopping(heard_at(stop.at), None if stop.asked is None else heard_at(stop.asked), None)
        for point, stop in stops_in(lesson, trails, whole).items()
    }


def _page_turns(
    lesson: Lesson, heard: Heard, layout: Layout, lead: float, by_hand: Sequence[PageTurn], stopped: tuple[float, ...]
) -> tuple[PageTurn, ...]:
    """The pages of the stage: the title first, also while the teacher talks before her first word."""
    texts = [index for index, page in enumerate(layout.pages) if page.boxes and not page.board and not page.title]
    page_of = {word: page for word, (page, _) in layout.places().items()}
    lights = heard.lights
    first = page_of[lights[0].word] if lights else (texts[0] if texts else 0)
    begin = lead
    if layout.pages[first].title:
        begin = 0.0
    elif lead > 0 and _talks_before(heard):
        begin = max(lead, round(lights[0].start - TURN_AHEAD, 4))
    if begin > 0:
        begin = max(lead, min([begin, *(one.at for one in by_hand)]))
    points = _words_after_points(lesson)
    beside = {
        index: frozenset(box.word for box in page.boxes)
        for index, page in enumerate(layout.pages)
        if page.board and page.boxes
    }
    places = Places(
        page_of,
        {word.id: number for number, word in enumerate(script(lesson))},
        beside,
        {index: frozenset(points.get(layout.pages[index].board, ())) for index in beside},
        frozenset(texts),
        stopped,
        _with_chart(layout),
        {number: page.board for number, page in enumerate(layout.pages) if page.board and not page.beside},
    )
    turns = page_turns(lights, places, by_hand, PageTurn(begin, first))
    return (PageTurn(0.0, 0), *turns) if begin > 0 else turns


def _with_chart(layout: Layout) -> dict[tuple[int, int], int]:
    """The pages on which a chart stands beside a page of the text, by both."""
    number_of = {page.id: number for number, page in enumerate(layout.pages)}
    found = {}
    for number, page in enumerate(layout.pages):
        chart = layout.page_of_board(page.board) if page.beside else None
        if chart is not None:
            found[number_of[page.beside], chart] = number
    return found


def _talks_before(heard: Heard) -> bool:
    """Whether the teacher talks before the first word that is read."""
    return bool(heard.lights) and any(
        one.start < heard.lights[0].start and one.end - one.start >= TALKS_FROM for one in heard.asides
    )


def _words_after_points(lesson: Lesson) -> dict[str, tuple[str, ...]]:
    """Pause point → the word with which the reading goes on after it."""
    positions = lesson.positions()
    found = {}
    for point in lesson.pause_points:
        place = positions.get(point.after, len(positions)) + 1
        found[point.id] = tuple(word.id for word in lesson.words[place : place + 1])
    return found
