"""The steps of a lesson's history: what each changed, and now and then the whole document.

A step holds the changes from the step before (JSON Patch), or the whole document. Both are compressed; a lesson at a
step is the nearest whole one before it and the changes since. Lessons that were used last are not read again.
"""

from __future__ import annotations

import json
import time
import zlib
from collections.abc import Sequence
from typing import NamedTuple

from sqlalchemy import delete, func, select
from sqlalchemy.orm import Session

from wordtrail.core.lesson.model import Lesson
from wordtrail.core.remembered import Kept
from wordtrail.core.text.model import ReadWord, Word
from wordtrail.formats import json_patch
from wordtrail.store.database import MOST_AT_ONCE, batched
from wordtrail.store.lesson_documents import VERSION, document_of, lesson_in
from wordtrail.store.tables import LessonRow, StepRow, new_id

WHOLE_EVERY = 50
"""Steps after which the whole document is kept again, at the latest."""

SITTING = 12 * 3600.0
"""Seconds for which every step can be taken back, however many there are."""

KEPT_BEHIND = 300
"""Steps that can be taken back also after that, at the least."""

MOST_WORDS_KEPT = 200_000
"""Words of the lessons that are held ready; a word takes about half a kilobyte."""

ATOMS = (Word, ReadWord)
"""Values that are not looked into for what changed in them."""

_lessons: Kept[str, Lesson] = Kept(MOST_WORDS_KEPT, lambda lesson: 200.0 + len(lesson.words))


def changes_between(before: Lesson, after: Lesson) -> list[json_patch.Operation]:
    """What makes one lesson of another."""
    return json_patch.difference(before, after, ATOMS)


def first_step(session: Session, row: LessonRow, lesson: Lesson) -> None:
    """Begin a lesson's history."""
    _write(session, StepRow(lesson_id=row.id, step=0, whole=True), document_of(lesson), lesson)


class Place(NamedTuple):
    """Where a lesson stands in its history: the name of what it holds there, and what undo would take back and redo
    make again (empty where there is nothing)."""

    key: str
    undo: str
    redo: str


def places_of(session: Session, rows: Sequence[LessonRow]) -> dict[str, Place]:
    """Lesson id → where it stands, for all of them at once."""
    found: dict[str, dict[int, tuple[str, str]]] = {row.id: {} for row in rows}
    for some in batched(list(found), MOST_AT_ONCE):
        wanted = (
            select(StepRow.lesson_id, StepRow.step - LessonRow.step, StepRow.key, StepRow.deed)
            .join(LessonRow, LessonRow.id == StepRow.lesson_id)
            .where(LessonRow.id.in_(some), StepRow.step.between(LessonRow.step - 1, LessonRow.step + 1))
        )
        for lesson, ahead, key, deed in session.execute(wanted):
            found[lesson][ahead] = (key, deed)
    nothing = ("", "")
    return {
        id: Place(steps[0][0], steps[0][1] if -1 in steps else "", steps.get(1, nothing)[1])
        for id, steps in found.items()
    }


def lesson_at(session: Session, row: LessonRow, place: Place) -> Lesson:
    """The lesson where it stands. Raises NewerDocument."""
    found = _lessons.get(place.key)
    if found is None:
        found = _read(session, session.get_one(StepRow, (row.id, row.step)))
        _lessons.put(place.key, found)
    return found


def add_step(session: Session, row: LessonRow, before: Lesson, after: Lesson, deed: str, name: str = "") -> None:
    """A step behind the current one, which becomes the current one; steps that were taken back go."""
    session.execute(delete(StepRow).where(StepRow.lesson_id == row.id, StepRow.step > row.step))
    version = session.scalar(select(StepRow.version).where(StepRow.lesson_id == row.id, StepRow.step == row.step))
    whole = version != VERSION or row.step + 1 - (_whole_before(session, row.id, row.step) or 0) >= WHOLE_EVERY
    row.step += 1
    made = StepRow(lesson_id=row.id, step=row.step, deed=deed, name=name, whole=whole)
    if whole:
        _write(session, made, document_of(after), after)
        _forget_old(session, row)
    else:
        _write(session, made, json_patch.write(changes_between(before, after)), after)


def has_change(session: Session, lesson_id: str, name: str) -> bool:
    """Whether a change of this name was made in the lesson."""
    wanted = select(StepRow.step).where(StepRow.lesson_id == lesson_id, StepRow.name == name)
    return session.scalar(wanted.limit(1)) is not None


def can_walk(session: Session, row: LessonRow, steps: int) -> bool:
    """Whether there is a step so many steps on (or back, below 0)."""
    wanted = select(StepRow.step).where(StepRow.lesson_id == row.id, StepRow.step == row.step + steps)
    return session.scalar(wanted) is not None


def _whole_before(session: Session, lesson_id: str, step: int) -> int | None:
    return session.scalar(
        select(func.max(StepRow.step)).where(StepRow.lesson_id == lesson_id, StepRow.step <= step, StepRow.whole)
    )


def _read(session: Session, here: StepRow) -> Lesson:
    """The nearest whole document with the changes since. All of them are of one version: a new version begins
    with a whole document."""
    begin = _whole_before(session, here.lesson_id, here.step) or 0
    rows = session.scalars(
        select(StepRow)
        .where(StepRow.lesson_id == here.lesson_id, StepRow.step >= begin, StepRow.step <= here.step)
        .order_by(StepRow.step)
    ).all()
    document = json.loads(zlib.decompress(rows[0].packed))
    for row in rows[1:]:
        document = json_patch.patched(document, json_patch.read(zlib.decompress(row.packed)))
    return lesson_in(document, here.version)


def _write(session: Session, row: StepRow, value: object, lesson: Lesson) -> None:
    text = value if isinstance(value, str) else json.dumps(value, ensure_ascii=False, separators=(",", ":"))
    row.key, row.version, row.made_at = new_id(), VERSION, time.time()
    row.packed = zlib.compress(text.encode(), 6)
    session.add(row)
    session.flush()
    _lessons.put(row.key, lesson)


def _forget_old(session: Session, row: LessonRow) -> None:
    """Let go of steps that are from before this sitting and far behind; what is left begins with a whole one."""
    old = session.scalar(
        select(func.max(StepRow.step)).where(
            StepRow.lesson_id == row.id, StepRow.whole, StepRow.step <= row.step - KEPT_BEHIND,
            StepRow.made_at < time.time() - SITTING,
        )
    )  # fmt: skip
    if old:
        session.execute(delete(StepRow).where(StepRow.lesson_id == row.id, StepRow.step < old))
