"""A lesson after its text was edited: everything stays on its words, and what cannot is said."""

from __future__ import annotations

from dataclasses import dataclass, replace

from wordtrail.core.lesson.model import Lesson, LooseEnd
from wordtrail.core.marks.model import Mark
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.text.anchors import reanchor
from wordtrail.core.text.model import Passage, Word


def reworded(lesson: Lesson, new: Passage) -> Lesson:
    """`lesson` with its first passage replaced by `new`, re-anchored.

    A mark that lost part of its run keeps the rest; one that lost all of it goes, and is said. A
    pause point whose word went away moves to the nearest word before it that stayed, and is said.
    """
    old_words = lesson.script
    anchored = reanchor(lesson.passages[0], new)
    changed = replace(lesson, passages=(anchored.passage, *lesson.passages[1:]))
    run = _Survivors(old_words, {word.id for word in changed.script})
    said: list[str] = []
    marks = tuple(mark for mark in (_mark(mark, run, said) for mark in lesson.marks) if mark)
    points = tuple(point for point in (_point(point, run, said) for point in lesson.pause_points) if point)
    mends = tuple(mend for mend in lesson.mends if run.stayed(mend.word))
    issued = lesson.issued
    loose = tuple(LooseEnd(f"loose{issued + n + 1}", sentence) for n, sentence in enumerate(said))
    return replace(
        changed, marks=marks, pause_points=points, mends=mends,
        loose_ends=(*lesson.loose_ends, *loose), issued=issued + len(loose),
    )  # fmt: skip


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


def _mark(mark: Mark, survivors: _Survivors, said: list[str]) -> Mark | None:
    words = survivors.run(mark.first, mark.last)
    left = [word for word in words if survivors.stayed(word.id)]
    if not left:
        printed = " ".join(word.text for word in words)
        said.append(f"The {mark.kind.value} on “{printed}” went away with its words.")
        return None
    return replace(mark, first=left[0].id, last=left[-1].id)


def _point(point: PausePoint, survivors: _Survivors, said: list[str]) -> PausePoint | None:
    if survivors.stayed(point.after):
        return point
    printed = next(word.text for word in survivors.words if word.id == point.after)
    before = survivors.before(point.after)
    if before is None:
        said.append(f"The pause point “{point.question}” went away with its word “{printed}”.")
        return None
    said.append(
        f"The pause point “{point.question}” stood after “{printed}”, which went away. "
        f"It now stands after “{before.text}”."
    )
    return replace(point, after=before.id)
