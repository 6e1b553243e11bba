"""What is on the stage at a moment: the one reader of cue sheets on the Python side."""

from __future__ import annotations

import math
from bisect import bisect_right
from dataclasses import dataclass

from wordtrail.core.cues.model import CueSheet, Drawing, DrawnMark, Reveal, StageState


def state_at(sheet: CueSheet, time: float, gate: str = "", waited: float = 0.0) -> StageState:
    """The stage at lesson time `time` (seconds). `gate` names the gate at which the lesson stands still, if it
    does, for `waited` seconds by now: the sheet alone cannot tell before from after at that moment.

    At its very start a light, page or drawing is on; at its very end it is off (drawings and parts stay).
    """
    stands = next((n for n, one in enumerate(sheet.gates) if one.pause == gate), -1) if gate else -1
    held_at = sheet.gates[stands] if stands >= 0 else None
    page = next((turn.page for turn in reversed(sheet.pages) if turn.at <= time), 0)
    if held_at and held_at.page >= 0:
        page = held_at.page
    passed = bisect_right(sheet.lights, time, key=lambda light: light.start)
    last = sheet.lights[passed - 1] if passed else None
    lit = last.word if last and time < last.end and not gate else ""
    by = _Gates({one.pause: n for n, one in enumerate(sheet.gates)}, stands, time, waited)
    marks = tuple(
        DrawnMark(drawing.mark, progress)
        for drawing in sheet.drawings
        if (progress := by.drawn(drawing, sheet)) is not None
    )
    if held_at:
        caption, signpost = held_at.question, held_at.shows
    else:
        caption = next((c.text for c in sheet.captions if c.start <= time < c.end), "")
        signpost = next((shown.signpost for shown in sheet.signposts if shown.start <= time < shown.end), "")
    parts = [reveal.part for reveal in sheet.reveals if by.shown(reveal)]
    parts += [beat.part for beat in sheet.beats if beat.gate == gate and beat.start <= waited < beat.end]
    return StageState(page, lit, passed, marks, gate, caption, signpost, tuple(parts))


@dataclass(frozen=True, slots=True)
class _Gates:
    """Where the lesson stands among its gates: their places, that of the one it stands at (or −1), lesson time
    and the seconds it has stood there."""

    places: dict[str, int]
    stands: int
    time: float
    waited: float

    def _is_past(self, gate: str, at: float) -> bool:
        """Whether the lesson has gone on after a gate; gates of one moment come one after another."""
        return at < self.time or (self.stands >= 0 and self.places.get(gate, self.stands) < self.stands)

    def shown(self, reveal: Reveal) -> bool:
        if not reveal.gate:
            return reveal.at <= self.time
        here = self.places.get(reveal.gate) == self.stands and self.waited >= reveal.wait
        return here or self._is_past(reveal.gate, reveal.at)

    def drawn(self, drawing: Drawing, sheet: CueSheet) -> float | None:
        """How far a mark is drawn; None: not begun."""
        if not drawing.gate:
            return _progress(drawing.start, drawing.end, self.time) if drawing.start <= self.time else None
        place = self.places.get(drawing.gate, -1)
        if place >= 0 and self._is_past(drawing.gate, sheet.gates[place].at):
            return 1.0
        if place < 0 or place != self.stands or self.waited < drawing.start:
            return None
        return _progress(drawing.start, drawing.end, self.waited)


def _progress(start: float, end: float, time: float) -> float:
    # Half up, as the browser rounds: Python's own way would differ in the last digit now and then.
    return 1.0 if time >= end else math.floor((time - start) / (end - start) * 1e4 + 0.5) / 1e4


SENTENCE_BEGUN = 1.2
"""Seconds from the beginning of a sentence in which going back means the sentence before."""

BEFORE_SENTENCE = 0.15
"""Seconds before a sentence from which it is played."""


def sentence_back(sheet: CueSheet, time: float) -> float:
    """Where going back a sentence from lesson time `time` leads: just before the sentence that was begun, or the
    one before that; before the first one, the end of the title."""
    begun = bisect_right(sheet.sentences, time - SENTENCE_BEGUN)
    start = sheet.sentences[begun - 1] if begun else sheet.title_until
    return max(0.0, start - BEFORE_SENTENCE)


def think_seconds(sheet: CueSheet) -> float:
    """Seconds that students have to think, at all gates together."""
    return sum(gate.think_seconds for gate in sheet.gates)
