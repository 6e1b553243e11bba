"""Bounds of what commands may say of takes."""

from __future__ import annotations

LONGEST_TAKE = 3 * 3600.0
"""Seconds."""

SHORTEST_KEPT = 0.2
"""Seconds of a take that are kept at the least."""
