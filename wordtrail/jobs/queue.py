"""The queue: huey on a SQLite file (or, with the same code, on Redis), and what a worker does."""

from __future__ import annotations

import threading
import time

from huey import SqliteHuey

from wordtrail.core.errors import JobCancelled, NotFound, WordTrailError
from wordtrail.jobs.file_work import FILE_PHASES, read_file
from wordtrail.jobs.lesson_work import SOUND_PHASES, make_cared_copy, make_sound
from wordtrail.jobs.report import Report
from wordtrail.jobs.take_work import ALIGN_PHASES, align_take
from wordtrail.logs import logger
from wordtrail.service.film_making import FILM_PHASES, FilmWish, make_film
from wordtrail.service.sending import SENDING_PHASES, send_film
from wordtrail.store.jobs import Watch, add_job, claim, end, get_job, orphans
from wordtrail.store.tables import JobRow, new_id
from wordtrail.store.takes import TakeFiles, get_take
from wordtrail.workspace import Workspace

ALIGN, VIDEO, READ, SOUND, CARE, SEND = "align", "video", "read", "sound", "care", "send"
PHASES = {
    ALIGN: ALIGN_PHASES, VIDEO: FILM_PHASES, READ: FILE_PHASES, SOUND: SOUND_PHASES, CARE: SOUND_PHASES,
    SEND: SENDING_PHASES,
}  # fmt: skip
"""What each kind of work does, in order, in words for the teacher."""

BESIDE_OTHERS = (SEND,)
"""Work that waits for a slow line most of the time: other work does not wait for it."""

SWEEP_EVERY = 3.0

log = logger("wordtrail.jobs")


class Queue:
    """Where jobs wait for a worker."""

    def __init__(self, workspace: Workspace) -> None:
        self.workspace = workspace
        self._huey = SqliteHuey("wordtrail", filename=str(workspace.folder / "queue.db"), results=False)
        self._perform = self._huey.task()(self._run)

    def add(self, kind: str, lesson_id: str | None, subject: str) -> JobRow:
        """A new job (or the one under way for the same subject), on its way to a worker."""
        with self.workspace.database.write_session() as session:
            row = add_job(session, self.workspace.owner, kind, lesson_id, subject)
        self._perform(row.id)
        return row

    def _run(self, job: str) -> None:
        with self.workspace.database.read_session() as session:
            row = session.get(JobRow, job)
            beside = row is not None and row.kind in BESIDE_OTHERS
        if beside:
            threading.Thread(target=perform, args=(self.workspace, job), daemon=True).start()
        else:
            perform(self.workspace, job)

    def work(self) -> None:
        """Be a worker until told to stop: take up what a dead worker left, then what comes."""
        stop = threading.Event()
        sweeper = threading.Thread(target=self._sweep, args=(stop,), daemon=True)
        sweeper.start()
        consumer = self._huey.create_consumer(
            workers=1, worker_type="thread", periodic=False, initial_delay=0.05, backoff=1.0, max_delay=0.2,
            check_worker_health=True,
        )  # fmt: skip
        try:
            consumer.run()
        finally:
            stop.set()

    def _sweep(self, stop: threading.Event) -> None:
        """Take up what waits; first, give back the space of what a killed worker had half written."""
        self.workspace.blobs.drop_drafts()
        watch = Watch()
        offered: dict[str, int] = {}
        while not stop.wait(SWEEP_EVERY if offered else 0.1):
            with self.workspace.database.write_session() as session:
                waiting = [(job, get_job(session, job).tries) for job in orphans(session, watch)]
            for job, tries in waiting:
                if offered.get(job) != tries:
                    offered[job] = tries
                    self._perform(job)
            offered.setdefault("", 0)


def perform(workspace: Workspace, job: str) -> None:
    """Do one job if it is still waiting, and write down how it ended."""
    with workspace.database.write_session() as session:
        if not claim(session, job, new_id()):
            return
        row = get_job(session, job)
    begun = time.monotonic()
    log.info("job begun", job=job, kind=row.kind, subject=row.subject, tries=row.tries)
    try:
        with Report(workspace, job) as report:
            message = _do(workspace, row, report)
        outcome = ("done", message)
    except JobCancelled as stopped:
        outcome = ("cancelled", stopped.sentence)
    except WordTrailError as fault:
        outcome = ("failed", fault.sentence)
        _keep_fault(workspace, row, fault)
    except Exception:
        log.exception("job failed", job=job, kind=row.kind)
        sentence = "Something went wrong inside Word Trail. Your lesson and its takes are as they were. Try again."
        outcome = ("failed", sentence)
    with workspace.database.write_session() as session:
        end(session, job, *outcome)
    log.info("job ended", job=job, kind=row.kind, state=outcome[0], seconds=round(time.monotonic() - begun, 2))


def _do(workspace: Workspace, row: JobRow, report: Report) -> str:
    if row.kind == ALIGN:
        align_take(workspace, row.subject, report)
        return ""
    if row.kind == READ:
        read_file(workspace, row.subject, report)
        return ""
    if row.kind == SOUND and row.lesson_id:
        version = row.subject.split(":")[2:]
        make_sound(workspace, row.lesson_id, version[0] if version else "", report)
        return ""
    if row.kind == CARE:
        take, _, done = row.subject.rpartition(":")
        make_cared_copy(workspace, take, done, report)
        return ""
    if row.kind == VIDEO and row.lesson_id:
        return make_film(workspace, row.lesson_id, FilmWish.named(row.subject.rpartition(":")[2]), report)
    if row.kind == SEND:
        return send_film(workspace, row.subject, report)
    raise ValueError(f"unknown kind of job: {row.kind}")


def _keep_fault(workspace: Workspace, row: JobRow, fault: WordTrailError) -> None:
    if row.kind != ALIGN:
        return
    try:
        with workspace.database.write_session() as session:
            get_take(session, row.subject).fault = fault.sentence
    except NotFound:
        # It was deleted while it was worked on.
        workspace.blobs.forget(TakeFiles(row.subject).folder)
