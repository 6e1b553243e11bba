"""Readers who are followed while they read: at most a few at a time, each forgotten when nothing comes from it."""

from __future__ import annotations

import time
from dataclasses import dataclass, field
from threading import Lock

import numpy as np

from wordtrail.core.align.live.live_reader import LiveReader, Seen
from wordtrail.core.align.script import script_of
from wordtrail.core.errors import NotFound, TooManyReaders
from wordtrail.core.lesson.boards import script
from wordtrail.store.hearings import earlier_hearings
from wordtrail.store.lessons import get_lesson
from wordtrail.store.tables import new_id
from wordtrail.store.takes import takes_of
from wordtrail.workspace import Workspace

MOST_READERS = 4
"""Readers who can be followed at once: each takes about a third of a core while she speaks."""

FORGOTTEN_AFTER = 60.0
"""Seconds without sound after which a reader has gone."""


@dataclass
class _Followed:
    reader: LiveReader
    lock: Lock = field(default_factory=Lock)
    heard_at: float = field(default_factory=time.monotonic)


_readers: dict[str, _Followed] = {}
_all = Lock()


def begin_following(workspace: Workspace, lesson_id: str) -> str:
    """Follow a reader of this lesson; the id under which her sound is sent. Raises NotFound, TooManyReaders."""
    with workspace.database.read_session() as session:
        lesson = get_lesson(session, lesson_id, workspace.owner).lesson
        takes = [row.id for row in takes_of(session, lesson_id)]
    words = script(lesson)
    voice = earlier_hearings(workspace.blobs, takes)
    reader = LiveReader(script_of(words, lesson.respelled_among(words)), {word.id for word in lesson.words}, voice)
    with _all:
        now = time.monotonic()
        for id in [id for id, one in _readers.items() if now - one.heard_at > FORGOTTEN_AFTER]:
            del _readers[id]
        if len(_readers) >= MOST_READERS:
            raise TooManyReaders(MOST_READERS)
        id = new_id()
        _readers[id] = _Followed(reader)
    return id


def follow(id: str, sound: bytes) -> Seen:
    """Where a reader is after the next sound: 16-bit little-endian samples, mono, 16 000 a second; half a sample at the
    end is left out. Raises NotFound for one who was forgotten."""
    samples = (np.frombuffer(sound[: len(sound) // 2 * 2], "<i2") / np.float32(32768)).astype(np.float32)
    followed = _reader(id)
    with followed.lock:
        followed.heard_at = time.monotonic()
        return followed.reader.hear(samples)


def follow_from(id: str, word: str) -> None:
    """The reader goes on with this word. Raises NotFound."""
    followed = _reader(id)
    with followed.lock:
        followed.reader.go_to(word)


def end_following(id: str) -> None:
    """The reader has gone."""
    with _all:
        _readers.pop(id, None)


def _reader(id: str) -> _Followed:
    with _all:
        found = _readers.get(id)
    if found is None:
        raise NotFound("reader")
    return found
