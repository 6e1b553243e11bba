"""What the blocks of a passage that was brought in probably are: headings, captions, steps, glossary, notes.

Readers of formats know what a file says; these rules know what it looks like. They only ever change
paragraphs, and the teacher can change everything back.
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import replace

from wordtrail.core.text.draft import DraftBlock, DraftPage
from wordtrail.core.text.model import BlockKind, Emphasis, Style

LONGEST_HEADING = 9
LONGEST_CAPTION = 30
LONGEST_NOTE = 60
LONGEST_TERM = 4
"""Words of a heading, caption, footnote and glossary term."""

LONGEST_VERSE_LINE, SHORTEST_STANZA = 60, 2
"""Characters of a line of verse, and lines of a stanza."""

_STEP = re.compile(r"^(\d{1,2})[.)]\s+(?=\S)")
_BULLET = re.compile(r"^[•▪●‣–]\s+(?=\S)")
_NOTE_MARK = re.compile(r"^(?:[*†‡§]|[¹²³⁴⁵⁶⁷⁸⁹]|\[\d{1,2}\])\s*(?=\w)")
_GLOSSARY = re.compile(r"^(?:glossary|words to know|word list|key words|new words|vocabulary)\b", re.IGNORECASE)
_FACT = re.compile(r"^(?:did you know|fact box|fun fact|fast fact|good to know)\b", re.IGNORECASE)
_TERM = re.compile(r"^(?P<term>[^.:;!?—–]{2,40}?)(?:\s*[:—–]\s+|\s+[-–—]\s+)(?=\S)")
_ENDS_SENTENCE = re.compile(r"[.!?…:;,][”\"’')]*$")
_BOLD = (Style.BOLD, Style.BOLD_ITALIC)


def suggested(pages: Sequence[DraftPage]) -> tuple[DraftPage, ...]:
    """The pages with the kinds that their blocks most likely are."""
    result = []
    in_glossary = False
    for page in pages:
        blocks = list(_steps(page.blocks))
        for index, block in enumerate(blocks):
            before = blocks[index - 1] if index else None
            if block.kind in (BlockKind.HEADING, BlockKind.SUBHEADING):
                in_glossary = bool(_GLOSSARY.match(block.text))
                continue
            blocks[index] = _looked_at(block, before, in_glossary, last=index >= len(blocks) - 3)
            if blocks[index].kind in (BlockKind.HEADING, BlockKind.SUBHEADING):
                in_glossary = bool(_GLOSSARY.match(block.text))
        result.append(replace(page, blocks=tuple(blocks)))
    return tuple(result)


def _looked_at(block: DraftBlock, before: DraftBlock | None, in_glossary: bool, last: bool) -> DraftBlock:
    if block.kind is not BlockKind.PARAGRAPH or not block.text:
        return block
    words = len(block.text.split())
    if words <= LONGEST_HEADING and (_all(block, _BOLD) or _GLOSSARY.match(block.text)) and not _ends(block):
        return replace(block, kind=BlockKind.SUBHEADING, emphasis=())
    if before and before.kind is BlockKind.PICTURE and words <= LONGEST_CAPTION:
        return replace(block, kind=BlockKind.CAPTION)
    if _FACT.match(block.text):
        return replace(block, kind=BlockKind.FACT_BOX)
    if in_glossary and _term_length(block):
        return _as_entry(block)
    if last and _NOTE_MARK.match(block.text) and words <= LONGEST_NOTE:
        return replace(block, kind=BlockKind.FOOTNOTE)
    return block


def _steps(blocks: Sequence[DraftBlock]) -> list[DraftBlock]:
    """Paragraphs that begin "1.", "2.", … as numbered steps, and bullets as list items. Pictures may
    stand between them; one number alone is no list."""
    numbers = [_number(block) for block in blocks]
    result = []
    for index, block in enumerate(blocks):
        number = numbers[index]
        near = [n for n in numbers[max(0, index - 3) : index + 4] if n is not None]
        if number is not None and (number - 1 in near or number + 1 in near):
            result.append(_shorter(block, BlockKind.STEP, _STEP))
        elif block.kind is BlockKind.PARAGRAPH and _BULLET.match(block.text):
            result.append(_shorter(block, BlockKind.LIST_ITEM, _BULLET))
        else:
            result.append(block)
    return result


def _number(block: DraftBlock) -> int | None:
    found = _STEP.match(block.text) if block.kind in (BlockKind.PARAGRAPH, BlockKind.LIST_ITEM) else None
    return int(found.group(1)) if found else None


def _shorter(block: DraftBlock, kind: BlockKind, head: re.Pattern[str]) -> DraftBlock:
    """The block without what `head` finds at its beginning."""
    found = head.match(block.text)
    cut = found.end() if found else 0
    emphasis = tuple(
        Emphasis(max(0, run.start - cut), run.end - cut, run.style) for run in block.emphasis if run.end > cut
    )
    return replace(block, kind=kind, text=block.text[cut:], emphasis=emphasis)


def _as_entry(block: DraftBlock) -> DraftBlock:
    """A glossary entry with its term in bold."""
    length = _term_length(block)
    if any(run.start == 0 and run.style in _BOLD for run in block.emphasis):
        return replace(block, kind=BlockKind.GLOSSARY_ENTRY)
    bold = Emphasis(0, length, Style.BOLD)
    rest = tuple(run for run in block.emphasis if run.start >= length)
    return replace(block, kind=BlockKind.GLOSSARY_ENTRY, emphasis=(bold, *rest))


def _term_length(block: DraftBlock) -> int:
    """Characters of the term at a block's beginning: its bold part, or what stands before ":" or a dash."""
    bold = next((run for run in block.emphasis if run.start == 0 and run.style in _BOLD), None)
    if bold and bold.end < len(block.text):
        return bold.end
    found = _TERM.match(block.text)
    if found and len(found.group("term").split()) <= LONGEST_TERM:
        return len(found.group("term"))
    return 0


def _all(block: DraftBlock, styles: tuple[Style, ...]) -> bool:
    covered = sum(run.end - run.start for run in block.emphasis if run.style in styles)
    return covered >= len(block.text.replace(" ", "")) > 0


def _ends(block: DraftBlock) -> bool:
    return bool(_ENDS_SENTENCE.search(block.text)) and not block.text.endswith("?")


def is_verse(lines: Sequence[str]) -> bool:
    """Whether lines of print look like verse: short, uneven, mostly begun with a capital, rarely full."""
    if len(lines) < SHORTEST_STANZA or max(map(len, lines)) > LONGEST_VERSE_LINE:
        return False
    capitals = sum(line.lstrip("“\"'‘ ")[:1].isupper() for line in lines)
    return capitals >= 0.7 * len(lines) or all(line[-1:] in ",.;:!?—" for line in lines[:-1])
