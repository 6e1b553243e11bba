"""A lesson after its text was edited: everything stays on its words, and what cannot is said."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from wordtrail.core.lesson.model import Lesson, LooseEnd
from wordtrail.core.marks.model import Mark
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.text.model import Passage, Word


def reworded(lesson: Lesson, passages: Sequence[Passage]) -> Lesson:
    """`lesson` with these passages, whose words that stayed have the ids they had.

    A mark that lost part of its run keeps the rest; one that lost all of it goes to the loose ends.
    A pause point whose word went away moves to the nearest word before it that stayed, and is said.
    """
    changed = replace(lesson, passages=tuple(passages))
    present = {word.id for word in changed.script}
    run = _Survivors(lesson.script, present)
    if all(word.id in present for word in run.words):
        return _in_order(changed)
    said: list[LooseEnd] = []
    marks = tuple(mark for mark in (_mark(mark, run, said) for mark in lesson.marks) if mark)
    points = tuple(point for point in (_point(point, run, said) for point in lesson.pause_points) if point)
    mends = tuple(mend for mend in lesson.mends if run.stayed(mend.word))
    issued = lesson.issued
    loose = tuple(replace(end, id=f"loose{issued + n + 1}") for n, end in enumerate(said))
    return _in_order(
        replace(
            changed, marks=marks, pause_points=points, mends=mends,
            loose_ends=(*lesson.loose_ends, *loose), issued=issued + len(loose),
        )
    )  # fmt: skip


def _in_order(lesson: Lesson) -> Lesson:
    """Marks and pause points in the order of their words, and every mark from its first word to its
    last: moving blocks may have turned them round."""
    positions = lesson.positions()
    turned = (
        replace(mark, first=mark.last, last=mark.first) if positions[mark.first] > positions[mark.last] else mark
        for mark in lesson.marks
    )
    return replace(
        lesson,
        marks=tuple(sorted(turned, key=lambda mark: positions[mark.first])),
        pause_points=tuple(sorted(lesson.pause_points, key=lambda point: positions[point.after])),
    )


@dataclass(frozen=True, slots=True)
class _Survivors:
    """The old words in their order, and the ids that are still there."""

    words: tuple[Word, ...]
    present: set[str]

    def stayed(self, word: str) -> bool:
        return word in self.present

    def run(self, first: str, last: str) -> tuple[Word, ...]:
        positions = {word.id: index for index, word in enumerate(self.words)}
        return self.words[positions[first] : positions[last] + 1]

    def before(self, word: str) -> Word | None:
        """The nearest word before `word` that stayed."""
        nearest = None
        for candidate in self.words:
            if candidate.id == word:
                return nearest
            if self.stayed(candidate.id):
                nearest = candidate
        return nearest


def _mark(mark: Mark, survivors: _Survivors, said: list[LooseEnd]) -> Mark | None:
    words = survivors.run(mark.first, mark.last)
    left = [word for word in words if survivors.stayed(word.id)]
    if not left:
        printed = " ".join(word.text for word in words)
        said.append(LooseEnd("", f"The {mark.kind.value} on “{printed}” lost its words.", mark=mark))
        return None
    return replace(mark, first=left[0].id, last=left[-1].id)


def _point(point: PausePoint, survivors: _Survivors, said: list[LooseEnd]) -> PausePoint | None:
    if survivors.stayed(point.after):
        return point
    printed = next(word.text for word in survivors.words if word.id == point.after)
    before = survivors.before(point.after)
    if before is None:
        said.append(LooseEnd("", f"The pause point “{point.question}” lost its word “{printed}”.", point=point))
        return None
    said.append(
        LooseEnd(
            "",
            f"The pause point “{point.question}” stood after “{printed}”, which went away. "
            f"It now stands after “{before.text}”.",
        )
    )
    return replace(point, after=before.id)
