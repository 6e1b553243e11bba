"""EPUB books: chapters read from versions 2 and 3, a passage written as version 3.3 (W3C)."""

from __future__ import annotations

import html
import io
import posixpath
import re
import time
import uuid
import zipfile
from dataclasses import dataclass, replace
from urllib.parse import unquote

from lxml import etree

from wordtrail.core.errors import Locked, NotReadable, NoWordsFound
from wordtrail.core.text.draft import DraftPassage, KeepPicture, keep_none
from wordtrail.core.text.model import Block, BlockKind, Passage, Style, permission_line
from wordtrail.formats import html_page
from wordtrail.formats.archive import Archive
from wordtrail.formats.format import PassageFormat, Pictures, is_zip

KIND = "EPUB book"
_PACKAGE = "{http://www.idpf.org/2007/opf}"
_CORE = "{http://purl.org/dc/elements/1.1/}"
_CONTAINER = "{urn:oasis:names:tc:opendocument:xmlns:container}"
_PAGES = ("application/xhtml+xml", "text/html")
MOST_CHAPTERS = 2000
_FONT_ENCRYPTION = ("http://www.idpf.org/2008/embedding", "http://ns.adobe.com/pdf/enc#RC")


@dataclass(frozen=True, slots=True)
class Chapter:
    """One file of a book in reading order: where it is, what its first heading says, how many words."""

    name: str
    title: str
    words: int


class Book:
    """An opened book."""

    def __init__(self, data: bytes) -> None:
        """Raises NotReadable, Locked (copy-protected books) and UnpacksTooLarge."""
        self._archive = Archive(data, KIND)
        self._assert_open()
        root = self._archive.xml("META-INF/container.xml")
        places = root.findall(f".//{_CONTAINER}rootfile")
        if not places:
            raise NotReadable(KIND)
        self._folder = posixpath.dirname(places[0].get("full-path", ""))
        package = self._archive.xml(places[0].get("full-path", ""))
        self.title = (package.findtext(f".//{_CORE}title") or "").strip()
        self.author = (package.findtext(f".//{_CORE}creator") or "").strip()
        self._names = self._in_order(package)

    def chapters(self) -> tuple[Chapter, ...]:
        """All chapters that hold words, quickly: nothing is kept of them."""
        found = []
        for name in self._names:
            text = _TAG.sub(" ", _HEAD.sub(" ", self._archive.read(name).decode("utf-8", errors="replace")))
            words = len(html.unescape(text).split())
            if words:
                found.append(Chapter(name, self._heading(name) or " ".join(html.unescape(text).split()[:6]), words))
        if not found:
            raise NoWordsFound
        return tuple(found)

    def read(self, name: str, keep: KeepPicture = keep_none) -> DraftPassage:
        """One chapter. Raises NotReadable."""
        if name not in self._names:
            raise NotReadable(KIND)
        folder = posixpath.dirname(name)

        def link(address: str) -> bytes | None:
            place = posixpath.normpath(posixpath.join(folder, unquote(address.partition("#")[0])))
            return self._archive.read(place) if place in self._archive.names else None

        draft = html_page.read(self._archive.read(name), keep, link)
        return replace(draft, title=self._heading(name) or draft.title, author=self.author, source=self.title)

    def _heading(self, name: str) -> str:
        text = self._archive.read(name).decode("utf-8", errors="replace")
        found = _FIRST_HEADING.search(text)
        return " ".join(html.unescape(_TAG.sub(" ", found.group(1))).split())[:120] if found else ""

    def _in_order(self, package: etree._Element) -> tuple[str, ...]:
        items = {item.get("id"): item for item in package.iter(f"{_PACKAGE}item")}
        names = []
        for reference in package.iter(f"{_PACKAGE}itemref"):
            item = items.get(reference.get("idref"))
            if item is None or item.get("media-type") not in _PAGES or "nav" in (item.get("properties") or "").split():
                continue
            name = posixpath.normpath(posixpath.join(self._folder, unquote(item.get("href", ""))))
            if name in self._archive.names:
                names.append(name)
        return tuple(names[:MOST_CHAPTERS])

    def _assert_open(self) -> None:
        """Raises Locked where more than fonts is encrypted."""
        if "META-INF/encryption.xml" not in self._archive.names:
            return
        root = self._archive.xml("META-INF/encryption.xml")
        methods = {one.get("Algorithm") for one in root.iter("{http://www.w3.org/2001/04/xmlenc#}EncryptionMethod")}
        if methods - set(_FONT_ENCRYPTION):
            raise Locked


