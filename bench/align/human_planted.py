"""Slips planted in a human voice: words of its prompts cut out, or others of its own put in their place.

The cuts are at the word starts that a forced alignment found, so some leave a sound of the word behind: a figure for a
human voice, and a lower one than a reader's own slips would give.
"""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterator, Mapping, Sequence
from functools import lru_cache

import numpy as np

from bench.align.human import Prompt, Starts, Tape, passages, prompts, starts_of
from bench.align.planted import FUNCTION, SWAPPED, Planted
from wordtrail.core.align.values import RATE
from wordtrail.core.text.bare import bare

KINDS = ("left out, function", "misread, function", "left out, content", "misread, another", "misread, ending")
"""In the order in which sentences get them."""

TIMES, TALK_AFTER = 2, 3
"""How often each passage is told, each time with other slips; and after how many sentences there is talk."""

LONG, FADED = 4, 0.01
"""Letters of a word that means something; and seconds over which a cut is faded."""

ENDINGS = ("s", "ed", "d", "ing")


def human_planted() -> Iterator[Planted]:
    """The passages of the human voice, with a slip in each sentence in which one of its turn can be made."""
    chance = np.random.default_rng(5)
    for time in range(TIMES):
        for number, (read, talk) in enumerate(passages()):
            yield _planted(read, talk, 2 * time + number, chance)


def _planted(read: Sequence[Prompt], talk: Sequence[Prompt], turn: int, chance: np.random.Generator) -> Planted:
    tape, slips = Tape(read), {}
    for number, (text, sound) in enumerate(read):
        starts = starts_of(text, sound)
        kind = KINDS[(number + turn) % len(KINDS)]
        found = _slip(kind, [bare(word) for word in text.split()], text, starts, chance)
        if found is None:
            tape.read(number, sound, starts)
        else:
            place, instead = found
            tape.read(number, *_with(sound, starts, place, instead))
            slips[tape.first[number] + place] = kind
        if number % TALK_AFTER == TALK_AFTER - 1:
            tape.say(*talk[number])
    return Planted(tape.told("slips"), slips, {})


def _slip(
    kind: str, words: Sequence[str], text: str, starts: Starts, chance: np.random.Generator
) -> tuple[int, np.ndarray] | None:
    """The place of a slip of a kind, the later half of the sentence first, and what is said there (or nothing)."""
    if len(words) != len(starts) or any(start is None for start in starts):
        return None
    middle = len(words) // 2
    for place in (*range(middle, len(words) - 1), *range(middle - 1, 0, -1)):
        word, function = words[place], words[place] in FUNCTION
        if kind.startswith("left out") and function == kind.endswith("function") and (function or len(word) >= LONG):
            return place, np.zeros(0, np.float32)
        other = _other(kind, word, words, chance)
        sound = next((sound for said, sound in _said().get(other, ()) if said != text), None) if other else None
        if sound is not None:
            return place, sound
    return None


def _other(kind: str, word: str, words: Sequence[str], chance: np.random.Generator) -> str:
    """What is said instead of a word; empty where nothing of this kind can be."""
    if kind == "misread, function":
        return SWAPPED.get(word, "")
    if word in FUNCTION or len(word) < LONG:
        return ""
    if kind == "misread, ending":
        stems = {word, *(word.removesuffix(ending) for ending in ENDINGS)}
        forms = {stem + ending for stem in stems for ending in ("", *ENDINGS)} - {word}
        return min((form for form in forms if form in _said()), default="")
    if kind == "misread, another":
        others = sorted(one for one in _said() if len(one) >= LONG and one not in FUNCTION and one[:2] != word[:2])
        return str(chance.choice([one for one in others if one not in words]))
    return ""


@lru_cache(maxsize=1)
def _said() -> Mapping[str, list[tuple[str, np.ndarray]]]:
    """Each word that is said in a prompt and not its last one, with the prompt's text and its sound."""
    found: dict[str, list[tuple[str, np.ndarray]]] = defaultdict(list)
    for text, sound in prompts():
        words, starts = text.split(), starts_of(text, sound)
        for word, start, end in zip(words, starts, starts[1:], strict=False):
            if len(words) == len(starts) and start is not None and end is not None:
                found[bare(word)].append((text, sound[round(start * RATE) : round(end * RATE)]))
    return found


def _with(sound: np.ndarray, starts: Starts, place: int, instead: np.ndarray) -> tuple[np.ndarray, list[float | None]]:
    """A prompt with `instead` in the place of one of its words, and when its words begin then."""
    times = [0.0 if start is None else start for start in starts]
    begin, end = (round(times[at] * RATE) for at in (place, place + 1))
    whole = np.concatenate([_soft(sound[:begin]), _soft(instead), _soft(sound[end:])])
    later = (len(whole) - len(sound)) / RATE
    here = times[place] if len(instead) else None
    return whole, [*times[:place], here, *(start + later for start in times[place + 1 :])]


def _soft(sound: np.ndarray) -> np.ndarray:
    """A sound that comes and goes softly."""
    count = min(len(sound) // 2, round(FADED * RATE))
    ramp = np.ones(len(sound), np.float32)
    ramp[:count] = np.linspace(0, 1, count)
    ramp[len(sound) - count :] = np.linspace(1, 0, count)
    faded: np.ndarray = sound * ramp
    return faded
