"""A printed word without what clings to it."""

from __future__ import annotations

import re
from functools import lru_cache

_EDGES = re.compile(r"^[^\w]+|[^\w]+$")
_STRAIGHT = str.maketrans("’‘", "''")


def parted(text: str) -> tuple[str, str, str]:
    """A printed word in three: what stands before it, itself, and what stands behind it. (“Gran,” is “ Gran and ,”.)"""
    core = _EDGES.sub("", text)
    at = text.index(core)
    return text[:at], core, text[at + len(core) :]


@lru_cache(maxsize=65536)
def bare(text: str) -> str:
    """A printed word without the punctuation around it, in lower case, with straight apostrophes."""
    return _EDGES.sub("", text.translate(_STRAIGHT)).lower()
