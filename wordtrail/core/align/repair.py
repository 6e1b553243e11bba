"""Repair of small gaps: words that must have been read although they were not recognised.

Between two words that are certain, from one to the end of its sentence, or from the beginning of a sentence
to one, stands about as much sound as the words missing there have phones: they are looked for in it. Where they
fit at least poorly they were read (and are flagged as unsure); where they do not, something else was said.

A sentence often begins with a weak word ("A", "The", "I"), whose one syllable after a rest is heard as almost
anything. A single syllable in front of the second word is taken for it, however it sounds.
"""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise

from wordtrail.core.align.fit import Fit
from wordtrail.core.align.hypotheses import placed
from wordtrail.core.align.path import MISSED, Said, Talked
from wordtrail.core.align.readings import Reading, usual_rest
from wordtrail.core.align.route import Route
from wordtrail.core.align.sounds import Frames
from wordtrail.core.align.values import ScriptWord
from wordtrail.core.speech.phones import PHONES
from wordtrail.core.speech.pronunciation import VOWELS

BESIDE, MOST_BESIDE, OWN_RESTS = 0.4, 1.6, 1.25
"""Seconds between a certain word and the sound that goes on from it, at least and at most; between them, how often the
reader's own usual rest between two words: who says them one by one goes on after a second, too."""

MOST_WORDS = 8
SHORTEST_SHARE, LONGEST_SHARE = 0.45, 1.6
"""How many sounds there may be for each phone that is missing."""

POOREST_FIT, POOREST_HEAD = 3.0, 1.8
"""What the missing words may lose on the mean for each phone, missed ones with it; less in front of a reading, where
talk that leads into it is likelier."""

LONG, POOREST_LONG = 10, 2.4
"""More phones than that fit any talk of their length a little: then they may lose less."""

WEAK = 2
"""Phones of the longest words that are spoken weakly."""

GLUED = 0.25
"""Seconds from a syllable to the word that it leads into, and that such a syllable lasts at the most."""

MOST_AROUND = 2
"""Consonants that may be heard about the vowel of a weak word where it has none."""


def repaired(
    readings: Sequence[Reading],
    talk: Sequence[Talked],
    frames: Frames,
    fit: Fit,
    script: Sequence[ScriptWord],
    route: Route,
) -> tuple[tuple[Reading, ...], tuple[Talked, ...]]:
    """The readings, longer by the words found in the talk beside them, and the talk that is left."""
    near = beside_for(readings, frames)
    readings, left = _with_heads(readings, list(talk), frames, fit, script, route, near)
    whole: list[Reading] = []
    following: Sequence[Reading | None] = [*readings[1:], None][: len(readings)]
    for reading, after in zip(readings, following, strict=True):
        said = reading.said
        beside = [t for t in left if t.first > reading.last and (after is None or t.last < after.first)]
        if beside and frames.at[beside[0].first] - frames.at[reading.last] <= near:
            sound = Talked(beside[0].first, _same_breath(beside, frames, near).last)
            words = _missing(said[-1].word, after, frames, sound, script, near)
            found = _found(words, sound, fit, script, route, POOREST_FIT)
            if not found and near > BESIDE:
                found = _weak(words, sound, frames, fit, script, route)
            if found:
                said = (*said, *found)
                left = [t for t in left if not sound.first <= t.first <= sound.last]
        whole.append(Reading(said))
    return tuple(whole), tuple(left)


def beside_for(readings: Sequence[Reading], frames: Frames) -> float:
    """Seconds between a word of this reader and the sound that goes on from it."""
    return min(max(BESIDE, OWN_RESTS * usual_rest(readings, frames)), MOST_BESIDE)


def _with_heads(
    readings: Sequence[Reading],
    left: list[Talked],
    frames: Frames,
    fit: Fit,
    script: Sequence[ScriptWord],
    route: Route,
    near: float,
) -> tuple[list[Reading], list[Talked]]:
    """The readings, longer by the words before them in their sentence, and the talk that is left."""
    whole: list[Reading] = []
    for reading in readings:
        before = whole[-1] if whole else None
        said = reading.said
        words = _missing_before(said[0].word, before, script)
        sound = _sound_before(reading, before, left, frames, near) if words else None
        found = _head_in(words, sound, frames, fit, script, route, near) if sound else []
        if found:
            said = (*found, *said)
            left = [part for talked in left for part in _without(talked, found[0].first, reading.first)]
        whole.append(Reading(said))
    return whole, left


def _missing_before(first: int, before: Reading | None, script: Sequence[ScriptWord]) -> list[int]:
    """The words from the beginning of a sentence to the first one that was read of it; none where they were read just
    before, or are many."""
    begin = first
    while begin > 0 and script[begin - 1].sentence == script[first].sentence:
        begin -= 1
    if before is not None and begin <= before.said[-1].word < first:
        return []
    return list(range(begin, first)) if first - begin <= MOST_WORDS else []


