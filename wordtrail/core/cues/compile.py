"""From lesson, trails and layout to the cue sheet."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from itertools import groupby, pairwise

from wordtrail.core.cues.model import Caption, CueSheet, Drawing, Gate, Light, PageTurn
from wordtrail.core.edit.edit_list import Clip, EditList, trimmed_ends
from wordtrail.core.layout.model import Layout
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.model import Mark
from wordtrail.core.trail.mending import mended, on_passage
from wordtrail.core.trail.model import UNSURE_BELOW, Aside, Trail

VERSION = 1

TITLE_SECONDS = 3.0
"""How long the title card is seen before the first sound."""

LINGER = 0.4
"""Seconds: a word stays lit until the next one when the gap between them is no longer, so that
the light walks instead of flickering."""

TURN_AHEAD = 0.6
"""Seconds before its first word that a page is turned, if the word before has ended by then."""

GATE_AFTER = 0.12
"""Seconds after a word's end that its pause point stops the lesson, before the next word begins."""

SHORTEST_DRAWING, LONGEST_DRAWING = 0.35, 4.0
CAPTION_CHARACTERS = 74
TALK_CAPTIONED_FROM = 1.5
TALK = "[The teacher talks about it.]"


def edit_list_of(lesson: Lesson, trails: Mapping[str, Trail], *, lead: float = TITLE_SECONDS) -> EditList:
    """What is kept of the chosen take: between its trims, set by hand or found by themselves.

    Empty when no take is chosen or the chosen one has no trail yet.
    """
    take = lesson.chosen_take
    trail = trails.get(take)
    if trail is None:
        return EditList((), lead)
    by_hand = next((trim for trim in lesson.trims if trim.take == take), None)
    start, end = trimmed_ends(trail.sound_start, trail.sound_end, trail.seconds)
    if by_hand:
        start, end = max(0.0, by_hand.start), min(trail.seconds, by_hand.end)
    return EditList((Clip(take, start, end),), lead)


def whole_take(take: str, trail: Trail) -> EditList:
    """The take as it is, for the Sync step: lesson time is take time."""
    return EditList((Clip(take, 0.0, trail.seconds),), 0.0)


def compile_cues(lesson: Lesson, trails: Mapping[str, Trail], layout: Layout, edits: EditList) -> CueSheet:
    """Everything that happens on the stage when `edits` of the takes are heard.

    Trails are mended and re-anchored here; words without a box in `layout` are passed over.
    """
    page_of = {word: page for word, (page, _) in layout.places().items()}
    heard, asides = _heard(lesson, trails, edits)
    lights = _lingering([light for light in heard if light.word in page_of], page_of)
    first_page = 1 if len(layout.pages) > 1 else 0
    gates = _gates(lesson, lights, edits)
    return CueSheet(
        version=VERSION,
        layout=layout.name,
        seconds=round(edits.seconds, 4),
        title_until=edits.lead,
        pages=_page_turns(lights, page_of, edits.lead, first_page),
        lights=_ended_at_gates(lights, gates),
        drawings=_drawings(lesson, lights),
        gates=gates,
        captions=_captions(lesson, lights, asides),
        sentences=_sentence_starts(lesson, lights),
    )


def _heard(lesson: Lesson, trails: Mapping[str, Trail], edits: EditList) -> tuple[list[Light], tuple[Aside, ...]]:
    """Lights and asides of all kept clips in lesson time."""
    lights: list[Light] = []
    asides: list[Aside] = []
    script = [word.id for word in lesson.script]
    now = edits.lead
    for clip in edits.clips:
        mends = [mend for mend in lesson.mends if mend.take == clip.take]
        trail = on_passage(mended(trails[clip.take], mends).trail, script)
        shift = now - clip.start
        for visit in sorted(trail.visits, key=lambda visit: visit.start):
            if clip.start <= visit.start < clip.end:
                end = min(visit.end, clip.end)
                lights.append(Light(visit.word, visit.start + shift, end + shift, visit.confidence >= UNSURE_BELOW))
        asides += [
            _shifted(aside, clip, shift) for aside in trail.asides if aside.end > clip.start and aside.start < clip.end
        ]
        now += clip.seconds
    return lights, tuple(asides)


def _shifted(aside: Aside, clip: Clip, shift: float) -> Aside:
    """The part of an aside that is in the clip, in lesson time."""
    return Aside(max(aside.start, clip.start) + shift, min(aside.end, clip.end) + shift, aside.heard)


def _lingering(lights: list[Light], page_of: dict[str, int]) -> tuple[Light, ...]:
    """Lights that last to the next one over short gaps and never overlap. Where the page turns, the
    word before goes out when it ends, so that the page can turn in the gap."""
    joined = []
    for here, there in pairwise(lights):
        gap = there.start - here.end
        walks_on = gap <= LINGER and page_of[here.word] == page_of[there.word]
        joined.append(replace(here, end=there.start) if gap < 0 or walks_on else here)
    return tuple(
        replace(light, start=round(light.start, 4), end=round(light.end, 4)) for light in [*joined, *lights[-1:]]
    )


