"""The tables. Times are seconds since 1970, UTC, to be shown: which of two rows is newer is said by their numbers, for
a clock can be set back. Ids are random and cannot be guessed."""

from __future__ import annotations

import secrets
import time

from sqlalchemy import Float, ForeignKey, Integer, LargeBinary, String, Text, UniqueConstraint
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column

from wordtrail.core.lesson.take_in_use import TakeUse


def new_id() -> str:
    """96 bits from the system's random source, as 16 letters, digits, - and _."""
    return secrets.token_urlsafe(12)


class Base(DeclarativeBase):
    """All tables of the store."""


class School(Base):
    """A school."""

    __tablename__ = "schools"
    id: Mapped[str] = mapped_column(String(32), primary_key=True, default=new_id)
    name: Mapped[str] = mapped_column(String(200))


class Teacher(Base):
    """A teacher of a school: the owner of everything she makes."""

    __tablename__ = "teachers"
    id: Mapped[str] = mapped_column(String(32), primary_key=True, default=new_id)
    school_id: Mapped[str] = mapped_column(ForeignKey("schools.id"), index=True)
    name: Mapped[str] = mapped_column(String(200))


class Owned:
    """Columns of every row that belongs to a teacher and her school."""

    id: Mapped[str] = mapped_column(String(32), primary_key=True, default=new_id)
    school_id: Mapped[str] = mapped_column(ForeignKey("schools.id"), index=True)
    teacher_id: Mapped[str] = mapped_column(ForeignKey("teachers.id"), index=True)
    made_at: Mapped[float] = mapped_column(Float, default=time.time)


class LessonRow(Owned, Base):
    """A lesson: its revision (never goes down) and which of its steps is the current document."""

    __tablename__ = "lessons"
    unit: Mapped[str] = mapped_column(String(200), default="")
    revision: Mapped[int] = mapped_column(Integer, default=1)
    step: Mapped[int] = mapped_column(Integer, default=0)
    changed_at: Mapped[float] = mapped_column(Float, default=time.time)


class StepRow(Base):
    """A step of a lesson's history: undo goes one back, redo one on. `packed` is compressed JSON: the `whole`
    document, or what changed since the step before, both in the shape of `version`. `name` is the one under which the
    change was sent. `key` names what the step holds:
    another step in its place has another one."""

    __tablename__ = "lesson_steps"
    lesson_id: Mapped[str] = mapped_column(ForeignKey("lessons.id", ondelete="CASCADE"), primary_key=True)
    step: Mapped[int] = mapped_column(Integer, primary_key=True)
    key: Mapped[str] = mapped_column(String(32))
    deed: Mapped[str] = mapped_column(String(80), default="")
    name: Mapped[str] = mapped_column(String(40), default="")
    version: Mapped[int] = mapped_column(Integer)
    whole: Mapped[bool] = mapped_column(default=False)
    packed: Mapped[bytes] = mapped_column(LargeBinary)
    made_at: Mapped[float] = mapped_column(Float)


class TakeRow(Owned, Base):
    """A recording. `state` goes from recording to kept, and never back; its pieces are append-only. `use` says whether
    the lesson may take it up by itself (see `core.lesson.take_in_use`). `place` is the place of the lesson that it was
    recorded for, as JSON (empty: the whole lesson). `loudness` (LUFS) and `noise` (dB of full scale) are measured.
    `advice` is what is wrong with its sound, and `camera` where its camera's picture is there, as JSON (empty:
    nothing)."""

    __tablename__ = "takes"
    __table_args__ = (UniqueConstraint("lesson_id", "number"),)
    lesson_id: Mapped[str] = mapped_column(ForeignKey("lessons.id", ondelete="CASCADE"), index=True)
    number: Mapped[int] = mapped_column(Integer)
    state: Mapped[str] = mapped_column(String(20), default="recording")
    origin: Mapped[str] = mapped_column(String(20), default="microphone")
    pieces: Mapped[int] = mapped_column(Integer, default=0)
    size: Mapped[int] = mapped_column(Integer, default=0)
    seconds: Mapped[float] = mapped_column(Float, default=0.0)
    use: Mapped[str] = mapped_column(String(20), default=TakeUse.BY_ITSELF.value)
    name: Mapped[str] = mapped_column(String(80), default="")
    place: Mapped[str] = mapped_column(Text, default="")
    loudness: Mapped[float | None] = mapped_column(Float, default=None)
    noise: Mapped[float | None] = mapped_column(Float, default=None)
    advice: Mapped[str] = mapped_column(Text, default="")
    camera_pieces: Mapped[int] = mapped_column(Integer, default=0)
    camera_size: Mapped[int] = mapped_column(Integer, default=0)
    camera: Mapped[str] = mapped_column(Text, default="")
    fault: Mapped[str] = mapped_column(Text, default="")


