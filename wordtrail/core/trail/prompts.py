"""Whether what stands on cards and prompts was read aloud, or some of its words only said by chance."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import replace
from itertools import groupby

from wordtrail.core.trail.model import QUOTATION, Aside, Trail, Visit

JOINED = 0.6
"""Seconds between two stretches of talk that are one."""


def without_chance_words(trail: Trail, texts: Mapping[str, str]) -> Trail:
    """The trail without visits of prompts that were not read aloud: talk often begins with a word or two that
    also begin the question that stands there. They become talk. A text counts as read aloud from three of its
    words on, or all of them where it has fewer. `texts` gives the text that each word of a card
    or prompt belongs to; words of the passage are not in it."""
    sizes = Counter(texts.values())
    kept: list[Visit] = []
    chance: list[Aside] = []
    for text, run in groupby(trail.visits, key=lambda visit: texts.get(visit.word, "")):
        visits = list(run)
        if text and len({visit.word for visit in visits}) < min(QUOTATION, sizes[text]):
            chance.append(Aside(visits[0].start, visits[-1].end))
        else:
            kept += visits
    if not chance:
        return trail
    heard = {texts[visit.word] for visit in kept if visit.word in texts}
    slips = tuple(slip for slip in trail.slips if texts.get(slip.word, "") in {"", *heard})
    return replace(trail, visits=tuple(kept), slips=slips, asides=_joined([*trail.asides, *chance]))


def _joined(talk: Sequence[Aside]) -> tuple[Aside, ...]:
    """Stretches of talk in order; one of which nothing else was heard is one with the talk near it."""
    joined: list[Aside] = []
    for aside in sorted(talk, key=lambda one: one.start):
        before = joined[-1] if joined else None
        if before and aside.start - before.end <= JOINED and not (before.heard and aside.heard):
            words = before.words or aside.words
            joined[-1] = Aside(before.start, max(before.end, aside.end), before.heard or aside.heard, words)
        else:
            joined.append(aside)
    return tuple(joined)
