"""What the read-through finds."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum


class Remedy(StrEnum):
    """Where a finding is mended."""

    SYNC = "sync"
    PLAN = "plan"


@dataclass(frozen=True, slots=True)
class Finding:
    """Something to look at: `at` is its moment (seconds, of lesson time while it is looked for, of the take that is
    heard there when it is told; None: it has none), `about` the id of what it is about."""

    sentence: str
    remedy: Remedy
    about: str = ""
    at: float | None = None
