"""Word documents (.docx, ECMA-376) to a passage and back, by way of python-docx."""

from __future__ import annotations

import io
import re
from collections.abc import Callable, Iterator

import docx
from docx.document import Document
from docx.enum.text import WD_BREAK
from docx.oxml.ns import qn
from docx.shared import Inches, Pt
from docx.text.paragraph import Paragraph
from docx.text.run import Run

from wordtrail.core.text.draft import DraftBlock, DraftPage, DraftPassage, KeepPicture, keep_none
from wordtrail.core.text.model import Block, BlockKind, Emphasis, Passage, Style, permission_line
from wordtrail.formats.archive import Archive, only_readable
from wordtrail.formats.format import PassageFormat, Pictures, is_zip
from wordtrail.formats.word_text import (
    Element,
    boxes_in,
    children_of,
    is_hidden,
    note_id,
    notes_of,
    paragraphs_in,
    runs_in,
)

KIND = "Word document"

_HEADING = re.compile(r"^heading ([1-9])", re.IGNORECASE)
_STYLES = {
    "title": BlockKind.HEADING, "subtitle": BlockKind.SUBHEADING, "caption": BlockKind.CAPTION,
    "footnote text": BlockKind.FOOTNOTE, "intense quote": BlockKind.FACT_BOX, "verse": BlockKind.STANZA,
}  # fmt: skip
_BREAK = qn("w:br")
_DRAWING = qn("w:drawing")
_BLIP = qn("a:blip")
_EMBED = qn("r:embed")

PICTURE_INCHES = 5.0


def read(data: bytes, keep: KeepPicture = keep_none) -> DraftPassage:
    """The passage in a Word document: headings, lists, bold, italic, pictures, tables row by row, text boxes and
    footnotes behind the paragraph they belong to; with tracked insertions, without deletions and hidden text.
    Raises NotReadable, Locked (old or encrypted files) and UnpacksTooLarge."""
    Archive(data, KIND)
    with only_readable(KIND):
        document = docx.Document(io.BytesIO(data))
        pages = _Pages(document, keep)
        for part in paragraphs_in(document.element.body):
            pages.paragraph(part)
        core = document.core_properties
        made = tuple(DraftPage("", tuple(blocks)) for blocks in pages.all if blocks)
        return DraftPassage(made, (core.title or "").strip(), (core.author or "").strip())


class _Pages:
    """Blocks, gathered page by page."""

    def __init__(self, document: Document, keep: KeepPicture) -> None:
        self._document = document
        self._keep = keep
        self._styles = {style.style_id: style.element for style in document.styles}
        related = document.part.rels.values()
        parts = {part.reltype.rpartition("/")[2]: part for part in related if not part.is_external}
        self._notes = notes_of(
            {kind: parts[kind].target_part.blob for kind in ("footnotes", "endnotes") if kind in parts}
        )
        self.all: list[list[DraftBlock]] = [[]]

    def paragraph(self, element: Element, kind: BlockKind | None = None) -> None:
        """One paragraph, of a kind of its own or of this one; a page break inside it begins a new page."""
        paragraph = Paragraph(element, self._document)  # type: ignore[arg-type]
        if paragraph.paragraph_format.page_break_before:
            self.all.append([])
        characters: list[tuple[str, Style]] = []
        behind: list[tuple[Element, BlockKind]] = []

        def close() -> None:
            block = _block(kind or _kind(paragraph), characters)
            characters.clear()
            if block:
                self.all[-1].append(block)

        for run in runs_in(element):
            if not is_hidden(run, self._styles):
                behind += self._run(Run(run, paragraph), characters, close)  # type: ignore[arg-type]
        close()
        for found, as_kind in behind:
            for inside in paragraphs_in(found):
                self.paragraph(inside, as_kind)

    def _run(
        self, run: Run, characters: list[tuple[str, Style]], close: Callable[[], None]
    ) -> list[tuple[Element, BlockKind]]:
        """Take up a run; what stands behind its paragraph: text boxes and footnotes."""
        style = _style(run)
        behind: list[tuple[Element, BlockKind]] = []
        for child in children_of(run._r):
            if child.tag == _BREAK and child.get(qn("w:type")) == "page":
                close()
                self.all.append([])
            elif child.tag in (_BREAK, qn("w:cr")):
                characters.append(("\n", style))
            elif child.tag == qn("w:tab"):
                characters.append((" ", style))
            elif child.tag == qn("w:noBreakHyphen"):
                characters.append(("-", style))
            elif child.tag == qn("w:t"):
                characters += [(character, style) for character in child.text or ""]
            elif note := note_id(child):
                behind += [(self._notes[note], BlockKind.FOOTNOTE)] if note in self._notes else []
            elif child.tag in (_DRAWING, qn("w:pict")):
                boxes = list(boxes_in(child))
                behind += [(box, BlockKind.FACT_BOX) for box in boxes]
                if not boxes:
                    close()
                    self._picture(child)
        return behind

    def _picture(self, drawing: Element) -> None:
        for blip in drawing.iter(_BLIP):
            part = self._document.part.related_parts.get(blip.get(_EMBED) or "")
            picture = self._keep(part.blob) if part is not None else None
            if picture:
                shows = next((one.get("descr") or "" for one in drawing.iter(qn("wp:docPr"))), "")
                self.all[-1].append(DraftBlock(BlockKind.PICTURE, " ".join(shows.split()), picture=picture))


