"""The gates at which a lesson stands still without a question, and goes on by itself."""

from __future__ import annotations

from collections.abc import Sequence

from wordtrail.core.cues.model import Gate
from wordtrail.core.direct.speech import Speech
from wordtrail.core.direct.stops import SMALLEST, STOPS_AFTER
from wordtrail.core.edit.edit_list import EditList
from wordtrail.core.lesson.model import Lesson

HOLD = "hold"
"""What kind of gate it is."""


def with_hold_gates(gates: Sequence[Gate], lesson: Lesson, edits: EditList, speech: Speech) -> tuple[Gate, ...]:
    """The gates in their order, with one for each hold of what is heard: in the rest behind its word, and where that
    was cut away, at the cut. Those with stones show them on a signpost of their own."""
    found = list(gates)
    for hold in lesson.holds:
        ends = edits.near(hold.take, hold.at)
        if ends is not None:
            at = round(in_rest(ends, speech), 4)
            shows = hold.id if hold.counted else ""
            found.append(Gate(hold.id, at, hold.seconds, hold.word, "", HOLD, shows, auto=True))
    return tuple(sorted(found, key=lambda gate: gate.at))


def in_rest(at: float, speech: Speech) -> float:
    """A moment just after another at which nobody speaks, if there is one at hand."""
    rest = speech.silence_at(at + SMALLEST)
    if rest is None:
        return at
    return max(at, min(rest.start + STOPS_AFTER, rest.end - SMALLEST))
