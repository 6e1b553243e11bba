"""Repair of small gaps: script words the recogniser missed between two it found.

Where as many seconds lie between two found words as the missing words of the script between them
would take at this voice's rate, they were read there, and what was heard instead is the
recogniser's mistake, not an aside. The forced alignment of the joined run then finds their times.
"""

from __future__ import annotations

from collections.abc import Sequence
from statistics import median

from wordtrail.core.align.values import Labelled

WIDEST = 40
"""Spoken words that may be missing in one gap."""

SHORTEST_SHARE, LONGEST_SHARE = 0.6, 1.5
"""How long the gap may be, as a part of what its words should take."""

USUAL_SECONDS_PER_LETTER = 0.075


def bridged(labels: Sequence[Labelled], script: Sequence[str]) -> tuple[Labelled, ...]:
    """`labels` without the aside words that stand where script words must have been read."""
    rate = _seconds_per_letter(labels, script)
    kept: list[Labelled] = []
    between: list[Labelled] = []
    for label in labels:
        if label.place is None:
            between.append(label)
            continue
        before = kept[-1] if kept else None
        if not (between and before and _was_read(before, label, script, rate)):
            kept += between
        kept.append(label)
        between = []
    return (*kept, *between)


def _was_read(before: Labelled, after: Labelled, script: Sequence[str], rate: float) -> bool:
    if before.place is None or after.place is None:
        return False
    missing = script[before.place + 1 : after.place]
    if not 0 < len(missing) <= WIDEST:
        return False
    gap = after.heard.start - before.heard.end
    expected = rate * sum(len(word) for word in missing)
    return SHORTEST_SHARE <= gap / expected <= LONGEST_SHARE


def _seconds_per_letter(labels: Sequence[Labelled], script: Sequence[str]) -> float:
    """This voice's rate over the words that were surely heard."""
    rates = [
        (label.heard.end - label.heard.start) / len(script[label.place])
        for label in labels
        if label.place is not None and label.exact and len(script[label.place]) >= 3
    ]
    return median(rates) if len(rates) >= 5 else USUAL_SECONDS_PER_LETTER
