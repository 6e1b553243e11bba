"""What is kept of a voice between two takes: which sounds were heard for which."""

from __future__ import annotations

import io
from collections.abc import Iterable

import numpy as np

from wordtrail.core.speech.phone_model import Matrix
from wordtrail.core.speech.phones import PHONES
from wordtrail.store.blobs import Blobs
from wordtrail.store.takes import TakeFiles


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
