"""Keeping videos, where they were put, and student links."""

from __future__ import annotations

import secrets
import time

from sqlalchemy import select
from sqlalchemy.orm import Session

from wordtrail.core.errors import LinkWithdrawn
from wordtrail.store.lessons import Owner
from wordtrail.store.tables import LinkRow, SentFilmRow, VideoRow


def videos_of(session: Session, lesson_id: str) -> list[VideoRow]:
    """All videos of a lesson."""
    return list(session.scalars(select(VideoRow).where(VideoRow.lesson_id == lesson_id)))


def sent_films_of(session: Session, lesson_id: str) -> list[SentFilmRow]:
    """The films of a lesson that were put on a host, the newest first."""
    of_lesson = select(SentFilmRow).where(SentFilmRow.lesson_id == lesson_id)
    return list(session.scalars(of_lesson.order_by(SentFilmRow.made_at.desc())))


def unfinished_on(session: Session, video_id: str, host: str) -> SentFilmRow | None:
    """A film that is on its way to a host, or was broken off there."""
    on_its_way = (SentFilmRow.video_id == video_id, SentFilmRow.host == host, SentFilmRow.address == "")
    return session.scalars(select(SentFilmRow).where(*on_its_way)).first()


def link_of(session: Session, lesson_id: str) -> LinkRow | None:
    """The lesson's open student link."""
    return session.scalars(
        select(LinkRow).where(LinkRow.lesson_id == lesson_id, LinkRow.withdrawn_at.is_(None))
    ).first()


def open_link(session: Session, owner: Owner, lesson_id: str) -> LinkRow:
    """The lesson's student link; a new one of 128 random bits when none is open."""
    row = link_of(session, lesson_id)
    if row is None:
        row = LinkRow(
            school_id=owner.school, teacher_id=owner.teacher, lesson_id=lesson_id, token=secrets.token_urlsafe(16)
        )
        session.add(row)
        session.flush()
    return row


def withdraw_link(session: Session, lesson_id: str) -> None:
    """Close the lesson's student link for good."""
    row = link_of(session, lesson_id)
    if row:
        row.withdrawn_at = time.time()


def lesson_behind(session: Session, token: str) -> str:
    """The lesson id that a token opens. Raises LinkWithdrawn."""
    row = session.scalars(select(LinkRow).where(LinkRow.token == token)).first()
    if row is None or row.withdrawn_at is not None:
        raise LinkWithdrawn
    return row.lesson_id
