"""HTML (a page, a chapter, what the clipboard holds) to a passage.

Headings, lists, bold, italic, captions, verse and pictures that are inside the file are kept; scripts,
menus and forms are passed over. Nothing is ever fetched from outside.
"""

from __future__ import annotations

import base64
import re
from collections.abc import Callable, Iterable, Iterator
from dataclasses import dataclass, field

import lxml.html
from lxml import etree

from wordtrail.core.errors import NotReadable
from wordtrail.core.text.draft import DraftBlock, DraftPage, DraftPassage, KeepPicture, keep_none
from wordtrail.core.text.model import BlockKind, Emphasis, Style
from wordtrail.formats.format import PassageFormat, is_markup
from wordtrail.formats.plain_text import decoded

_KINDS = {
    "h1": BlockKind.HEADING, "h2": BlockKind.SUBHEADING, "h3": BlockKind.SUBHEADING, "h4": BlockKind.SUBHEADING,
    "h5": BlockKind.SUBHEADING, "h6": BlockKind.SUBHEADING, "li": BlockKind.LIST_ITEM,
    "figcaption": BlockKind.CAPTION, "caption": BlockKind.CAPTION, "aside": BlockKind.FACT_BOX,
    "dt": BlockKind.GLOSSARY_ENTRY, "pre": BlockKind.STANZA,
}  # fmt: skip
_PASSED_OVER = frozenset(
    ["script", "style", "head", "nav", "form", "button", "select", "input", "textarea", "template", "svg", "iframe",
     "object", "noscript", "math", "audio", "video"]
)  # fmt: skip
_IN_LINE = frozenset(
    ["a", "abbr", "b", "bdi", "bdo", "big", "cite", "code", "data", "dfn", "del", "em", "font", "i", "ins", "kbd",
     "label", "mark", "q", "ruby", "rb", "s", "samp", "small", "span", "strong", "sub", "sup", "time", "tt", "u",
     "var", "wbr", "br", "img"]
)  # fmt: skip
_BOLD = frozenset(["b", "strong", "dfn"])
_ITALIC = frozenset(["i", "em", "cite"])
_FONT_WEIGHT = re.compile(r"font-weight\s*:\s*(bold|[6-9]00|normal|[1-4]00)")
_FONT_STYLE = re.compile(r"font-style\s*:\s*(italic|oblique|normal)")
_PAGE_BREAK = re.compile(r"(?:page-)?break-before\s*:\s*(?:always|page)")

DEEPEST = 200
"""Elements inside one another; a page that goes deeper was made to break readers."""

Link = Callable[[str], bytes | None]
"""The bytes that a picture's address stands for inside the file, or None."""


def read(data: bytes | str, keep: KeepPicture = keep_none, link: Link = lambda address: None) -> DraftPassage:
    """The passage in an HTML document. Raises NotReadable."""
    parser = lxml.html.HTMLParser(no_network=True, remove_comments=True, remove_pis=True, huge_tree=False)
    try:
        root = lxml.html.document_fromstring(data, parser=parser)
    except (etree.LxmlError, ValueError) as fault:
        raise NotReadable("web page") from fault
    gathering = _Gathering(keep, link)
    body = root.find("body")
    gathering.element(root if body is None else body, Style.PLAIN, 0)
    gathering.close()
    pages = tuple(DraftPage("", tuple(blocks)) for blocks in gathering.pages if blocks)
    title = root.findtext(".//title") or ""
    author = next(iter(root.xpath("//meta[@name='author']/@content")), "")
    return DraftPassage(pages, " ".join(title.split()), " ".join(str(author).split()))


@dataclass(slots=True)
class _Gathering:
    """Walks the elements and puts their text together to blocks."""

    keep: KeepPicture
    link: Link
    pages: list[list[DraftBlock]] = field(default_factory=lambda: [[]])
    runs: list[tuple[str, Style]] = field(default_factory=list)
    kind: BlockKind = BlockKind.PARAGRAPH

    def element(self, node: lxml.html.HtmlElement, style: Style, depth: int) -> None:
        """An element and everything in it."""
        name = node.tag if isinstance(node.tag, str) else ""
        if name in _PASSED_OVER or depth > DEEPEST or _hidden(node):
            return
        if name == "br":
            self.runs.append(("\n", style))
        elif name == "img":
            self._picture(node)
        elif name in _IN_LINE:
            self._inside(node, _style_of(node, name, style), depth)
        else:
            self._block(node, name, style, depth)

    def _block(self, node: lxml.html.HtmlElement, name: str, style: Style, depth: int) -> None:
        self.close()
        if name == "hr" or _PAGE_BREAK.search(node.get("style", "")):
            self.pages.append([])
        outer = self.kind
        own = _KINDS.get(name)
        if own is BlockKind.LIST_ITEM and _in_ordered_list(node):
            own = BlockKind.STEP
        if "stanza" in node.get("class", "") or "verse" in node.get("class", ""):
            own = BlockKind.STANZA
        self.kind = own or outer
        self._inside(node, Style.PLAIN if own in (BlockKind.HEADING, BlockKind.SUBHEADING) else style, depth)
        self.close()
        self.kind = outer

    def _inside(self, node: lxml.html.HtmlElement, style: Style, depth: int) -> None:
        if node.text:
            self.runs.append((_spaced(node.text, self.kind), style))
        for child in node:
            self.element(child, style, depth + 1)
            if child.tail:
                self.runs.append((_spaced(child.tail, self.kind), style))

    def _picture(self, node: lxml.html.HtmlElement) -> None:
        alt = " ".join(node.get("alt", "").split())
        data = _embedded(node.get("src", "")) or self.link(node.get("src", ""))
        picture = self.keep(data) if data else None
        if picture:
            waiting, self.runs = self.runs, []
            self.pages[-1].append(DraftBlock(BlockKind.PICTURE, alt, picture=picture))
            self.runs = waiting

    def close(self) -> None:
        """What has been gathered becomes blocks: one, or one for each paragraph between empty lines."""
        runs, self.runs = self.runs, []
        for group in _groups(runs):
            block = _block_of(self.kind, group)
            if block:
                self.pages[-1].append(block)


