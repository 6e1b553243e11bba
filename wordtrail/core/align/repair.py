"""Repair of small gaps: words that must have been read although they were not recognised.

Between two words that are certain, or from one to the end of its sentence, stands about as much
sound as the words missing there have phones: they are looked for in it. Where they fit at least
poorly they were read (and are flagged as unsure); where they do not, something else was said.
"""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise

from wordtrail.core.align.hypotheses import placed
from wordtrail.core.align.path import Fit, Said, Talked
from wordtrail.core.align.readings import Reading
from wordtrail.core.align.route import Route
from wordtrail.core.align.sounds import Frames
from wordtrail.core.align.values import ScriptWord

BESIDE = 0.4
"""Seconds between a certain word and the sound that goes on from it."""

MOST_WORDS = 8
SHORTEST_SHARE, LONGEST_SHARE = 0.45, 1.6
"""How many sounds there may be for each phone that is missing."""

POOREST_FIT = 3.0
"""What the missing words may lose on the mean for each phone, missed ones with it."""


def repaired(
    readings: Sequence[Reading],
    talk: Sequence[Talked],
    frames: Frames,
    fit: Fit,
    script: Sequence[ScriptWord],
    route: Route,
) -> tuple[tuple[Reading, ...], tuple[Talked, ...]]:
    """The readings, longer by the words found in the talk beside them, and the talk that is left."""
    left = list(talk)
    whole: list[Reading] = []
    following: Sequence[Reading | None] = [*readings[1:], None][: len(readings)]
    for reading, after in zip(readings, following, strict=True):
        said = reading.said
        beside = [t for t in left if t.first > reading.last and (after is None or t.last < after.first)]
        if beside and frames.at[beside[0].first] - frames.at[reading.last] <= BESIDE:
            sound = Talked(beside[0].first, _same_breath(beside, frames).last)
            words = _missing(said[-1].word, after, frames, sound, script)
            found = _found(words, sound, fit, script, route)
            if found:
                said = (*said, *found)
                left = [t for t in left if not sound.first <= t.first <= sound.last]
        whole.append(Reading(said))
    return tuple(whole), tuple(left)


def _same_breath(beside: Sequence[Talked], frames: Frames) -> Talked:
    last = beside[0]
    for early, late in pairwise(beside):
        if frames.at[late.first] - frames.at[early.last] > BESIDE:
            break
        last = late
    return last


def _missing(
    before: int, after: Reading | None, frames: Frames, sound: Talked, script: Sequence[ScriptWord]
) -> list[int]:
    """The words that would stand in `sound`: up to the next certain word if that is near, else up to
    the end of the sentence."""
    sentence = script[before].sentence
    rest = []
    for word in range(before + 1, min(len(script), before + 1 + MOST_WORDS)):
        if script[word].sentence != sentence:
            break
        rest.append(word)
    if after is not None and frames.at[after.first] - frames.at[sound.last] <= BESIDE:
        goes_on = after.said[0].word
        return [word for word in rest if word < goes_on] if before < goes_on <= before + MOST_WORDS else []
    ends = before + len(rest) + 1 == len(script) or script[before + len(rest) + 1].sentence != sentence
    return rest if ends else []


def _found(words: Sequence[int], sound: Talked, fit: Fit, script: Sequence[ScriptWord], route: Route) -> list[Said]:
    """The words in the frames of `sound`, if they fit it well enough."""
    ways = [script[word].ways[0] for word in words]
    phones = [phone for way in ways for phone in way]
    sounds = int(fit.new_sound[sound.first : sound.last + 1].sum())
    if not phones or not SHORTEST_SHARE <= sounds / len(phones) <= LONGEST_SHARE:
        return []
    cost, begins = placed(fit, sound.first, sound.last, phones)
    if cost > POOREST_FIT * len(phones):
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
