"""What is said between the lines, written down: by a listener of whole sentences, with the moment of each word by the
one that hears every sound."""

from __future__ import annotations

import json
import math
from collections.abc import Callable, Iterator, Sequence
from itertools import pairwise
from zlib import crc32

import numpy as np

from wordtrail.core.align.fit import Fit
from wordtrail.core.align.forced import cut
from wordtrail.core.align.hypotheses import placed
from wordtrail.core.align.path import Talked
from wordtrail.core.align.side_by_side import side_by_side
from wordtrail.core.align.sounds import Frames
from wordtrail.core.align.timing import LAST_PHONE
from wordtrail.core.align.values import Memory, Recording, Sounds, Stretch
from wordtrail.core.speech.pronunciation import pronunciations
from wordtrail.core.speech.sentence_model import LONGEST, SentenceSound, WrittenWord
from wordtrail.core.text.spoken import spoken_forms
from wordtrail.core.trail.model import Aside, HeardWord

BEFORE, BEHIND = 0.2, 0.35
"""Seconds of sound before the first phone of talk and from its last one on, where nothing else is said."""

UP_TO_NEXT = 0.02
"""Seconds before the first phone of a reading at which talk has ended."""

MOST_SOUNDS, MORE_SOUNDS = 1.8, 4
"""How many sounds words may have, of those that were heard, and how many more: with more of them they are made up."""

LEAST = 1e-4
"""The least that a word is sure."""


def written_down(
    talk: Sequence[Talked],
    frames: Frames,
    fit: Fit,
    samples: Recording,
    progress: Callable[[float], None],
    cores: int,
    memory: Memory,
    spoken_of: Callable[[Talked], Sequence[str]] = lambda talk: (),
) -> tuple[Aside, ...]:
    """The asides of a take. `samples` are those of the take, mono, at 16 000 a second; `progress` gets the share done,
    and may raise to stop; `memory` keeps what was written; `spoken_of` are words that may be spoken of in talk."""
    parts = [part for one in talk for part in parts_of(one, frames)]

    def write(part: Talked) -> tuple[WrittenWord, ...]:
        sound = _sound_of(part, frames)
        return written_in(SentenceSound(cut(samples, sound)), sound, spoken_of(part), memory)

    written = dict(zip(parts, side_by_side(write, parts, cores, progress), strict=True))
    return tuple(_aside(one, written, frames, fit) for one in talk)


def written_in(
    sound: SentenceSound, where: Stretch, spoken_of: Sequence[str], memory: Memory
) -> tuple[WrittenWord, ...]:
    """What was said in a stretch of a take, as it is written; `memory` keeps it."""
    name = f"written-{where.start:.2f}-{where.end:.2f}-{crc32(' '.join(spoken_of).encode()):08x}"
    kept = memory.get(name)
    if kept is not None:
        return tuple(WrittenWord(str(text), float(sure)) for text, sure in json.loads(kept))
    words = sound.written(spoken_of)
    memory.put(name, json.dumps([(word.text, word.sure) for word in words]).encode())
    return words


def parts_of(talk: Talked, frames: Frames) -> Iterator[Talked]:
    """Talk in parts that can be heard at once, parted where the voice rests longest."""
    at = frames.at[talk.first : talk.last + 1]
    if at[-1] - at[0] + BEFORE + BEHIND <= LONGEST:
        yield talk
        return
    # Among the rests that reach into the middle half, so that no part is a word alone.
    near, far = at[0] + (at[-1] - at[0]) * np.array([0.25, 0.75])
    rests = np.where((at[1:] > near) & (at[:-1] < far), np.diff(at), -1.0)
    last = talk.first + int(rests.argmax())
    yield from parts_of(Talked(talk.first, last), frames)
    yield from parts_of(Talked(last + 1, talk.last), frames)


def _sound_of(talk: Talked, frames: Frames) -> Stretch:
    """When talk is heard, without what is said before and after it."""
    at = frames.at
    before = float(at[talk.first - 1]) + LAST_PHONE if talk.first else 0.0
    after = float(at[talk.last + 1]) - UP_TO_NEXT if talk.last + 1 < len(at) else math.inf
    start, end = float(at[talk.first]), float(at[talk.last])
    return Stretch(
        max(0.0, min(start, max(start - BEFORE, before))), max(end + LAST_PHONE / 2, min(end + BEHIND, after))
    )


def _aside(talk: Talked, written: dict[Talked, tuple[WrittenWord, ...]], frames: Frames, fit: Fit) -> Aside:
    parts = [part for part in parts_of(talk, frames) if _can_be(written[part], part, fit)]
    text = " ".join(word.text for part in parts for word in written[part])
    words = tuple(word for part in parts for word in _with_moments(written[part], part, frames, fit))
    start, end = max(0.0, float(frames.at[talk.first])), float(frames.at[talk.last]) + LAST_PHONE
    return Aside(round(start, 3), round(end, 3), text, words)


def _can_be(written: Sequence[WrittenWord], part: Talked, fit: Fit) -> bool:
    """Whether so many words can have been said: for a scrap of speech the model writes what is often said."""
    sounds = sum(len(_way(said)) for said, _ in _spoken(written))
    return sounds <= MOST_SOUNDS * int(fit.new_sound[part.first : part.last + 1].sum()) + MORE_SOUNDS


def _with_moments(written: Sequence[WrittenWord], part: Talked, frames: Frames, fit: Fit) -> Iterator[HeardWord]:
    """The words as they are spoken ("4" is "four"), each with its moments: where its sounds are likeliest, when all are
    said one after another."""
    spoken = _spoken(written)
    ways = [_way(said) for said, _ in spoken]
    if not spoken:
        return
    _, found = placed(fit, part.first, part.last, [sound for way in ways for sound in way])
    ends = np.cumsum([len(way) for way in ways])
    own = [
        [frame for frame in found[end - len(way) : end] if frame is not None]
        for way, end in zip(ways, ends, strict=True)
    ]
    begins = _filled([float(frames.at[one[0]]) if one else None for one in own], part, frames)
    last = float(frames.at[part.last]) + LAST_PHONE
    for (said, sure), (begin, following), heard in zip(spoken, pairwise([*begins, last]), own, strict=True):
        end = min(following, float(frames.at[heard[-1]]) + LAST_PHONE) if heard else following
        yield HeardWord(said, round(begin, 3), round(max(begin, end), 3), _loss(sure))


def _spoken(written: Sequence[WrittenWord]) -> list[tuple[str, float]]:
    """Words as they are said, and how sure each is."""
    return [(said, word.sure) for word in written for said in next(iter(spoken_forms(word.text)), ())]


def _loss(sure: float) -> float:
    """How unsure a word is, on the scale of what sounds lose: of the words that lose 0.8 about one half was said."""
    return round(-0.5 * math.log(max(sure, LEAST)), 3)


def _way(said: str) -> Sounds:
    """How a word is said; one sound that is like no other where nobody knows."""
    return next(iter(pronunciations(said)), ("AH",))


def _filled(begins: Sequence[float | None], part: Talked, frames: Frames) -> list[float]:
    """The beginnings of words; those of which there is no trace share the time between their neighbours."""
    known = [number for number, begin in enumerate(begins) if begin is not None]
    ends = [-1, *known, len(begins)]
    at = [float(frames.at[part.first]), *(begins[number] for number in known), float(frames.at[part.last]) + LAST_PHONE]
    return [float(moment) for moment in np.interp(np.arange(len(begins)), ends, np.array(at, float))]
