"""What of a Word document is read, in the order in which it stands (ECMA-376 part 1, 17): paragraphs wherever they
are, the runs of a paragraph, what stands beside it in boxes and footnotes; and what is not: hidden and deleted text."""

from __future__ import annotations

from collections.abc import Iterator, Mapping

from docx.oxml import parse_xml
from docx.oxml.ns import qn
from lxml import etree

Element = etree._Element

_AROUND = frozenset(map(qn, (
    "w:ins", "w:moveTo", "w:hyperlink", "w:smartTag", "w:customXml", "w:fldSimple", "w:dir", "w:bdo",
)))  # fmt: skip
"""Elements around runs and paragraphs that are read as if they were not there: inserted text is text."""

_CONTROL, _CONTROL_CONTENT = qn("w:sdt"), qn("w:sdtContent")
_COMPATIBILITY = "{http://schemas.openxmlformats.org/markup-compatibility/2006}"
_ALTERNATIVES, _CHOICE = f"{_COMPATIBILITY}AlternateContent", f"{_COMPATIBILITY}Choice"
_BOX = qn("w:txbxContent")
_FOOTNOTE = frozenset((qn("w:footnoteReference"), qn("w:endnoteReference")))
_OFF = ("0", "false", "off")


def paragraphs_in(element: Element) -> Iterator[Element]:
    """The `w:p` elements of a body, cell or box, also those in tables and content controls."""
    for child in element.iterchildren():
        if child.tag == qn("w:p"):
            yield child
        elif child.tag == qn("w:tbl"):
            for row in child.iterchildren(qn("w:tr"), _CONTROL, *_AROUND):
                yield from paragraphs_in(row)
        elif child.tag in _AROUND or child.tag in (qn("w:tr"), qn("w:tc"), _CONTROL_CONTENT) or child.tag == _CONTROL:
            yield from paragraphs_in(child)


def runs_in(element: Element) -> Iterator[Element]:
    """The `w:r` elements of a paragraph that are read: with tracked insertions, links, fields and content controls,
    without tracked deletions."""
    for child in element.iterchildren():
        if child.tag == qn("w:r"):
            yield child
        elif child.tag in _AROUND or child.tag in (_CONTROL, _CONTROL_CONTENT):
            yield from runs_in(child)


def children_of(run: Element) -> Iterator[Element]:
    """What is in a run, in order; of what is there in several forms, the first."""
    for child in run.iterchildren():
        if child.tag == _ALTERNATIVES:
            choice = next(child.iterchildren(_CHOICE), None)
            if choice is not None:
                yield from choice.iterchildren()
        else:
            yield child


def boxes_in(element: Element) -> Iterator[Element]:
    """The contents of the text boxes in a drawing."""
    return element.iter(_BOX)


def note_id(element: Element) -> tuple[str, str] | None:
    """Which footnote or endnote a reference names: the kind of part and the id."""
    if element.tag not in _FOOTNOTE:
        return None
    kind = "endnotes" if element.tag == qn("w:endnoteReference") else "footnotes"
    return kind, element.get(qn("w:id")) or ""


def notes_of(parts: Mapping[str, bytes]) -> dict[tuple[str, str], Element]:
    """The footnotes and endnotes of a document: (kind of part, id) → the note."""
    found: dict[tuple[str, str], Element] = {}
    for kind, content in parts.items():
        for note in parse_xml(content).iterchildren():
            found[kind, note.get(qn("w:id")) or ""] = note
    return found


def is_hidden(run: Element, styles: Mapping[str, Element]) -> bool:
    """Whether a run is not shown: an answer key for the teacher must not be read aloud. What the run says itself comes
    before its style, and that before the paragraph's style."""
    paragraph = next(run.iterancestors(qn("w:p")), None)
    said = (
        _vanishes(run.find(qn("w:rPr"))),
        _by_style(_style_of(run.find(qn("w:rPr")), "w:rStyle"), styles),
        _by_style(_style_of(paragraph.find(qn("w:pPr")) if paragraph is not None else None, "w:pStyle"), styles),
    )
    return next((one for one in said if one is not None), False)


def _style_of(properties: Element | None, name: str) -> str:
    found = properties.find(qn(name)) if properties is not None else None
    return (found.get(qn("w:val")) or "") if found is not None else ""


def _by_style(name: str, styles: Mapping[str, Element]) -> bool | None:
    """What a style, or the one that it is based on, says."""
    seen: set[str] = set()
    while name in styles and name not in seen:
        seen.add(name)
        style = styles[name]
        said = _vanishes(style.find(qn("w:rPr")))
        if said is not None:
            return said
        name = _style_of(style, "w:basedOn")
    return None


def _vanishes(properties: Element | None) -> bool | None:
    found = properties.find(qn("w:vanish")) if properties is not None else None
    return None if found is None else (found.get(qn("w:val")) or "true") not in _OFF
