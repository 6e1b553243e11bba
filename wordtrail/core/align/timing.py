"""Final times: two witnesses for the start of every word.

The path says when the network named the word's first phone (40 ms coarse, never far off). The
forced alignment says it to 10 ms, but now and then loses its way, in accents that its model does
not know more often. Where they agree, the forced alignment's time counts; where they lie somewhat
apart, the middle, which is near enough to either; where they lie far apart, the path's. After a
rest a third one decides between them: the moment at which the sound itself begins.

The limits were read off a table of both witnesses' errors by how far they lie apart (docs/align.md).
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from itertools import pairwise
from queue import SimpleQueue

import numpy as np
import numpy.typing as npt

from wordtrail.core.align.forced import Aligner, cut
from wordtrail.core.align.path import Said
from wordtrail.core.align.readings import Reading
from wordtrail.core.align.sounds import Frames
from wordtrail.core.align.stretches import loudness_by_frame, voice_threshold
from wordtrail.core.align.values import Recording, Sounds, Stretch, Timed
from wordtrail.core.speech.pronunciation import VOWELS

AGREE = 0.04
"""Seconds within which the two witnesses mean the same start."""

HALFWAY, HALFWAY_TO_VOWEL = 0.15, 0.06
"""Seconds up to which the middle of the two is near enough to both; less for a word that begins with
a vowel, into which the sound before it runs on."""

ONSET_NEAR, ONSET_FURTHEST = 0.06, 0.16
"""Seconds from the onset of sound after a rest up to which the forced alignment means the same start,
and up to which the path's start confirms the onset."""

ONSET_FURTHEST_ALONE = 0.6
"""The same where nothing else is heard between them: of a word that stands alone the network may name no more than the
end (of a long "I" the second half)."""

ONSET_RISE, FALLS_BY = 0.05, 25.0
"""Seconds in which a voice is there after its onset, and the decibels by which it is no quieter than what follows."""

ONSET_AFTER, QUIET_BEFORE_ONSET = 0.08, 0.12
"""How long after a start its onset may still come, and how long it must have been quiet before."""

REST = 0.35
"""Seconds between the last phone of a word and the first of the next at which a run is parted."""

LONGEST_RUN = 12.0
"""Seconds at which a run is parted at its widest gap."""

ROOM_BEFORE, ROOM_AFTER = 0.25, 0.45
"""Seconds around a run in which its first and last word may reach out."""

LAST_PHONE = 0.14
"""Seconds that a word's last phone lasts where nothing else tells."""


SOONER = {
    **dict.fromkeys(("S", "SH", "F", "TH", "CH"), 0.022),
    **dict.fromkeys(("AE", "EH", "AO", "P"), 0.02),
    "K": 0.015,
    **dict.fromkeys(("AH", "IH", "ER", "AA"), -0.015),
}
"""Seconds by which a sound begins before the network's usual lag says, or (minus) after it: it waits
longer to be sure of a hiss than of a lax vowel."""


def breath_groups(reading: Reading, frames: Frames) -> list[tuple[Said, ...]]:
    """The words of a reading, parted where the voice rests and where they would be too many."""
    groups: list[list[Said]] = [[reading.said[0]]]
    for before, word in pairwise(reading.said):
        rests = frames.at[word.first] - frames.at[before.last] >= REST
        long = frames.at[word.first] - frames.at[groups[-1][0].first] > LONGEST_RUN
        if rests or long:
            groups.append([word])
        else:
            groups[-1].append(word)
    return [tuple(group) for group in groups]


def timed(
    readings: Sequence[Reading],
    frames: Frames,
    samples: Recording,
    ways: Sequence[Sequence[Sounds]],
    progress: Callable[[float], None] = lambda share: None,
    cores: int = 2,
) -> list[Timed]:
    """Every word of the readings with its final time, in order."""
    groups = [group for reading in readings for group in breath_groups(reading, frames)]
    windows = _windows(groups, frames, len(samples) / 16_000)
    sound = sound_of(samples)
    free: SimpleQueue[Aligner] = SimpleQueue()
    for _ in range(cores):
        free.put(Aligner(ways))

    def align(index: int) -> list[Timed]:
        aligner = free.get()
        try:
            group, window = groups[index], windows[index]
            found = aligner.times(cut(samples, window), [said.word for said in group], window.start)
        finally:
            free.put(aligner)
        return _agreed(group, frames, found, ways, sound)

    words: list[Timed] = []
    with ThreadPoolExecutor(cores) as pool:
        try:
            for index, some in enumerate(pool.map(align, range(len(groups)))):
                words += some
                progress((index + 1) / len(groups))
        except BaseException:
            pool.shutdown(wait=False, cancel_futures=True)
            raise
    return in_order(words)


