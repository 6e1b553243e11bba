"""Keeping videos and student links."""

from __future__ import annotations

import secrets
import time

from sqlalchemy import select
from sqlalchemy.orm import Session

from wordtrail.core.errors import LinkWithdrawn
from wordtrail.store.lessons import Owner
from wordtrail.store.tables import LinkRow, VideoRow


def videos_of(session: Session, lesson_id: str) -> list[VideoRow]:
    """All videos of a lesson."""
    return list(session.scalars(select(VideoRow).where(VideoRow.lesson_id == lesson_id)))


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
