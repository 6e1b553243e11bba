"""When each mark is drawn."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from wordtrail.core.cues.model import Drawing, Gate, Reveal
from wordtrail.core.direct.heard import Heard
from wordtrail.core.direct.mark_moments import named_when, talk_after, which_time
from wordtrail.core.edit.edit_list import EditList
from wordtrail.core.lesson.live_marks import DRAWN_IN_TALK
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.model import Mark
from wordtrail.core.marks.moment import Moment
from wordtrail.core.plan.part_names import tie_part

SHORTEST_DRAWING, LONGEST_DRAWING = 0.35, 4.0

AT_A_GATE = 1.0
"""Seconds over which a mark is drawn at a pause point."""

BEFORE_DRAWING = 0.3
"""Seconds before a stop in which no mark of the talk begins."""

GOES_ON = 0.05
"""Seconds after a stop at which a mark is drawn that waited for it."""


def placed_by_hand(lesson: Lesson, edits: EditList) -> tuple[Drawing, ...]:
    """The drawings whose moments were set by hand in a take, where that moment is kept."""
    own = {mark.id: mark.seconds for mark in lesson.marks}
    found = []
    for one in lesson.placed_marks:
        start = edits.near(one.take, one.start)
        if start is not None and one.mark in own:
            seconds = one.seconds or own[one.mark] or DRAWN_IN_TALK
            found.append(Drawing(one.mark, round(start, 4), round(start + seconds, 4)))
    return tuple(found)


def drawings(
    lesson: Lesson, heard: Heard, thinking: Mapping[str, float], by_hand: Sequence[Drawing] = ()
) -> tuple[Drawing, ...]:
    """Every mark's drawing, in order. `thinking` gives, for each pause point that comes, its think time; marks
    that were placed `by_hand` are drawn there. Another mark whose words were neither read nor named in talk is not
    drawn, unless it is there from the start or waits for a pause point."""
    found = list(by_hand)
    placed = {one.mark for one in by_hand}
    talked: dict[tuple[float, float], list[Mark]] = {}
    at_gates: dict[str, int] = {}
    for mark in lesson.marks:
        if mark.id in placed:
            continue
        if mark.moment is Moment.START:
            found.append(Drawing(mark.id, 0.0, 0.0))
        elif mark.moment is Moment.PAUSE and mark.pause in thinking:
            begin = thinking[mark.pause] + at_gates.get(mark.pause, 0) * AT_A_GATE
            at_gates[mark.pause] = at_gates.get(mark.pause, 0) + 1
            length = mark.seconds or AT_A_GATE
            found.append(Drawing(mark.id, round(begin, 4), round(begin + length, 4), mark.pause))
        elif mark.moment is Moment.TALK:
            room = talk_after(lesson, mark, heard)
            if named := _when_named(lesson, mark, heard):
                found.append(named)
            elif room:
                talked.setdefault(room, []).append(mark)
        elif drawing := _while_read(lesson, mark, heard) or _when_named(lesson, mark, heard):
            found.append(drawing)
    for (start, end), marks in talked.items():
        found += _shared(marks, start, end)
    return tuple(sorted(found, key=lambda one: (bool(one.gate), one.start)))


def undisturbed(
    lesson: Lesson, drawn: Sequence[Drawing], gates: Sequence[Gate], by_hand: Sequence[Drawing] = ()
) -> tuple[Drawing, ...]:
    """Drawings that no gate breaks off, and that show nothing before the students had their turn: a mark of the talk
    that would be drawn just where the lesson stops is drawn when it goes on. One that was placed `by_hand` waits only
    if it would stand half drawn."""
    talked = {mark.id for mark in lesson.marks if mark.moment is Moment.TALK}
    placed = {one.mark: one.end - one.start for one in by_hand}
    seconds = {mark.id: mark.seconds for mark in lesson.marks} | placed
    result = []
    for one in drawn:
        ahead = 0.0 if one.mark in placed else BEFORE_DRAWING
        stops = (g for g in gates if one.start - ahead <= g.at < one.end)
        gate = next(stops, None) if one.mark in talked | placed.keys() and not one.gate else None
        if gate:
            length = seconds.get(one.mark) or max(one.end - one.start, SHORTEST_DRAWING)
            start = round(gate.at + GOES_ON, 4)
            one = Drawing(one.mark, start, round(start + length, 4))
        result.append(one)
    return tuple(sorted(result, key=lambda one: (bool(one.gate), one.start)))


def numbers_tied(lesson: Lesson, drawn: Sequence[Drawing], gates: Sequence[Gate]) -> tuple[Reveal, ...]:
    """Numbers that stand for a box of a chart come there when they are drawn in the text."""
    tied = {mark.id for mark in lesson.marks if mark.form.tie()}
    stops_at = {gate.pause: gate.at for gate in gates}
    return tuple(
        Reveal(tie_part(one.mark), stops_at[one.gate], one.gate, one.start)
        if one.gate
        else Reveal(tie_part(one.mark), one.start)
        for one in drawn
        if one.mark in tied
    )


def marks_at(lesson: Lesson, point: str) -> int:
    """How many marks are drawn at a pause point."""
    return sum(mark.moment is Moment.PAUSE and mark.pause == point for mark in lesson.marks)


def _while_read(lesson: Lesson, mark: Mark, heard: Heard) -> Drawing | None:
    """Along with the reading of its words; when they are quoted later, with that."""
    run = [word.id for word in lesson.run(mark.first, mark.last)]
    if mark.moment is Moment.QUOTED:
        lights = [heard.passes.exactly(word, max(2, mark.nth)) for word in run]
    else:
        lights = [heard.passes.nth(word, which_time(lesson, mark)) for word in run]
    read = [heard.lights[index] for index in lights if index is not None]
    if not read:
        return None
    start, end = min(light.start for light in read), max(light.end for light in read)
    length = mark.seconds or min(max(end - start, SHORTEST_DRAWING), LONGEST_DRAWING)
    return Drawing(mark.id, start, round(start + length, 4))


def _shared(marks: Sequence[Mark], start: float, end: float) -> list[Drawing]:
    """Marks that share a talk in their order, each at the beginning of its part."""
    part = (end - start) / len(marks)
    drawn, now = [], start
    for number, mark in enumerate(marks):
        begin = max(now, start + number * part)
        length = mark.seconds or min(DRAWN_IN_TALK, max(part, SHORTEST_DRAWING))
        drawn.append(Drawing(mark.id, round(begin, 4), round(begin + length, 4)))
        now = begin + length
    return drawn


def _when_named(lesson: Lesson, mark: Mark, heard: Heard) -> Drawing | None:
    """When its words are named in talk."""
    at = named_when(lesson, mark, heard)
    length = mark.seconds or DRAWN_IN_TALK
    return None if at is None else Drawing(mark.id, round(at, 4), round(at + length, 4))
