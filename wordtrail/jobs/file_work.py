"""From a file that was brought in to draft pages: which reader reads it, and how far it is."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from functools import partial

from wordtrail.core.align.values import Progress
from wordtrail.core.errors import FileError, NoWordsFound, UnknownKind
from wordtrail.core.proof.print_lines import blocks_of_lines
from wordtrail.core.text.draft import DraftBlock, DraftPage, DraftPassage, DraftPhoto, KeepPicture
from wordtrail.core.text.intake import checked
from wordtrail.core.text.model import BlockKind, Picture
from wordtrail.core.text.suggest import suggested
from wordtrail.formats import epub, pdf
from wordtrail.formats.all import format_ending_in, format_that_knows
from wordtrail.formats.pdf import PdfFile
from wordtrail.media.ocr.reader import ReadPage, read_page
from wordtrail.media.pictures import PHOTO_ENDINGS, Pixels, looks_like_a_photo, opened, pages_in, written
from wordtrail.store.blobs import Blobs
from wordtrail.store.documents import from_json, to_json
from wordtrail.store.files import ReadFile, file_key, get_file, keep_reading, page_key
from wordtrail.store.pictures import keep_picture_file
from wordtrail.workspace import Workspace

OPENING, READING = "Opening the file", "Reading the pages"
FILE_PHASES = (OPENING, READING)
"""What is done with a file, in order."""


def read_file(workspace: Workspace, file_id: str, report: Progress) -> None:
    """Read a file and keep what it holds. Pages of a scan that were read before a crash are not read again."""
    report(OPENING, 0.0)
    with workspace.database.read_session() as session:
        row = get_file(session, file_id)
        name, ending = row.name, row.ending
    data = workspace.blobs.read(file_key(file_id))
    chapters = chapters_of(workspace.blobs, data, ending, report, file_id)
    if not any(page.blocks for chapter in chapters for page in chapter.pages):
        raise NoWordsFound
    titled = tuple(replace(one, title=one.title or _title_in(one, name)) for one in chapters)
    with workspace.database.write_session() as session:
        keep_reading(session, file_id, ReadFile(titled))


def _title_in(read: DraftPassage, name: str) -> str:
    """The title of what says none itself: the name of its file; of photos the first heading, else none at all, for
    "IMG_2034" is not one."""
    if not any(page.photo for page in read.pages):
        return name
    first = next((block for page in read.pages for block in page.blocks), None)
    heads = first is not None and first.kind in (BlockKind.HEADING, BlockKind.SUBHEADING)
    return first.text if first and heads else ""


def chapters_of(
    blobs: Blobs, data: bytes, ending: str, report: Progress = lambda phase, share: None, file_id: str = ""
) -> tuple[DraftPassage, ...]:
    """The passages in a file of that ending; its bytes have the last word. Raises FileError and PassageError."""
    keep = partial(keep_picture, blobs)
    found = format_that_knows(data, ending)
    if found is None and (ending in PHOTO_ENDINGS or looks_like_a_photo(data)):
        return (_photos(blobs, data, report, file_id),)
    found = found or format_ending_in(ending)
    if found is epub.FORMAT:
        return _chapters(data, keep, report)
    if found is pdf.FORMAT:
        return (_pdf(blobs, data, report, file_id),)
    if found.read is None:
        raise UnknownKind(ending)
    draft = found.read(data, keep)
    checked(" ".join(block.text for page in draft.pages for block in page.blocks))
    return (draft if found.names_blocks else replace(draft, pages=suggested(draft.pages)),)


def _chapters(data: bytes, keep: KeepPicture, report: Progress) -> tuple[DraftPassage, ...]:
    """Every chapter of a book that has something to read."""
    book = epub.Book(data)
    listed = book.chapters()
    chapters = []
    for number, chapter in enumerate(listed):
        report(READING, number / len(listed))
        read = book.read(chapter.name, keep)
        chapters.append(replace(read, title=chapter.title, pages=suggested(read.pages)))
    return tuple(one for one in chapters if one.pages)


def keep_picture(blobs: Blobs, data: bytes) -> Picture | None:
    """Keep a picture that stands in a file; None for what cannot be seen (a damaged one, a tracking dot)."""
    try:
        pixels = opened(data)
    except FileError:
        return None
    if min(pixels.shape[:2]) < SMALLEST_PICTURE:
        return None
    encoded, ending, width, height = written(pixels)
    return Picture(keep_picture_file(blobs, encoded, ending), width, height)


SMALLEST_PICTURE = 24
"""Pixels: what is smaller is a bullet or a rule."""


def _pdf(blobs: Blobs, data: bytes, report: Progress, file_id: str) -> DraftPassage:
    """Every page by its own text, or read from its picture where it has none."""
    file = PdfFile(data)
    try:
        pages, scans = [], 0
        for number in range(file.pages):
            report(READING, number / file.pages)
            page = file.draft(number)
            if page is None:
                scans += 1
                part = partial(_part_of, report, number, file.pages)
                read = partial(lambda at, tell: _photo(blobs, opened(file.picture(at)), tell), number, part)
                page = _once(blobs, file_id, number, read)
            if page is not None:
                pages.append(page)
        about = f"{scans} of {file.pages} pages were read from their pictures." if scans else ""
        return DraftPassage(suggested(pages), file.title, file.author, notes=(about,) if about else ())
    finally:
        file.close()


def _photos(blobs: Blobs, data: bytes, report: Progress, file_id: str) -> DraftPassage:
    """A photo, or every page of a scan that holds several. Raises NoWordsFound where none has words."""
    count = pages_in(data)
    if count == 1:
        return DraftPassage((_photo(blobs, opened(data), report),))
    pages = []
    for number in range(count):
        part = partial(_part_of, report, number, count)
        read = partial(lambda at, tell: _photo(blobs, opened(data, at), tell), number, part)
        page = _once(blobs, file_id, number, read)
        if page is not None:
            pages.append(page)
    if not pages:
        raise NoWordsFound
    return DraftPassage(tuple(pages))


def _once(blobs: Blobs, file_id: str, number: int, read: Callable[[], DraftPage]) -> DraftPage | None:
    """A page of a file, read once also when the work is broken off in between; None where there are no words."""
    kept = page_key(file_id, number)
    if file_id and blobs.exists(kept):
        return from_json(DraftPage, blobs.read(kept))
    try:
        page = read()
    except NoWordsFound:
        return None
    if file_id:
        blobs.write(kept, to_json(page).encode())
    return page


def _part_of(report: Progress, number: int, pages: int, phase: str, share: float) -> None:
    """How far one page's reading brings the whole file."""
    report(READING, (number + share) / pages)


def _photo(blobs: Blobs, pixels: Pixels, report: Progress) -> DraftPage:
    """A page read from its photo, which is kept beside it."""
    read = read_page(pixels, lambda phase, share: report(READING, share))
    return page_of_reading(blobs, read)


def page_of_reading(blobs: Blobs, read: ReadPage) -> DraftPage:
    """The draft page of a page that was read: its blocks, and its straightened photo with the words' places."""
    encoded, ending, width, height = written(read.pixels)
    scale = width / read.pixels.shape[1]
    words = tuple(
        replace(
            word, x=round(word.x * scale, 1), y=round(word.y * scale, 1), width=round(word.width * scale, 1),
            height=round(word.height * scale, 1), baseline=round(word.baseline * scale, 1),
        )
        for line in read.lines
        for word in line.words
    )  # fmt: skip
    photo = DraftPhoto(keep_picture_file(blobs, encoded, ending), width, height, words)
    blocks = tuple(suggested([DraftPage("", blocks_of_lines(read.lines))])[0].blocks)
    return DraftPage("", blocks or (DraftBlock(BlockKind.PARAGRAPH, "…"),), photo)
