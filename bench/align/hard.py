"""What costs words: short texts with headings that are not read, a child's stumbles, dialogue, numbers, noise, haste, a
child's pitch, accents. Once with texts and voices to work on, and once with others, which nothing is set with."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from itertools import cycle
from typing import Literal

from bench.align import longer_texts, rooms, short_texts
from bench.align.narrations import Narration, Read, Step, Talk, narrate, sentences
from bench.align.voices import ACCENTS, VOICES, VOICES_ONCE
from wordtrail.core.text.intake import passage_from_text
from wordtrail.core.text.model import BlockKind, Passage

Set = Literal["work", "once"]

HEADINGS = (BlockKind.HEADING, BlockKind.SUBHEADING)

PACES: tuple[tuple[int, float | None], ...] = ((40, 0.9), (60, 0.4), (80, 0.15), (100, None))
"""Words a minute, roughly, and the seconds between two words that make it so."""

STEP_NUMBERS = ("One.", "Two.", "Three.", "Four.", "Five.", "Six.")


def texts(which: Set) -> dict[str, Passage]:
    """The longer passages of a set."""
    kinds = ("DIALOGUE", "NUMBERS", "STORY", "FACTS")
    return {kind.lower(): passage_from_text(getattr(longer_texts, f"{kind}_{which.upper()}")) for kind in kinds}


def voices_of(which: Set) -> tuple[str, ...]:
    """The voices of a set."""
    return VOICES if which == "work" else VOICES_ONCE


def narrations(which: Set, per_situation: int = 2) -> Iterator[Narration]:
    """All of a set, in voices that take turns."""
    turn = cycle(voices_of(which))
    yield from _short(which, turn)
    passages = texts(which)
    for number in range(per_situation):
        for name in ("story", "facts"):
            yield narrate("a child's stumbles", passages[name], stumbled(passages[name]), next(turn), 105)
            yield narrate("begun again in the middle", passages[name], begun_again(passages[name]), next(turn), 130)
        for _ in range(2):
            yield narrate("dialogue", passages["dialogue"], spoken_parts(passages["dialogue"], number), next(turn), 135)
            yield narrate("numbers and units", passages["numbers"], _sentences(passages["numbers"]), next(turn), 125)
        yield from _conditions(passages, turn)
    for voice in ACCENTS if which == "work" else ():
        for name in ("story", "facts"):
            yield narrate("accents", passages[name], _with_talk(passages[name]), voice, 130)


def _short(which: Set, turn: Iterator[str]) -> Iterator[Narration]:
    for text in short_texts.WORK if which == "work" else short_texts.ONCE:
        passage = passage_from_text(text)
        for pace, between in PACES:
            for name, first, headings in (
                ("short, heading read", "", True),
                ("short, heading not read", "", False),
                ("short, talk instead of heading", "Let us read the next one. Are you ready?", False),
            ):
                steps = [*([Talk(first)] if first else []), *_paced(passage, between, headings, bool(pace % 40))]
                yield narrate(name, passage, steps, next(turn), max(pace, 95))


def _paced(passage: Passage, between: float | None, headings: bool, numbered: bool) -> Iterator[Step]:
    """Sentence by sentence, with the headings or without, the numbers of steps said or not."""
    steps = iter(STEP_NUMBERS)
    for block in (block for page in passage.pages for block in page.blocks):
        if block.kind in HEADINGS and not headings:
            continue
        if block.kind is BlockKind.STEP and numbered:
            yield Talk(next(steps), 0.2)
        for a, b in sentences(passage, {word.id for word in block.words}):
            yield Read(a, b, one_by_one=between)


def _sentences(passage: Passage) -> list[Step]:
    return [Read(a, b) for a, b in sentences(passage)]


def _with_talk(passage: Passage) -> list[Step]:
    talk = cycle(("Now that is a good sentence.", "What do you think he means by that?", "Hmm, let us see."))
    steps: list[Step] = []
    for number, (a, b) in enumerate(sentences(passage)):
        steps.append(Read(a, b))
        if number % 2:
            steps.append(Talk(next(talk)))
    return steps


def stumbled(passage: Passage) -> list[Step]:
    """A child's way: parts of words first, words twice, pauses, a filler, a sentence in pieces."""
    steps: list[Step] = []
    for number, (a, b) in enumerate(sentences(passage)):
        middle = next((p for p in range(a + 2, b) if len(passage.words[p].text) >= 5), a + (b - a) // 2)
        match number % 5:
            case 0:
                begun = passage.words[middle].text[: max(2, len(passage.words[middle].text) // 2 - 1)]
                steps += [Read(a, middle - 1, gap=0.12), Talk(begun, 0.15), Read(middle, b)]
            case 1:
                steps += [Read(a, middle, gap=0.25), Read(middle, b)]
            case 2:
                steps += [
                    Read(a, middle - 1, gap=0.6),
                    Read(middle, middle, gap=0.5, words_per_minute=85),
                    Read(middle + 1, b),
                ]
            case 3:
                steps += [Read(a, middle - 1, gap=0.15), Talk("um", 0.2), Read(middle, b)]
            case _:
                steps += [Read(a, a + 1, gap=0.3), Read(a, middle, gap=0.4), Read(middle - 1, b)]
    return steps


def begun_again(passage: Passage) -> list[Step]:
    """A sentence broken off after two to five words, at once or with a word of talk, and begun again."""
    steps: list[Step] = []
    for number, (a, b) in enumerate(sentences(passage)):
        broken = (2, 3, 5)[number % 3]
        if b - a > broken + 1:
            steps.append(Read(a, a + broken - 1, gap=(0.08, 0.2, 0.45)[number % 3]))
            if number % 4 == 3:
                steps.append(Talk("sorry", 0.25))
        steps.append(Read(a, b))
    return steps


def spoken_parts(passage: Passage, turn: int) -> list[Step]:
    """Who speaks has a voice: higher and quicker, or lower and slower."""
    return [
        Read(a, b, pitch=(50, 80, 25, 65)[(number + turn) % 4], words_per_minute=(135, 155, 115)[number % 3], gap=0.18)
        for number, (a, b) in enumerate(sentences(passage))
    ]


def _conditions(passages: dict[str, Passage], turn: Iterator[str]) -> Iterator[Narration]:
    for name in ("story", "facts"):
        passage = passages[name]
        base = narrate("pink noise at −20 dB", passage, _with_talk(passage), next(turn), 130)
        yield replace(base, samples=rooms.pink_noise(base.samples))
        yield narrate("quick, 210 a minute", passage, _sentences(passage), next(turn), 210)
        yield as_child(narrate("a child's pitch", passage, _with_talk(passage), next(turn), 110))


def as_child(narration: Narration, factor: float = 1.22) -> Narration:
    """`narration` in a smaller throat: pitch and formants higher by a factor, and so much quicker."""
    return replace(
        narration,
        samples=rooms.raised(narration.samples, factor),
        truth=_sooner(narration.truth, factor),
        said=_sooner(narration.said, factor),
    )


def _sooner(times: Sequence[tuple[int, float]], factor: float) -> list[tuple[int, float]]:
    return [(place, at / factor) for place, at in times]
