"""What is to be made of a film: one stretch, in one file."""

from __future__ import annotations

import os
from collections.abc import Callable
from dataclasses import dataclass
from pathlib import Path

from wordtrail.media.encode import StretchEncoder
from wordtrail.media.moments import Stretch

DRAFT = ".part"
"""How the file of a stretch ends until it is whole."""


@dataclass(frozen=True, slots=True)
class Order:
    """A stretch to be made, and the file it is to stand in."""

    stretch: Stretch
    path: Path

    def fulfil(self, encoder: StretchEncoder, done: Callable[[float], None]) -> None:
        """Make it. `done` is told up to where it is (video time), and may raise to stop: then the file is not there."""
        # Another draft for each process, also for one that is left over from a worker which was killed.
        draft = self.path.with_name(f"{self.path.stem}.{os.getpid()}{DRAFT}")
        encoder.make(self.stretch, draft, done)
        os.replace(draft, self.path)
