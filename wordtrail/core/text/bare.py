"""A printed word without what clings to it."""

from __future__ import annotations

import re
from functools import lru_cache

_EDGES = re.compile(r"^[^\w]+|[^\w]+$")
_STRAIGHT = str.maketrans("’‘", "''")


@lru_cache(maxsize=65536)
def bare(text: str) -> str:
    """A printed word without the punctuation around it, in lower case, with straight apostrophes."""
    return _EDGES.sub("", text.translate(_STRAIGHT)).lower()
