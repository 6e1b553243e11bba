"""The read-through of a result, before a film or a link is made of it: what does not come out as it was planned.

Each finding says in a sentence what it is, where it is, and where it is mended.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from enum import StrEnum
from itertools import pairwise

from wordtrail.core.cues.model import CueSheet, Drawing
from wordtrail.core.cues.state import state_at
from wordtrail.core.edit.edit_list import EditList
from wordtrail.core.layout.model import Layout
from wordtrail.core.lesson.answers import disclosures
from wordtrail.core.lesson.boards import boards
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.model import Mark
from wordtrail.core.plan.cards import Shown

LONGEST_LISTENING = 90.0
"""Seconds for which students only listen before it is said."""


AT_THE_END = 12.0
"""Seconds before the end from which on a pause point says what to do there."""


class Remedy(StrEnum):
    """Where a finding is mended."""

    SYNC = "sync"
    PLAN = "plan"


@dataclass(frozen=True, slots=True)
class Finding:
    """Something to look at: `at` is its moment in the take that is heard there (None: it has none), `about` the id of
    what it is about."""

    sentence: str
    remedy: Remedy
    about: str = ""
    at: float | None = None


def read_through(lesson: Lesson, layout: Layout, sheet: CueSheet, edits: EditList) -> tuple[Finding, ...]:
    """Everything to look at in a lesson as it will be seen, in plain words; nothing where there is no take."""
    if not edits.clips:
        return ()
    reader = _Reader(lesson, layout, sheet, edits)
    return (*reader.never_shown(), *reader.not_seen(), *reader.too_early(), *reader.only_listening(), *reader.ending())


class _Reader:
    def __init__(self, lesson: Lesson, layout: Layout, sheet: CueSheet, edits: EditList) -> None:
        self._lesson, self._layout, self._sheet, self._edits = lesson, layout, sheet, edits
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
        laid = {one.id: one for one in self._layout.marks}
        marks = {one.id: one for one in self._lesson.marks}
        for drawing in self._sheet.drawings:
            if drawing.end <= drawing.start or drawing.mark not in laid or marks[drawing.mark].form.tie():
                # A number that is tied to a box of a chart is seen there.
                continue
            own = laid[drawing.mark]
            pages = {one.page for one in own.stretches} | {one.page for one in own.strokes}
            at, page = self._page_of(drawing)
            if pages and page not in pages:
                named = self._named(marks[drawing.mark])
                yield Finding(
                    f"The mark on {named} is drawn while another page is on the stage.", Remedy.SYNC, drawing.mark,
                    self._in_take(at),
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
                    point.id, self._in_take(early[0].at),
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
                    at=self._in_take(begin),
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

    def _in_take(self, time: float) -> float | None:
        found = self._edits.to_take(min(max(time, self._edits.lead), self._edits.seconds - 1e-3))
        return round(found[1], 2) if found else None

    def _named(self, mark: Mark) -> str:
        first, last = self._words.get(mark.first, ""), self._words.get(mark.last, "")
        return f"“{first}”" if first == last else f"“{first} … {last}”"
