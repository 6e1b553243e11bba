"""Files behind one small interface: a key in, bytes or a path out.

A file appears under its key only when it is whole: it is written under a temporary name, synced
and renamed. Keys are made by us and never come from outside.
"""

from __future__ import annotations

import errno
import fcntl
import os
import re
import secrets
import shutil
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from wordtrail.core.errors import NoRoom

_KEY = re.compile(r"^[\w-]+(?:/[\w-]+)*(?:\.\w+)?$")


class Blobs:
    """Blobs in a folder of the file system."""

    def __init__(self, folder: Path) -> None:
        self._folder = folder
        folder.mkdir(parents=True, exist_ok=True)

    def path(self, key: str) -> Path:
        """Where the blob of `key` lies or would lie. Raises ValueError for a key that is none."""
        if not _KEY.match(key):
            raise ValueError(f"not a blob key: {key!r}")
        return self._folder / key

    def exists(self, key: str) -> bool:
        """Whether there is a whole blob under `key`."""
        return self.path(key).is_file()

    def write(self, key: str, data: bytes) -> None:
        """Keep `data` under `key`. Raises NoRoom when the disk is full."""
        with self.making(key) as path:
            path.write_bytes(data)

    def read(self, key: str) -> bytes:
        """The bytes under `key`."""
        return self.path(key).read_bytes()

    def size(self, key: str) -> int:
        """The bytes under `key`, counted."""
        return self.path(key).stat().st_size

    @contextmanager
    def making(self, key: str) -> Iterator[Path]:
        """A temporary path to write to; renamed to the blob's place when the block ends well."""
        place = self.path(key)
        place.parent.mkdir(parents=True, exist_ok=True)
        draft = place.with_name(f".{place.name}.{secrets.token_hex(4)}{place.suffix}")
        try:
            with _being_made(draft):
                yield draft
            with open(draft, "rb") as written:
                os.fsync(written.fileno())
            os.replace(draft, place)
            _sync_folder(place.parent)
        except OSError as fault:
            if fault.errno == errno.ENOSPC:
                raise NoRoom from fault
            raise
        finally:
            draft.unlink(missing_ok=True)

    def keys(self, prefix: str) -> list[str]:
        """All keys in the folder `prefix`, sorted."""
        folder = self.path(prefix)
        names = folder.iterdir() if folder.is_dir() else ()
        return sorted(f"{prefix}/{path.name}" for path in names if not path.name.startswith("."))

    def drop(self, key: str) -> None:
        """Remove the blob of `key`, where there is one."""
        self.path(key).unlink(missing_ok=True)

    def drop_drafts(self) -> int:
        """Remove what was half written by a process that was killed; how many files those were. What is being written
        now stays."""
        drafts = [path for path in self._folder.rglob(".*") if path.is_file() and not _is_being_made(path)]
        for draft in drafts:
            draft.unlink(missing_ok=True)
        return len(drafts)

    def forget(self, prefix: str) -> None:
        """Remove everything in the folder `prefix`."""
        shutil.rmtree(self.path(prefix), ignore_errors=True)


@contextmanager
def _being_made(draft: Path) -> Iterator[None]:
    """Hold a lock on a draft: the system lets go of it when this process ends, however it ends."""
    with open(draft, "ab") as held:
        fcntl.flock(held, fcntl.LOCK_EX)
        yield


def _is_being_made(draft: Path) -> bool:
    try:
        with open(draft, "rb") as found:
            fcntl.flock(found, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except BlockingIOError:
        return True
    except FileNotFoundError:
        return True
    return False


def _sync_folder(folder: Path) -> None:
    """Have the system keep a file's name too, not only its bytes."""
    opened = os.open(folder, os.O_RDONLY)
    try:
        os.fsync(opened)
    finally:
        os.close(opened)
