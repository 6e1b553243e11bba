"""What the ear keeps between two tries: finished pieces."""

from __future__ import annotations

import hashlib

from wordtrail.store.blobs import Blobs
from wordtrail.store.takes import TakeFiles


class PieceMemory:
    """Finished pieces of the work on one take, in its folder, until it is over."""

    def __init__(self, blobs: Blobs, take_id: str) -> None:
        self._blobs = blobs
        self._folder = TakeFiles(take_id).work

    def get(self, name: str) -> bytes | None:
        """What was kept under `name`."""
        key = self._key(name)
        return self._blobs.read(key) if self._blobs.exists(key) else None

    def put(self, name: str, content: bytes) -> None:
        """Keep `content` under `name`."""
        self._blobs.write(self._key(name), content)

    def clear(self) -> None:
        """Let go of everything: the work is done."""
        self._blobs.forget(self._folder)

    def _key(self, name: str) -> str:
        return f"{self._folder}/{hashlib.sha256(name.encode()).hexdigest()[:32]}"
