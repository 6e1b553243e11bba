"""Vectors of lessons: moments on and around every edge of their cue sheets, and what is on the stage then."""

from __future__ import annotations

import json
from collections.abc import Iterable, Iterator
from dataclasses import asdict
from typing import Any

from tests.golden.lessons import ShownLesson, all_shown
from wordtrail.api.catalogue import all_kinds
from wordtrail.core.cues.model import Caption, CueSheet, Gate, SignpostShown
from wordtrail.core.cues.state import COMES_CLOSER, FADES, sentence_back, state_at
from wordtrail.core.direct.course import Light
from wordtrail.core.layout.drawing import (
    closer_view,
    dots_of,
    drawn_points,
    highlight_of,
    shares,
    stone_of,
    stones_used,
)
from wordtrail.core.layout.tied_numbers import deep
from wordtrail.core.lesson.boards import script
from wordtrail.core.marks.meaning import COLOURS
from wordtrail.core.trail.directions import PLACE
from wordtrail.store.documents import to_json

EDGE = 0.001
"""Seconds before and after an edge at which the stage is looked at too."""

PROGRESS = (0.0, 0.11, 0.25, 0.5, 0.77, 0.999, 1.0)

Moment = tuple[float, str, float]
"""Lesson time, the gate at which the lesson stands (or empty), and the seconds it has stood there."""


def moments_of(sheet: CueSheet) -> Iterator[Moment]:
    """Every edge of the sheet, just before and after it too; every gate after several waits."""
    edges = {0.0, sheet.title_until, sheet.seconds, *sheet.sentences, *(turn.at for turn in sheet.pages)}
    spans: list[Light | Caption | SignpostShown] = [*sheet.lights, *sheet.captions, *sheet.signposts]
    edges |= {time for one in spans for time in (one.start, one.end)}
    edges |= {
        round(one.start + (one.end - one.start) * part / 3, 4)
        for one in sheet.drawings
        if not one.gate
        for part in range(4)
    }
    edges |= {gate.at for gate in sheet.gates} | {one.at for one in sheet.reveals}
    edges |= {round(one.at + part * COMES_CLOSER / 4, 4) for one in sheet.views for part in range(5)}
    edges |= {
        round(one.at + one.path[place] + later, 4)
        for one in sheet.pointings
        for place in range(0, len(one.path), PLACE)
        for later in (0.0, 0.05, FADES / 2, FADES)
    }
    for time in sorted(_around(edges)):
        yield time, "", 0.0
    for gate in sheet.gates:
        for waited in sorted(_around(_waits(sheet, gate))):
            yield gate.at, gate.pause, waited


def _waits(sheet: CueSheet, gate: Gate) -> set[float]:
    waits = {0.0, gate.think_seconds, gate.hold, gate.hold + 5}
    waits |= {one.wait for one in sheet.reveals if one.gate == gate.pause}
    waits |= {time for one in sheet.beats if one.gate == gate.pause for time in (one.start, one.end)}
    waits |= {one.start for one in sheet.gate_pages if one.gate == gate.pause}
    waits |= {time for one in sheet.gate_lights if one.gate == gate.pause for time in (one.start, one.end)}
    waits |= {
        time
        for one in sheet.drawings
        if one.gate == gate.pause
        for time in (one.start, one.end, round((one.start + one.end) / 2, 3))
    }
    return waits


def _around(edges: Iterable[float]) -> set[float]:
    return {round(max(0.0, edge + step), 4) for edge in edges for step in (-EDGE, 0.0, EDGE)}


def cue_vectors(lesson: ShownLesson) -> dict[str, Any]:
    """A sheet and its moments; of each state only what differs from the one before."""
    before: dict[str, Any] = {}
    moments: list[tuple[float, str, float, dict[str, Any]]] = []
    for time, gate, waited in moments_of(lesson.sheet):
        state = json.loads(to_json(state_at(lesson.sheet, time, gate, waited)))
        moments.append(
            (
                time,
                gate,
                waited,
                {key: value for key, value in state.items() if key not in before or before[key] != value},
            )
        )
        before = state
    back = [[time, sentence_back(lesson.sheet, time)] for time, gate, _, _ in moments if not gate]
    return {"name": lesson.name, "sheet": json.loads(to_json(lesson.sheet)), "moments": moments, "back": back}


def shape_vectors(lesson: ShownLesson) -> dict[str, Any]:
    """Shapes of a lesson's layout: where stones, dots and highlights lie, how far marks are drawn, each word's place
    and what is printed as it."""
    layout = lesson.layout
    boxes = [box for _, box in layout.places().values()]
    strokes = [stroke for mark in layout.marks for page in mark.strokes for stroke in page.strokes]
    stretched = [mark for mark in layout.marks if mark.stretches]
    return {
        "layout": json.loads(to_json(layout)),
        "places": {word: [page, box.x, box.baseline] for word, (page, box) in layout.places().items()},
        "printed": {word.id: word.text for word in script(lesson.lesson) if word.id in layout.places()},
        "stones": [asdict(stone_of(box, layout.look)) for box in boxes],
        "dots": [asdict(dots_of(box, layout.look)) for box in boxes],
        "highlights": [
            asdict(highlight_of(stretch, share, layout.look))
            for mark in stretched
            for stretch in mark.stretches
            for share in PROGRESS
        ],
        "shares": [[share for _, share in shares(mark, progress)] for mark in stretched for progress in PROGRESS],
        "drawn": [drawn_points(stroke, progress) for stroke in strokes for progress in PROGRESS],
        "used": [
            [stones_used(card, card.think_seconds * progress) for progress in (*PROGRESS, 1.5)]
            for card in layout.signposts
        ],
        "closer": [
            [place, closer_view(place, layout.width, layout.height)]
            for place in ((100, 200, 300, 240), (0, 0, 60, 30), (90, 60, 1900, 1000), (1500, 900, 1910, 1070))
        ],
        "progress": PROGRESS,
        "deep": {colour: deep(colour) for colour in COLOURS},
    }


def all_vectors() -> dict[str, Any]:
    """File name → what it holds."""
    lessons = all_shown()
    drawn = next(lesson for lesson in lessons if lesson.name == "bees-map")
    return {
        "cues.json": [cue_vectors(lesson) for lesson in lessons],
        "shapes.json": shape_vectors(drawn),
        "catalogue.json": all_kinds().model_dump(mode="json"),
    }


def as_text(value: Any) -> str:
    """Compact JSON, a line for each lesson or shape, so that a change can be read."""
    entries = value.items() if isinstance(value, dict) else enumerate(value)
    lines = [
        (f"{json.dumps(key)}:" if isinstance(value, dict) else "")
        + json.dumps(one, ensure_ascii=False, separators=(",", ":"))
        for key, one in entries
    ]
    begin, end = ("{", "}") if isinstance(value, dict) else ("[", "]")
    return begin + "\n" + ",\n".join(lines) + "\n" + end + "\n"
