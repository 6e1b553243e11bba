"""The directions of a lesson, in lesson time."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace

from wordtrail.core.edit.edit_list import EditList
from wordtrail.core.trail.directions import Deed, Direction


@dataclass(frozen=True, slots=True)
class Directed:
    """Directions in their order, `at` in lesson time."""

    given: tuple[Direction, ...] = ()

    def of(self, deed: Deed, target: str) -> tuple[Direction, ...]:
        """Those of one deed on one target."""
        return tuple(one for one in self.given if one.deed is deed and one.target == target)

    def brought_up(self) -> frozenset[str]:
        """What was brought up by hand."""
        return frozenset(one.target for one in self.given if one.deed is Deed.SHOW)

    def first_stop(self, point: str) -> float | None:
        """When the teacher first stopped at a pause point."""
        return next((one.at for one in self.of(Deed.STOP, point)), None)


NOTHING_DIRECTED = Directed()


LASTS = (Deed.TURN, Deed.SHOW, Deed.BACK, Deed.PART, Deed.CLOSER)
"""What stays on the stage once it was done."""


def directed_in(directions: Iterable[Direction], edits: EditList) -> Directed:
    """The directions of the kept takes. What happened in a moment that was cut happens where the cut is; what was done
    before the first moment that is kept is there from the beginning, if it lasts."""
    kept = (replace(one, at=at) for one in directions if (at := _when(one, edits)) is not None)
    return Directed(tuple(sorted(kept, key=lambda one: one.at)))


def _when(one: Direction, edits: EditList) -> float | None:
    at = edits.near(one.take, one.at)
    first = next((clip for clip in edits.clips if clip.take == one.take), None)
    is_before = at is None and first is not None and one.at < first.start
    return edits.to_lesson(one.take, first.start) if first and is_before and one.deed in LASTS else at


def steps_given(directed: Directed, target: str, count: int, numbers: Sequence[Sequence[int]]) -> dict[int, float]:
    """Which of the `count` steps of a target (from 0) is shown by hand when (lesson time), each once: the next one of
    all, or of those that a number names."""
    shown: dict[int, float] = {}
    for one in directed.of(Deed.PART, target):
        among = range(count) if not one.part else numbers[one.part - 1] if one.part <= len(numbers) else ()
        step = next((step for step in among if step not in shown), None)
        if step is not None:
            shown[step] = one.at
    return shown
