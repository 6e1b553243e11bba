"""From pasted or typed text to a passage: what is refused, what is tidied, how words get ids."""

from __future__ import annotations

import unicodedata
from dataclasses import dataclass, field

from wordtrail.core.errors import EmptyPassage, NotText, PassageTooLong, RightToLeftText
from wordtrail.core.text.model import Block, BlockKind, Page, Passage, Word
from wordtrail.core.text.notation import DraftBlock, DraftPage, read_notation
from wordtrail.core.text.pieces import pieces_of
from wordtrail.core.text.sentences import sentence_index, sentence_starts

MOST_WORDS = 20_000
NUMBERED = (BlockKind.PARAGRAPH,)

_ODD_SPACES = {ord(space): " " for space in "\u00a0\u2007\u2009\u200a\u202f\t"}
_NOTHING = dict.fromkeys(map(ord, "\u200b\u200c\u200d\u2060\ufeff\u00ad"), None)


def passage_from_text(text: str, *, id: str = "a", title: str = "", author: str = "", permission: str = "") -> Passage:
    """A passage from `text` in our light notation.

    Raises EmptyPassage, PassageTooLong (over 20,000 words), NotText (bytes pasted as text) or
    RightToLeftText. Nothing of the text is changed but odd spaces and invisible characters.
    """
    return passage_from_pages(read_notation(_checked(text)), id=id, title=title, author=author, permission=permission)


def passage_from_pages(pages: tuple[DraftPage, ...], *, id: str, title: str, author: str, permission: str) -> Passage:
    """A passage from pages that a reader has already cut into blocks."""
    numbering = _Numbering(id)
    made = tuple(
        Page(
            id=f"{id}p{index + 1}",
            label=page.label,
            blocks=tuple(numbering.block(draft) for draft in page.blocks),
        )
        for index, page in enumerate(pages)
    )
    if numbering.issued == 0:
        raise EmptyPassage
    if numbering.issued > MOST_WORDS:
        raise PassageTooLong(numbering.issued, MOST_WORDS)
    return Passage(id, title.strip(), author.strip(), permission.strip(), made, numbering.issued)


@dataclass(slots=True)
class _Numbering:
    """Counts words, sentences, paragraphs and verse lines while a passage is put together."""

    prefix: str
    issued: int = 0
    sentences: int = 0
    paragraphs: int = 0
    lines: int = 0
    blocks: int = field(default=0)

    def block(self, draft: DraftBlock) -> Block:
        self.blocks += 1
        starts = sentence_starts(draft.text)
        words = []
        for piece in pieces_of(draft.text):
            if piece.is_word and draft.kind is not BlockKind.PICTURE:
                self.issued += 1
                sentence = self.sentences + sentence_index(starts, piece.start)
                words.append(Word(f"{self.prefix}{self.issued}", piece.text, piece.start, piece.end, sentence))
        self.sentences += len(starts)
        return Block(
            id=f"{self.prefix}b{self.blocks}",
            kind=draft.kind,
            text=draft.text,
            words=tuple(words),
            emphasis=draft.emphasis,
            number=self._number(draft),
        )

    def _number(self, draft: DraftBlock) -> int | None:
        if draft.kind is BlockKind.STANZA:
            first = self.lines + 1
            self.lines += draft.text.count("\n") + 1
            return first
        if draft.kind in NUMBERED:
            self.paragraphs += 1
            return self.paragraphs
        return None


def _checked(text: str) -> str:
    tidy = unicodedata.normalize("NFC", text).translate(_ODD_SPACES | _NOTHING)
    if not tidy.strip():
        raise EmptyPassage
    control = sum(unicodedata.category(c) in ("Cc", "Co", "Cn") and c not in "\n\r\f\v" for c in tidy)
    unreadable = control + tidy.count("\ufffd")
    if "\x00" in tidy or unreadable > max(2, len(tidy) // 200):
        raise NotText
    letters = [c for c in tidy if c.isalpha()]
    from_right = sum(unicodedata.bidirectional(c) in ("R", "AL") for c in letters)
    if from_right * 5 > len(letters):
        raise RightToLeftText
    return "".join(c for c in tidy if c in "\n\r\f" or unicodedata.category(c) != "Cc")
