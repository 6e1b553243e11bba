"""How long students look at what is shown and not spoken."""

from __future__ import annotations

READ_SILENTLY = 2.6
"""Words a second at which students read what is shown and not spoken."""

SETTLE = 1.5
"""Seconds for looking at something new, before reading it."""


def seconds_to_read(*texts: str) -> float:
    """Seconds that students take to read these texts, without looking for them first."""
    return sum(len(text.split()) for text in texts) / READ_SILENTLY
