"""When each thing of an answer comes: at her key, or as she reads or names it while its question is on the stage."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from wordtrail.core.direct.directed import Directed, steps_given
from wordtrail.core.direct.heard import Heard
from wordtrail.core.direct.pages import READS_ON
from wordtrail.core.direct.stops import Stopping
from wordtrail.core.lesson.answers import disclosures, numbered
from wordtrail.core.lesson.board_ids import text_of
from wordtrail.core.lesson.boards import has_page
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.activities.activity import Disclosure
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.plan.organizers import Box, Organizer
from wordtrail.core.plan.part_names import box_text, evidence_part, proof_part, strike_part
from wordtrail.core.text.span import Span
from wordtrail.core.trail.directions import Deed
from wordtrail.core.trail.model import QUOTATION


@dataclass(frozen=True, slots=True)
class Spoken:
    """What a thing of an answer is known by when it is said: texts of its board (their ids) and what each of them says,
    and runs of the passage."""

    texts: Mapping[str, str]
    quotes: tuple[Span, ...] = ()


def answered_when(
    lesson: Lesson, heard: Heard, directed: Directed, moments: Mapping[str, Stopping]
) -> dict[str, tuple[tuple[float, int], ...]]:
    """For each pause point of which something is shown with her key or voice: when which of what it shows (lesson time,
    number from 0), in order. Nothing comes before its stop."""
    found = {}
    for point in lesson.pause_points:
        stop = moments.get(point.id)
        shown = disclosures(point)
        if stop is None or not shown:
            continue
        when = steps_given(directed, point.id, len(shown), numbered(point, shown))
        if has_page(point):
            over = question_over(lesson, point, heard, directed, moments)
            for number, known in enumerate(_known_by(point, shown)):
                at = _said_at(lesson, heard, known, stop.at, over)
                if at is not None and number not in when:
                    when[number] = at
        if when:
            found[point.id] = tuple(sorted((at, number) for number, at in when.items()))
    return found


def step_said_at(lesson: Lesson, heard: Heard, chart: Organizer, box: Box, step: int, begin: float) -> float | None:
    """When what is filled into a box of a chart with a step is read or named, from a moment on; None when it is not."""
    last = step == len(box.steps) - 1
    quotes = (box.quote,) if box.quote and box.pause and last else ()
    line = box.steps[step]
    known = Spoken({f"{chart.id}.{box_text(box.id, step)}": line} if line else {}, quotes)
    return _said_at(lesson, heard, known, begin, float("inf"))


def question_over(
    lesson: Lesson, point: PausePoint, heard: Heard, directed: Directed, moments: Mapping[str, Stopping]
) -> float:
    """When the teacher is done with a question after its stop: she turns or brings something else up, stops for
    the next one, or reads on in the text."""
    stop = moments[point.id].at
    turned = (one.at for one in directed.given if one.deed in (Deed.TURN, Deed.SHOW, Deed.BACK) and one.at > stop)
    stopped = (other.at for id, other in moments.items() if id != point.id and other.at > stop)
    order = lesson.positions()
    quoted = {word.id for span in _quotes_of(point) for word in lesson.run(span.first, span.last)}
    read_before = _read_by(heard, stop)
    run: list[int] = []
    reads_on = float("inf")
    for light in heard.lights:
        place = order.get(light.word, -1)
        if light.start < stop or place < 0 or (light.word in quoted and light.word in read_before):
            run = []
            continue
        run = [*run, place] if run and place == run[-1] + 1 else [place]
        if len(run) == READS_ON:
            reads_on = light.start
            break
    return min([reads_on, *turned, *stopped])


def _known_by(point: PausePoint, shown: Sequence[Disclosure]) -> list[Spoken]:
    """What each of what is shown of an answer is known by: a choice by its text, the last of all also by the answer."""
    found = []
    for one in shown:
        last = one is shown[-1]
        options = [
            (number, option)
            for number, option in enumerate(point.activity.options())
            if strike_part(point.id, number) in one.parts or (last and option.right)
        ]
        texts = {f"{point.id}.{option.name}": option.text for _, option in options}
        if last and point.answer:
            texts[f"{point.id}.answer"] = point.answer
        proofs = (option.proof for number, option in options if proof_part(point.id, number) in one.parts)
        evidence = (span for number, span in enumerate(point.evidence) if evidence_part(point.id, number) in one.parts)
        found.append(Spoken(texts, (*(span for proof in proofs for span in proof), *evidence)))
    return found


def _quotes_of(point: PausePoint) -> list[Span]:
    return [*point.evidence, *(span for option in point.activity.options() for span in option.proof)]


def _said_at(lesson: Lesson, heard: Heard, known: Spoken, begin: float, end: float) -> float | None:
    """When the first of what something is known by is read or named between two moments. Words of the passage are
    quoted when they were read before."""
    found = [at for id, text in known.texts.items() for at in _read_or_named(heard, id, text, begin, end)]
    if known.quotes:
        read_before = _read_by(heard, begin)
        for span in known.quotes:
            found += _read(heard, {word.id for word in lesson.run(span.first, span.last)} & read_before, begin, end)
    return min(found, default=None)


def _read_by(heard: Heard, time: float) -> set[str]:
    return {light.word for light in heard.lights if light.start < time}


def _read_or_named(heard: Heard, id: str, text: str, begin: float, end: float) -> list[float]:
    # A text on a board of which only a word or two were said is not in a trail.
    words = {light.word for light in heard.lights if text_of(light.word) == id}
    named = heard.talk.named_at(text.split(), begin, end)
    return _read(heard, words, begin, end) + ([] if named is None else [named])


def _read(heard: Heard, words: set[str], begin: float, end: float) -> list[float]:
    """The moment from which enough of some words are read between two moments, if they are."""
    read = [light for light in heard.lights if light.word in words and begin < light.start < end]
    enough = len({light.word for light in read}) >= min(QUOTATION, len(words))
    return [read[0].start] if read and enough else []
