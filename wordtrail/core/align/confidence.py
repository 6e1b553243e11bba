"""How sure a word's light is, and if it is not: why."""

from __future__ import annotations

from wordtrail.core.align.slips import Heard
from wordtrail.core.align.values import ScriptWord, Timed
from wordtrail.core.trail.model import Doubt

_BY_AGREEMENT = ((0.03, 0.99), (0.06, 0.97), (0.09, 0.85), (0.16, 0.48))
"""Up to how many seconds the two witnesses of a start lie apart, and how sure that makes it."""

FAR_APART, ONE_WITNESS = 0.44, 0.49

AGREEING = 0.06
"""Seconds up to which the two witnesses agree."""

_BY_FIT_AGREEING = ((1.2, 1.0), (2.0, 0.95))
_BY_FIT = ((0.6, 1.0), (1.2, 0.8), (2.0, 0.6))
"""Up to how much the word's sounds lose on the mean, and what that leaves of the sureness, where the
witnesses agree and where they do not."""

ILL_FITTING_AGREEING, ILL_FITTING = 0.7, 0.4

LONELY, LONELY_WORDS = 0.4, 2
"""What is left of the sureness in a reading of one or two words."""

MISREAD = 0.35
"""The most that a misread word is sure."""


def confidence(heard: Heard, timed: Timed) -> float:
    """From 0 to 1. The tables are set on narrations with known times (docs/align.md): of the words
    given 0.9 or more, at least 99 in 100 start within 100 ms of the truth."""
    sure = ONE_WITNESS if timed.apart is None else _upto(_BY_AGREEMENT, timed.apart, FAR_APART)
    fit = heard.said.cost / heard.said.phones
    if timed.apart is not None and timed.apart <= AGREEING:
        sure *= _upto(_BY_FIT_AGREEING, fit, ILL_FITTING_AGREEING)
    else:
        sure *= _upto(_BY_FIT, fit, ILL_FITTING)
    if heard.among <= LONELY_WORDS:
        sure *= LONELY
    return round(min(sure, MISREAD) if heard.otherwise else sure, 3)


def doubt(heard: Heard, timed: Timed, word: ScriptWord) -> Doubt:
    """The strongest reason to doubt a word that is not sure."""
    if heard.otherwise:
        return Doubt.OTHERWISE
    if heard.said.cost / heard.said.phones > _BY_FIT[1][0]:
        return Doubt.GUESSED if word.guessed else Doubt.UNLIKE
    return Doubt.FAINT if timed.apart is None or heard.among <= LONELY_WORDS else Doubt.WHEN


def _upto(table: tuple[tuple[float, float], ...], value: float, beyond: float) -> float:
    return next((answer for limit, answer in table if value <= limit), beyond)