def _in_ordered_list(node: lxml.html.HtmlElement) -> bool:
    parent = node.getparent()
    return parent is not None and parent.tag == "ol"


def _hidden(node: lxml.html.HtmlElement) -> bool:
    return node.get("hidden") is not None or "display:none" in node.get("style", "").replace(" ", "")


def _style_of(node: lxml.html.HtmlElement, name: str, style: Style) -> Style:
    """The style inside an element: what its name and its own style say on top of `style`."""
    bold = style in (Style.BOLD, Style.BOLD_ITALIC) or name in _BOLD
    italic = style in (Style.ITALIC, Style.BOLD_ITALIC) or name in _ITALIC
    own = node.get("style", "")
    if weight := _FONT_WEIGHT.search(own):
        bold = weight.group(1) in ("bold", "600", "700", "800", "900")
    if slant := _FONT_STYLE.search(own):
        italic = slant.group(1) != "normal"
    return {(False, False): Style.PLAIN, (True, False): Style.BOLD, (False, True): Style.ITALIC}.get(
        (bold, italic), Style.BOLD_ITALIC
    )


def _spaced(text: str, kind: BlockKind) -> str:
    """White space in HTML is one space, but for verse set in lines."""
    return text if kind is BlockKind.STANZA else re.sub(r"\s+", " ", text)


def _embedded(address: str) -> bytes | None:
    """The bytes of a picture that stands in its own address (a data URL)."""
    head, comma, body = address.partition(",")
    if not comma or not head.startswith("data:image/") or not head.endswith(";base64"):
        return None
    try:
        return base64.b64decode(body, validate=True)
    except ValueError:
        return None


def _groups(runs: Iterable[tuple[str, Style]]) -> Iterator[list[tuple[str, Style]]]:
    """Runs parted where two line breaks follow one another."""
    group: list[tuple[str, Style]] = []
    breaks = 0
    for text, style in runs:
        if text == "\n":
            breaks += 1
        elif text.strip():
            if breaks >= 2 and group:
                yield group
                group = []
            breaks = 0
        group.append((text, style))
    yield group


def _block_of(kind: BlockKind, runs: list[tuple[str, Style]]) -> DraftBlock | None:
    """One block from its runs: single spaces, line feeds only in verse, emphasis where the style changes."""
    lines = "".join(text for text, _ in runs).strip().count("\n")
    verse = kind is BlockKind.STANZA or (kind is BlockKind.PARAGRAPH and lines >= 1)
    characters: list[tuple[str, Style]] = []
    for text, style in runs:
        for character in text:
            space = character.isspace()
            if not space:
                characters.append((character, style))
            elif character == "\n" and verse:
                while characters and characters[-1][0] == " ":
                    characters.pop()
                if characters and characters[-1][0] != "\n":
                    characters.append(("\n", style))
            elif characters and not characters[-1][0].isspace():
                characters.append((" ", style))
    while characters and characters[-1][0].isspace():
        characters.pop()
    text = "".join(character for character, _ in characters)
    if not text:
        return None
    emphasis = _emphasis([style for _, style in characters])
    return DraftBlock(BlockKind.STANZA if verse else kind, text, emphasis)


def _emphasis(styles: list[Style]) -> tuple[Emphasis, ...]:
    runs: list[Emphasis] = []
    for at, style in enumerate(styles):
        if style is Style.PLAIN:
            continue
        if runs and runs[-1].end == at and runs[-1].style is style:
            runs[-1] = Emphasis(runs[-1].start, at + 1, style)
        else:
            runs.append(Emphasis(at, at + 1, style))
    return tuple(runs)


FORMAT = PassageFormat(
    "html",
    "HTML page",
    ("html", "htm", "xhtml"),
    "text/html",
    knows=lambda data, ending: is_markup(data),
    read=lambda data, keep: read(decoded(data), keep),
)
