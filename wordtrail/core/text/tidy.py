"""Texts and numbers from outside, as they may be kept."""

from __future__ import annotations

import math
import re

from wordtrail.core.errors import LessonError

LONGEST_TEXT = 600
MOST_ENTRIES = 60


_CONTROLS = re.compile(r"[\x00-\x08\x0b-\x1f\x7f-\x9f]")
"""Unicode's control characters (category Cc) but for tab and line feed."""


def without_controls(text: str) -> str:
    """`text` without control characters; those that end a line are line feeds."""
    return _CONTROLS.sub("", text.replace("\r\n", "\n").replace("\r", "\n"))


def controls_as_spaces(text: str) -> str:
    """`text` with a space for each control character: all others stay in their places."""
    return _CONTROLS.sub(" ", text)


def within(value: float, least: float, most: float, what: str) -> float:
    """`value` when it lies between. Raises LessonError."""
    if not math.isfinite(value) or not least <= value <= most:
        raise LessonError(f"{what} goes from {least:g} to {most:g}.", advice="Choose a value between.")
    return float(value)


def tidy(text: str, what: str, longest: int = LONGEST_TEXT) -> str:
    """`text` with single spaces. Raises LessonError when it is too long for a card."""
    clean = " ".join(without_controls(text).split())
    if len(clean) > longest:
        raise LessonError(
            f"{what} has {len(clean)} characters; there is room for {longest}.", advice="Make it shorter."
        )
    return clean


def tidy_lines(text: str, what: str, most: int, longest: int = LONGEST_TEXT) -> str:
    """`text` with single spaces and without empty lines; what is behind the last line allowed goes on in it. Raises
    LessonError when all of it is too long."""
    lines = [line for part in without_controls(text).split("\n") if (line := " ".join(part.split()))]
    clean = "\n".join([*lines[: most - 1], " ".join(lines[most - 1 :])]).strip()
    tidy(clean, what, longest)
    return clean


def tidied(texts: tuple[str, ...], what: str, most: int = MOST_ENTRIES) -> tuple[str, ...]:
    """Texts tidied, without the empty ones. Raises LessonError when there are too many."""
    clean = tuple(text for text in (tidy(one, what) for one in texts) if text)
    if len(clean) > most:
        raise LessonError(f"{what} can have {most} entries.", advice="Leave some out.")
    return clean
