"""Bold words of a passage and the glossary entries that explain them."""

from __future__ import annotations

from dataclasses import dataclass

from wordtrail.core.text.bare import bare
from wordtrail.core.text.model import Block, BlockKind, Passage, Style

_ENDINGS = ("", "s", "es", "'s", "ed", "d", "ing", "ly")
_BOLD = (Style.BOLD, Style.BOLD_ITALIC)


@dataclass(frozen=True, slots=True)
class GlossaryLink:
    """A word of the passage (its id), the block of the entry that explains it, and the labels of the page
    on which the word stands first."""

    word: str
    entry: str
    page: str


def glossary_links(passage: Passage) -> tuple[GlossaryLink, ...]:
    """Every bold word with an entry; an entry's first word in the text too where no bold one is."""
    entries = {term: block for block in passage.blocks if (term := _term(block))}
    links: list[GlossaryLink] = []
    plain: dict[str, GlossaryLink] = {}
    for number, page in enumerate(passage.pages, 1):
        label = page.labels or f"page {number}"
        for block in page.blocks:
            if block.kind is BlockKind.GLOSSARY_ENTRY:
                continue
            for word in block.words:
                entry = _entry_for(bare(word.text), entries)
                if entry is None:
                    continue
                link = GlossaryLink(word.id, entry.id, label)
                if any(run.start <= word.start < run.end and run.style in _BOLD for run in block.emphasis):
                    links.append(link)
                else:
                    plain.setdefault(entry.id, link)
    explained = {link.entry for link in links}
    return (*links, *(link for entry, link in plain.items() if entry not in explained))


def _term(block: Block) -> str:
    """The word that a glossary entry explains: its bold beginning, or its first word."""
    if block.kind is not BlockKind.GLOSSARY_ENTRY or not block.words:
        return ""
    bold = next((run for run in block.emphasis if run.start == 0 and run.style in _BOLD), None)
    return bare(block.text[: bold.end]) if bold else bare(block.words[0].text)


def _entry_for(text: str, entries: dict[str, Block]) -> Block | None:
    for ending in _ENDINGS:
        stem = text[: -len(ending)] if ending and text.endswith(ending) else text
        for form in (stem, stem + "e", f"{stem[:-1]}y" if stem.endswith("i") else stem):
            if form in entries:
                return entries[form]
    return None