_HEAD = re.compile(r"<head\b.*?</head>|<(script|style)\b.*?</\1>", re.DOTALL | re.IGNORECASE)
_TAG = re.compile(r"<[^>]*>")
_FIRST_HEADING = re.compile(r"<h[1-3]\b[^>]*>(.*?)</h[1-3]>", re.DOTALL | re.IGNORECASE)


_TAGS = {
    BlockKind.HEADING: "h2", BlockKind.SUBHEADING: "h3", BlockKind.LIST_ITEM: "li", BlockKind.STEP: "li",
    BlockKind.CAPTION: "p", BlockKind.FACT_BOX: "aside", BlockKind.FOOTNOTE: "p", BlockKind.GLOSSARY_ENTRY: "p",
}  # fmt: skip
_CLASSES = {
    BlockKind.CAPTION: "caption", BlockKind.FOOTNOTE: "footnote", BlockKind.STANZA: "stanza",
    BlockKind.GLOSSARY_ENTRY: "glossary-entry",
}  # fmt: skip
_LISTS = {BlockKind.LIST_ITEM: "ul", BlockKind.STEP: "ol"}
_MARKUP = {
    Style.BOLD: ("<b>", "</b>"), Style.ITALIC: ("<i>", "</i>"), Style.BOLD_ITALIC: ("<b><i>", "</i></b>")
}  # fmt: skip
_CSS = (
    "body{line-height:1.6} .caption,.footnote{font-size:.85em} .stanza{margin:1em 0}"
    " aside{border:1px solid;padding:.6em;margin:1em 0} img{max-width:100%} .page{page-break-before:always}"
)


def write(passage: Passage, pictures: Pictures, modified: str) -> bytes:
    """The passage as an EPUB 3 book of one chapter, with page list and described pictures; `modified` is
    the UTC time of the last change (2026-01-31T12:00:00Z)."""
    identity = uuid.uuid5(uuid.NAMESPACE_URL, f"wordtrail:{passage.title}:{passage.author}:{modified}")
    files = sorted({block.picture.file for block in passage.blocks if block.picture})
    written = io.BytesIO()
    with zipfile.ZipFile(written, "w", zipfile.ZIP_DEFLATED) as book:
        book.writestr(zipfile.ZipInfo("mimetype"), "application/epub+zip", zipfile.ZIP_STORED)
        book.writestr("META-INF/container.xml", _CONTAINER_XML)
        book.writestr("EPUB/package.opf", _package(passage, str(identity), modified, files))
        book.writestr("EPUB/nav.xhtml", _navigation(passage))
        book.writestr("EPUB/passage.xhtml", _chapter(passage))
        book.writestr("EPUB/style.css", _CSS)
        for file in files:
            book.writestr(f"EPUB/{file}", pictures(file))
    return written.getvalue()


_CONTAINER_XML = (
    '<?xml version="1.0" encoding="UTF-8"?><container version="1.0" '
    'xmlns="urn:oasis:names:tc:opendocument:xmlns:container"><rootfiles><rootfile '
    'full-path="EPUB/package.opf" media-type="application/oebps-package+xml"/></rootfiles></container>'
)
_XHTML = (
    '<?xml version="1.0" encoding="UTF-8"?><!DOCTYPE html><html xmlns="http://www.w3.org/1999/xhtml" '
    'xmlns:epub="http://www.idpf.org/2007/ops" xml:lang="en" lang="en">'
)


