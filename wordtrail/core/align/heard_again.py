"""A reading in parts that a listener of whole sentences hears again, and what it writes in the place of each word."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from difflib import SequenceMatcher
from itertools import pairwise

from wordtrail.core.align.path import Said
from wordtrail.core.align.readings import Reading
from wordtrail.core.align.sounds import Frames
from wordtrail.core.align.values import ScriptWord, Stretch
from wordtrail.core.speech.sentence_model import LONGEST as HEARD_AT_MOST

LONGEST = 9.0
"""Seconds of a reading that are heard at once: longer ones take more time for each second."""

A_SENTENCE, FROM_MIDDLE = 1.0, 0.12
"""What the end of a sentence is worth as a place to part a reading at, in seconds of rest; and each second by which the
two parts differ."""

BEFORE, BEHIND = 0.15, 0.25
"""Seconds of sound before the first phone and from the last one on."""

FROM_WORD, TO_WORD = 0.08, 0.0
"""Seconds that are kept from the last phone of the word before, and from the first one of the word behind."""


@dataclass(frozen=True, slots=True)
class Window:
    """Words of a reading that are heard at once: those from `first` to before `end`, and when they are heard."""

    reading: int
    first: int
    end: int
    sound: Stretch


def windows_of(number: int, reading: Reading, frames: Frames, route: Sequence[ScriptWord]) -> list[Window]:
    """A reading (the `number`-th) in windows, parted at rests and ends of sentences."""
    said = reading.said
    edges = [0, *_parted(0, len(said), said, frames, route), len(said)]
    return [Window(number, first, end, _sound_of(first, end, said, frames)) for first, end in pairwise(edges)]


def _parted(first: int, end: int, said: Sequence[Said], frames: Frames, route: Sequence[ScriptWord]) -> list[int]:
    """The words at which new windows begin."""
    begin, close = float(frames.at[said[first].first]), float(frames.at[said[end - 1].last])
    if end - first < 2 or close - begin <= LONGEST:
        return []

    def worth(place: int) -> float:
        before, after = said[place - 1], said[place]
        left, right = float(frames.at[before.last]), float(frames.at[after.first])
        ends = route[before.word].sentence != route[after.word].sentence
        return right - left + A_SENTENCE * ends - FROM_MIDDLE * abs((right - begin) - (close - left))

    best = max(range(first + 1, end), key=worth)
    return [*_parted(first, best, said, frames, route), best, *_parted(best, end, said, frames, route)]


def _sound_of(first: int, end: int, said: Sequence[Said], frames: Frames) -> Stretch:
    begin, close = float(frames.at[said[first].first]) - BEFORE, float(frames.at[said[end - 1].last]) + BEHIND
    if first:
        begin = max(begin, float(frames.at[said[first - 1].last]) + FROM_WORD)
    if end < len(said):
        close = min(close, float(frames.at[said[end].first]) - TO_WORD)
    begin = max(0.0, begin)
    return Stretch(begin, min(close, begin + HEARD_AT_MOST))


def in_place_of(printed: Sequence[str], written: Sequence[str]) -> list[str]:
    """For each printed word the one that was written in its place; empty where none was, or more."""
    found = [""] * len(printed)
    for kind, first, end, begin, until in SequenceMatcher(None, printed, written, autojunk=False).get_opcodes():
        if kind == "equal" or (kind == "replace" and end - first == until - begin):
            found[first:end] = written[begin:until]
    return found
