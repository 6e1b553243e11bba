"""The film's own time: lesson time, with the holds of the gates in it.

A film stands still at each gate for its think time and its answer. All that has a time in a film (frames, sound,
captions, its length) has it from here.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import pairwise

from wordtrail.core.cues.model import Caption, CueSheet, StageState
from wordtrail.core.cues.state import state_at
from wordtrail.core.edit.edit_list import Hold, held


def holds_of(sheet: CueSheet, *, signal: bool = False) -> tuple[Hold, ...]:
    """The video's holds: each gate for its think time and its answer; with a `signal` where students are asked."""
    return tuple(Hold(gate.at, gate.hold, signal and not gate.auto) for gate in sheet.gates)


@dataclass(frozen=True, slots=True)
class HoldInFilm:
    """The film stands still at the gate `pause` (at lesson time `at`) from `start` to `end`, in video time; where
    `signal` is set, a soft sound is heard at its beginning."""

    pause: str
    at: float
    start: float
    end: float
    signal: bool


def holds_in_film(sheet: CueSheet, *, signal: bool = False) -> tuple[HoldInFilm, ...]:
    """Where the film stands still, in order; with a `signal` where students are asked."""
    found, passed = [], 0.0
    for gate, hold in zip(sheet.gates, holds_of(sheet, signal=signal), strict=True):
        start = gate.at + passed
        passed += gate.hold
        found.append(HoldInFilm(gate.pause, gate.at, round(start, 4), round(start + gate.hold, 4), hold.signal))
    return tuple(found)


def video_seconds(sheet: CueSheet) -> float:
    """How long the video is: the lesson and the holds of its gates."""
    return sheet.seconds + sum(gate.hold for gate in sheet.gates)


def video_time(sheet: CueSheet, time: float) -> float:
    """Lesson time → video time."""
    return held(time, holds_of(sheet))


def state_in_video(sheet: CueSheet, time: float) -> tuple[StageState, float]:
    """The stage at video time `time`, and for how many seconds it has stood still (0 outside a
    gate)."""
    passed = 0.0
    for gate in sheet.gates:
        start = gate.at + passed
        if time < start:
            break
        if time < start + gate.hold:
            return state_at(sheet, gate.at, gate.pause, time - start), time - start
        passed += gate.hold
    return state_at(sheet, time - passed), 0.0


def video_captions(sheet: CueSheet) -> tuple[Caption, ...]:
    """The captions of the film in video time, in their order: at every moment the one that is on the stage then. One
    that goes on behind a gate is parted there; at the gate its question stands."""
    return tuple(sorted((*_spoken(sheet), *_asked(sheet)), key=lambda one: (one.start, one.end)))


def _asked(sheet: CueSheet) -> Iterator[Caption]:
    passed = 0.0
    for gate in sheet.gates:
        start = gate.at + passed
        passed += gate.hold
        if gate.question and gate.hold > 0:
            yield Caption(start, start + gate.hold, gate.question)


def _spoken(sheet: CueSheet) -> Iterator[Caption]:
    for caption in sheet.captions:
        stops = sorted({gate.at for gate in sheet.gates if caption.start < gate.at < caption.end})
        edges = (caption.start, *stops, caption.end)
        for start, end in pairwise(edges):
            if start < end:
                # It begins when its gate has been passed, and ends when the next one is reached.
                yield Caption(_after_holds(sheet, start), video_time(sheet, end), caption.text)


def _after_holds(sheet: CueSheet, time: float) -> float:
    """Lesson time → the video time at which the lesson goes on from there."""
    return time + sum(gate.hold for gate in sheet.gates if gate.at <= time)
