"""Keeping lessons: revisions, and the steps that undo and redo walk along."""

from __future__ import annotations

import time
from collections.abc import Sequence
from dataclasses import dataclass

from sqlalchemy import select
from sqlalchemy.orm import Session

from wordtrail.core.changes.command import Command
from wordtrail.core.errors import LessonError, NotFound, StaleRevision
from wordtrail.core.lesson.model import Lesson
from wordtrail.store.history import add_step, can_walk, first_step, lesson_at, places_of
from wordtrail.store.tables import LessonRow, School, Teacher


@dataclass(frozen=True, slots=True)
class Owner:
    """Whose rows these are."""

    school: str
    teacher: str


@dataclass(frozen=True, slots=True)
class KeptLesson:
    """A lesson as kept: its document, revision, what undo and redo would do, and a name that no other state of any
    lesson has."""

    id: str
    unit: str
    revision: int
    lesson: Lesson
    undo: str
    redo: str
    changed_at: float
    key: str


def first_owner(session: Session) -> Owner:
    """The one teacher of a single-teacher installation; made, without a name, when there is none."""
    row = session.scalars(select(Teacher).order_by(Teacher.id)).first()
    if row is None:
        house = School(name="")
        session.add(house)
        session.flush()
        row = Teacher(school_id=house.id, name="")
        session.add(row)
        session.flush()
    return Owner(row.school_id, row.id)


def name_owner(session: Session, owner: Owner, school: str, teacher: str) -> None:
    """Give a school and its teacher (or class) their names."""
    session.get_one(School, owner.school).name = school
    session.get_one(Teacher, owner.teacher).name = teacher


def names_of(session: Session, owner: Owner) -> tuple[str, str]:
    """The names of a school and its teacher; empty where none was given."""
    return session.get_one(School, owner.school).name, session.get_one(Teacher, owner.teacher).name


def add_lesson(session: Session, owner: Owner, lesson: Lesson, unit: str = "") -> KeptLesson:
    """Keep a new lesson."""
    row = LessonRow(school_id=owner.school, teacher_id=owner.teacher, unit=unit)
    session.add(row)
    session.flush()
    first_step(session, row, lesson)
    return _kept(session, row)


def all_lessons(session: Session, owner: Owner) -> list[KeptLesson]:
    """The owner's lessons, the last changed first."""
    rows = session.scalars(
        select(LessonRow).where(LessonRow.teacher_id == owner.teacher).order_by(LessonRow.changed_at.desc())
    ).all()
    return _all_kept(session, rows)


def get_lesson(session: Session, id: str, owner: Owner | None = None) -> KeptLesson:
    """One lesson. Raises NotFound, also for another owner's."""
    return _kept(session, _row(session, id, owner))


def change(session: Session, owner: Owner, id: str, revision: int, command: Command) -> KeptLesson:
    """Apply `command` to the lesson at `revision`. Raises StaleRevision when that is not the newest,
    and whatever the command raises; nothing is changed then."""
    before = get_lesson(session, id, owner)
    return keep_change(session, before, revision, command.apply(before.lesson), command.called)


def keep_change(
    session: Session, before: KeptLesson, revision: int, after: Lesson, deed: str, name: str = ""
) -> KeptLesson:
    """Keep what was made of a lesson as it was `before`, at `revision`, by a change of this name. Raises StaleRevision
    when there is a newer one by now; nothing is changed then."""
    row = _row(session, before.id, None)
    _assert_newest(row, revision)
    add_step(session, row, before.lesson, after, deed, name)
    return _bumped(session, row)


def go_back_or_on(session: Session, owner: Owner, id: str, revision: int, steps: int) -> KeptLesson:
    """Undo (`steps` = −1) or redo (+1). Raises StaleRevision, or LessonError at the end of the path."""
    row = _row(session, id, owner)
    _assert_newest(row, revision)
    if not can_walk(session, row, steps):
        raise LessonError("There is nothing more to undo." if steps < 0 else "There is nothing to redo.")
    row.step += steps
    return _bumped(session, row)


def set_unit(session: Session, owner: Owner, id: str, unit: str) -> None:
    """Put a lesson into a unit (empty: into none). Raises NotFound."""
    _row(session, id, owner).unit = unit


def remove_lesson(session: Session, owner: Owner, id: str) -> None:
    """Forget a lesson and its rows."""
    session.delete(_row(session, id, owner))


def _row(session: Session, id: str, owner: Owner | None) -> LessonRow:
    row = session.get(LessonRow, id)
    if row is None or (owner is not None and row.teacher_id != owner.teacher):
        raise NotFound("lesson")
    return row


def _assert_newest(row: LessonRow, revision: int) -> None:
    if revision != row.revision:
        raise StaleRevision(revision, row.revision)


def _bumped(session: Session, row: LessonRow) -> KeptLesson:
    row.revision += 1
    row.changed_at = time.time()
    session.flush()
    return _kept(session, row)


def _kept(session: Session, row: LessonRow) -> KeptLesson:
    return _all_kept(session, [row])[0]


def _all_kept(session: Session, rows: Sequence[LessonRow]) -> list[KeptLesson]:
    places = places_of(session, rows)
    return [
        KeptLesson(
            row.id, row.unit, row.revision, lesson_at(session, row, places[row.id]), places[row.id].undo,
            places[row.id].redo, row.changed_at, places[row.id].key,
        )
        for row in rows
    ]  # fmt: skip
