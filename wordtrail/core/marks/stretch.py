"""A part of a printed line."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Stretch:
    """One line's part of a mark: from `left` to `right` on page `page` (page units), baseline and size of its
    words."""

    page: int
    left: float
    right: float
    baseline: float
    size: float
