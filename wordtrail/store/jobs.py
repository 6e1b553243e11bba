"""Keeping job rows: claimed once, alive while their worker goes on giving signs, asked to stop politely."""

from __future__ import annotations

import time
from collections.abc import Callable

from sqlalchemy import select, update
from sqlalchemy.orm import Session

from wordtrail.core.errors import NotFound
from wordtrail.store.lessons import Owner
from wordtrail.store.numbers import next_number
from wordtrail.store.tables import JobRow

DEAD_AFTER = 12.0
"""Seconds without a sign of life after which a job's worker is taken for dead."""

MOST_TRIES = 4

ACTIVE = ("waiting", "running")


def add_job(session: Session, owner: Owner, kind: str, lesson_id: str | None, subject: str) -> JobRow:
    """A new job, or the one that is already under way for the same subject."""
    same = session.scalars(
        select(JobRow).where(JobRow.kind == kind, JobRow.subject == subject, JobRow.state.in_(ACTIVE))
    ).first()
    if same:
        return same
    row = JobRow(
        school_id=owner.school, teacher_id=owner.teacher, kind=kind, lesson_id=lesson_id, subject=subject,
        number=next_number(session, JobRow.number),
    )  # fmt: skip
    session.add(row)
    session.flush()
    return row


def get_job(session: Session, id: str, owner: Owner | None = None) -> JobRow:
    """One job. Raises NotFound, also for another owner's."""
    row = session.get(JobRow, id)
    if row is None or (owner is not None and row.teacher_id != owner.teacher):
        raise NotFound("job")
    return row


def jobs_of(session: Session, lesson_id: str) -> list[JobRow]:
    """A lesson's jobs, the newest first."""
    return list(session.scalars(select(JobRow).where(JobRow.lesson_id == lesson_id).order_by(JobRow.number.desc())))


def job_about(session: Session, kind: str, subject: str) -> JobRow | None:
    """The newest job of a kind for a subject."""
    wanted = select(JobRow).where(JobRow.kind == kind, JobRow.subject == subject).order_by(JobRow.number.desc())
    return session.scalars(wanted).first()


def claim(session: Session, id: str, worker: str) -> bool:
    """Take a waiting job; false when another worker has it or it was cancelled."""
    result = session.execute(
        update(JobRow)
        .where(JobRow.id == id, JobRow.state == "waiting")
        .values(state="running", signs=JobRow.signs + 1, worker=worker, tries=JobRow.tries + 1)
    )
    return bool(result.rowcount)  # type: ignore[attr-defined]


def beat(session: Session, id: str, phase: str, progress: float) -> bool:
    """Give a sign of life; true when the job was asked to stop."""
    row = session.get_one(JobRow, id)
    row.phase, row.progress, row.signs = phase, progress, row.signs + 1
    return row.cancel_asked


def end(session: Session, id: str, state: str, message: str = "") -> None:
    """The job has ended: done, failed or cancelled."""
    row = session.get_one(JobRow, id)
    row.state, row.message = state, message
    if state == "done":
        row.progress = 1.0


def ask_to_stop(session: Session, row: JobRow) -> None:
    """Cancel: at once when the job has not begun, else at its next sign of life."""
    row.cancel_asked = True
    if row.state == "waiting":
        row.state = "cancelled"


class Watch:
    """Sees which jobs give no sign any more: their signs are counted, by a clock of its own that nobody sets."""

    def __init__(self, clock: Callable[[], float] = time.monotonic) -> None:
        self._clock = clock
        self._seen: dict[str, tuple[int, float]] = {}

    def silent(self, job: str, signs: int) -> bool:
        """Whether a running job, which has given so many signs, has given none for `DEAD_AFTER` seconds."""
        now = self._clock()
        before, since = self._seen.get(job, (-1, now))
        if before != signs:
            self._seen[job] = signs, now
            return False
        return now - since > DEAD_AFTER


def orphans(session: Session, watch: Watch) -> list[str]:
    """Jobs that should be (re)started: waiting ones, and running ones whose worker died, which are
    waiting again; one that killed its worker four times has failed."""
    for row in session.scalars(select(JobRow).where(JobRow.state == "running")):
        if not watch.silent(row.id, row.signs):
            continue
        if row.cancel_asked:
            row.state = "cancelled"
        elif row.tries >= MOST_TRIES:
            row.state = "failed"
            row.message = "This work stopped Word Trail several times. Your lesson and its takes are as they were."
        else:
            row.state = "waiting"
    session.flush()
    return list(session.scalars(select(JobRow.id).where(JobRow.state == "waiting").order_by(JobRow.number)))
