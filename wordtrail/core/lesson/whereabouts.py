"""Where a word of the text stands, as it is said to students: "paragraph 2, p. 12"."""

from __future__ import annotations

from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.model import Block, BlockKind, Word

_NAMES = {
    BlockKind.STEP: "step",
    BlockKind.CAPTION: "the caption",
    BlockKind.FACT_BOX: "the fact box",
    BlockKind.HEADING: "the heading",
    BlockKind.SUBHEADING: "the heading",
    BlockKind.FOOTNOTE: "the footnote",
    BlockKind.LIST_ITEM: "the list",
    BlockKind.GLOSSARY_ENTRY: "the glossary",
}


def where_it_stands(lesson: Lesson, word: str) -> str:
    """The paragraph, line or step of a word (its id), and the printed book's page where there is a label; empty
    when the word is not in the text, or the text has no numbers to tell it by."""
    for passage in lesson.passages:
        for page in passage.pages:
            for block in page.blocks:
                found = next((one for one in block.words if one.id == word), None)
                if found:
                    place = _place(block, found)
                    label = page.labels.partition(" · ")[0]
                    return ", ".join(part for part in (place, label) if part)
    return ""


def _place(block: Block, word: Word) -> str:
    if block.kind is BlockKind.STANZA:
        return f"line {block.number + block.text.count(chr(10), 0, word.start)}" if block.number else ""
    name = _NAMES.get(block.kind, "paragraph")
    if name.startswith("the "):
        return name
    return f"{name} {block.number}" if block.number else ""
