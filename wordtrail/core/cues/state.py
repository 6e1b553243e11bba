"""What is on the stage at a moment: the one reader of cue sheets on the Python side."""

from __future__ import annotations

import math
from bisect import bisect_right
from dataclasses import dataclass

from wordtrail.core.cues.model import CameraSeen, CueSheet, Drawing, DrawnMark, Gate, Reveal, StageState
from wordtrail.core.layout.drawing import hundredths
from wordtrail.core.trail.directions import PLACE


def state_at(sheet: CueSheet, time: float, gate: str = "", waited: float = 0.0) -> StageState:
    """The stage at lesson time `time` (seconds). `gate` names the gate at which the lesson stands still, if it
    does, for `waited` seconds by now: the sheet alone cannot tell before from after at that moment.

    At its very start a light, page or drawing is on; at its very end it is off (drawings and parts stay).
    """
    stands = next((n for n, one in enumerate(sheet.gates) if one.pause == gate), -1) if gate else -1
    held_at = sheet.gates[stands] if stands >= 0 else None
    page = next((turn.page for turn in reversed(sheet.pages) if turn.at <= time), 0)
    if held_at and held_at.page >= 0:
        leafed = (one.page for one in reversed(sheet.gate_pages) if one.gate == gate and one.start <= waited)
        page = next(leafed, held_at.page)
    passed = bisect_right(sheet.lights, time, key=lambda light: light.start)
    last = sheet.lights[passed - 1] if passed else None
    lit = _lit_at(sheet, gate, waited) if gate else last.word if last and time < last.end else ""
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
    view, pointer = _view(sheet, page, time), None if gate else _pointer(sheet, page, time)
    camera = _camera(sheet, time, held_at)
    return StageState(page, lit, passed, marks, gate, caption, signpost, tuple(parts), view, pointer, camera)


def _camera(sheet: CueSheet, time: float, gate: Gate | None) -> CameraSeen | None:
    """The camera's picture. Where the lesson stands still on the page that is shown, a small one does so too."""
    for one in sheet.cameras:
        if one.start <= time < one.end or (gate and one.start < time == one.end):
            if gate and (one.large or gate.page >= 0):
                return None
            at = min(time, one.end) - one.start
            return CameraSeen(
                one.take, round(one.at + at * one.pace, 4), one.x, one.y, one.width, one.height, one.large
            )
    return None


def _lit_at(sheet: CueSheet, gate: str, waited: float) -> str:
    """The word that is lit at a gate."""
    own = (one.word for one in sheet.gate_lights if one.gate == gate and one.start <= waited < one.end)
    return next(own, "")


COMES_CLOSER = 0.6
"""Seconds that the stage takes from one view to the next."""

FADES = 0.6
"""Seconds in which the pointer's spot fades when she points no more."""


def _view(sheet: CueSheet, page: int, time: float) -> tuple[float, ...] | None:
    """The part of a page that fills the stage; None: all of it. It moves from view to view, slowly at both ends."""
    moves = [one for one in sheet.views if one.page == page and one.at <= time]
    if not moves:
        return None
    last = moves[-1]
    share = min(1.0, (time - last.at) / COMES_CLOSER)
    if share == 1.0:
        return None if last.view == sheet.whole else last.view
    before = moves[-2].view if len(moves) > 1 else sheet.whole
    eased = share * share * (3 - 2 * share)
    x, y, across, down = (hundredths(a + (b - a) * eased) for a, b in zip(before, last.view, strict=True))
    return (x, y, across, down)


def _pointer(sheet: CueSheet, page: int, time: float) -> tuple[float, ...] | None:
    """Where the soft spot is and how strong; it fades where she let go."""
    here = [one for one in sheet.pointings if one.page == page and one.at <= time < one.at + one.path[-PLACE] + FADES]
    if not here:
        return None
    one = here[-1]
    times, now = one.path[::PLACE], time - one.at
    place = max(0, bisect_right(times, now) - 1)
    start, x, y = one.path[place * PLACE : place * PLACE + PLACE]
    if place + 1 == len(times):
        return hundredths(x), hundredths(y), min(1.0, hundredths(1 - (now - start) / FADES))
    end, to_x, to_y = one.path[(place + 1) * PLACE : (place + 2) * PLACE]
    share = (now - start) / (end - start) if end > start else 1.0
    share = max(0.0, share)
    return hundredths(x + (to_x - x) * share), hundredths(y + (to_y - y) * share), 1.0


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
