"""When each mark is drawn."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence

from wordtrail.core.cues.model import Drawing, Gate, Reveal
from wordtrail.core.direct.heard import Heard
from wordtrail.core.edit.edit_list import EditList
from wordtrail.core.lesson.live_marks import DRAWN_IN_TALK
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.readings import reading_number
from wordtrail.core.marks.model import Mark
from wordtrail.core.marks.moment import Moment
from wordtrail.core.plan.part_names import tie_part
from wordtrail.core.text.model import Word

SHORTEST_DRAWING, LONGEST_DRAWING = 0.35, 4.0

ANYWHERE = (0.0, float("inf"))
"""Moments between which all of a lesson lies."""

AT_A_GATE = 1.0
"""Seconds over which a mark is drawn at a pause point."""

BEFORE_DRAWING = 0.3
"""Seconds before a stop in which no mark of the talk begins."""

GOES_ON = 0.05
"""Seconds after a stop at which a mark is drawn that waited for it."""

TALK_BEGINS = 0.3
"""Seconds by which talk may seem to begin before the word before it has ended."""


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
            room = _talk_after(lesson, mark, heard)
            if named := _when_named(lesson, mark, heard, *(room or ANYWHERE)):
                found.append(named)
            elif room:
                talked.setdefault(room, []).append(mark)
        elif drawing := _while_read(lesson, mark, heard) or _when_named(lesson, mark, heard, *ANYWHERE):
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


def _words(lesson: Lesson, mark: Mark) -> Sequence[Word]:
    order = lesson.positions()
    return lesson.words[order[mark.first] : order[mark.last] + 1]


def _number(lesson: Lesson, mark: Mark) -> int:
    return max(mark.nth, reading_number(lesson, mark.reading))


def _while_read(lesson: Lesson, mark: Mark, heard: Heard) -> Drawing | None:
    """Along with the reading of its words; when they are quoted later, with that."""
    run = [word.id for word in _words(lesson, mark)]
    if mark.moment is Moment.QUOTED:
        lights = [heard.passes.exactly(word, max(2, mark.nth)) for word in run]
    else:
        lights = [heard.passes.nth(word, _number(lesson, mark)) for word in run]
    read = [heard.lights[index] for index in lights if index is not None]
    if not read:
        return None
    start, end = min(light.start for light in read), max(light.end for light in read)
    length = mark.seconds or min(max(end - start, SHORTEST_DRAWING), LONGEST_DRAWING)
    return Drawing(mark.id, start, round(start + length, 4))


def _when_named(lesson: Lesson, mark: Mark, heard: Heard, begin: float, end: float) -> Drawing | None:
    """When its words are named in talk between two moments."""
    at = heard.talk.named_at([word.text for word in _words(lesson, mark)], begin, end)
    length = mark.seconds or DRAWN_IN_TALK
    return None if at is None else Drawing(mark.id, round(at, 4), round(at + length, 4))


def _talk_after(lesson: Lesson, mark: Mark, heard: Heard) -> tuple[float, float] | None:
    """Start and end of the talk after the mark's sentence, or else after its paragraph; where nobody talks,
    the moment its sentence ends. None when its words were not read."""
    own = heard.passes.nth(mark.last, _number(lesson, mark))
    if own is None:
        return None
    sentence_end = heard.sentence_end(own)
    block_end = _last_of(own, heard, lambda word: heard.block.get(word) == heard.block.get(mark.last))
    for index in dict.fromkeys((sentence_end, block_end)):
        if talk := _talk_from(index, heard):
            return talk
    end = heard.lights[sentence_end].end
    return end, end


def _last_of(index: int, heard: Heard, belongs: Callable[[str], bool]) -> int:
    """The last light of the run of lights from `index` on whose words belong together."""
    while index + 1 < len(heard.lights) and belongs(heard.lights[index + 1].word):
        index += 1
    return index


def _talk_from(index: int, heard: Heard) -> tuple[float, float] | None:
    """The talk between a light and the next one."""
    light = heard.lights[index]
    following = heard.lights[index + 1].start if index + 1 < len(heard.lights) else float("inf")
    talk = [a for a in heard.asides if a.start >= light.end - TALK_BEGINS and a.start < following]
    if not talk:
        return None
    return max(talk[0].start, light.start), min(talk[-1].end, following)


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
