"""A passage as a file to take away, in each of the formats that it can be saved in."""

from __future__ import annotations

import time
from collections.abc import Callable
from dataclasses import dataclass

from wordtrail.core.text.model import Passage
from wordtrail.formats import epub, markdown, passage_json, plain_text, word_document

KINDS = ("markdown", "text", "docx", "epub", "json")

Pictures = Callable[[str], bytes]
"""The bytes of a picture file of ours."""

_WORD = "application/vnd.openxmlformats-officedocument.wordprocessingml.document"


@dataclass(frozen=True, slots=True)
class Copy:
    """The bytes of a file, its ending and its media type."""

    data: bytes
    ending: str
    media_type: str


def copy_of(passage: Passage, kind: str, pictures: Pictures) -> Copy:
    """The passage as a file of one of `KINDS`."""
    match kind:
        case "markdown":
            return Copy(markdown.write(passage).encode(), "md", "text/markdown")
        case "docx":
            return Copy(word_document.write(passage, pictures), "docx", _WORD)
        case "epub":
            now = time.strftime("%Y-%m-%dT%H:%M:%SZ", time.gmtime())
            return Copy(epub.write(passage, pictures, now), "epub", "application/epub+zip")
        case "json":
            return Copy(passage_json.write(passage).encode(), "json", "application/json")
        case _:
            return Copy(plain_text.write(passage).encode(), "txt", "text/plain")
