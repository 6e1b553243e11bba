"""How many words a minute children read aloud: published norms, beside the pace a teacher plans.

J. Hasbrouck and G. Tindal, "An update to compiled ORF norms", Technical Report No. 1702, Behavioral Research and
Teaching, University of Oregon, 2017: words correct in a minute, unpractised grade-level passages, in autumn, winter and
spring, at the 25th, 50th and 75th percentile. Grade 1 is not tested in autumn.
"""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Norm:
    """Of a grade, words correct in a minute in autumn (None: not tested), winter and spring: half of the children read
    at least `half`, a quarter at most `slow`, a quarter at least `quick`."""

    grade: int
    slow: tuple[int | None, int, int]
    half: tuple[int | None, int, int]
    quick: tuple[int | None, int, int]


NORMS = (
    Norm(1, (None, 16, 34), (None, 29, 60), (None, 59, 91)),
    Norm(2, (36, 59, 72), (50, 84, 100), (84, 109, 124)),
    Norm(3, (59, 79, 91), (83, 97, 112), (104, 137, 139)),
    Norm(4, (75, 95, 105), (94, 120, 133), (125, 143, 160)),
    Norm(5, (87, 109, 119), (121, 133, 146), (153, 160, 169)),
    Norm(6, (112, 116, 122), (132, 145, 146), (159, 166, 177)),
)

SOURCE = "Hasbrouck and Tindal, 2017"


def norm_of(grade: int) -> Norm | None:
    """The norm of a grade; None for one that has none."""
    return next((one for one in NORMS if one.grade == grade), None)


def beside_norm(grade: int, words_per_minute: float) -> str:
    """What a planned pace is to the children of a grade, in a sentence; empty for a grade that has no norm."""
    norm = norm_of(grade)
    if norm is None:
        return ""
    first, last = norm.half[0] or norm.half[1], norm.half[2]
    begins = "autumn" if norm.half[0] else "winter"
    said = f"Alone, half of grade {grade} read {first} words a minute in {begins} and {last} in spring ({SOURCE})."
    if words_per_minute > norm.quick[2]:
        return f"{said} Your pace is quicker than most can follow."
    if words_per_minute <= (norm.slow[0] or norm.slow[1]):
        return f"{said} At your pace nearly everybody keeps up."
    return f"{said} At your pace most keep up with a finger."
