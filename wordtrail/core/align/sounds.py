"""Which phones are heard when: the network's answers over a whole take, without its silences."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from wordtrail.core.align.values import Samples, Stretch
from wordtrail.core.speech.phone_model import FRAME, LONGEST, Matrix, phone_log_probabilities
from wordtrail.core.speech.phones import by_phone

LAG = 0.096
"""Seconds by which the network names a phone after it begins. Measured on eight voices of two
synthesisers: 92 to 106 ms in the mean, 95 % within 40 ms of it."""

FRAME_SECONDS = FRAME / 16_000

NOTHING_NEW = 0.985
"""A frame in which the network is so sure that no new sound begins tells nothing, and is left out.
Chen et al., "Phone Synchronous Speech Recognition with CTC Lattices" (2016)."""

USUAL_LEVEL = 0.1
"""Root of the mean square of the speech that the network hears best."""


@dataclass(frozen=True, slots=True)
class Frames:
    """Frames with something to hear: `at` (n,) seconds at which the phone began, `phones` (n, 39)
    and `none` (n,) probabilities; `quiet` (n,) seconds without sound since the frame before, where it is known."""

    at: npt.NDArray[np.float64]
    phones: Matrix
    none: Matrix
    quiet: npt.NDArray[np.float64] | None = None

    def __len__(self) -> int:
        return len(self.at)

    def first(self, count: int) -> Frames:
        """The first `count` frames."""
        quiet = None if self.quiet is None else self.quiet[:count]
        return Frames(self.at[:count], self.phones[:count], self.none[:count], quiet)


def heard_in(samples: Samples, stretch: Stretch) -> Frames:
    """The frames of one stretch of at most 30 s, given its own samples."""
    if len(samples) < 800:
        samples = np.pad(samples, (0, 800 - len(samples)))
    loud = samples[np.abs(samples) > 0.1 * np.max(np.abs(samples), initial=1e-6)]
    level = float(np.sqrt(np.mean(loud**2))) if len(loud) else 1e-4
    phones, none = by_phone(phone_log_probabilities(samples[:LONGEST] * np.float32(USUAL_LEVEL / max(level, 1e-5))))
    kept = np.flatnonzero(none < NOTHING_NEW)
    at = (stretch.start - LAG + kept * FRAME_SECONDS).astype(np.float64)
    return Frames(at, phones[kept], none[kept])


def joined(parts: list[Frames]) -> Frames:
    """The frames of a take's stretches, in order."""
    if not parts:
        return Frames(np.zeros(0), np.zeros((0, 39), np.float32), np.zeros(0, np.float32))
    return Frames(
        np.concatenate([part.at for part in parts]),
        np.concatenate([part.phones for part in parts]),
        np.concatenate([part.none for part in parts]),
    )
