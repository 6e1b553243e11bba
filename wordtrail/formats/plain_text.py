"""Plain text: bytes in any usual encoding to a passage in our light notation, and a passage as text."""

from __future__ import annotations

import codecs

from wordtrail.core.text.draft import DraftPassage
from wordtrail.core.text.intake import checked
from wordtrail.core.text.model import BlockKind, Passage
from wordtrail.core.text.notation import read_notation
from wordtrail.formats.format import PassageFormat

_MARKS = (
    (codecs.BOM_UTF8, "utf-8-sig"), (codecs.BOM_UTF32_LE, "utf-32"), (codecs.BOM_UTF32_BE, "utf-32"),
    (codecs.BOM_UTF16_LE, "utf-16"), (codecs.BOM_UTF16_BE, "utf-16"),
)  # fmt: skip


def read(data: bytes) -> DraftPassage:
    """The passage in a text file. Raises NotText for bytes that are none, EmptyPassage and RightToLeftText."""
    return DraftPassage(read_notation(checked(decoded(data))))


def decoded(data: bytes) -> str:
    """Text of a byte order mark's encoding, else UTF-8, else Windows-1252 (whose five unused bytes
    become U+FFFD)."""
    for mark, encoding in _MARKS:
        if data.startswith(mark):
            return data.decode(encoding, errors="replace")
    try:
        return data.decode("utf-8")
    except UnicodeDecodeError:
        return data.decode("cp1252", errors="replace")


def write(passage: Passage) -> str:
    """What is printed, page by page, without anything that is not read: one empty line between blocks."""
    head = [passage.title, f"by {passage.author}" if passage.author else ""]
    blocks = [line for line in head if line]
    for page in passage.pages:
        for block in page.blocks:
            if block.kind is BlockKind.STEP:
                blocks.append(f"{block.number}. {block.text}")
            elif block.kind is BlockKind.PICTURE:
                blocks.append(f"[picture: {block.text}]" if block.text else "[picture]")
            else:
                blocks.append(block.text)
    return "\n\n".join(blocks) + "\n"


FORMAT = PassageFormat(
    "text",
    "Plain text",
    ("txt", "text"),
    "text/plain",
    read=lambda data, keep: read(data),
    write=lambda passage, pictures: write(passage).encode(),
)
