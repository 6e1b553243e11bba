"""What is known of each kind of block: how a teacher calls it, by which key a chosen block becomes one, and whether
it is counted and keeps its lines."""

from __future__ import annotations

from dataclasses import dataclass

from wordtrail.core.text.model import BlockKind


@dataclass(frozen=True, slots=True)
class KindOfBlock:
    """A kind of block. `key` is the letter that makes a chosen block one, empty where text cannot become one;
    `is_counted`: it bears a number on the page unless the teacher leaves it unnumbered; `has_lines`: its lines are
    kept as they were written."""

    kind: BlockKind
    name: str
    key: str
    is_counted: bool = False
    has_lines: bool = False


BLOCK_KINDS = (
    KindOfBlock(BlockKind.HEADING, "Heading", "h"),
    KindOfBlock(BlockKind.SUBHEADING, "Subheading", "u"),
    KindOfBlock(BlockKind.PARAGRAPH, "Paragraph", "p", is_counted=True),
    KindOfBlock(BlockKind.STANZA, "Stanza", "v", is_counted=True, has_lines=True),
    KindOfBlock(BlockKind.LIST_ITEM, "List item", "l"),
    KindOfBlock(BlockKind.STEP, "Step", "s"),
    KindOfBlock(BlockKind.CAPTION, "Caption", "c"),
    KindOfBlock(BlockKind.FACT_BOX, "Fact box", "b"),
    KindOfBlock(BlockKind.GLOSSARY_ENTRY, "Glossary entry", "g"),
    KindOfBlock(BlockKind.FOOTNOTE, "Footnote", "f"),
    KindOfBlock(BlockKind.PICTURE, "Picture", ""),
)
"""Every kind, in the order of menus."""
