"""`./run bench align`: share of word starts within 100 ms, median error, false lights, slips, speed.

The voice is a formant synthesiser: take the figures as what they are. A human voice is harder in
some ways and easier in others.
"""

from __future__ import annotations

import time
from dataclasses import dataclass

import numpy as np

from bench.align.narrations import Narration, Read, Silence, Step, Talk, narrate
from wordtrail.core.align.aligner import align, script_of
from wordtrail.core.align.values import RATE
from wordtrail.core.text.intake import passage_from_text
from wordtrail.core.text.model import Passage
from wordtrail.core.trail.model import SlipKind, Trail
from wordtrail.standins.passages import BEES_MAP, RAIN

KNOWN = ("en-us", "en-gb")
"""Voices whose accent the recogniser's model was made for, or near to it."""

TALK = [
    "Okay everybody, today we are going to read something new together.",
    "Ooh, I wonder what she will do next.",
    "Look at this picture for a moment. What do you notice?",
    "That is a good word to remember, let's say it again later.",
]

NAMES = """Old Mr. Ferngarrow kept a lantern at Zibbly Mill. Every night Quillan and Osha Marrowby climbed
the hill to light it. In 1868 the wind blew it out 25 times.

“Don't worry,” said Osha. “The ships of Larkmoor know the way—they have Tamsin Dorrick.”"""


@dataclass(frozen=True)
class Result:
    """The figures of one narration."""

    name: str
    words: int
    errors: np.ndarray
    false_lights: int
    lights: int
    false_slips: int
    seconds: float
    took: float


def measure(narration: Narration, passage: Passage) -> Result:
    """Align a narration and hold the trail against its truth."""
    begun = time.perf_counter()
    trail = align(narration.samples, script_of(passage.words))
    took = time.perf_counter() - begun
    place = {word.id: index for index, word in enumerate(passage.words)}
    visits = [(place[visit.word], visit.start) for visit in trail.visits]
    errors = [
        min((abs(start - at) for p, start in visits if p == word), default=np.inf) for word, at in narration.truth
    ]
    false_lights = sum(
        min((abs(start - at) for word, at in narration.truth if word == p), default=np.inf) > 0.5
        for p, start in visits
        if p not in narration.untimed
    )
    false_slips = len(_slipped(trail, place) - set(narration.left_out))
    return Result(
        narration.name, len(narration.truth), np.array(errors), false_lights, len(visits),
        false_slips, len(narration.samples) / RATE, took,
    )  # fmt: skip


def _slipped(trail: Trail, place: dict[str, int]) -> set[int]:
    """Places reported as left out or misread."""
    return {place[s.word] for s in trail.slips if s.kind is not SlipKind.SAID_TWICE}


def narrations() -> list[tuple[Narration, Passage]]:
    """The narrations of issue size: each of the things a teacher does, in several voices."""
    bees, rain = passage_from_text(BEES_MAP), passage_from_text(RAIN)
    names = passage_from_text(NAMES)
    made = []
    for voice, speed in (("en-us", 130), ("en-gb", 140), ("en-gb-scotland", 120), ("en-029", 150)):
        for passage, title in ((bees, "bees"), (rain, "rain"), (names, "names")):
            made.append(
                (
                    narrate(f"{title} · plain · {voice}", passage, [Read(0, len(passage.words) - 1)], voice, speed),
                    passage,
                )
            )
            steps = _lively(passage)
            made.append((narrate(f"{title} · lively · {voice}", passage, steps, voice, speed), passage))
    return made


def _lively(passage: Passage) -> list[Step]:
    """Talk before, between and after; a sentence begun twice; 20 s of silence; one read again."""
    sentences: dict[int, list[int]] = {}
    for index, word in enumerate(passage.words):
        sentences.setdefault(word.sentence, []).append(index)
    spans = [(places[0], places[-1]) for places in sentences.values()]
    steps: list[Step] = [Talk(TALK[0])]
    for number, (first, last) in enumerate(spans):
        if number == 2:
            steps += [Talk(TALK[1]), Silence(20)]
        if number == 3 and last - first > 4:
            steps.append(Read(first, first + 2))
        steps.append(Read(first, last))
        if number == 4:
            steps += [Talk(TALK[2]), Read(*spans[1])]
    return [*steps, Talk(TALK[3])]


def main() -> None:
    """Print a table of all narrations and of them together."""
    print(f"{'narration':34}{'words':>6}{'≤100 ms':>9}{'median':>9}{'95 %':>8}{'false':>7}{'slips+':>7}{'× real':>8}")
    results = [measure(narration, passage) for narration, passage in narrations()]
    for result in results:
        print(_row(result.name, [result]))
    for name, known in (("American and British voices", True), ("accents the model does not know", False)):
        print(_row(name, [result for result in results if (result.name.split(" · ")[-1] in KNOWN) is known]))
    print(_row("all together", results))


def _row(name: str, results: list[Result]) -> str:
    errors = np.concatenate([result.errors for result in results])
    finite = errors[np.isfinite(errors)]
    return (
        f"{name:34}{sum(r.words for r in results):6}{100 * np.mean(errors <= 0.1):8.1f}%"
        f"{1000 * np.median(finite):6.0f} ms{1000 * np.percentile(finite, 95):5.0f} ms"
        f"{100 * sum(r.false_lights for r in results) / sum(r.lights for r in results):6.1f}%"
        f"{sum(r.false_slips for r in results):7}"
        f"{sum(r.seconds for r in results) / sum(r.took for r in results):8.1f}"
    )


if __name__ == "__main__":
    main()
