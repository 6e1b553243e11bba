"""`./run bench live`: does the light follow the voice? When each word lights against its end, and what lights wrongly.

Narrations with talk between the sentences, re-readings, restarts and slips, in four voices, on a text and in voices
that nothing was set with (`--work`: those that the prices were set with; `--human`: a human voice). Sound comes in
twentieths of a second; the time the program takes for each is added. Truth is what the synthesiser says of its words'
starts (of the human voice, a forced alignment); a word ends where the next begins, or 0.4 s later.
"""

from __future__ import annotations

import argparse
import time
from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise, product

import numpy as np

from bench.align import human, longer_texts
from bench.align.narrations import Narration, Read, Step, Talk, narrate, sentences
from wordtrail.core.align.live.live_reader import LiveReader
from wordtrail.core.align.script import script_of
from wordtrail.core.align.values import RATE
from wordtrail.core.text.intake import passage_from_text
from wordtrail.core.text.model import Passage
from wordtrail.standins.passages import BEES_MAP

TEXT = longer_texts.FACTS_ONCE
VOICES = ("formant/en+m3", "formant/en-us+f2", "formant/en-gb-x-gbclan+f4", "recorded/awb")
"""The text and the voices that nothing was set with."""

WORK = (
    (BEES_MAP, ("formant/en-us", "recorded/rms", "recorded/slt", "formant/en-gb-x-rp")),
    (longer_texts.STORY_ONCE, ("formant/en+f4", "formant/en-us+m3", "formant/en-gb-x-rp+m7", "recorded/kal16")),
)
"""Those that prices were set with; what the second showed was looked at, too, before the last ones."""

BLOCK = RATE // 20
IN_TIME = 0.3
"""Seconds after its end within which a word is to be lit."""

FURTHER = 3
"""Words further on at which the light has been at a word too: it walks over those that went by."""

ON_THE_WAY = 0.02
"""Seconds from the microphone to here and back to the screen that a browser on the same machine adds, at the least."""

ASIDES = (
    "Now look at this, everybody. What could that be?",
    "I had to read that twice myself, it is so surprising.",
    "Tell your neighbor what you think before we go on.",
    "Hold on, I want to show you where it says so.",
)


@dataclass(frozen=True)
class Result:
    """Words read, delays of those that were lit (seconds after their end), wrong lights, and × real time, where the
    program ran by itself."""

    words: int
    delays: np.ndarray
    wrong: int
    speed: float | None = None


