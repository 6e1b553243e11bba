"""Where the lesson stops for the students: where she stops.

Of a pause point with a key, there; of one whose question was asked, at the first silence after it; else after the
sentence of its word. Never inside speech. Her own silence there is not heard: the think time takes its place.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

from wordtrail.core.direct.directed import Directed, directed_in
from wordtrail.core.direct.heard import Heard, heard_of, said_in
from wordtrail.core.direct.speech import Silence
from wordtrail.core.edit.edit_list import HAIR, Clip, EditList
from wordtrail.core.lesson.board_ids import text_of
from wordtrail.core.lesson.boards import question_text
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.readings import reading_number
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.trail.directions import Deed
from wordtrail.core.trail.model import Trail
from wordtrail.core.trail.rests import voiced

REST = 0.8
"""Seconds of silence at which a teacher has stopped, rather than taken a breath."""

STOPS_AFTER = 0.12
"""Seconds after the last sound that the lesson stops."""

AT_ONCE = 0.3
"""Seconds after its word within which a rest begins that belongs to it, also in the middle of a sentence."""

FINISHES = 2.0
"""Seconds for which a voice that is still speaking when the key is pressed is let finish."""

HEARD_AGAIN = 0.3
"""Seconds of her silence that are left before she goes on."""

WORTH_CUTTING = 0.4
"""Seconds of silence below which there is nothing to take out."""

SMALLEST = 0.001
"""Seconds before the next word that a lesson stops at the latest."""


@dataclass(frozen=True, slots=True)
class Stopping:
    """The stop of a pause point: when (seconds of lesson time), when its question was first spoken or brought up (None:
    neither), and the silence in which it stands."""

    at: float
    asked: float | None
    silence: Silence | None


def stops_in(lesson: Lesson, trails: Mapping[str, Trail], edits: EditList) -> dict[str, Stopping]:
    """The stops of all pause points when `edits` of the takes are heard, with the silences that she left there, by
    their ids."""
    heard = heard_of(lesson, *said_in(lesson, trails, edits), edits.seconds)
    finder = _Finder(lesson, heard, directed_in(lesson.directions, edits), edits.lead, edits.seconds)
    return {point.id: finder.stopping(point) for point in lesson.pause_points}


def with_silences(edits: EditList, trails: Mapping[str, Trail]) -> EditList:
    """The edit list before silences at stops were taken out: clips of one take are one again where there is no voice
    between them."""
    clips: list[Clip] = []
    for clip in edits.clips:
        last = clips[-1] if clips else None
        if (
            last
            and (last.take, last.pace, last.silent) == (clip.take, clip.pace, clip.silent)
            and last.end < clip.start
            and not _voice(trails[clip.take], last.end, clip.start)
        ):
            clips[-1] = replace(last, end=clip.end)
        else:
            clips.append(clip)
    return replace(edits, clips=tuple(clips))


def _voice(trail: Trail, start: float, end: float) -> bool:
    return any(begin < end - HAIR and until > start + HAIR for begin, until in voiced(trail))


def silences_replaced(lesson: Lesson, stops: dict[str, Stopping]) -> tuple[Silence, ...]:
    """The silences at stops whose place the think time takes, in their order."""
    thinking = {point.id for point in lesson.pause_points if point.think_seconds > 0 and point.activity.turns() is None}
    found = {
        Silence(stop.at, stop.silence.end - HEARD_AGAIN)
        for id, stop in stops.items()
        if id in thinking and stop.silence and stop.silence.end - HEARD_AGAIN - stop.at >= WORTH_CUTTING
    }
    joined: list[Silence] = []
    for one in sorted(found, key=lambda silence: silence.start):
        # Two points in one silence: it is taken out behind the first.
        if not joined or one.start >= joined[-1].end:
            joined.append(one)
    return tuple(joined)


class _Finder:
    """Finds stops in what was heard from `begin` to `seconds`."""

    def __init__(self, lesson: Lesson, heard: Heard, directed: Directed, begin: float, seconds: float) -> None:
        self._lesson, self._heard, self._directed = lesson, heard, directed
        self._begin, self._seconds = begin, seconds
        self._lights_of: dict[str, list[int]] = {}
        for number, light in enumerate(heard.lights):
            self._lights_of.setdefault(text_of(light.word), []).append(number)

    def stopping(self, point: PausePoint) -> Stopping:
        """Where the lesson stops for a point."""
        own = self._word_of(point)
        asked = self._asked(point, own)
        shown = next((one.at for one in self._directed.of(Deed.SHOW, point.id)), None)
        put = [self._heard.lights[asked[0]].start] if asked else []
        said_from = min(put if shown is None else [*put, shown], default=None)
        pressed = self._directed.first_stop(point.id)
        if pressed is not None:
            return self._in_silence(pressed, said_from)
        if asked:
            begin = max(self._heard.lights[asked[-1]].end, shown or self._begin)
            return self._after(begin, asked[-1], said_from)
        if shown is not None:
            return self._after(shown, self._light_before(shown), said_from)
        if not point.after:
            return Stopping(self._seconds, None, None)
        if own is None:
            return Stopping(self._begin, None, None)
        word_end = self._heard.lights[own].end
        rest = self._heard.speech.silence_at(word_end + AT_ONCE)
        if rest and rest.seconds >= REST:
            return self._after(word_end, own, None)
        last = self._heard.sentence_end(own)
        return self._after(self._heard.lights[last].end, last, None)

    def _after(self, begin: float, light: int, asked: float | None) -> Stopping:
        """The stop in the first rest from `begin` on, before the word behind this light is read (−1: the first)."""
        lights = self._heard.lights
        limit = lights[light + 1].start if light + 1 < len(lights) else self._seconds
        rest = self._heard.speech.first_silence(begin, max(limit, begin), REST)
        if rest is None:
            # She speaks all the while: the lesson stops between her last word there and the one that is read next.
            return Stopping(min(max(begin, limit - SMALLEST), self._seconds), asked, None)
        at = max(rest.start, min(rest.start + STOPS_AFTER, rest.end - SMALLEST))
        return Stopping(at, asked, self._heard.speech.silence_at(at))

    def _in_silence(self, pressed: float, asked: float | None) -> Stopping:
        """The stop where a key was pressed, or where her voice comes to rest then."""
        speech = self._heard.speech
        silence = speech.silence_at(pressed)
        if silence is None:
            soon = (one for one in speech.silences if pressed <= one.start <= pressed + FINISHES)
            silence = next(soon, speech.silence_near(pressed))
        if silence is None:
            return Stopping(pressed, asked, None)
        at = max(silence.start, min(silence.start + STOPS_AFTER, silence.end - SMALLEST))
        return Stopping(at, asked, silence)

    def _asked(self, point: PausePoint, own: int | None) -> list[int]:
        """The lights of the point's question where it is asked: after its word, or anywhere for one at the end. Its
        choices and its answer do not count."""
        since = self._begin if own is None or not point.after else self._heard.lights[own].end - STOPS_AFTER
        spoken = self._lights_of.get(question_text(point), ())
        return [number for number in spoken if self._heard.lights[number].start >= since]

    def _word_of(self, point: PausePoint) -> int | None:
        """The light after which a point comes: its word's, or that of the nearest word before that was read."""
        number = reading_number(self._lesson, point.reading)
        words = self._lesson.words
        place = self._lesson.positions().get(point.after, len(words) - 1)
        for word in reversed(words[: place + 1]):
            found = self._heard.passes.nth(word.id, number)
            if found is not None:
                return found
        return None

    def _light_before(self, time: float) -> int:
        """The last light that has begun by then; −1 for none."""
        return max((n for n, light in enumerate(self._heard.lights) if light.start <= time), default=-1)
