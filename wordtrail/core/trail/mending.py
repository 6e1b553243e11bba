"""Applying what was set by hand to what was found by ear."""

from __future__ import annotations

from collections.abc import Collection, Iterable
from dataclasses import replace

from wordtrail.core.trail.model import Mend, MendedTrail, Trail, Visit

NEAREST = 1.5
"""Seconds: a mend belongs to the visit of its word found within this of where it was made, so
that it survives a new alignment of the same take."""

SHORTEST_WORD = 0.03
"""Seconds a visit keeps at the least when its neighbours are moved."""


def mended(trail: Trail, mends: Iterable[Mend]) -> MendedTrail:
    """`trail` with every start that was set by hand in its place.

    A moved start takes its time from the visit before (or gives it back) and never passes the
    end of its own visit; visits stay in order and do not overlap because of a mend. The original
    visits, not the mended ones, are what mends are matched against.
    """
    visits = list(trail.visits)
    loose: list[Mend] = []
    for mend in mends:
        index = _visit_found_at(trail.visits, mend)
        if index is None:
            loose.append(mend)
        else:
            _move_start(visits, index, mend.start)
    return MendedTrail(replace(trail, visits=tuple(visits)), tuple(loose))


def _visit_found_at(visits: tuple[Visit, ...], mend: Mend) -> int | None:
    same = [index for index, visit in enumerate(visits) if visit.word == mend.word]
    nearest = min(same, key=lambda index: abs(visits[index].start - mend.found), default=None)
    if nearest is None or abs(visits[nearest].start - mend.found) > NEAREST:
        return None
    return nearest


def _move_start(visits: list[Visit], index: int, start: float) -> None:
    visit = visits[index]
    floor = visits[index - 1].start + SHORTEST_WORD if index else 0.0
    start = round(min(max(start, floor), visit.end - SHORTEST_WORD), 4)
    if index:
        before = visits[index - 1]
        touching = visit.start - before.end < SHORTEST_WORD
        if before.end > start or (touching and not before.mended):
            visits[index - 1] = replace(before, end=start)
    visits[index] = replace(visit, start=start, confidence=1.0, found=visit.found_at)


def on_passage(trail: Trail, word_ids: Iterable[str], due: Collection[str] | None = None) -> Trail:
    """What of `trail` still speaks of words that exist: after an edit of the passage the visits
    of words that went away are dropped, and words without a visit are unread (only those that are
    `due`, where it is given: what stands on cards and prompts need not be read aloud)."""
    ids = tuple(word_ids)
    known = set(ids)
    visits = tuple(visit for visit in trail.visits if visit.word in known)
    read = {visit.word for visit in visits}
    left_out = {slip.word for slip in trail.slips}
    return replace(
        trail,
        visits=visits,
        slips=tuple(slip for slip in trail.slips if slip.word in known),
        unread=tuple(
            word for word in ids if word not in read and word not in left_out and (due is None or word in due)
        ),
    )
