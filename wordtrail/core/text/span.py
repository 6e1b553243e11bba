"""A run of words."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Span:
    """A run of words, from `first` to `last` (word ids, both included)."""

    first: str
    last: str
