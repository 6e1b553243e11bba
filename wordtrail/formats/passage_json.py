"""Our own JSON of a passage (documented in docs/formats.md): everything but the bytes of its pictures."""

from __future__ import annotations

import json

from pydantic import TypeAdapter, ValidationError

from wordtrail.core.errors import NotReadable
from wordtrail.core.text.draft import DraftBlock, DraftPage, DraftPassage
from wordtrail.core.text.model import BlockKind, Emphasis, Passage, Style
from wordtrail.formats.format import PassageFormat

KIND = "passage file"
VERSION = 2

_emphasis = TypeAdapter(list[Emphasis])


def write(passage: Passage) -> str:
    """The passage with its words and their ids."""
    return json.dumps(
        {
            "version": VERSION,
            "title": passage.title,
            "author": passage.author,
            "illustrator": passage.illustrator,
            "source": passage.source,
            "permission": {"kind": passage.permission_kind.value, "note": passage.permission},
            "numbers": passage.numbers.value,
            "pages": [
                {
                    "label": page.label,
                    "screen_label": page.screen_label,
                    "blocks": [
                        {
                            "kind": block.kind.value,
                            "text": block.text,
                            "number": block.number,
                            "emphasis": [
                                {"start": run.start, "end": run.end, "style": run.style.value} for run in block.emphasis
                            ],
                            "words": [
                                {"id": word.id, "text": word.text, "start": word.start, "sentence": word.sentence}
                                for word in block.words
                            ],
                        }
                        for block in page.blocks
                    ],
                }
                for page in passage.pages
            ],
        },
        ensure_ascii=False,
        indent=1,
    )


def read(data: bytes) -> DraftPassage:
    """The passage in such a file; its words get new ids. Raises NotReadable."""
    try:
        found = json.loads(data)
        pages = tuple(_page(page) for page in found["pages"])
        source = str(found.get("source", ""))
        return DraftPassage(pages, str(found.get("title", "")), str(found.get("author", "")), source)
    except (ValueError, KeyError, TypeError, AttributeError, RecursionError, ValidationError) as fault:
        raise NotReadable(KIND) from fault


def _page(page: dict) -> DraftPage:
    return DraftPage(str(page.get("label", "")), tuple(_block(block) for block in page["blocks"]))


def _block(block: dict) -> DraftBlock:
    text = str(block["text"])
    runs = _emphasis.validate_python(block.get("emphasis", []))
    inside = tuple(run for run in runs if 0 <= run.start < run.end <= len(text) and run.style is not Style.PLAIN)
    return DraftBlock(BlockKind(block["kind"]), text, inside)


FORMAT = PassageFormat(
    "json",
    "Word Trail JSON",
    ("json",),
    "application/json",
    read=lambda data, keep: read(data),
    write=lambda passage, pictures: write(passage).encode(),
    names_blocks=True,
)
