"""Where students say back what they heard: a gate behind each sentence, line, phrase or paragraph, in which the light
walks over the same words again."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import groupby, pairwise

from wordtrail.core.cues.hold_gates import HOLD, in_rest
from wordtrail.core.cues.model import Gate, GateLight
from wordtrail.core.direct.course import Light, PageTurn
from wordtrail.core.direct.heard import Heard
from wordtrail.core.direct.quoted import quoted_in_talk
from wordtrail.core.direct.stops import SMALLEST
from wordtrail.core.film.model import EchoUnit, FilmChoices
from wordtrail.core.layout.model import Layout
from wordtrail.core.layout.signs import YOUR_TURN, sign_text
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.said_lines import line_of
from wordtrail.core.text.model import BlockKind, Word

ECHO = "echo"
"""What kind of gate it is."""

PHRASE_ENDS = (",", ";", ":", "—", "–", ")")
PHRASE_REST = 0.6
"""Seconds of rest at which a phrase ends without a mark in the text."""

LONGEST_STEP = 1.5
"""Seconds that the light stays on a word at the most, beside its own length, before it walks on."""

NEAR = 0.6
"""Seconds from a gate at which students say something back within which there is no second one."""


@dataclass(frozen=True, slots=True)
class SaidUnit:
    """Words that were said together: their lights, one of each word and in order, and the light after which it is
    over (its place among all)."""

    lights: tuple[Light, ...]
    last: int

    def steps(self) -> list[float]:
        """How long each word took, with the rest behind it (seconds)."""
        own = [one.end - one.start for one in self.lights]
        steps = [min(there.start - here.start, took + LONGEST_STEP) for (here, there), took in zip(
            pairwise(self.lights), own, strict=False)]  # fmt: skip
        return [*(max(step, 0.02) for step in steps), max(own[-1], 0.02)]


def echo_unit(lesson: Lesson, choices: FilmChoices) -> EchoUnit:
    """What students say back at once: what was chosen, else lines where most of the text is verse, and sentences
    elsewhere."""
    if choices.echo_after is not None:
        return choices.echo_after
    blocks = [block for passage in lesson.passages for block in passage.blocks]
    verse = sum(len(block.words) for block in blocks if block.kind is BlockKind.STANZA)
    return EchoUnit.LINE if 2 * verse > sum(len(block.words) for block in blocks) else EchoUnit.SENTENCE


def with_echoes(
    gates: Sequence[Gate],
    lesson: Lesson,
    layout: Layout,
    heard: Heard,
    said: Sequence[Light],
    turns: Sequence[PageTurn],
    choices: FilmChoices,
) -> tuple[tuple[Gate, ...], tuple[GateLight, ...]]:
    """The gates with those at which students say back what they heard, and the light's way at them. `said` are the
    lights as long as they were spoken; `turns` the pages of the stage."""
    found, walk = list(gates), list[GateLight]()
    turned = {point.id for point in lesson.pause_points if point.activity.turns() is not None}
    taken = [gate.at for gate in gates if gate.shows in turned or gate.kind == HOLD]
    for number, unit in enumerate(said_units(lesson, heard, said, echo_unit(lesson, choices)), 1):
        last = said[unit.last]
        following = said[unit.last + 1].start if unit.last + 1 < len(said) else _heard_until(heard, last)
        at = round(max(min(in_rest(last.end, heard.speech), following - SMALLEST), last.start + SMALLEST), 4)
        if any(abs(one - at) < NEAR for one in taken):
            continue
        steps = unit.steps()
        seconds = choices.echo.seconds_for(sum(steps))
        page = next((turn.page for turn in reversed(turns) if turn.at <= last.start), 0)
        name = f"{ECHO}{number}"
        found.append(Gate(name, at, seconds, last.word, sign_text(YOUR_TURN), ECHO, YOUR_TURN, page, auto=True))
        shown = {box.word for box in layout.pages[page].boxes}
        now, factor = 0.0, seconds / sum(steps)
        for light, step in zip(unit.lights, steps, strict=True):
            end = now + step * factor
            if light.word in shown:
                walk.append(GateLight(light.word, name, round(now, 4), round(min(end, seconds), 4)))
            now = end
    # At one moment students say it back before they are asked something.
    return tuple(sorted(found, key=lambda gate: (gate.at, gate.kind != ECHO))), tuple(walk)


def _heard_until(heard: Heard, last: Light) -> float:
    """The end of what is heard behind the last light."""
    rest = heard.speech.silence_at(last.end + SMALLEST)
    return max(last.end, rest.end if rest else last.end) + SMALLEST


def said_units(lesson: Lesson, heard: Heard, said: Sequence[Light], unit: EchoUnit) -> Iterator[SaidUnit]:
    """What of the passages was said together, in order. Of words that were begun again the last time counts."""
    words = {word.id: word for word in lesson.words}
    quoted = quoted_in_talk(said, heard.asides, heard.sentence)
    lines = line_of(lesson)

    def key(light: Light) -> object:
        word = words[light.word]
        match unit:
            case EchoUnit.PARAGRAPH:
                return heard.block[light.word]
            case EchoUnit.LINE:
                return lines[light.word]
        return word.sentence

    reading = [n for n, light in enumerate(said) if light.word in words and n not in quoted]
    for _, group in groupby(reading, key=lambda n: key(said[n])):
        own = list(group)
        parts = _phrases(own, said, words) if unit is EchoUnit.PHRASE else [own]
        for part in parts:
            yield SaidUnit(tuple(_once([said[n] for n in part])), part[-1])


def _phrases(run: Sequence[int], said: Sequence[Light], words: dict[str, Word]) -> list[list[int]]:
    phrases: list[list[int]] = [[]]
    for here, there in pairwise([*run, -1]):
        phrases[-1].append(here)
        ends = words[said[here].word].text.rstrip("”’\"'").endswith(PHRASE_ENDS)
        rests = there >= 0 and said[there].start - said[here].end >= PHRASE_REST
        if there >= 0 and (ends or rests) and len(phrases[-1]) > 1:
            phrases.append([])
    # A single word at the end goes along with what is before it.
    if len(phrases) > 1 and len(phrases[-1]) == 1:
        alone = phrases.pop()
        phrases[-1] += alone
    return phrases


def _once(lights: Sequence[Light]) -> list[Light]:
    """Each word once: where she went back, what she had said before from there on goes."""
    kept: list[Light] = []
    for light in lights:
        begun = next((n for n, one in enumerate(kept) if one.word == light.word), len(kept))
        kept = [*kept[:begun], light]
    return kept