def _talk(passage: Passage) -> list[Step]:
    steps: list[Step] = [Talk(ASIDES[0])]
    for number, span in enumerate(sentences(passage)):
        steps += [Read(*span), *([Talk(ASIDES[number // 2 % len(ASIDES)])] if number % 2 else [])]
    return steps


def _again(passage: Passage) -> list[Step]:
    spans = sentences(passage)
    steps: list[Step] = []
    for number, span in enumerate(spans):
        steps.append(Read(*span))
        if number % 3 == 1:
            steps += [Talk("Let us hear that once more."), Read(*span)]
    return steps


def _restarts(passage: Passage) -> list[Step]:
    steps: list[Step] = []
    for number, (first, last) in enumerate(sentences(passage)):
        if number % 2 and last - first > 4:
            steps.append(Read(first, first + 2, gap=0.4))
        steps.append(Read(first, last))
    return steps


def _slips(passage: Passage) -> list[Step]:
    return [
        Read(first, last, leave_out=(first + 3,) if number % 2 and last - first > 6 else ())
        for number, (first, last) in enumerate(sentences(passage))
    ]


KINDS: dict[str, Callable[[Passage], list[Step]]] = {
    human.TALK: _talk, human.AGAIN: _again, human.RESTARTS: _restarts, human.LEFT_OUT: _slips,
}  # fmt: skip


def followed(narration: Narration) -> Result:
    """What a reader of the narration would have seen."""
    words = script_of(narration.passage.words)
    place = {word.id: number for number, word in enumerate(narration.passage.words)}
    reader = LiveReader(words)
    seen: list[tuple[float, int]] = []
    spent = 0.0
    for at in range(0, len(narration.samples), BLOCK):
        began = time.perf_counter()
        word = reader.hear(narration.samples[at : at + BLOCK]).word
        took = time.perf_counter() - began
        spent += took
        seen.append(((at + BLOCK) / RATE + took + ON_THE_WAY, place[word] if word else -1))
    return replace(result_of(narration.said, seen), speed=len(narration.samples) / RATE / spent)


def result_of(said: Sequence[tuple[int, float]], seen: Sequence[tuple[float, int]], further: int = FURTHER) -> Result:
    """How what was `seen` in each block or frame (its second; the word that is lit) goes with what was said (the word;
    the second of its start); a word counts as seen where the light is at it or up to `further` words on."""
    truth = sorted(said, key=lambda pair: pair[1])
    delays = [delay for number in range(len(truth)) if (delay := _delay(truth, number, seen, further)) is not None]
    wrong = sum(
        now != before and now >= 0 and not _is_right(now, at, truth) for (_, before), (at, now) in pairwise(seen)
    )
    return Result(len(truth), np.array(delays), wrong)


def _delay(
    truth: Sequence[tuple[int, float]], number: int, seen: Sequence[tuple[float, int]], further: int
) -> float | None:
    word, start = truth[number]
    following = truth[number + 1][1] if number + 1 < len(truth) else start + 9
    end = following if following - start < 1.2 else start + 0.4
    at = next((at for at, lit in seen if start <= at <= end + 2.0 and word <= lit <= word + further), None)
    return None if at is None else at - end


def _is_right(word: int, at: float, truth: Sequence[tuple[int, float]]) -> bool:
    """Whether a word is being said, was just said, or is the last that was read: there the light rests."""
    before = [place for place, start in truth if start <= at]
    near = any(place == word and start - 0.3 <= at <= start + 2.0 for place, start in truth)
    return near or (bool(before) and before[-1] == word)


HEAD = f"{'':24} {'words':>6} {'in 300 ms':>9} {'median':>7} {'95 %':>7} {'wrong/100':>9} {'× real':>9}"


def row(name: str, results: Sequence[Result]) -> str:
    """A line of the table."""
    words, delays = sum(one.words for one in results), np.concatenate([one.delays for one in results])
    return (
        f"{name:24} {words:6} {100 * np.sum(delays <= IN_TIME) / words:7.1f} % "
        f"{1000 * np.median(delays):7.0f} {1000 * np.quantile(delays, 0.95):7.0f} "
        f"{100 * sum(one.wrong for one in results) / words:9.2f} {_speed(results)}"
    )


def _speed(results: Sequence[Result]) -> str:
    known = [one.speed for one in results if one.speed is not None]
    return f"{np.mean(known):9.1f}" if known else ""


def main() -> None:
    """Print a table by kind and by voice."""
    options = argparse.ArgumentParser()
    options.add_argument("--work", action="store_true", help="the texts and voices that the prices were set with")
    options.add_argument("--human", action="store_true", help="a human voice: prompts of a telephone exchange")
    chosen = options.parse_args()
    if chosen.human:
        _table(human.narrations_to_follow())
        return
    for text, voices in WORK if chosen.work else ((TEXT, VOICES),):
        passage = passage_from_text(text)
        _table(
            narrate(kind, passage, steps(passage), voice, 110)
            for voice, (kind, steps) in product(voices, KINDS.items())
        )


def _table(narrations: Iterable[Narration]) -> None:
    by_kind: dict[str, list[Result]] = {}
    by_voice: dict[str, list[Result]] = {}
    for narration in narrations:
        result = followed(narration)
        by_kind.setdefault(narration.name, []).append(result)
        by_voice.setdefault(narration.voice, []).append(result)
    print(HEAD)
    for name, results in (*by_kind.items(), *by_voice.items()):
        print(row(name, results))
    print(row("all together", [one for results in by_kind.values() for one in results]))


if __name__ == "__main__":
    main()
