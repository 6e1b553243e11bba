"""How a take went, in figures and in a sentence that says what to do."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from wordtrail.core.lesson.current_trail import current_trail
from wordtrail.core.lesson.kept_clips import dropped_in
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.paragraph_paces import NEAR_THE_PLAN, ParagraphPace, paragraph_paces
from wordtrail.core.remembered import remembered
from wordtrail.core.trail.checks import words_a_minute
from wordtrail.core.trail.model import SlipKind, Trail
from wordtrail.core.trail.rests import voiced

LONG_SILENCE = 3.0
"""Seconds of silence from which on it is worth a word."""


@dataclass(frozen=True, slots=True)
class TakeFigures:
    """Words a minute over all (0: nothing was read), the longest silence and when it begins (seconds),
    slips, the pace against the plan in a sentence, and what else is worth a word."""

    words_per_minute: float
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
    paces = tuple(paragraph_paces(lesson, take, visits))
    remarks = (
        *((f"{slips} slip{'s' if slips > 1 else ''}",) if slips else ()),
        *((f"longest silence {silence:.0f} s",) if silence >= LONG_SILENCE else ()),
    )
    return TakeFigures(rate, silence, begins, slips, _in_words(lesson.words_per_minute, rate, paces), remarks)


def _longest_silence(trail: Trail) -> tuple[float, float]:
    """How long the longest silence between two sounds is, and when it begins."""
    voices = sorted(voiced(trail))
    longest, begins, now = 0.0, 0.0, voices[0][1] if voices else 0.0
    for start, end in voices[1:]:
        if start - now > longest:
            longest, begins = start - now, now
        now = max(now, end)
    return round(longest, 2), round(begins, 2)


def _in_words(planned: float, rate: float, paces: Sequence[ParagraphPace]) -> str:
    """The pace against the plan, as one would say it."""
    if not rate:
        return ""
    slowest, quickest = NEAR_THE_PLAN
    said, plan = f"{rate:.0f} words a minute", f"{planned:.0f} were planned"
    if rate > quickest * planned:
        return f"{said}, where {plan}: too quick for who follows with a finger."
    if rate < slowest * planned:
        return f"{said}, where {plan}: slower than you meant to."
    over = [one for one in paces if one.quick]
    if over:
        most = max(one.words_per_minute for one in over)
        return (
            f"{said}, as planned; one paragraph at {most:.0f}."
            if len(over) == 1
            else (f"{said}, as planned; {len(over)} paragraphs were quicker, up to {most:.0f}.")
        )
    return f"{said}; {plan}."
