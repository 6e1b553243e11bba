"""What is on the stage at a moment: the one reader of cue sheets on the Python side."""

from __future__ import annotations

from bisect import bisect_right

from wordtrail.core.cues.model import CueSheet, DrawnMark, StageState
from wordtrail.core.edit.edit_list import Hold, held


def state_at(sheet: CueSheet, time: float, gate: str = "") -> StageState:
    """The stage at lesson time `time` (seconds). `gate` names the pause point at which the lesson
    stands still, if it does: the sheet alone cannot tell before from after at that moment.

    At its very start a light, page or drawing is on; at its very end it is off (drawings stay).
    """
    page = next((turn.page for turn in reversed(sheet.pages) if turn.at <= time), 0)
    passed = bisect_right(sheet.lights, time, key=lambda light: light.start)
    last = sheet.lights[passed - 1] if passed else None
    lit = last.word if last and time < last.end and not gate else ""
    marks = tuple(
        DrawnMark(drawing.mark, _progress(drawing.start, drawing.end, time))
        for drawing in sheet.drawings
        if drawing.start <= time
    )
    caption = next((c.text for c in sheet.captions if c.start <= time < c.end), "")
    if gate:
        caption = next((g.question for g in sheet.gates if g.pause == gate), "")
    return StageState(page, lit, passed, marks, gate, caption)


def _progress(start: float, end: float, time: float) -> float:
    return 1.0 if time >= end else round((time - start) / (end - start), 4)


def holds_of(sheet: CueSheet) -> tuple[Hold, ...]:
    """The video's holds: each gate for its think time."""
    return tuple(Hold(gate.at, gate.think_seconds) for gate in sheet.gates)


def video_seconds(sheet: CueSheet) -> float:
    """How long the video is: the lesson and the think time of its gates."""
    return sheet.seconds + sum(gate.think_seconds for gate in sheet.gates)


def video_time(sheet: CueSheet, time: float) -> float:
    """Lesson time → video time."""
    return held(time, holds_of(sheet))


def state_in_video(sheet: CueSheet, time: float) -> tuple[StageState, float]:
    """The stage at video time `time`, and how many seconds of think time have passed (0 outside a
    gate)."""
    passed = 0.0
    for gate in sheet.gates:
        start = gate.at + passed
        if time < start:
            break
        if time < start + gate.think_seconds:
            return state_at(sheet, gate.at, gate.pause), time - start
        passed += gate.think_seconds
    return state_at(sheet, time - passed), 0.0
