"""The whole way from sound to trail."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise

import numpy as np

from wordtrail.core.align.asides import asides_among
from wordtrail.core.align.confidence import MISREAD, confidence, doubt
from wordtrail.core.align.fit import Fit, fit_of
from wordtrail.core.align.hearsay import words_in
from wordtrail.core.align.hypotheses import likeliest_word
from wordtrail.core.align.listening import heard_over
from wordtrail.core.align.named import Named
from wordtrail.core.align.path import Path, Talked, path_of
from wordtrail.core.align.readings import Reading, readings_of
from wordtrail.core.align.repair import repaired
from wordtrail.core.align.route import Route, route_of
from wordtrail.core.align.second_opinion import agreed
from wordtrail.core.align.slips import Heard, Replaced, judged, left_out, replaced, said_twice
from wordtrail.core.align.sounds import Frames
from wordtrail.core.align.stretches import grouped, quiet_between, sound_ends, stretches_of_sound
from wordtrail.core.align.timing import LAST_PHONE, timed
from wordtrail.core.align.unheard import placed
from wordtrail.core.align.values import RATE, Forgetful, Memory, Progress, Recording, ScriptWord, Stretch, Timed
from wordtrail.core.align.voice import heard_for, learned, talk_price
from wordtrail.core.align.written_down import written_down
from wordtrail.core.errors import SilentSound
from wordtrail.core.speech.phone_model import Matrix
from wordtrail.core.speech.phones import relations
from wordtrail.core.trail.model import UNSURE_BELOW, Aside, Doubt, Slip, SlipKind, Trail, Visit

LISTENING = "Listening to your voice"
MATCHING = "Following you through the text"
COMPARING = "Comparing what you said with what is printed"
TIMING = "Setting the moment of every word"
WRITING = "Writing down what you say between the lines"

BY_ONE = 0.25
"""The part of comparing that is over when the first witness was asked."""

FEWEST_FOUND = 3
"""Words of the script below which what was found is chance."""

LEARNED_FROM = 8000
"""Frames from which the voice is learned: five minutes of speech or so."""

MOST_LOST = 0.9
"""What the phones of all readings lose on the mean where it is another language; readers lose 0.1 to 0.5."""


@dataclass(frozen=True, slots=True)
class Explained:
    """What each stage saw, for whoever wants to understand a word."""

    route: tuple[ScriptWord, ...]
    stretches: tuple[Stretch, ...]
    frames: Frames
    fit: Fit
    path: Path
    readings: tuple[Reading, ...]
    talk: tuple[Talked, ...]
    heard: tuple[Heard, ...]
    timed: tuple[Timed, ...]
    hearings: Matrix
    trail: Trail


def align(
    samples: Recording,
    script: Sequence[ScriptWord],
    progress: Progress = lambda phase, share: None,
    cores: int = 2,
    memory: Memory | None = None,
    earlier: Matrix | None = None,
) -> Trail:
    """The trail of a take: mono samples at 16 000 a second, and the script in reading order.

    Raises SilentSound where nothing is heard. Where it is something else than the script, all of it is talk.
    `progress` gets the phase and its share done and may raise to stop; what `memory` has kept of an
    earlier try is not worked out again; `earlier` (39, 39) are the `hearings` of this voice in other
    takes.
    """
    return explained(samples, script, progress, cores, memory, earlier).trail


def explained(
    samples: Recording,
    script: Sequence[ScriptWord],
    progress: Progress = lambda phase, share: None,
    cores: int = 2,
    memory: Memory | None = None,
    earlier: Matrix | None = None,
) -> Explained:
    """The trail of a take, with what each stage saw on the way."""
    keep = memory or Forgetful()
    stretches = stretches_of_sound(samples)
    if not stretches:
        raise SilentSound
    sayable = tuple(word for word in script if word.ways)
    route = _route(sayable)

    expectation = relations() if earlier is None else learned(relations(), earlier)

    frames = heard_over(samples, grouped(stretches), lambda share: progress(LISTENING, share), cores, keep)
    frames = replace(frames, quiet=quiet_between(samples, frames.at))
    path, readings, talk, fit, hearings = _followed(frames, route, expectation, lambda s: progress(MATCHING, s), cores)
    if _is_chance(readings):
        talk = tuple(sorted((*talk, *map(_as_talk, readings)), key=lambda one: one.first)) or _all_of(frames)
        readings, hearings = (), np.zeros_like(hearings)
    readings, talk = repaired(readings, talk, frames, fit, sayable, route)
    comparing = _shares(progress, COMPARING, (BY_ONE, 1.0))
    claimed = _compared(readings, frames, fit, sayable, comparing[0])
    heard = agreed(claimed, readings, frames, fit, samples, sayable, keep, comparing[1], cores)
    kept = _without_left_out(readings, heard)
    times = timed(kept, frames, samples, [word.ways for word in sayable], lambda share: progress(TIMING, share), cores)
    heard = sorted((word for word in heard if not word.left_out), key=lambda word: word.said.first)
    instead = replaced(kept, talk, frames, fit, sayable)
    asides = written_down(
        asides_among(_not_instead(talk, instead), [word.said.first for word in heard], frames, fit),
        frames,
        fit,
        samples,
        lambda share: progress(WRITING, share),
        cores,
        keep,
        Named(sayable, [word.said for word in heard]).near,
    )
    trail = _trail(script, sayable, frames, fit, heard, times, instead, asides)
    start, end = sound_ends(stretches)
    trail = replace(trail, seconds=round(len(samples) / RATE, 4), sound_start=round(start, 3), sound_end=round(end, 3))
    return Explained(sayable, stretches, frames, fit, path, readings, talk, tuple(heard), tuple(times), hearings, trail)


def _route(script: Sequence[ScriptWord]) -> Route:
    starts = [i for i, word in enumerate(script) if i == 0 or word.sentence != script[i - 1].sentence]
    return route_of([word.ways for word in script], starts)


def _followed(
    frames: Frames, route: Route, expectation: Matrix, progress: Callable[[float], None], cores: int
) -> tuple[Path, tuple[Reading, ...], tuple[Talked, ...], Fit, Matrix]:
    """The path, found twice: the second time knowing the voice, from the beginning of the take."""
    beginning = frames.first(LEARNED_FROM)
    part = len(beginning) / (len(beginning) + len(frames)) if len(frames) else 0.5
    fit = fit_of(beginning, expectation)
    path = path_of(fit, route, lambda share: progress(part * share), cores=cores)
    readings, _ = readings_of(path, beginning, fit)
    hearings = heard_for(readings, beginning, route)
    fit = fit_of(frames, learned(expectation, hearings))
    path = path_of(fit, route, lambda share: progress(part + (1 - part) * share), talk_price(readings), cores=cores)
    readings, talk = readings_of(path, frames, fit)
    return path, readings, talk, fit, hearings


def _shares(progress: Progress, phase: str, ends: Sequence[float]) -> list[Callable[[float], None]]:
    """For each part of a phase, which is over at the share `ends` gives, who reports of it."""

    def report(begin: float, end: float) -> Callable[[float], None]:
        return lambda share: progress(phase, begin + (end - begin) * share)

    return [report(begin, end) for begin, end in pairwise([0.0, *ends])]


def _compared(
    readings: Sequence[Reading],
    frames: Frames,
    fit: Fit,
    script: Sequence[ScriptWord],
    progress: Callable[[float], None],
) -> list[list[Heard]]:
    """What the network hears of every word of each reading."""
    heard: list[list[Heard]] = []
    for number, reading in enumerate(readings):
        progress(number / len(readings))
        heard.append(judged(reading, frames, fit, script))
    progress(1.0)
    return heard


def _is_chance(readings: Sequence[Reading]) -> bool:
    """Whether what was found of the script is no reading: too little, or of another language."""
    words = sum(len(reading.said) for reading in readings)
    read = sum(len(said.states) for reading in readings for said in reading.said)
    loss = sum(said.cost for reading in readings for said in reading.said) / max(1, read)
    return words < FEWEST_FOUND or loss > MOST_LOST


def _as_talk(reading: Reading) -> Talked:
    return Talked(reading.first, reading.last)


def _all_of(frames: Frames) -> tuple[Talked, ...]:
    """Everything that was heard: what there is without a word to look for."""
    return (Talked(0, len(frames) - 1),) if len(frames) else ()


def _without_left_out(readings: Sequence[Reading], heard: Sequence[Heard]) -> list[Reading]:
    gone = {id(word.said) for word in heard if word.left_out}
    kept = (Reading(tuple(said for said in reading.said if id(said) not in gone)) for reading in readings)
    return [reading for reading in kept if reading.said]


def _trail(
    script: Sequence[ScriptWord],
    route: Sequence[ScriptWord],
    frames: Frames,
    fit: Fit,
    heard: Sequence[Heard],
    times: Sequence[Timed],
    instead: Sequence[Replaced],
    asides: tuple[Aside, ...],
) -> Trail:
    visits, slips = [], []
    by_start = sorted(zip(heard, _in_path_order(heard, times), strict=True), key=lambda pair: pair[1].start)
    for word, time in by_start:
        own = route[time.word]
        sure = confidence(word, time)
        why = doubt(word, time, own) if sure < UNSURE_BELOW else Doubt.NONE
        visits.append(Visit(own.id, round(time.start, 3), round(time.end, 3), sure, doubt=why))
        if word.otherwise:
            slips.append(Slip(SlipKind.MISREAD, own.id, round(time.start, 3), round(time.end, 3), word.otherwise))
    for one in instead:
        more, wrong = _in_their_place(one, route, frames, fit)
        visits += more
        slips += wrong
    visits += placed(script, visits)
    visits.sort(key=lambda visit: visit.start)
    missing, unread = left_out(script, visits)
    every = sorted((*slips, *missing, *said_twice(visits)), key=lambda slip: slip.start)
    return Trail(tuple(visits), tuple(every), asides, unread)


def _not_instead(talk: Sequence[Talked], instead: Sequence[Replaced]) -> list[Talked]:
    """Talk that does not stand in the place of words of the text."""
    taken = {one.talked for one in instead}
    return [one for one in talk if not any(one.first >= own.first and one.last <= own.last for own in taken)]


def _in_path_order(heard: Sequence[Heard], times: Sequence[Timed]) -> list[Timed]:
    """The time of each heard word: both are in order of the take, word for word."""
    waiting: dict[int, list[Timed]] = {}
    for time in times:
        waiting.setdefault(time.word, []).append(time)
    return [waiting[word.said.word].pop(0) for word in heard]


def _in_their_place(
    one: Replaced, route: Sequence[ScriptWord], frames: Frames, fit: Fit
) -> tuple[list[Visit], list[Slip]]:
    """Words that light where something else was said instead of them, and their slips."""
    first = one.talked.first + int(np.argmax(fit.new_sound[one.talked.first : one.talked.last + 1]))
    start = float(frames.at[first])
    end = float(frames.at[one.talked.last]) + LAST_PHONE
    said = likeliest_word(fit, one.talked.first, one.talked.last) or words_in(fit, one.talked, _bare_words(route))
    edges = np.linspace(start, end, len(one.words) + 1)
    visits, slips = [], []
    for index, word in enumerate(one.words):
        begins, ends = round(float(edges[index]), 3), round(float(edges[index + 1]), 3)
        visits.append(Visit(route[word].id, begins, ends, MISREAD, doubt=Doubt.OTHERWISE))
        slips.append(Slip(SlipKind.MISREAD, route[word].id, begins, ends, said))
    return visits, slips


def _bare_words(script: Sequence[ScriptWord]) -> set[str]:
    return {word.bare for word in script}