def _package(passage: Passage, identity: str, modified: str, files: list[str]) -> str:
    title = html.escape(passage.title or "Untitled passage")
    creator = f"<dc:creator>{html.escape(passage.author)}</dc:creator>" if passage.author else ""
    rights = permission_line(passage)
    media = {"png": "image/png", "jpg": "image/jpeg"}
    items = "".join(
        f'<item id="picture{n}" href="{file}" media-type="{media[file.rpartition(".")[2]]}"/>'
        for n, file in enumerate(files)
    )
    return (
        '<?xml version="1.0" encoding="UTF-8"?><package xmlns="http://www.idpf.org/2007/opf" version="3.0" '
        'unique-identifier="id" xml:lang="en"><metadata xmlns:dc="http://purl.org/dc/elements/1.1/">'
        f'<dc:identifier id="id">urn:uuid:{identity}</dc:identifier><dc:title>{title}</dc:title>'
        f"<dc:language>en</dc:language>{creator}"
        + (f"<dc:rights>{html.escape(rights)}</dc:rights>" if rights else "")
        + f'<meta property="dcterms:modified">{modified}</meta></metadata><manifest>'
        '<item id="nav" href="nav.xhtml" media-type="application/xhtml+xml" properties="nav"/>'
        '<item id="passage" href="passage.xhtml" media-type="application/xhtml+xml"/>'
        f'<item id="style" href="style.css" media-type="text/css"/>{items}</manifest>'
        '<spine><itemref idref="passage"/></spine></package>'
    )


def _navigation(passage: Passage) -> str:
    title = html.escape(passage.title or "Untitled passage")
    pages = "".join(
        f'<li><a href="passage.xhtml#{page.id}">{html.escape(page.label)}</a></li>'
        for page in passage.pages
        if page.label
    )
    page_list = f'<nav epub:type="page-list" hidden=""><ol>{pages}</ol></nav>' if pages else ""
    return (
        f'{_XHTML}<head><title>{title}</title></head><body><nav epub:type="toc"><ol><li>'
        f'<a href="passage.xhtml">{title}</a></li></ol></nav>{page_list}</body></html>'
    )


def _chapter(passage: Passage) -> str:
    title = html.escape(passage.title or "Untitled passage")
    author = f'<p class="author">by {html.escape(passage.author)}</p>' if passage.author else ""
    body = "".join(f'<section class="page" id="{page.id}">{_blocks(page.blocks)}</section>' for page in passage.pages)
    return (
        f'{_XHTML}<head><title>{title}</title><link rel="stylesheet" href="style.css"/></head>'
        f"<body><h1>{title}</h1>{author}{body}</body></html>"
    )


def _blocks(blocks: tuple[Block, ...]) -> str:
    parts, open_list = list[str](), ""
    for block in blocks:
        wanted = _LISTS.get(block.kind, "")
        if wanted != open_list:
            parts += [f"</{open_list}>"] if open_list else []
            if wanted:
                start = f' start="{block.number}"' if wanted == "ol" and (block.number or 1) > 1 else ""
                parts.append(f"<{wanted}{start}>")
            open_list = wanted
        parts.append(_block(block))
    return "".join([*parts, f"</{open_list}>" if open_list else ""])


def _block(block: Block) -> str:
    if block.picture:
        return f'<p><img src="{block.picture.file}" alt="{html.escape(block.text)}"/></p>'
    if block.kind is BlockKind.PICTURE:
        return ""
    tag, kind = _TAGS.get(block.kind, "p"), _CLASSES.get(block.kind)
    inner = _marked(block)
    inner = f"<p>{inner}</p>" if tag == "aside" else inner
    named = f' class="{kind}"' if kind else ""
    return f"<{tag}{named}>{inner}</{tag}>"


def _marked(block: Block) -> str:
    text, at = "", 0
    for run in block.emphasis:
        before, after = _MARKUP.get(run.style, ("", ""))
        text += html.escape(block.text[at : run.start], quote=False)
        text += before + html.escape(block.text[run.start : run.end], quote=False) + after
        at = run.end
    return (text + html.escape(block.text[at:], quote=False)).replace("\n", "<br/>")


def _written_now(passage: Passage, pictures: Pictures) -> bytes:
    return write(passage, pictures, time.strftime("%Y-%m-%dT%H:%M:%SZ", time.gmtime()))


FORMAT = PassageFormat(
    "epub",
    "EPUB book",
    ("epub",),
    "application/epub+zip",
    knows=lambda data, ending: is_zip(data) and (b"mimetypeapplication/epub+zip" in data[:120] or ending == "epub"),
    write=_written_now,
)
"""Its chapters are read one by one: see `Book`."""
