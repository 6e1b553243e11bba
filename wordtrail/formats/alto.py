"""ALTO XML (Library of Congress, version 4): read pages with their words' places."""

from __future__ import annotations

from collections.abc import Sequence

from lxml import etree

from wordtrail.core.errors import NotReadable, NoWordsFound
from wordtrail.core.proof.print_lines import PrintLine, blocks_of_lines
from wordtrail.core.text.draft import DraftPage, DraftPassage, DraftWord
from wordtrail.formats.archive import parsed
from wordtrail.formats.format import PassageFormat, is_markup
from wordtrail.formats.hocr import ScannedPage

KIND = "ALTO file"
NAMESPACE = "http://www.loc.gov/standards/alto/ns-v4#"


def read(data: bytes) -> DraftPassage:
    """The passage in an ALTO file. Raises NotReadable and NoWordsFound."""
    pages = tuple(DraftPage("", blocks_of_lines(page.lines)) for page in read_scanned(data) if page.lines)
    return DraftPassage(pages)


def read_scanned(data: bytes) -> tuple[ScannedPage, ...]:
    """Pages with all lines and words at their places, as `write` writes them; any version of ALTO."""
    root = parsed(data, KIND)
    try:
        pages = tuple(_page(page) for page in root.iter("{*}Page"))
    except ValueError as fault:
        raise NotReadable(KIND) from fault
    if not any(page.lines for page in pages):
        raise NoWordsFound
    return pages


def _page(page: etree._Element) -> ScannedPage:
    lines = []
    for region, block in enumerate(page.iter("{*}TextBlock")):
        for line in block.iter("{*}TextLine"):
            base = _number(line, "BASELINE", _number(line, "VPOS") + _number(line, "HEIGHT"))
            words = tuple(_word(one, base) for one in line.iter("{*}String") if (one.get("CONTENT") or "").strip())
            if words:
                top, bottom = min(w.y for w in words), max(w.y + w.height for w in words)
                text = " ".join(word.text for word in words)
                right = max(w.x + w.width for w in words)
                lines.append(PrintLine(text, words[0].x, right, top, bottom, bottom - top, region=region, words=words))
    return ScannedPage(round(_number(page, "WIDTH")), round(_number(page, "HEIGHT")), tuple(lines))


def _word(one: etree._Element, baseline: float) -> DraftWord:
    sure = min(1.0, max(0.0, _number(one, "WC", 1.0)))
    return DraftWord(
        " ".join((one.get("CONTENT") or "").split()), _number(one, "HPOS"), _number(one, "VPOS"),
        _number(one, "WIDTH"), _number(one, "HEIGHT"), baseline, sure,
    )  # fmt: skip


def _number(one: etree._Element, name: str, otherwise: float = 0.0) -> float:
    text = one.get(name)
    # A baseline may also be a list of points; then the first point's height counts.
    return float(text.replace(",", " ").split()[-1]) if text else otherwise


def write(pages: Sequence[ScannedPage]) -> bytes:
    """Pages as ALTO 4: one text block for each region."""
    root = etree.Element(f"{{{NAMESPACE}}}alto", nsmap={None: NAMESPACE})
    description = etree.SubElement(root, f"{{{NAMESPACE}}}Description")
    etree.SubElement(description, f"{{{NAMESPACE}}}MeasurementUnit").text = "pixel"
    layout = etree.SubElement(root, f"{{{NAMESPACE}}}Layout")
    for number, page in enumerate(pages, 1):
        _write_page(layout, page, number)
    written: bytes = etree.tostring(root, xml_declaration=True, encoding="UTF-8", pretty_print=True)
    return written


def _write_page(layout: etree._Element, page: ScannedPage, number: int) -> None:
    box = {"HPOS": "0", "VPOS": "0", "WIDTH": str(page.width), "HEIGHT": str(page.height)}
    size = {"WIDTH": str(page.width), "HEIGHT": str(page.height)}
    sheet = etree.SubElement(
        layout, f"{{{NAMESPACE}}}Page", size | {"ID": f"page{number}", "PHYSICAL_IMG_NR": str(number)}
    )
    space = etree.SubElement(sheet, f"{{{NAMESPACE}}}PrintSpace", box)
    blocks: dict[int, etree._Element] = {}
    for index, line in enumerate(page.lines):
        if line.region not in blocks:
            own = [one for one in page.lines if one.region == line.region]
            place = _place(
                min(o.left for o in own), min(o.top for o in own), max(o.right for o in own), max(o.bottom for o in own)
            )
            block = {"ID": f"block{number}.{line.region}", **place}
            blocks[line.region] = etree.SubElement(space, f"{{{NAMESPACE}}}TextBlock", block)
        base = str(round(line.words[0].baseline)) if line.words else str(round(line.bottom))
        attributes = {"ID": f"line{number}.{index}", "BASELINE": base}
        attributes |= _place(line.left, line.top, line.right, line.bottom)
        written = etree.SubElement(blocks[line.region], f"{{{NAMESPACE}}}TextLine", attributes)
        for order, word in enumerate(line.words):
            if order:
                etree.SubElement(written, f"{{{NAMESPACE}}}SP")
            place = _place(word.x, word.y, word.x + word.width, word.y + word.height)
            content = {"CONTENT": word.text, "WC": f"{word.confidence:.2f}"}
            etree.SubElement(
                written, f"{{{NAMESPACE}}}String", place | content | {"ID": f"word{number}.{index}.{order}"}
            )


def _place(left: float, top: float, right: float, bottom: float) -> dict[str, str]:
    x, y = round(left), round(top)
    return {"HPOS": str(x), "VPOS": str(y), "WIDTH": str(round(right) - x), "HEIGHT": str(round(bottom) - y)}


FORMAT = PassageFormat(
    "alto",
    "ALTO",
    ("alto", "xml"),
    "application/xml",
    knows=lambda data, ending: is_markup(data) and b"http://www.loc.gov/standards/alto/" in data[:2000],
    read=lambda data, keep: read(data),
)
