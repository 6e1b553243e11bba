"""What has been made of lessons, and stands in rows of its own: takes, trails, work under way, videos, links."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field

from sqlalchemy import select
from sqlalchemy.orm import Session

from wordtrail.core.lesson.take_in_use import TakeUse
from wordtrail.store.database import MOST_AT_ONCE, batched
from wordtrail.store.jobs import ACTIVE
from wordtrail.store.tables import JobRow, LinkRow, TakeRow, TrailRow, VideoRow
from wordtrail.store.takes import FoundTrail, trail_in

LOOKED_AT = ("mp4", "webm")
"""The kinds of file that have pictures."""


@dataclass(slots=True)
class Surroundings:
    """What belongs to one lesson: its takes in the order in which they were made, take id → its newest trail, the
    kinds of work under way, its films in the order in which they were made, and its open link."""

    takes: list[TakeRow] = field(default_factory=list)
    trails: dict[str, FoundTrail] = field(default_factory=dict)
    working: set[str] = field(default_factory=set)
    videos: list[VideoRow] = field(default_factory=list)
    link: LinkRow | None = None

    @property
    def film(self) -> VideoRow | None:
        """The newest film that one can look at."""
        return next((row for row in reversed(self.videos) if row.wrapping in LOOKED_AT), None)

    @property
    def uses(self) -> dict[str, TakeUse]:
        """Take with a trail → how it comes to be used, in the order in which they were made."""
        return {row.id: TakeUse(row.use) for row in self.takes if row.id in self.trails}


def surroundings_of(session: Session, lessons: Sequence[str]) -> dict[str, Surroundings]:
    """Lesson id → what has been made of it: a handful of queries, however many lessons there are."""
    found = {id: Surroundings() for id in lessons}
    for some in batched(lessons, MOST_AT_ONCE):
        takes = session.scalars(select(TakeRow).where(TakeRow.lesson_id.in_(some)).order_by(TakeRow.number)).all()
        for take in takes:
            found[take.lesson_id].takes.append(take)
        newest = _newest_trails(session, some)
        for take in takes:
            if take.id in newest:
                found[take.lesson_id].trails[take.id] = trail_in(session, newest[take.id])
        working = select(JobRow.lesson_id, JobRow.kind).where(JobRow.lesson_id.in_(some), JobRow.state.in_(ACTIVE))
        for lesson, kind in session.execute(working):
            if lesson:
                found[lesson].working.add(kind)
        for video in session.scalars(select(VideoRow).where(VideoRow.lesson_id.in_(some)).order_by(VideoRow.number)):
            found[video.lesson_id].videos.append(video)
        for link in session.scalars(select(LinkRow).where(LinkRow.lesson_id.in_(some), LinkRow.withdrawn_at.is_(None))):
            found[link.lesson_id].link = link
    return found


def _newest_trails(session: Session, lessons: Sequence[str]) -> dict[str, str]:
    """Take id → the id of its newest trail."""
    wanted = (
        select(TrailRow.take_id, TrailRow.id)
        .join(TakeRow, TakeRow.id == TrailRow.take_id)
        .where(TakeRow.lesson_id.in_(lessons))
        .order_by(TrailRow.number)
    )
    return dict(session.execute(wanted).tuples().all())
