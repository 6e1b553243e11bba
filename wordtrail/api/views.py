"""From rows to answers: a lesson with its takes, jobs, video, link and path."""

from __future__ import annotations

from sqlalchemy.orm import Session

from wordtrail.api import answers
from wordtrail.api.context import context, public_url
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.path import Standing, counting_take, next_step, waypoints
from wordtrail.core.lesson.sheets import script
from wordtrail.core.text.notation import write_notation
from wordtrail.core.trail.mending import mended, on_passage
from wordtrail.core.trail.model import Trail
from wordtrail.jobs.queue import ALIGN, STEPS
from wordtrail.store.jobs import ACTIVE, jobs_of
from wordtrail.store.lessons import KeptLesson
from wordtrail.store.sharing import link_of, newest_video
from wordtrail.store.tables import JobRow, TakeRow, VideoRow
from wordtrail.store.takes import takes_of, trails_of

MOST_JOBS = 12


def lesson_view(session: Session, kept: KeptLesson) -> answers.LessonView:
    """Everything about a lesson."""
    lesson = kept.lesson
    trails = trails_of(session, kept.id)
    counting = counting_take(lesson, list(trails))
    video, link = newest_video(session, kept.id), link_of(session, kept.id)
    standing = _standing(session, kept, trails)
    return answers.LessonView(
        id=kept.id,
        unit=kept.unit,
        revision=kept.revision,
        lesson=lesson,
        notation=write_notation(lesson.passages[0]),
        undo=kept.undo,
        redo=kept.redo,
        path=list(waypoints(lesson, standing)),
        next=next_step(lesson, standing),
        takes=[take_view(row, trails, counting) for row in takes_of(session, kept.id)],
        counting_take=counting,
        jobs=[job_view(row) for row in jobs_of(session, kept.id)[:MOST_JOBS]],
        video=video_view(video, kept.revision) if video else None,
        link=answers.StudentLink(url=link_url(link.token), reachable=bool(context().public_url)) if link else None,
    )


def shelf_lesson(session: Session, kept: KeptLesson) -> answers.ShelfLesson:
    """A lesson as it stands on the shelf."""
    standing = _standing(session, kept, trails_of(session, kept.id))
    return answers.ShelfLesson(
        id=kept.id,
        title=kept.lesson.title,
        unit=kept.unit,
        author=kept.lesson.passages[0].author,
        changed_at=kept.changed_at,
        path=list(waypoints(kept.lesson, standing)),
        next=next_step(kept.lesson, standing),
        first_words=" ".join(word.text for word in kept.lesson.words[:14]),
    )


def _standing(session: Session, kept: KeptLesson, trails: dict[str, Trail]) -> Standing:
    rows = takes_of(session, kept.id)
    counting = counting_take(kept.lesson, list(trails))
    trail = trails.get(counting)
    video = newest_video(session, kept.id)
    return Standing(
        takes=sum(row.state == "kept" for row in rows),
        unfinished=sum(row.state == "recording" for row in rows),
        trail=current_trail(kept.lesson, counting, trail) if trail else None,
        aligning=any(job.kind == ALIGN and job.state in ACTIVE for job in jobs_of(session, kept.id)),
        video=video is not None,
        video_is_newest=video is not None and video.revision == kept.revision,
        link=link_of(session, kept.id) is not None,
    )


def current_trail(lesson: Lesson, take: str, trail: Trail) -> Trail:
    """A take's trail with its mends, on the script as it is now; only words of the passage can be unread."""
    mends = [mend for mend in lesson.mends if mend.take == take]
    return on_passage(
        mended(trail, mends).trail, (word.id for word in script(lesson)), {word.id for word in lesson.words}
    )


def take_view(row: TakeRow, trails: dict[str, Trail], counting: str) -> answers.Take:
    """A take."""
    return answers.Take(
        id=row.id,
        number=row.number,
        state=row.state,
        origin=row.origin,
        seconds=row.seconds,
        made_at=row.made_at,
        fault=row.fault,
        has_trail=row.id in trails,
        counts=row.id == counting,
    )


def video_view(row: VideoRow, revision: int) -> answers.Video:
    """A video of a lesson whose newest revision is `revision`."""
    return answers.Video(
        id=row.id, revision=row.revision, seconds=row.seconds, size=row.size, newest=row.revision == revision
    )


def job_view(row: JobRow) -> answers.Job:
    """A job."""
    return answers.Job(
        id=row.id,
        kind=row.kind,
        subject=row.subject,
        state=row.state,
        step=row.step,
        steps=list(STEPS.get(row.kind, ())),
        progress=row.progress,
        message=row.message,
    )


def link_url(token: str) -> str:
    """The address that a student link's token stands for."""
    return f"{public_url()}/s/{token}"
