"""Our light notation for typing a passage, and back from a passage to it.

    # Heading            ## Subheading           - list item          1. numbered step
    [caption] …          [fact box] …            [footnote] …         [picture] what it shows
    [glossary entry] …
    --- on its own line (or a form feed) starts a new page; "--- p. 12" also labels it
    **bold**, *italic*, ***both***

Paragraphs are parted by an empty line. Several short lines without an empty line between them
are a stanza; longer lines are joined into one paragraph (text pasted from a mail or a PDF).
"""

from __future__ import annotations

import re
from collections.abc import Callable, Sequence

from wordtrail.core.text.draft import DraftBlock, DraftPage
from wordtrail.core.text.model import Block, BlockKind, Emphasis, Page, Passage, Style

_PAGE_BREAK = re.compile(r"^(?:-{3,}|\f)\s*(?P<label>[^-].*)?$")
_LABELLED = re.compile(r"^\[(caption|fact box|footnote|glossary entry|picture|stanza|paragraph)\]\s*", re.IGNORECASE)
_LIST_ITEM = re.compile(r"^[-•]\s+")
_STEP = re.compile(r"^\d{1,2}[.)]\s+")
_STARS = re.compile(r"(\*{1,3})(?=\S)(.+?)(?<=\S)\1", re.DOTALL)
_STYLES = {1: Style.ITALIC, 2: Style.BOLD, 3: Style.BOLD_ITALIC}
_MARKERS = {Style.ITALIC: "*", Style.BOLD: "**", Style.BOLD_ITALIC: "***"}

LONGEST_VERSE_LINE = 60
"""Characters: a group of lines none of which is longer is taken for a stanza."""


def read_notation(text: str) -> tuple[DraftPage, ...]:
    """The pages and blocks written in `text`; pages without a block are left out."""
    pages: list[DraftPage] = []
    label, blocks, lines = "", list[DraftBlock](), list[str]()

    def close_block() -> None:
        blocks.extend(_blocks_of(lines))
        lines.clear()

    def close_page() -> None:
        close_block()
        if blocks:
            pages.append(DraftPage(label, tuple(blocks)))
        blocks.clear()

    for line in text.replace("\r\n", "\n").replace("\r", "\n").replace("\f", "\n---\n").split("\n"):
        line = line.strip()
        break_here = _PAGE_BREAK.match(line)
        if break_here:
            close_page()
            label = (break_here.group("label") or "").strip()
        elif not line:
            close_block()
        else:
            lines.append(line)
    close_page()
    return tuple(pages)


def _blocks_of(lines: list[str]) -> list[DraftBlock]:
    """The blocks in a group of lines that has no empty line inside."""
    blocks: list[DraftBlock] = []
    prose: list[str] = []

    def close_prose() -> None:
        if prose:
            blocks.append(_prose_block(prose))
            prose.clear()

    for line in lines:
        kind, rest = _kind_of(line)
        if kind is None:
            prose.append(line)
            continue
        close_prose()
        if kind in (BlockKind.STANZA, BlockKind.PARAGRAPH):
            forced = [rest, *lines[lines.index(line) + 1 :]]
            joint = "\n" if kind is BlockKind.STANZA else " "
            blocks.append(_emphasised(kind, joint.join(part for part in forced if part)))
            return blocks
        blocks.append(_emphasised(kind, rest))
    close_prose()
    return [block for block in blocks if block.text.strip()]


def _kind_of(line: str) -> tuple[BlockKind | None, str]:
    """The kind a line's first characters call for (None: prose or verse), and its text."""
    labelled = _LABELLED.match(line)
    if labelled:
        return BlockKind(labelled.group(1).lower()), line[labelled.end() :]
    if line.startswith("## "):
        return BlockKind.SUBHEADING, line[3:].strip()
    if line.startswith("# "):
        return BlockKind.HEADING, line[2:].strip()
    item = _LIST_ITEM.match(line)
    if item:
        return BlockKind.LIST_ITEM, line[item.end() :]
    step = _STEP.match(line)
    if step:
        return BlockKind.STEP, line[step.end() :]
    return None, line


def _prose_block(lines: list[str]) -> DraftBlock:
    verse = len(lines) > 1 and max(map(len, lines)) <= LONGEST_VERSE_LINE
    return (
        _emphasised(BlockKind.STANZA, "\n".join(lines)) if verse else _emphasised(BlockKind.PARAGRAPH, " ".join(lines))
    )


def _emphasised(kind: BlockKind, marked: str) -> DraftBlock:
    return DraftBlock(kind, *unstarred(marked))


def write_notation(passage: Passage) -> str:
    """The passage in our notation; `read_notation` of it gives the same blocks again."""
    return "\n\n".join(_page_text(page, first=index == 0) for index, page in enumerate(passage.pages))


def _page_text(page: Page, *, first: bool) -> str:
    opening = [] if first and not page.label else [f"--- {page.label}".rstrip()]
    return "\n\n".join([*opening, *(_block_text(block) for block in page.blocks)])


def starred(text: str, emphasis: Sequence[Emphasis], escaped: Callable[[str], str] = str) -> str:
    """`text` with its emphasis written as stars; `escaped` writes what stands between them."""
    marked, position = "", 0
    for run in emphasis:
        stars = _MARKERS[run.style]
        marked += escaped(text[position : run.start]) + stars + escaped(text[run.start : run.end]) + stars
        position = run.end
    return marked + escaped(text[position:])


def unstarred(marked: str) -> tuple[str, tuple[Emphasis, ...]]:
    """The text and emphasis that were written with stars."""
    text, runs, position = "", list[Emphasis](), 0
    for match in _STARS.finditer(marked):
        text += marked[position : match.start()]
        start = len(text)
        text += match.group(2)
        runs.append(Emphasis(start, len(text), _STYLES[len(match.group(1))]))
        position = match.end()
    return text + marked[position:], tuple(runs)


def _block_text(block: Block) -> str:
    marked = starred(block.text, block.emphasis)
    match block.kind:
        case BlockKind.HEADING:
            return f"# {marked}"
        case BlockKind.SUBHEADING:
            return f"## {marked}"
        case BlockKind.LIST_ITEM:
            return f"- {marked}"
        case BlockKind.STEP:
            return f"{block.number or 1}. {marked}"
        case BlockKind.CAPTION | BlockKind.FACT_BOX | BlockKind.FOOTNOTE | BlockKind.GLOSSARY_ENTRY | BlockKind.PICTURE:
            return f"[{block.kind.value}] {marked}"
        case BlockKind.STANZA:
            lines = marked.split("\n")
            plain = len(lines) > 1 and max(map(len, lines)) <= LONGEST_VERSE_LINE
            return marked if plain and _kind_of(lines[0])[0] is None else f"[stanza] {marked}"
        case _:
            return marked if _kind_of(marked)[0] is None else f"[paragraph] {marked}"
