"""Files that were brought in: their bytes, and what was read from them."""

from __future__ import annotations

import re
from dataclasses import dataclass

from sqlalchemy.orm import Session

from wordtrail.core.errors import EmptyFile, NotFound
from wordtrail.core.text.draft import DraftPassage
from wordtrail.store.blobs import Blobs
from wordtrail.store.documents import from_json, to_json
from wordtrail.store.lessons import Owner
from wordtrail.store.tables import FileRow

LARGEST_FILE_MEGABYTES = 200
LONGEST_NAME = 120


@dataclass(frozen=True, slots=True)
class ReadFile:
    """What was read from a file: one passage, or a book's chapters to choose from."""

    chapters: tuple[DraftPassage, ...]


def add_file(session: Session, blobs: Blobs, owner: Owner, name: str, data: bytes) -> FileRow:
    """Keep a file as it came. Raises EmptyFile."""
    if not data:
        raise EmptyFile
    plain = re.sub(r"[^\w .,;!()’'&-]", "_", name.replace("\\", "/").rpartition("/")[2]).strip()[-LONGEST_NAME:]
    stem, dot, ending = plain.rpartition(".")
    row = FileRow(
        school_id=owner.school,
        teacher_id=owner.teacher,
        name=stem or plain or "File",
        ending=ending.lower()[:12] if dot else "",
        size=len(data),
    )
    session.add(row)
    session.flush()
    blobs.write(file_key(row.id), data)
    return row


def get_file(session: Session, id: str, owner: Owner | None = None) -> FileRow:
    """A file that was brought in. Raises NotFound, also for another owner's."""
    row = session.get(FileRow, id)
    if row is None or (owner is not None and row.teacher_id != owner.teacher):
        raise NotFound("file")
    return row


def keep_reading(session: Session, id: str, read: ReadFile) -> None:
    """Keep what was read from a file."""
    get_file(session, id).document = to_json(read)


def reading_of(row: FileRow) -> ReadFile | None:
    """What was read from a file; None as long as nothing was."""
    return from_json(ReadFile, row.document) if row.document else None


def forget_file(session: Session, blobs: Blobs, row: FileRow) -> None:
    """Forget a file and what was read from it. Pictures that came into a lesson stay."""
    session.delete(row)
    blobs.forget(file_folder(row.id))


def file_folder(id: str) -> str:
    """The folder of a file's blobs."""
    return f"files/{id}"


def file_key(id: str) -> str:
    """The key of a file's bytes."""
    return f"{file_folder(id)}/original"


def page_key(id: str, page: int) -> str:
    """The key of what was read from one page of a file while the others are still waiting."""
    return f"{file_folder(id)}/page-{page}.json"
