"""How sure a word's light is, and if it is not: why."""

from __future__ import annotations

from wordtrail.core.align.slips import Heard
from wordtrail.core.align.values import ScriptWord, Timed
from wordtrail.core.trail.model import Doubt

_BY_AGREEMENT = ((0.03, 0.99), (0.05, 0.97), (0.08, 0.91), (0.12, 0.55), (0.25, 0.45))
"""Up to how many seconds the two witnesses of a start lie apart, and how sure that makes it."""

FAR_APART, ONE_WITNESS = 0.3, 0.7

_BY_FIT = ((0.6, 1.0), (1.2, 0.97), (2.0, 0.75), (3.0, 0.5))
"""Up to how much the word's sounds lose on the mean, and what that leaves of the sureness."""

ILL_FITTING, MISREAD = 0.35, 0.4


def confidence(heard: Heard, timed: Timed) -> float:
    """From 0 to 1. The tables are set on narrations with known times (docs/align.md): of the words
    given 0.9 or more, at least 99 in 100 start within 100 ms of the truth."""
    sure = ONE_WITNESS if timed.apart is None else _upto(_BY_AGREEMENT, timed.apart, FAR_APART)
    sure *= _upto(_BY_FIT, heard.said.cost / heard.said.phones, ILL_FITTING)
    return round(min(sure, MISREAD) if heard.otherwise else sure, 3)


def doubt(heard: Heard, timed: Timed, word: ScriptWord) -> Doubt:
    """The strongest reason to doubt a word that is not sure."""
    if heard.otherwise:
        return Doubt.OTHERWISE
    if heard.said.cost / heard.said.phones > _BY_FIT[1][0]:
        return Doubt.GUESSED if word.guessed else Doubt.UNLIKE
    return Doubt.FAINT if timed.apart is None else Doubt.WHEN


def _upto(table: tuple[tuple[float, float], ...], value: float, beyond: float) -> float:
    return next((answer for limit, answer in table if value <= limit), beyond)
