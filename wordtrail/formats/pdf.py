"""PDF (ISO 32000) pages as lines of print, or as pictures where a page has no text of its own (PDFium)."""

from __future__ import annotations

import io
import re
from collections.abc import Iterator
from contextlib import contextmanager

import pypdfium2 as pdfium
import pypdfium2.raw as raw

from wordtrail.core.errors import Locked, NotReadable
from wordtrail.core.proof.print_lines import PrintLine, blocks_of_lines
from wordtrail.core.text.draft import DraftPage
from wordtrail.formats.format import PassageFormat, head_of

KIND = "PDF"
DPI = 200
MOST_PAGES = 1000
FEWEST_LETTERS = 20
"""Letters below which a page is taken for a scan."""

MOST_PIXELS = 4000
"""Pixels of the longer side of a page that is drawn to be read."""

BOLD_WEIGHT = 600

_LINE = re.compile("[^\\n\ufffe\x02]*(?:[\\n\ufffe\x02]|$)")
"""A line of print. PDFium's own sign for a hyphen at which a line ends is U+FFFE (or U+0002): the next line follows
without another sign."""


class PdfFile:
    """An opened PDF. Close it after use; pages count from 0."""

    def __init__(self, data: bytes) -> None:
        """Raises NotReadable and Locked."""
        try:
            self._document = pdfium.PdfDocument(data)
            count = len(self._document)
        except pdfium.PdfiumError as fault:
            if "password" in str(fault).lower():
                raise Locked from fault
            raise NotReadable(KIND) from fault
        if count == 0:
            raise NotReadable(KIND)
        self.pages = min(count, MOST_PAGES)
        about = self._document.get_metadata_dict()
        self.title, self.author = about.get("Title", "").strip(), about.get("Author", "").strip()

    def close(self) -> None:
        """Let go of the file."""
        self._document.close()

    def lines(self, page: int) -> list[PrintLine]:
        """The lines of print of a page in reading order; empty for a scan. Raises NotReadable."""
        with self._page(page) as opened:
            text_page = opened.get_textpage()
            try:
                found = list(_lines(text_page, opened.get_height()))
            finally:
                text_page.close()
        letters = sum(character.isalnum() for line in found for character in line.text)
        return found if letters >= FEWEST_LETTERS else []

    def draft(self, page: int) -> DraftPage | None:
        """The page with its blocks; None for a scan."""
        lines = self.lines(page)
        return DraftPage("", blocks_of_lines(lines)) if lines else None

    def picture(self, page: int) -> bytes:
        """The page as a PNG at 200 dots an inch (less for huge pages). Raises NotReadable."""
        with self._page(page) as opened:
            longer = max(opened.get_width(), opened.get_height()) / 72
            scale = min(DPI, MOST_PIXELS / max(longer, 0.1)) / 72
            bitmap = opened.render(scale=scale)
            written = io.BytesIO()
            bitmap.to_pil().convert("RGB").save(written, "PNG")
            bitmap.close()
        return written.getvalue()

    @contextmanager
    def _page(self, index: int) -> Iterator[pdfium.PdfPage]:
        try:
            page = self._document[index]
        except pdfium.PdfiumError as fault:
            raise NotReadable(KIND) from fault
        try:
            yield page
        except pdfium.PdfiumError as fault:
            raise NotReadable(KIND) from fault
        finally:
            page.close()


def _lines(text_page: pdfium.PdfTextPage, height: float) -> Iterator[PrintLine]:
    """Lines as PDFium found them, in the order in which the file has them."""
    text = text_page.get_text_range(errors="replace")
    count = text_page.count_chars()
    at = 0
    for line in _LINE.findall(text):
        begin, at = at, at + len(line)
        shown = line.rstrip("\r\n")
        if shown.strip() and begin + len(shown) <= count:
            yield _line(text_page, shown, begin, height)


def _line(text_page: pdfium.PdfTextPage, text: str, begin: int, height: float) -> PrintLine:
    clean = text.replace("\ufffe", "-").replace("\x02", "-")
    places = [begin + offset for offset, sign in enumerate(text) if not sign.isspace()]
    first, last = places[0], places[-1]
    left, bottom, _, top = text_page.get_charbox(first, loose=True)
    right = text_page.get_charbox(last, loose=True)[2]
    sizes = [raw.FPDFText_GetFontSize(text_page, index) for index in (first, places[len(places) // 2], last)]
    scale = top - bottom
    size = sorted(sizes)[1] if max(sizes) > 1.5 else scale
    bold = all(raw.FPDFText_GetFontWeight(text_page, index) >= BOLD_WEIGHT for index in (first, last))
    return PrintLine(" ".join(clean.split()), left, right, height - top, height - bottom, size, bold)


FORMAT = PassageFormat(
    "pdf", "PDF", ("pdf",), "application/pdf", knows=lambda data, ending: head_of(data).startswith(b"%pdf-")
)
"""Its pages are read one by one: see `PdfFile`."""
