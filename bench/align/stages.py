"""How many words each stage of the alignment loses that the one before still had."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Sequence

from bench.align.narrations import Narration
from wordtrail.core.align.aligner import Explained
from wordtrail.core.align.path import Said
from wordtrail.core.align.readings import readings_of

NEAR = 0.5
"""Seconds from where a word is said within which a stage still has it."""

EXACT = 0.1

STAGES = ("the path", "readings, not talk", "repair", "not judged left out", "its place in time", "within 100 ms")
"""What a word goes through, one after another."""


def kept_by_stage(narration: Narration, seen: Explained) -> Counter[str]:
    """How many words of the truth (`said`) there are, and how many each stage has where they are said."""
    words = narration.passage.words
    raw, _ = readings_of(seen.path, seen.frames, seen.fit)
    gone = {id(heard.said) for heard in seen.heard}
    stages: list[list[tuple[str, float]]] = [
        _where(seen, seen.path.said),
        _where(seen, (said for reading in raw for said in reading.said)),
        _where(seen, (said for reading in seen.readings for said in reading.said)),
        _where(seen, (said for reading in seen.readings for said in reading.said if id(said) in gone)),
        [(visit.word, visit.start) for visit in seen.trail.visits],
    ]
    kept: Counter[str] = Counter()
    for place, at in narration.truth:
        kept["said"] += 1
        for name, found in zip(STAGES, stages, strict=False):
            kept[name] += _has(found, words[place].id, at, NEAR)
        kept[STAGES[-1]] += _has(stages[-1], words[place].id, at, EXACT)
    return kept


def _where(seen: Explained, said: Iterable[Said]) -> list[tuple[str, float]]:
    return [(seen.route[one.word].id, float(seen.frames.at[one.first])) for one in said]


def _has(found: Sequence[tuple[str, float]], word: str, at: float, within: float) -> bool:
    return any(one == word and abs(start - at) <= within for one, start in found)


def table(kept: Counter[str]) -> str:
    """The loss of each stage, as rows."""
    rows, before = [f"{'words said':24}{kept['said']:8}"], kept["said"]
    for name in STAGES:
        rows.append(f"{name:24}{kept[name]:8}{kept[name] - before:+8}")
        before = kept[name]
    return "\n".join(rows)
