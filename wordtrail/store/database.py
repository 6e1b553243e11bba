"""Opening the database, and bringing it to the newest schema."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from importlib.resources import files
from typing import Any

from alembic import command
from alembic.config import Config
from sqlalchemy import Engine, create_engine, event
from sqlalchemy.orm import Session, sessionmaker


class Database:
    """One database, named by an SQLAlchemy URL."""

    def __init__(self, url: str) -> None:
        self.url = url
        self.engine = create_engine(url, connect_args={"timeout": 20} if url.startswith("sqlite") else {})
        if url.startswith("sqlite"):
            _prepare_sqlite(self.engine)
        self._sessions = sessionmaker(self.engine, expire_on_commit=False)

    def upgrade(self) -> None:
        """Bring the schema up to date; harmless when it is."""
        config = Config()
        config.set_main_option("script_location", str(files("wordtrail.store") / "migrations"))
        with self.engine.begin() as connection:
            config.attributes["connection"] = connection
            command.upgrade(config, "head")

    @contextmanager
    def session(self) -> Iterator[Session]:
        """A unit of work: kept when the block ends well, undone when it raises."""
        with self._sessions() as session, session.begin():
            yield session

    def close(self) -> None:
        """Let go of all connections."""
        self.engine.dispose()


def _prepare_sqlite(engine: Engine) -> None:
    @event.listens_for(engine, "connect")
    def settings(connection: Any, _record: Any) -> None:
        connection.execute("PRAGMA journal_mode=WAL")
        connection.execute("PRAGMA synchronous=NORMAL")
        connection.execute("PRAGMA foreign_keys=ON")
        # SQLAlchemy begins the transactions (below), so that reading and then writing is one of them.
        connection.isolation_level = None

    @event.listens_for(engine, "begin")
    def begin(connection: Any) -> None:
        connection.exec_driver_sql("BEGIN IMMEDIATE")
