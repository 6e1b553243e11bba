"""Markdown (CommonMark) to a passage and back.

Kinds that CommonMark has no sign for are written in its own terms: a fact box as a quotation, a
caption in italics under its picture, a footnote and a glossary entry as paragraphs.
"""

from __future__ import annotations

import re

from markdown_it import MarkdownIt

from wordtrail.core.text.draft import DraftPassage, KeepPicture, keep_none
from wordtrail.core.text.intake import checked
from wordtrail.core.text.model import Block, BlockKind, Passage
from wordtrail.core.text.notation import starred
from wordtrail.formats import html_page
from wordtrail.formats.format import PassageFormat
from wordtrail.formats.plain_text import decoded

_SIGNS = re.compile(r"([\\`*_\[\]<>])")
_QUOTATION = re.compile(r"<(/?)blockquote>")


def read(data: bytes, keep: KeepPicture = keep_none) -> DraftPassage:
    """The passage in a Markdown file. Raises NotText, EmptyPassage and RightToLeftText."""
    rendered = MarkdownIt("commonmark", {"html": False}).render(checked(decoded(data)))
    return html_page.read(_QUOTATION.sub(r"<\1aside>", rendered), keep)


def write(passage: Passage) -> str:
    """The passage as CommonMark; pages are parted by a thematic break."""
    pages = ["\n\n".join(_block(block) for block in page.blocks) for page in passage.pages]
    credits = [f"*by {_escaped(passage.author)}*"] if passage.author else []
    head = [f"# {_escaped(passage.title)}"] if passage.title else []
    return "\n\n".join([*head, *credits, "\n\n---\n\n".join(pages)]) + "\n"


def _block(block: Block) -> str:
    text = starred(block.text, block.emphasis, _escaped)
    match block.kind:
        case BlockKind.HEADING:
            return f"## {text}"
        case BlockKind.SUBHEADING:
            return f"### {text}"
        case BlockKind.LIST_ITEM:
            return f"- {text}"
        case BlockKind.STEP:
            return f"{block.number}. {text}"
        case BlockKind.FACT_BOX:
            return f"> {text}"
        case BlockKind.CAPTION:
            return f"*{_escaped(block.text)}*"
        case BlockKind.PICTURE:
            return f"![{_escaped(block.text)}]({block.picture.file if block.picture else ''})"
        case BlockKind.STANZA:
            return "  \n".join(_guarded(line) for line in text.split("\n"))
        case _:
            return _guarded(text)


def _guarded(text: str) -> str:
    """A line that would begin a heading, list or break in CommonMark, so that it does not."""
    return re.sub(r"^(\s*)([#>+-]|\d+[.)](?=\s))", r"\1\\\2", text)


def _escaped(text: str) -> str:
    return _SIGNS.sub(r"\\\1", text)


FORMAT = PassageFormat(
    "markdown",
    "Markdown",
    ("md", "markdown"),
    "text/markdown",
    read=read,
    write=lambda passage, pictures: write(passage).encode(),
)