def _sound_before(
    reading: Reading, before: Reading | None, left: Sequence[Talked], frames: Frames, near: float
) -> Talked | None:
    """The talk that leads into a reading without a rest."""
    begins = frame = reading.first
    earliest = before.last + 1 if before else 0
    while frame > earliest and frames.at[frame] - frames.at[frame - 1] <= near:
        frame -= 1
        if any(talked.first <= frame <= talked.last for talked in left):
            begins = frame
    return Talked(begins, reading.first - 1) if begins < reading.first else None


def _head_in(
    words: Sequence[int],
    sound: Talked,
    frames: Frames,
    fit: Fit,
    script: Sequence[ScriptWord],
    route: Route,
    near: float,
) -> list[Said]:
    """The words at the end of `sound`, where they fit best; a weak one also where it is one syllable."""
    phones = sum(len(script[word].ways[0]) for word in words)
    starts = [frame for frame in range(sound.first, sound.last + 1) if fit.new_sound[frame]]
    nearest = [frame for number, frame in enumerate(reversed(starts), 1) if number <= LONGEST_SHARE * phones]
    tries = [
        found
        for frame in nearest
        if (found := _found(words, Talked(frame, sound.last), fit, script, route, POOREST_HEAD))
    ]
    if tries:
        return min(tries, key=lambda found: sum(said.cost + MISSED * said.missed for said in found))
    glued = frames.at[sound.last + 1] - frames.at[sound.last] <= (GLUED if near == BESIDE else near)
    return _weak(words, sound, frames, fit, script, route) if glued else []


def _weak(
    words: Sequence[int], sound: Talked, frames: Frames, fit: Fit, script: Sequence[ScriptWord], route: Route
) -> list[Said]:
    """A weak word, where `sound` is a single short syllable, however it is heard."""
    starts = [frame for frame in range(sound.first, sound.last + 1) if fit.new_sound[frame]]
    heard = [PHONES[int(fit.enter[frame].argmin())] for frame in starts]
    phones = sum(len(script[word].ways[0]) for word in words)
    is_weak = len(words) == 1 and phones <= WEAK
    short = frames.at[sound.last] - frames.at[sound.first] <= GLUED
    if not (is_weak and short and sum(phone in VOWELS for phone in heard) == 1 and len(heard) - 1 <= MOST_AROUND):
        return []
    first = int(route.ways_first[route.words_first_way[words[0]]])
    return [Said(words[0], (first,), (starts[0],), MISSED, phones)]


def _without(talked: Talked, first: int, after: int) -> list[Talked]:
    """What is left of talk without the frames from one up to another."""
    parts = ((talked.first, min(talked.last, first - 1)), (max(talked.first, after), talked.last))
    return [Talked(begin, end) for begin, end in parts if begin <= end]


def _same_breath(beside: Sequence[Talked], frames: Frames, near: float) -> Talked:
    last = beside[0]
    for early, late in pairwise(beside):
        if frames.at[late.first] - frames.at[early.last] > near:
            break
        last = late
    return last


def _missing(
    before: int, after: Reading | None, frames: Frames, sound: Talked, script: Sequence[ScriptWord], near: float
) -> list[int]:
    """The words that would stand in `sound`: up to the next certain word if that is near, else up to
    the end of the sentence."""
    sentence = script[before].sentence
    rest = []
    for word in range(before + 1, min(len(script), before + 1 + MOST_WORDS)):
        if script[word].sentence != sentence:
            break
        rest.append(word)
    if after is not None and frames.at[after.first] - frames.at[sound.last] <= near:
        goes_on = after.said[0].word
        return [word for word in rest if word < goes_on] if before < goes_on <= before + MOST_WORDS else []
    ends = before + len(rest) + 1 == len(script) or script[before + len(rest) + 1].sentence != sentence
    return rest if ends else []


def _found(
    words: Sequence[int], sound: Talked, fit: Fit, script: Sequence[ScriptWord], route: Route, poorest: float
) -> list[Said]:
    """The words in the frames of `sound`, if they fit it well enough."""
    ways = [script[word].ways[0] for word in words]
    phones = [phone for way in ways for phone in way]
    sounds = int(fit.new_sound[sound.first : sound.last + 1].sum())
    if not phones or not SHORTEST_SHARE <= sounds / len(phones) <= LONGEST_SHARE:
        return []
    cost, begins = placed(fit, sound.first, sound.last, phones)
    if cost > (poorest if len(phones) <= LONG else min(poorest, POOREST_LONG)) * len(phones):
        return []
    found, at = [], 0
    for word, way in zip(words, ways, strict=True):
        first = int(route.ways_first[route.words_first_way[word]])
        heard = [(first + n, frame) for n, frame in enumerate(begins[at : at + len(way)]) if frame is not None]
        at += len(way)
        if not heard:
            return []
        states, frames = zip(*heard, strict=True)
        cost_here = float(sum(fit.enter[frame, route.phone[state]] for state, frame in heard))
        found.append(Said(word, states, frames, cost_here, len(way)))
    return found
