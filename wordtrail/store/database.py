"""Opening the database, and bringing it to the newest schema."""

from __future__ import annotations

import sqlite3
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from importlib.resources import files
from typing import Any, TypeVar

from alembic import command
from alembic.config import Config
from alembic.util import CommandError
from sqlalchemy import Engine, create_engine, event
from sqlalchemy.exc import OperationalError
from sqlalchemy.orm import Session, sessionmaker

from wordtrail.core.errors import NewerDocument, NoRoom

MOST_AT_ONCE = 500
"""Values that one query asks for at the most; databases have a bound."""

Value = TypeVar("Value")


def batched(values: Sequence[Value], most: int) -> Iterator[Sequence[Value]]:
    """The values in runs of `most` at the most."""
    return (values[at : at + most] for at in range(0, len(values), most))


class Database:
    """One database, named by an SQLAlchemy URL."""

    def __init__(self, url: str) -> None:
        self.url = url
        self.writes = 0
        """How many units of work this process has ended: what was read before the last of them may have changed."""
        self.engine = create_engine(url, connect_args={"timeout": 20} if url.startswith("sqlite") else {})
        if url.startswith("sqlite"):
            _prepare_sqlite(self.engine)
        self._sessions = sessionmaker(self.engine, expire_on_commit=False)
        self._writing = sessionmaker(self.engine.execution_options(writing=True), expire_on_commit=False)

    def upgrade(self) -> None:
        """Bring the schema up to date; harmless when it is."""
        config = Config()
        config.set_main_option("script_location", str(files("wordtrail.store") / "migrations"))
        with self.engine.execution_options(writing=True).begin() as connection:
            config.attributes["connection"] = connection
            try:
                command.upgrade(config, "head")
            except CommandError as fault:
                raise NewerDocument from fault

    @contextmanager
    def read_session(self) -> Iterator[Session]:
        """A view of everything as it is now, which waits for nobody and lets nobody wait. Nothing is kept."""
        with self._sessions() as session, session.begin():
            event.listen(session, "before_flush", _refuse)
            yield session

    @contextmanager
    def write_session(self) -> Iterator[Session]:
        """A unit of work: kept when the block ends well, undone when it raises. Only one is under way at a time, so
        that nothing slow belongs in it. Raises NoRoom when the disk is full."""
        try:
            with self._writing() as session, session.begin():
                yield session
            self.writes += 1
        except OperationalError as fault:
            if getattr(fault.orig, "sqlite_errorcode", None) == sqlite3.SQLITE_FULL:
                raise NoRoom from fault
            raise

    def close(self) -> None:
        """Let go of all connections."""
        self.engine.dispose()


def _prepare_sqlite(engine: Engine) -> None:
    @event.listens_for(engine, "connect")
    def settings(connection: Any, _record: Any) -> None:
        connection.execute("PRAGMA journal_mode=WAL")
        # A piece of a take that was answered for is there after a power cut too.
        connection.execute("PRAGMA synchronous=FULL")
        connection.execute("PRAGMA foreign_keys=ON")
        # SQLAlchemy begins the transactions (below), so that reading and then writing is one of them.
        connection.isolation_level = None

    # A connection that goes on to write takes the lock at its beginning: one that read first may find it taken.
    @event.listens_for(engine, "begin")
    def begin(connection: Any) -> None:
        writing = connection.get_execution_options().get("writing")
        connection.exec_driver_sql("BEGIN IMMEDIATE" if writing else "BEGIN")


def _refuse(session: Session, *_: object) -> None:
    if session.new or session.dirty or session.deleted:
        raise RuntimeError("nothing is kept by a session that reads")
