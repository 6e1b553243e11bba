"""What is read aloud of a title card: the title and who made the text."""

from __future__ import annotations

from wordtrail.core.lesson.board_ids import word_ids
from wordtrail.core.text.bare import bare
from wordtrail.core.text.model import Block, BlockKind, Passage, Word
from wordtrail.core.text.pieces import pieces_of

TITLE, AUTHOR, ILLUSTRATOR = "title", "author", "illustrator"
"""The texts of a title card that can be read aloud."""


def title_lines(passage: Passage) -> dict[str, str]:
    """What the title card of a passage says aloud, by text: those that it has."""
    lines = {
        TITLE: passage.title,
        AUTHOR: f"by {passage.author}" if passage.author else "",
        ILLUSTRATOR: f"pictures by {passage.illustrator}" if passage.illustrator else "",
    }
    return {name: line for name, line in lines.items() if line}


def title_id(passage: Passage, number: int) -> str:
    """The id of the title card of a passage, the how many-th of its lesson (from 0)."""
    return f"title-{passage.id}" if number else "title"


def has_title_card(passage: Passage, number: int) -> bool:
    """Whether the how many-th passage (from 0) has a title card: the first one always has."""
    return number == 0 or bool(passage.title)


def title_words(passage: Passage, number: int, sentence: int) -> dict[str, tuple[Word, ...]]:
    """The words of each text of a title card, with sentences numbered from `sentence` on. Where the passage begins with
    a heading like its title, that heading stands on the card: its words are the title's."""
    if not has_title_card(passage, number):
        return {}
    heading = heading_like_title(passage)
    found = {}
    for place, (name, line) in enumerate(title_lines(passage).items()):
        pieces = [piece for piece in pieces_of(line) if piece.is_word]
        ids = list(word_ids(f"{title_id(passage, number)}.{name}", [piece.text for piece in pieces]))
        own = sentence + place
        if name == TITLE and heading:
            ids, own = [word.id for word in heading.words], heading.words[0].sentence
        found[name] = tuple(
            Word(id, piece.text, piece.start, piece.end, own) for id, piece in zip(ids, pieces, strict=True)
        )
    return found


def heading_like_title(passage: Passage) -> Block | None:
    """The heading with which a passage begins, where it says what the title says: it is shown with the title, and not
    once more. On a photo page it stays where it was printed."""
    page = passage.pages[0] if passage.pages else None
    if page is None or page.as_photo or len(page.blocks) < 2:
        return None
    first = page.blocks[0]
    is_heading = first.kind in (BlockKind.HEADING, BlockKind.SUBHEADING) and first.words
    printed = [piece.text for piece in pieces_of(passage.title) if piece.is_word]
    return first if is_heading and list(map(bare, printed)) == [bare(word.text) for word in first.words] else None