def _windows(groups: Sequence[Sequence[Said]], frames: Frames, seconds: float) -> list[Stretch]:
    """Where each group is looked for: a little wider than it, and never into its neighbours."""
    windows = []
    for index, group in enumerate(groups):
        begin, end = float(frames.at[group[0].first]), float(frames.at[group[-1].last])
        low = frames.at[groups[index - 1][-1].last] + 0.05 if index else 0.0
        high = frames.at[groups[index + 1][0].first] if index + 1 < len(groups) else seconds
        windows.append(
            Stretch(
                max(0.0, min(begin - 0.02, max(low, begin - ROOM_BEFORE))),
                min(seconds, max(end + LAST_PHONE, min(high, end + ROOM_AFTER))),
            )
        )
    return windows


@dataclass(frozen=True, slots=True)
class Sound:
    """When sound begins after quiet (seconds), and how loud each 10 ms are (decibels)."""

    begins: npt.NDArray[np.float64]
    loudness: npt.NDArray[np.float64]

    def holds(self, start: float, end: float) -> bool:
        """Whether the sound from `start` to `end` (seconds) is as loud as what follows, nearly: a voice that goes on
        into it, not the breath before."""
        first, last = round((start + ONSET_RISE) / 0.01), round(end / 0.01)
        after = self.loudness[last : last + round(ONSET_RISE / 0.01) * 3]
        before = self.loudness[first:last]
        return len(before) > 0 and len(after) > 0 and bool(before.min() >= after.max() - FALLS_BY)


def sound_of(samples: Recording) -> Sound:
    """Where sound begins in a take after quiet, and how loud it is."""
    loudness = loudness_by_frame(samples)
    loud = loudness > voice_threshold(loudness)
    quiet = round(QUIET_BEFORE_ONSET / 0.01)
    before = np.convolve(loud, np.ones(quiet), mode="full")[: len(loud)] - loud
    return Sound((np.flatnonzero(loud & (before == 0)) * 0.01).astype(np.float64), loudness)


def _agreed(
    group: Sequence[Said],
    frames: Frames,
    found: Sequence[Stretch] | None,
    ways: Sequence[Sequence[Sounds]],
    sound: Sound,
) -> list[Timed]:
    words = []
    for index, said in enumerate(group):
        named = float(frames.at[said.first]) - SOONER.get(ways[said.word][0][0], 0.0)
        ended = float(frames.at[said.last]) + LAST_PHONE
        onset = _onset(named, said.first, frames, sound) if index == 0 else None
        if found is None:
            words.append(Timed(said.word, named if onset is None else onset, ended, None))
            continue
        forced = found[index].start
        if index and abs(forced - named) > HALFWAY:
            onset = _onset(named, said.first, frames, sound)
        start = start_of(forced, named, onset, ways[said.word][0][0] in VOWELS)
        words.append(Timed(said.word, start, found[index].end, abs(forced - named)))
    return words


def _onset(named: float, first: int, frames: Frames, sound: Sound) -> float | None:
    """The last onset of sound that the path's start, in frame `first`, confirms."""
    before = sound.begins[sound.begins <= named + ONSET_AFTER]
    if not len(before) or named - before[-1] > ONSET_FURTHEST_ALONE:
        return None
    onset = float(before[-1])
    if named - onset <= ONSET_FURTHEST:
        return onset
    between = (frames.at[:first] > onset - ONSET_NEAR) & (frames.none[:first] < 0.5)
    return onset if not between.any() and sound.holds(onset, named) else None


def start_of(forced: float, named: float, onset: float | None, vowel: bool) -> float:
    """The start of a word, from when the forced alignment finds it, when the path named it, the
    `onset` of sound where there was quiet before, and whether it begins with a vowel."""
    if onset is not None:
        return forced if abs(forced - onset) <= ONSET_NEAR else onset
    apart = abs(forced - named)
    if apart <= AGREE:
        return forced
    return (forced + named) / 2 if apart <= (HALFWAY_TO_VOWEL if vowel else HALFWAY) else named


def in_order(words: Sequence[Timed]) -> list[Timed]:
    """Timed words in order of their starts whose ends lie behind their starts and do not overlap."""
    ordered = sorted(words, key=lambda word: word.start)
    limits = [*(later.start for later in ordered[1:]), float("inf")][: len(ordered)]
    return [
        Timed(word.word, word.start, max(word.start + 0.01, min(word.end, limit)), word.apart)
        for word, limit in zip(ordered, limits, strict=True)
    ]
