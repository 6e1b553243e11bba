"""The moments at which a film's picture may change, and the stretches that it is made in.

A frame is there only where the stage changes (variable frame rate), so a word is lit at the very moment its cue says. A
stretch begins with a frame that needs none before it: stretches are made beside one another, and one whose frames are
as they were need not be made again.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from wordtrail.core.cues.film import video_seconds, video_time
from wordtrail.core.cues.model import CameraShown, CueSheet, Drawing
from wordtrail.core.cues.state import COMES_CLOSER, FADES
from wordtrail.core.layout.signposts import STONES
from wordtrail.core.layout.signs import stones_on
from wordtrail.core.trail.directions import PLACE

DRAWING_RATE = 15
"""Frames a second while a mark is being drawn."""

CAMERA_RATE = 25
"""Frames a second while the camera's picture is seen."""

STEADY_RATE = 30
"""Frames a second of a film whose frames are evenly spaced."""

CLOSEST = 0.008
"""Seconds: moments nearer to one another share a frame."""

STILL_EVERY = 2.0
"""Seconds after which a picture that stands still is shown once more."""

KEYFRAME_EVERY = 5.0
"""Seconds after which a picture needs none before it, so that one can seek to it. With 2.0 a film's pictures take half
as many bytes again and more, and a seventh more time."""

SHORTEST, LONGEST = 8.0, 24.0
"""Seconds between which a stretch ends where the page turns or the lesson stops, and at which it ends anywhere."""


@dataclass(frozen=True, slots=True)
class Stretch:
    """A part of a film, from `start` (seconds of video time), with the times of its frames, the first one at its
    start."""

    number: int
    times: tuple[float, ...]

    @property
    def start(self) -> float:
        """When it begins."""
        return self.times[0]

    def keyed(self) -> Iterator[tuple[float, bool]]:
        """Its frames with whether each is one to seek to."""
        last = -KEYFRAME_EVERY
        for at in self.times:
            key = at - self.start - last >= KEYFRAME_EVERY
            last = at - self.start if key else last
            yield at, key


def moments(sheet: CueSheet) -> list[float]:
    """Video times (seconds, from 0, ascending) at which the picture may change."""
    times = {0.0}
    passed = 0.0

    def to_video(at: float) -> float:
        return video_time(sheet, at)

    times |= {to_video(turn.at) for turn in sheet.pages}
    times |= {to_video(at) for light in sheet.lights for at in (light.start, light.end)}
    times |= {to_video(at) for one in sheet.drawings if not one.gate for at in _while_drawn(one)}
    for move in sheet.views:
        times |= {to_video(at) for at in _steps(move.at, move.at + COMES_CLOSER)}
    for pointing in sheet.pointings:
        times |= {to_video(at) for at in _steps(pointing.at, pointing.at + pointing.path[-PLACE] + FADES)}
    times |= {to_video(at) for shown in sheet.signposts for at in (shown.start, shown.end)}
    times |= {to_video(at) for shown in sheet.cameras for at in _while_filmed(shown)}
    times |= {to_video(at) for one in sheet.captions if one.lines for at in (one.start, one.end)}
    times |= {to_video(reveal.at) for reveal in sheet.reveals if not reveal.gate}
    for gate in sheet.gates:
        start = gate.at + passed
        stones = stones_on(gate.shows) or STONES
        waits = {gate.think_seconds * n / stones for n in range(stones + 1)} | {gate.hold}
        waits |= {reveal.wait for reveal in sheet.reveals if reveal.gate == gate.pause}
        waits |= {at for beat in sheet.beats if beat.gate == gate.pause for at in (beat.start, beat.end)}
        waits |= {one.start for one in sheet.gate_pages if one.gate == gate.pause}
        waits |= {at for light in sheet.gate_lights if light.gate == gate.pause for at in (light.start, light.end)}
        waits |= {at for one in sheet.drawings if one.gate == gate.pause for at in _while_drawn(one)}
        times |= {start + wait for wait in waits if wait <= gate.hold}
        passed += gate.hold
    length = video_seconds(sheet)
    return _apart(sorted(at for at in times if 0 <= at < length))


def _while_filmed(shown: CameraShown) -> list[float]:
    """The moments at which the camera's picture is shown anew."""
    frames = int((shown.end - shown.start) * CAMERA_RATE)
    return [*(shown.start + n / CAMERA_RATE for n in range(frames + 1)), shown.end]


def _while_drawn(drawing: Drawing) -> list[float]:
    """The moments at which a mark that is being drawn is shown anew."""
    return _steps(drawing.start, drawing.end)


def _steps(start: float, end: float) -> list[float]:
    """Moments between two, as many as something needs that moves."""
    steps = max(1, round((end - start) * DRAWING_RATE))
    return [start + (end - start) * n / steps for n in range(steps + 1)]


def _apart(times: list[float]) -> list[float]:
    """Moments that lie at least 8 ms apart; of two nearer ones the later stays, when all that was
    to change has changed."""
    kept: list[float] = []
    for at in times:
        if kept and at - kept[-1] < CLOSEST and len(kept) > 1:
            kept[-1] = at
        else:
            kept.append(at)
    return kept


def frame_times(sheet: CueSheet, *, steady: bool = False) -> list[float]:
    """When each frame of a film is shown (video time): where something changes, every two seconds in stillness, and
    once more at the very end; `steady`: thirty times a second."""
    length = video_seconds(sheet)
    if steady:
        return [n / STEADY_RATE for n in range(max(1, round(length * STEADY_RATE)))]
    end = max(length - 1 / 30, 0.0)
    found: list[float] = []
    for at in [*(at for at in moments(sheet) if at < end), end]:
        while found and at - found[-1] > STILL_EVERY:
            found.append(found[-1] + STILL_EVERY)
        found.append(at)
    return found


def stretches(sheet: CueSheet, times: Sequence[float]) -> list[Stretch]:
    """A film's frames in stretches. Where one ends depends on what is there, not on what was before, so that a change
    in one part leaves the others as they are."""
    passed, stops = 0.0, list[float]()
    for gate in sheet.gates:
        stops.append(gate.at + passed)
        passed += gate.hold
    edges = sorted([*stops, *(video_time(sheet, turn.at) for turn in sheet.pages)])
    found: list[Stretch] = []
    begin, edge = 0, 0
    for index, at in enumerate(times):
        is_edge = False
        while edge < len(edges) and edges[edge] <= at + 1e-6:
            is_edge, edge = True, edge + 1
        long = at - times[begin]
        if index > begin and (long >= LONGEST or (is_edge and long >= SHORTEST)):
            found.append(Stretch(len(found), tuple(times[begin:index])))
            begin = index
    return [*found, Stretch(len(found), tuple(times[begin:]))]