def _page_turns(
    lights: tuple[Light, ...], page_of: dict[str, int], lead: float, first_page: int
) -> tuple[PageTurn, ...]:
    turns = [PageTurn(0.0, 0)] if lead > 0 else []
    opening = page_of[lights[0].word] if lights else first_page
    turns.append(PageTurn(lead, opening))
    for before, after in pairwise(lights):
        if page_of[before.word] != page_of[after.word]:
            at = min(max(before.end, after.start - TURN_AHEAD), after.start)
            turns.append(PageTurn(round(at, 4), page_of[after.word]))
    return tuple(turns)


def _first_lights(lights: tuple[Light, ...]) -> dict[str, int]:
    """Word → index of its first light."""
    first: dict[str, int] = {}
    for index, light in enumerate(lights):
        first.setdefault(light.word, index)
    return first


def _gates(lesson: Lesson, lights: tuple[Light, ...], edits: EditList) -> tuple[Gate, ...]:
    """A pause point stops the lesson when its word was first read; when that word was not read,
    after the nearest word before it that was; and behind the title when there is none."""
    first = _first_lights(lights)
    script = [word.id for word in lesson.script]
    positions = {word: index for index, word in enumerate(script)}
    gates = []
    for point in lesson.pause_points:
        read = next((w for w in reversed(script[: positions[point.after] + 1]) if w in first), None)
        at = edits.lead if read is None else _gate_time(lights, first[read], edits.seconds)
        gates.append(Gate(point.id, round(at, 4), point.think_seconds, point.after, point.question))
    return tuple(sorted(gates, key=lambda gate: (gate.at, positions[gate.word])))


def _gate_time(lights: tuple[Light, ...], index: int, seconds: float) -> float:
    light = lights[index]
    following = lights[index + 1].start if index + 1 < len(lights) else seconds
    return min(light.end + GATE_AFTER, max(following - 0.001, light.start), seconds)


def _ended_at_gates(lights: tuple[Light, ...], gates: tuple[Gate, ...]) -> tuple[Light, ...]:
    """A word that is lit when the lesson stops has been read: it does not light up again after."""
    stops = [gate.at for gate in gates]
    return tuple(
        replace(light, end=min([light.end, *(at for at in stops if light.start < at < light.end)])) for light in lights
    )


def _drawings(lesson: Lesson, lights: tuple[Light, ...]) -> tuple[Drawing, ...]:
    """Each mark is drawn along with the first reading of its run; one whose words were not read is
    not drawn."""
    first = _first_lights(lights)
    script = [word.id for word in lesson.script]
    drawings = []
    for mark in lesson.marks:
        read = [word for word in _run(script, mark) if word in first]
        if read:
            start = min(lights[first[word]].start for word in read)
            end = max(lights[first[word]].end for word in read)
            length = min(max(end - start, SHORTEST_DRAWING), LONGEST_DRAWING)
            drawings.append(Drawing(mark.id, start, round(start + length, 4)))
    return tuple(sorted(drawings, key=lambda drawing: drawing.start))


def _run(script: list[str], mark: Mark) -> list[str]:
    return script[script.index(mark.first) : script.index(mark.last) + 1]


def _captions(lesson: Lesson, lights: tuple[Light, ...], asides: tuple[Aside, ...]) -> tuple[Caption, ...]:
    """What is read, a sentence or less at a time, and that the teacher talks where they do."""
    sentence = {word.id: word.sentence for word in lesson.script}
    printed = {word.id: word.text for word in lesson.script}
    captions: list[Caption] = []
    for _, run in groupby(lights, key=lambda light: sentence[light.word]):
        line: list[Light] = []
        for light in run:
            text = " ".join(printed[item.word] for item in [*line, light])
            far = line and light.start - line[-1].end > 2.0
            if line and (len(text) > CAPTION_CHARACTERS or far):
                captions.append(_caption(line, printed))
                line = []
            line.append(light)
        if line:
            captions.append(_caption(line, printed))
    talk = [Caption(a.start, a.end, TALK) for a in asides if a.end - a.start >= TALK_CAPTIONED_FROM]
    return _apart(sorted([*captions, *talk], key=lambda caption: caption.start))


def _caption(line: list[Light], printed: dict[str, str]) -> Caption:
    return Caption(line[0].start, line[-1].end, " ".join(printed[light.word] for light in line))


def _apart(captions: list[Caption]) -> tuple[Caption, ...]:
    """Captions that end before the next begins."""
    cut = [replace(here, end=min(here.end, there.start)) for here, there in pairwise(captions)]
    return tuple(
        replace(c, start=round(c.start, 4), end=round(c.end, 4))
        for c in [*cut, *captions[-1:]]
        if c.end - c.start > 0.05
    )


def _sentence_starts(lesson: Lesson, lights: tuple[Light, ...]) -> tuple[float, ...]:
    sentence = {word.id: word.sentence for word in lesson.script}
    return tuple(
        light.start
        for index, light in enumerate(lights)
        if index == 0 or sentence[lights[index - 1].word] != sentence[light.word]
    )