class EventRow(Base):
    """Something that happened while a take was recorded (a pause, the guide's page turns)."""

    __tablename__ = "take_events"
    take_id: Mapped[str] = mapped_column(ForeignKey("takes.id", ondelete="CASCADE"), primary_key=True)
    number: Mapped[int] = mapped_column(Integer, primary_key=True)
    at: Mapped[float] = mapped_column(Float)
    what: Mapped[str] = mapped_column(String(40))
    detail: Mapped[str] = mapped_column(String(200), default="")


class TrailRow(Owned, Base):
    """The trail that was found for a take; the one with the highest number counts."""

    __tablename__ = "trails"
    take_id: Mapped[str] = mapped_column(ForeignKey("takes.id", ondelete="CASCADE"), index=True)
    number: Mapped[int] = mapped_column(Integer)
    document: Mapped[str] = mapped_column(Text)


class JobRow(Owned, Base):
    """Long work: what it is about, how far it is, and how many signs of life its worker has given. Of two jobs the one
    with the higher number is the newer. Reading a file belongs to no lesson yet."""

    __tablename__ = "jobs"
    number: Mapped[int] = mapped_column(Integer)
    kind: Mapped[str] = mapped_column(String(40))
    lesson_id: Mapped[str | None] = mapped_column(ForeignKey("lessons.id", ondelete="CASCADE"), index=True)
    subject: Mapped[str] = mapped_column(String(64), index=True)
    state: Mapped[str] = mapped_column(String(20), default="waiting", index=True)
    phase: Mapped[str] = mapped_column(String(120), default="")
    progress: Mapped[float] = mapped_column(Float, default=0.0)
    signs: Mapped[int] = mapped_column(Integer, default=0)
    tries: Mapped[int] = mapped_column(Integer, default=0)
    cancel_asked: Mapped[bool] = mapped_column(default=False)
    message: Mapped[str] = mapped_column(Text, default="")
    worker: Mapped[str] = mapped_column(String(40), default="")


class FileRow(Owned, Base):
    """A file that was brought in to become pages of a passage; `document` is what was read from it."""

    __tablename__ = "files"
    name: Mapped[str] = mapped_column(String(200))
    ending: Mapped[str] = mapped_column(String(12))
    size: Mapped[int] = mapped_column(Integer)
    document: Mapped[str] = mapped_column(Text, default="")


class VideoRow(Owned, Base):
    """A finished film of a lesson and the revision that it shows; a lesson's newest has the highest number. `film` says
    which it is, with all that was chosen for it, `wrapping` what kind of file; `facts` is what it shows of the
    lesson."""

    __tablename__ = "videos"
    number: Mapped[int] = mapped_column(Integer)
    lesson_id: Mapped[str] = mapped_column(ForeignKey("lessons.id", ondelete="CASCADE"), index=True)
    revision: Mapped[int] = mapped_column(Integer)
    seconds: Mapped[float] = mapped_column(Float)
    size: Mapped[int] = mapped_column(Integer)
    version: Mapped[str] = mapped_column(String(20), default="listen")
    wrapping: Mapped[str] = mapped_column(String(10), default="mp4")
    film: Mapped[str] = mapped_column(Text, default="")
    facts: Mapped[str] = mapped_column(Text, default="")


class SentFilmRow(Owned, Base):
    """A film that was put on a video host, or is on its way: the film (which may be gone by now), the address at which
    the `host` takes films, what was said of it, and the names of the files that go along (JSON). `uploads` are the
    addresses at which each file is being taken (JSON: name → address), `address` is where the film is seen when all of
    it is there."""

    __tablename__ = "sent_films"
    lesson_id: Mapped[str] = mapped_column(ForeignKey("lessons.id", ondelete="CASCADE"), index=True)
    video_id: Mapped[str] = mapped_column(String(32), index=True)
    version: Mapped[str] = mapped_column(String(20))
    host: Mapped[str] = mapped_column(String(300))
    title: Mapped[str] = mapped_column(String(200))
    description: Mapped[str] = mapped_column(Text, default="")
    beside: Mapped[str] = mapped_column(Text, default="[]")
    uploads: Mapped[str] = mapped_column(Text, default="{}")
    address: Mapped[str] = mapped_column(String(300), default="")


class LinkRow(Owned, Base):
    """A student link. Withdrawn links stay as rows, so that they are never given out again."""

    __tablename__ = "links"
    lesson_id: Mapped[str] = mapped_column(ForeignKey("lessons.id", ondelete="CASCADE"), index=True)
    token: Mapped[str] = mapped_column(String(64), unique=True)
    withdrawn_at: Mapped[float | None] = mapped_column(Float, default=None)