def _style(run: Run) -> Style:
    named = (run.style.name or "").lower() if run.style is not None else ""
    bold = bool(run.bold) or named == "strong"
    italic = bool(run.italic) or named == "emphasis"
    if bold and italic:
        return Style.BOLD_ITALIC
    return Style.BOLD if bold else Style.ITALIC if italic else Style.PLAIN


def _kind(paragraph: Paragraph) -> BlockKind:
    name = ((paragraph.style.name if paragraph.style is not None else "") or "").lower()
    heading = _HEADING.match(name)
    if heading:
        return BlockKind.HEADING if heading.group(1) == "1" else BlockKind.SUBHEADING
    if "list number" in name:
        return BlockKind.STEP
    if "list" in name or paragraph._p.find(qn("w:pPr") + "/" + qn("w:numPr")) is not None:
        return BlockKind.LIST_ITEM
    return _STYLES.get(name, BlockKind.PARAGRAPH)


def _block(kind: BlockKind, characters: list[tuple[str, Style]]) -> DraftBlock | None:
    """One block; line breaks inside a paragraph make it verse."""
    joined = "".join(character for character, _ in characters)
    verse = "\n" in joined.strip() and kind in (BlockKind.PARAGRAPH, BlockKind.STANZA)
    kept: list[tuple[str, Style]] = []
    for character, style in characters:
        if character == "\n" and not verse:
            character = " "
        if character.isspace() and character != "\n":
            character = " "
        if character.isspace() and (not kept or kept[-1][0].isspace()):
            if character == "\n" and kept and kept[-1][0] == " ":
                kept[-1] = ("\n", style)
            continue
        kept.append((character, style))
    while kept and kept[-1][0].isspace():
        kept.pop()
    if not kept:
        return None
    runs: list[Emphasis] = []
    for at, (_, style) in enumerate(kept):
        if style is Style.PLAIN or kind in (BlockKind.HEADING, BlockKind.SUBHEADING):
            continue
        if runs and runs[-1].end == at and runs[-1].style is style:
            runs[-1] = Emphasis(runs[-1].start, at + 1, style)
        else:
            runs.append(Emphasis(at, at + 1, style))
    text = "".join(character for character, _ in kept)
    return DraftBlock(BlockKind.STANZA if verse else kind, text, tuple(runs))


def write(passage: Passage, pictures: Pictures) -> bytes:
    """The passage as a Word document with real heading, list and caption styles."""
    document = docx.Document()
    document.styles["Normal"].font.size = Pt(14)
    core = document.core_properties
    core.title, core.author, core.comments = passage.title, passage.author, permission_line(passage)
    if passage.title:
        document.add_heading(passage.title, level=0)
    if passage.author:
        document.add_paragraph(f"by {passage.author}", style="Subtitle")
    for number, page in enumerate(passage.pages):
        if number:
            document.add_paragraph().add_run().add_break(WD_BREAK.PAGE)
        for block in page.blocks:
            _write_block(document, block, pictures)
    written = io.BytesIO()
    document.save(written)
    return written.getvalue()


_WRITTEN_AS = {
    BlockKind.HEADING: "Heading 1", BlockKind.SUBHEADING: "Heading 2", BlockKind.LIST_ITEM: "List Bullet",
    BlockKind.STEP: "List Number", BlockKind.CAPTION: "Caption", BlockKind.FACT_BOX: "Intense Quote",
}  # fmt: skip


def _write_block(document: Document, block: Block, pictures: Pictures) -> None:
    if block.picture:
        document.add_picture(io.BytesIO(pictures(block.picture.file)), width=Inches(PICTURE_INCHES))
        drawing = next(document.paragraphs[-1]._p.iter(qn("wp:docPr")))
        drawing.set("descr", block.text)
        return
    if block.kind is BlockKind.PICTURE:
        return
    paragraph = document.add_paragraph(style=_WRITTEN_AS.get(block.kind, "Normal"))
    at = 0
    for start, end, style in _parts(block):
        run = paragraph.add_run(block.text[start:end])
        run.bold = style in (Style.BOLD, Style.BOLD_ITALIC) or None
        run.italic = style in (Style.ITALIC, Style.BOLD_ITALIC) or None
        at = end
    assert at == len(block.text)


def _parts(block: Block) -> Iterator[tuple[int, int, Style]]:
    """The block's text from beginning to end in parts of one style."""
    at = 0
    for run in block.emphasis:
        if at < run.start:
            yield at, run.start, Style.PLAIN
        yield run.start, run.end, run.style
        at = run.end
    if at < len(block.text):
        yield at, len(block.text), Style.PLAIN


def _is_one(data: bytes, ending: str) -> bool:
    named = b"word/" in data[:4096] or b"[Content_Types].xml" in data[:200]
    return is_zip(data) and (ending in FORMAT.endings or (named and ending != "epub"))


FORMAT = PassageFormat(
    "docx",
    "Word document",
    ("docx", "dotx"),
    "application/vnd.openxmlformats-officedocument.wordprocessingml.document",
    knows=_is_one,
    read=read,
    write=write,
)
