"""The read-through of a result, before a film or a link is made of it: what does not come out as it was planned.

Each finding says in a sentence what it is, where it is, and where it is mended.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import replace
from itertools import pairwise

from wordtrail.core.cues.announced import announced
from wordtrail.core.cues.finding import Finding, Remedy
from wordtrail.core.cues.model import CueSheet, Drawing
from wordtrail.core.cues.state import state_at
from wordtrail.core.direct.heard import said_in
from wordtrail.core.edit.edit_list import EditList
from wordtrail.core.layout.model import Layout
from wordtrail.core.lesson.answers import disclosures
from wordtrail.core.lesson.boards import boards
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.model import Mark
from wordtrail.core.plan.cards import Shown
from wordtrail.core.trail.model import Trail

LONGEST_LISTENING = 90.0
"""Seconds for which students only listen before it is said."""


AT_THE_END = 12.0
"""Seconds before the end from which on a pause point says what to do there."""


def read_through(
    lesson: Lesson, layout: Layout, sheet: CueSheet, edits: EditList, trails: Mapping[str, Trail]
) -> tuple[Finding, ...]:
    """Everything to look at in a lesson as it will be seen, in plain words; nothing where there is no take. Its moments
    are of the take."""
    if not edits.clips:
        return ()
    _, talk = said_in(lesson, trails, edits)
    reader = _Reader(lesson, layout, sheet)
    found = (
        *reader.never_shown(), *reader.not_seen(), *announced(lesson, layout, sheet, talk), *reader.too_early(),
        *reader.only_listening(), *reader.ending(),
    )  # fmt: skip
    return tuple(replace(one, at=_in_take(one.at, edits)) for one in dict.fromkeys(found))


def _in_take(time: float | None, edits: EditList) -> float | None:
    found = None if time is None else edits.to_take(min(max(time, edits.lead), edits.seconds - 1e-3))
    return round(found[1], 2) if found else None


class _Reader:
    def __init__(self, lesson: Lesson, layout: Layout, sheet: CueSheet) -> None:
        self._lesson, self._layout, self._sheet = lesson, layout, sheet
        self._words = {word.id: word.text for word in lesson.words}

    def never_shown(self) -> Iterator[Finding]:
        """Boards, charts and marks that were planned and never come."""
        pages = {turn.page for turn in self._sheet.pages} | {gate.page for gate in self._sheet.gates}
        seen = {self._layout.pages[page].board for page in pages if page >= 0}
        seen |= {gate.shows for gate in self._sheet.gates}
        seen |= {point.organizer for point in self._lesson.pause_points if point.organizer}
        for board in boards(self._lesson):
            if board.id in seen or board.point:
                continue
            if board.organizer:
                yield Finding(f"The chart “{board.organizer.title}” is never shown.", Remedy.SYNC, board.id)
            elif board.card and board.card.shown is Shown.REACHED:
                yield Finding(
                    f"The card “{board.card.word}” is never shown, for its word is not read.", Remedy.SYNC, board.id
                )
        drawn = {one.mark for one in self._sheet.drawings}
        for mark in self._lesson.marks:
            if mark.id not in drawn:
                yield Finding(
                    f"The mark on {self._named(mark)} is never drawn, for its words are not read.", Remedy.SYNC, mark.id
                )

    def not_seen(self) -> Iterator[Finding]:
        """Marks that are drawn while their page is not on the stage."""
        pages_of: dict[str, set[int]] = {}
        for laid in self._layout.marks:
            own = pages_of.setdefault(laid.id, set())
            own |= {one.page for one in laid.stretches} | {one.page for one in laid.strokes}
        marks = {one.id: one for one in self._lesson.marks}
        for drawing in self._sheet.drawings:
            if drawing.end <= drawing.start or drawing.mark not in pages_of or marks[drawing.mark].form.tie():
                # A number that is tied to a box of a chart is seen there.
                continue
            pages = pages_of[drawing.mark]
            at, page = self._page_of(drawing)
            if pages and page not in pages:
                named = self._named(marks[drawing.mark])
                yield Finding(
                    f"The mark on {named} is drawn while another page is on the stage.", Remedy.SYNC, drawing.mark,
                    at,
                )  # fmt: skip

    def too_early(self) -> Iterator[Finding]:
        """Parts of an answer that are seen before the students had their turn."""
        stops = {gate.shows: gate.at for gate in self._sheet.gates}
        for point in self._lesson.pause_points:
            own = {part for one in disclosures(point) for part in one.parts}
            early = [one for one in self._sheet.reveals if one.part in own and one.at < stops.get(point.id, 0.0)]
            if early:
                yield Finding(
                    f"The answer to “{point.question}” is seen before the students had their turn.", Remedy.SYNC,
                    point.id, early[0].at,
                )  # fmt: skip

    def only_listening(self) -> Iterator[Finding]:
        """Long stretches without an invitation to do something."""
        asked = [gate.at for gate in self._sheet.gates if not gate.auto]
        for begin, end in pairwise([self._sheet.title_until, *asked, self._sheet.seconds]):
            if end - begin > LONGEST_LISTENING:
                minutes, seconds = divmod(round(end - begin), 60)
                long = f"{minutes} min {seconds} s" if seconds else f"{minutes} min"
                yield Finding(
                    f"For {long} students only listen: nothing asks them to think, say or do something.", Remedy.PLAN,
                    at=begin,
                )  # fmt: skip

    def ending(self) -> Iterator[Finding]:
        """A lesson that just stops."""
        closing = self._lesson.plan.closing
        points = {point.id for point in self._lesson.pause_points}
        asked = any(one.shows in points and one.at >= self._sheet.seconds - AT_THE_END for one in self._sheet.gates)
        if not (closing.task or closing.recap or asked):
            yield Finding("Nothing tells students at the end what to do now.", Remedy.PLAN)

    def _page_of(self, drawing: Drawing) -> tuple[float, int]:
        """The moment (lesson time) at which a mark is drawn, and the page that is on the stage then."""
        if drawing.gate:
            gate = next(one for one in self._sheet.gates if one.pause == drawing.gate)
            return gate.at, state_at(self._sheet, gate.at, gate.pause, drawing.start).page
        return drawing.start, state_at(self._sheet, (drawing.start + drawing.end) / 2).page

    def _named(self, mark: Mark) -> str:
        first, last = self._words.get(mark.first, ""), self._words.get(mark.last, "")
        return f"“{first}”" if first == last else f"“{first} … {last}”"
