"""hOCR (Breuel, "The hOCR Embedded OCR Workflow and Output Format", 1.2): read pages with their words' places."""

from __future__ import annotations

import html
import re
from collections.abc import Sequence
from dataclasses import dataclass

import lxml.html
from lxml import etree

from wordtrail.core.errors import NotReadable, NoWordsFound
from wordtrail.core.proof.print_lines import PrintLine, blocks_of_lines
from wordtrail.core.text.draft import DraftPage, DraftPassage, DraftWord
from wordtrail.formats.format import PassageFormat, is_markup

KIND = "hOCR file"
_LINES = frozenset(["ocr_line", "ocr_header", "ocr_caption", "ocr_textfloat"])
_BOX = re.compile(r"\bbbox\s+(-?\d+)\s+(-?\d+)\s+(-?\d+)\s+(-?\d+)")
_SURE = re.compile(r"\bx_wconf\s+(\d+(?:\.\d+)?)")
_BASELINE = re.compile(r"\bbaseline\s+(-?[\d.]+)\s+(-?[\d.]+)")


@dataclass(frozen=True, slots=True)
class ScannedPage:
    """A page of `width` by `height` pixels with its lines of print."""

    width: int
    height: int
    lines: tuple[PrintLine, ...]


def read(data: bytes) -> DraftPassage:
    """The passage in an hOCR file. Raises NotReadable and NoWordsFound."""
    pages = tuple(DraftPage("", blocks_of_lines(page.lines)) for page in read_scanned(data) if page.lines)
    return DraftPassage(pages)


def read_scanned(data: bytes) -> tuple[ScannedPage, ...]:
    """Pages with all lines and words at their places, as `write` writes them."""
    parser = lxml.html.HTMLParser(no_network=True, huge_tree=False, encoding="utf-8")
    try:
        root = lxml.html.document_fromstring(data, parser=parser)
    except (etree.LxmlError, ValueError) as fault:
        raise NotReadable(KIND) from fault
    pages = tuple(_page(node) for node in root.find_class("ocr_page"))
    if not any(page.lines for page in pages):
        raise NoWordsFound
    return pages


def _page(node: lxml.html.HtmlElement) -> ScannedPage:
    box = _box(node) or (0.0, 0.0, 0.0, 0.0)
    lines: list[PrintLine] = []
    regions = {id(area): number for number, area in enumerate(node.find_class("ocr_carea"))}
    for line in [
        one for name in ("ocr_line", "ocr_header", "ocr_caption", "ocr_textfloat") for one in node.find_class(name)
    ]:
        words = tuple(word for one in line.find_class("ocrx_word") if (word := _word(one, line)))
        if words:
            area = next((regions[id(up)] for up in line.iterancestors() if id(up) in regions), 0)
            top, bottom = min(w.y for w in words), max(w.y + w.height for w in words)
            text = " ".join(word.text for word in words)
            right = max(w.x + w.width for w in words)
            lines.append(PrintLine(text, words[0].x, right, top, bottom, bottom - top, region=area, words=words))
    return ScannedPage(round(box[2]), round(box[3]), tuple(lines))


def _word(node: lxml.html.HtmlElement, line: lxml.html.HtmlElement) -> DraftWord | None:
    text, box = " ".join(node.text_content().split()), _box(node)
    if not text or box is None:
        return None
    sure = _SURE.search(node.get("title", ""))
    slope = _BASELINE.search(line.get("title", ""))
    line_box = _box(line) or box
    baseline = line_box[3] + float(slope.group(2)) if slope else box[3]
    confidence = min(1.0, float(sure.group(1)) / 100) if sure else 1.0
    return DraftWord(text, box[0], box[1], box[2] - box[0], box[3] - box[1], baseline, confidence)


def _box(node: lxml.html.HtmlElement) -> tuple[float, float, float, float] | None:
    found = _BOX.search(node.get("title", ""))
    return tuple(float(value) for value in found.groups()) if found else None  # type: ignore[return-value]


def write(pages: Sequence[ScannedPage]) -> str:
    """Pages as hOCR: one area for each region, one line for each line of print."""
    body = "".join(_written_page(page, number) for number, page in enumerate(pages, 1))
    return (
        '<?xml version="1.0" encoding="UTF-8"?>\n<!DOCTYPE html>\n'
        '<html xmlns="http://www.w3.org/1999/xhtml" xml:lang="en" lang="en"><head><title></title>'
        '<meta name="ocr-system" content="Word Trail with Tesseract"/>'
        '<meta name="ocr-capabilities" content="ocr_page ocr_carea ocr_line ocrx_word"/></head>'
        f"<body>{body}</body></html>\n"
    )


def _written_page(page: ScannedPage, number: int) -> str:
    regions: dict[int, list[PrintLine]] = {}
    for line in page.lines:
        regions.setdefault(line.region, []).append(line)
    areas = "".join(
        f'<div class="ocr_carea" title="{_around(lines)}">{"".join(map(_written_line, lines))}</div>'
        for lines in regions.values()
    )
    title = f"bbox 0 0 {page.width} {page.height}; ppageno {number - 1}"
    return f'<div class="ocr_page" id="page_{number}" title="{title}">{areas}</div>'


def _written_line(line: PrintLine) -> str:
    base = round(line.words[0].baseline) - round(line.bottom) if line.words else 0
    words = " ".join(
        f'<span class="ocrx_word" title="bbox {round(w.x)} {round(w.y)} {round(w.x + w.width)} '
        f'{round(w.y + w.height)}; x_wconf {round(100 * w.confidence)}">{html.escape(w.text)}</span>'
        for w in line.words
    )
    return f'<span class="ocr_line" title="{_around([line])}; baseline 0 {base}">{words}</span>\n'


def _around(lines: Sequence[PrintLine]) -> str:
    left, top = min(line.left for line in lines), min(line.top for line in lines)
    right, bottom = max(line.right for line in lines), max(line.bottom for line in lines)
    return f"bbox {round(left)} {round(top)} {round(right)} {round(bottom)}"


FORMAT = PassageFormat(
    "hocr",
    "hOCR",
    ("hocr",),
    "text/vnd.hocr+html",
    knows=lambda data, ending: is_markup(data) and b"ocr_page" in data,
    read=lambda data, keep: read(data),
)
