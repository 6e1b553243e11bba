"""Slips, asides and unread words, once every spoken word has its time."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import groupby, pairwise

from wordtrail.core.align.timing import sounds_read
from wordtrail.core.align.values import Labelled, ScriptWord, Timed
from wordtrail.core.trail.model import Aside, Slip, SlipKind, Visit

HALF = 0.5
"""The part of a sentence that must have been read for its missing words to be slips."""

TALK_GAP = 1.0
"""Seconds between two aside words at which they are two asides."""

SAID_TWICE_WITHIN = 1.5


def left_out(script: Sequence[ScriptWord], visits: Sequence[Visit]) -> tuple[tuple[Slip, ...], tuple[str, ...]]:
    """Words without a visit: slips where half of their sentence was read, else simply unread."""
    first_visit: dict[str, Visit] = {}
    for visit in visits:
        first_visit.setdefault(visit.word, visit)
    slips: list[Slip] = []
    unread: list[str] = []
    for _, group in groupby(script, key=lambda word: word.sentence):
        sentence = list(group)
        read = sum(word.id in first_visit for word in sentence)
        moment = None
        for word in sentence:
            if word.id in first_visit:
                moment = first_visit[word.id].end
            elif read >= HALF * len(sentence):
                at = moment if moment is not None else _first_moment(sentence, first_visit)
                slips.append(Slip(SlipKind.LEFT_OUT, word.id, at, at))
            else:
                unread.append(word.id)
    return tuple(slips), tuple(unread)


def _first_moment(sentence: list[ScriptWord], first_visit: dict[str, Visit]) -> float:
    return min(first_visit[word.id].start for word in sentence if word.id in first_visit)


def misread(timed: Sequence[Timed], owner: Sequence[ScriptWord], script: Sequence[str]) -> tuple[Slip, ...]:
    """Words in whose place clearly something else was heard."""
    return tuple(
        Slip(SlipKind.MISREAD, owner[word.place].id, word.start, word.end, word.heard)
        for word in timed
        if word.heard and not sounds_read(word.heard, script[word.place])
    )


def said_twice(visits: Sequence[Visit]) -> tuple[Slip, ...]:
    """Words said again right after they were said ("the the")."""
    return tuple(
        Slip(SlipKind.SAID_TWICE, again.word, again.start, again.end)
        for first, again in pairwise(visits)
        if first.word == again.word and again.start - first.end <= SAID_TWICE_WITHIN
    )


def asides(labels: Sequence[Labelled]) -> tuple[Aside, ...]:
    """Runs of heard words that are not in the script, with what the recogniser made of them."""
    found: list[Aside] = []
    previous: Labelled | None = None
    for label in labels:
        if label.place is None:
            heard = label.heard
            joins = previous is not None and previous.place is None
            if joins and heard.start - found[-1].end <= TALK_GAP:
                last = found[-1]
                found[-1] = Aside(last.start, round(heard.end, 3), f"{last.heard} {heard.word}")
            else:
                found.append(Aside(round(heard.start, 3), round(heard.end, 3), heard.word))
        previous = label
    return tuple(found)
