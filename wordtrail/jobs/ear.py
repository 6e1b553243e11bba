"""What the ear keeps between two tries and between two takes: finished pieces, and the voice."""

from __future__ import annotations

import hashlib
import io
from collections.abc import Iterable

import numpy as np

from wordtrail.core.speech.phone_model import Matrix
from wordtrail.core.speech.phones import PHONES
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


def keep_hearings(blobs: Blobs, take_id: str, hearings: Matrix) -> None:
    """Keep which sounds were heard for which in a take: (39, 39) counts."""
    held = io.BytesIO()
    np.save(held, hearings.astype(np.float32), allow_pickle=False)
    blobs.write(TakeFiles(take_id).hearings, held.getvalue())


def earlier_hearings(blobs: Blobs, take_ids: Iterable[str]) -> Matrix | None:
    """The counts of all these takes together; None where there are none."""
    counts = np.zeros((len(PHONES), len(PHONES)), np.float32)
    for take_id in take_ids:
        key = TakeFiles(take_id).hearings
        if blobs.exists(key):
            held = np.load(io.BytesIO(blobs.read(key)), allow_pickle=False)
            if held.shape == counts.shape:
                counts += held
    return counts if counts.any() else None
