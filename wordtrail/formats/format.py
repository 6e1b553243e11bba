"""What a format is: how its files are known, read and written."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from wordtrail.core.changes.taking_over import BringPlan
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.draft import DraftPassage, KeepPicture
from wordtrail.core.text.model import Passage

Pictures = Callable[[str], bytes]
"""The bytes of a picture file of ours."""


@dataclass(frozen=True, slots=True)
class Copy:
    """The bytes of a file to take away, its ending and its media type."""

    data: bytes
    ending: str
    media_type: str


@dataclass(frozen=True, slots=True)
class PassageFormat:
    """A format in which passages are brought in, taken away, or both.

    `kind` is its name in addresses and commands, `name` what teachers call it. `endings` are those of its files; ours
    have the first one. `knows` says of a file's bytes and its ending whether the file is one; where no format knows a
    file, its ending decides. `read` gives its draft (it raises FileError or PassageError; None: it is brought in page
    by page elsewhere, or not at all), `write` its bytes. `names_blocks` says whether its files say themselves what each
    block is, so that nothing is guessed.
    """

    kind: str
    name: str
    endings: tuple[str, ...]
    media_type: str
    knows: Callable[[bytes, str], bool] = lambda data, ending: False
    read: Callable[[bytes, KeepPicture], DraftPassage] | None = None
    write: Callable[[Passage, Pictures], bytes] | None = None
    names_blocks: bool = False


@dataclass(frozen=True, slots=True)
class PlanFormat:
    """A format for a part of the plan: `write` gives its bytes of a lesson, `read` what such a file brings to a lesson
    (it raises NotReadable). The rest is as in PassageFormat."""

    kind: str
    name: str
    endings: tuple[str, ...]
    media_type: str
    write: Callable[[Lesson], bytes]
    read: Callable[[bytes, Lesson], BringPlan]


def head_of(data: bytes) -> bytes:
    """The beginning of a file, without marks and spaces before it, in small letters."""
    return data[:1024].lstrip(b"\xef\xbb\xbf \t\r\n").lower()


def is_markup(data: bytes) -> bool:
    """Whether a file begins as HTML or XML does."""
    return head_of(data).startswith((b"<!doctype html", b"<html", b"<?xml"))


def is_zip(data: bytes) -> bool:
    """Whether a file is a ZIP archive."""
    return data.startswith(b"PK\x03\x04")
