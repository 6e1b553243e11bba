"""What a teacher comes closer to, as it is written in an event and a direction: "word word" (the first and last word of
a run), "picture block" or "picture block region"; empty for back to the whole page."""

from __future__ import annotations

from dataclasses import dataclass

PICTURE = "picture"


@dataclass(frozen=True, slots=True)
class OnWords:
    """A run of words, by the ids of its first and last one."""

    first: str
    last: str


@dataclass(frozen=True, slots=True)
class OnPicture:
    """A picture (its block, of a page's photo the page), or a region of it."""

    block: str
    region: str = ""


def read_target(target: str) -> OnWords | OnPicture | None:
    """What is meant; None for nothing that makes sense, and for back to the whole page."""
    words = target.split()
    if len(words) in (2, 3) and words[0] == PICTURE:
        return OnPicture(*words[1:])
    return OnWords(words[0], words[1]) if len(words) == 2 else None
