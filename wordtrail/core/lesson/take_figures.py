"""How a take went, in figures and in a sentence that says what to do."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from wordtrail.core.lesson.current_trail import current_trail
from wordtrail.core.lesson.kept_clips import dropped_in
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.remembered import remembered
from wordtrail.core.trail.checks import words_a_minute
from wordtrail.core.trail.model import SlipKind, Trail, Visit
from wordtrail.core.trail.rests import voiced

FEWEST_WORDS = 6
"""Words of a paragraph below which its pace says nothing."""

LONG_SILENCE = 3.0
"""Seconds of silence from which on it is worth a word."""

NEAR_THE_PLAN = (0.8, 1.25)
"""Shares of the planned pace between which a pace is as planned."""


@dataclass(frozen=True, slots=True)
class PaceOf:
    """The pace of a paragraph that was read: by its first word, in words a minute."""

    first: str
    words_per_minute: float


@dataclass(frozen=True, slots=True)
class TakeFigures:
    """Words a minute over all (0: nothing was read) and by paragraph, the longest silence and when it begins (seconds),
    slips, the pace against the plan in a sentence, and what else is worth a word."""

    words_per_minute: float
    paces: tuple[PaceOf, ...]
    silence: float
    silence_at: float
    slips: int
    pace: str
    remarks: tuple[str, ...]


@remembered(64)
def take_figures(lesson: Lesson, take: str, trail: Trail) -> TakeFigures:
    """The figures of a take, without what was dropped in it."""
    shown = current_trail(lesson, take, trail)
    dropped = dropped_in(lesson, take, trail)

    def is_kept(at: float) -> bool:
        return not any(one.start <= at < one.end for one in dropped)

    visits = [visit for visit in shown.visits if is_kept(visit.start)]
    rate = words_a_minute(visits)
    silence, begins = _longest_silence(shown)
    slips = sum(slip.kind is not SlipKind.SAID_TWICE and is_kept(slip.start) for slip in shown.slips)
    paces = tuple(_paces(lesson, visits))
    remarks = (
        *((f"{slips} slip{'s' if slips > 1 else ''}",) if slips else ()),
        *((f"longest silence {silence:.0f} s",) if silence >= LONG_SILENCE else ()),
    )
    return TakeFigures(rate, paces, silence, begins, slips, _in_words(lesson.words_per_minute, rate, paces), remarks)


def _paces(lesson: Lesson, visits: Sequence[Visit]) -> Iterator[PaceOf]:
    read: dict[str, list[Visit]] = {}
    block_of = {word.id: block.id for passage in lesson.passages for block in passage.blocks for word in block.words}
    for visit in visits:
        if visit.word in block_of:
            read.setdefault(block_of[visit.word], []).append(visit)
    for passage in lesson.passages:
        for block in passage.blocks:
            own = read.get(block.id, [])
            if len(own) >= FEWEST_WORDS:
                yield PaceOf(block.words[0].id, words_a_minute(own))


def _longest_silence(trail: Trail) -> tuple[float, float]:
    """How long the longest silence between two sounds is, and when it begins."""
    voices = sorted(voiced(trail))
    longest, begins, now = 0.0, 0.0, voices[0][1] if voices else 0.0
    for start, end in voices[1:]:
        if start - now > longest:
            longest, begins = start - now, now
        now = max(now, end)
    return round(longest, 2), round(begins, 2)


def _in_words(planned: float, rate: float, paces: Sequence[PaceOf]) -> str:
    """The pace against the plan, as one would say it."""
    if not rate:
        return ""
    slowest, quickest = NEAR_THE_PLAN
    said, plan = f"{rate:.0f} words a minute", f"{planned:.0f} were planned"
    if rate > quickest * planned:
        return f"{said}, where {plan}: too quick for who follows with a finger."
    if rate < slowest * planned:
        return f"{said}, where {plan}: slower than you meant to."
    over = [one for one in paces if one.words_per_minute > quickest * planned]
    if over:
        most = max(one.words_per_minute for one in over)
        return (
            f"{said}, as planned; one paragraph at {most:.0f}."
            if len(over) == 1
            else (f"{said}, as planned; {len(over)} paragraphs were quicker, up to {most:.0f}.")
        )
    return f"{said}; {plan}."
