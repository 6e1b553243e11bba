"""From pasted, typed or read text to a passage: what is refused, what is tidied, how words get ids."""

from __future__ import annotations

import unicodedata
from collections.abc import Sequence
from dataclasses import replace

from wordtrail.core.errors import EmptyPassage, NotText, PassageTooLong, RightToLeftText
from wordtrail.core.text.counting import recounted
from wordtrail.core.text.draft import DraftBlock, DraftPage, DraftPhoto, DraftWord
from wordtrail.core.text.model import Block, BlockKind, Page, Passage, Photo, ReadWord, Word
from wordtrail.core.text.notation import read_notation
from wordtrail.core.text.pieces import pieces_of
from wordtrail.core.text.tidy import controls_as_spaces

MOST_WORDS = 20_000

FURTHEST = 8
"""Words on a photo within which the next word of the page's blocks is looked for."""

_ODD_SPACES = {ord(space): " " for space in "\u00a0\u2007\u2009\u200a\u202f\t"}
_NOTHING = dict.fromkeys(map(ord, "\u200b\u200c\u200d\u2060\ufeff\u00ad"), None)


def passage_from_text(text: str, *, id: str = "a", title: str = "", author: str = "", permission: str = "") -> Passage:
    """A passage from `text` in our light notation.

    Raises EmptyPassage, PassageTooLong (over 20,000 words), NotText (bytes pasted as text) or
    RightToLeftText. Nothing of the text is changed but odd spaces and invisible characters.
    """
    return passage_from_pages(read_notation(checked(text)), id=id, title=title, author=author, permission=permission)


def passage_from_pages(
    pages: Sequence[DraftPage], *, id: str = "a", title: str = "", author: str = "", permission: str = ""
) -> Passage:
    """A passage from pages that a reader has already cut into blocks. Raises as `passage_from_text`."""
    title, author, permission = (controls_as_spaces(one).strip() for one in (title, author, permission))
    empty = Passage(id, title, author, permission, ())
    return with_pages(empty, pages)


def with_pages(passage: Passage, pages: Sequence[DraftPage]) -> Passage:
    """`passage` with more pages at its end. Raises as `passage_from_text`."""
    issue = Issue(passage)
    made = tuple(_page(draft, issue) for draft in pages if draft.blocks)
    grown = replace(passage, pages=(*passage.pages, *made), issued=issue.words, parts=issue.parts)
    return recounted(assert_usable(grown))


def assert_usable(passage: Passage) -> Passage:
    """The passage itself. Raises EmptyPassage, PassageTooLong or RightToLeftText."""
    count = len(passage.words)
    if count == 0:
        raise EmptyPassage
    if count > MOST_WORDS:
        raise PassageTooLong(count, MOST_WORDS)
    _assert_left_to_right("".join(block.text for block in passage.blocks))
    return passage


class Issue:
    """Gives out ids for words, blocks, pages and regions of a passage; none is ever given twice."""

    def __init__(self, passage: Passage) -> None:
        self._prefix = passage.id
        self.words = passage.issued
        # Documents from before parts were counted have them in their ids only.
        used = (id for page in passage.pages for id in (page.id, *(block.id for block in page.blocks)))
        self.parts = max([passage.parts, *map(_number_in, used)])

    def word(self) -> str:
        """The id of a new word."""
        self.words += 1
        return f"{self._prefix}{self.words}"

    def part(self, letter: str) -> str:
        """The id of a new block ("b"), page ("p") or region ("r")."""
        self.parts += 1
        return f"{self._prefix}{letter}{self.parts}"


def _number_in(id: str) -> int:
    digits = id[len(id.rstrip("0123456789")) :]
    return int(digits) if digits else 0


def new_words(text: str, kind: BlockKind, issue: Issue) -> tuple[Word, ...]:
    """The words of a block's text, with ids of their own; a picture has none."""
    if kind is BlockKind.PICTURE:
        return ()
    return tuple(
        Word(issue.word(), piece.text, piece.start, piece.end, 0) for piece in pieces_of(text) if piece.is_word
    )


def _page(draft: DraftPage, issue: Issue) -> Page:
    blocks = tuple(_block(block, issue) for block in draft.blocks)
    words = [word for block in blocks for word in block.words]
    photo = _photo(draft.photo, words) if draft.photo else None
    return Page(id=issue.part("p"), label=draft.label, blocks=blocks, photo=photo)


def _block(draft: DraftBlock, issue: Issue) -> Block:
    text = controls_as_spaces(draft.text)
    words = new_words(text, draft.kind, issue)
    return Block(issue.part("b"), draft.kind, text, words, draft.emphasis, picture=draft.picture)


def _photo(draft: DraftPhoto, words: Sequence[Word]) -> Photo:
    """The photo with its places given to the page's words; both are in reading order."""
    places: list[ReadWord] = []
    at = 0
    for word in words:
        near = range(at, min(at + FURTHEST, len(draft.words)))
        found = next((index for index in near if _same(word.text, draft.words[index].text)), None)
        if found is not None:
            places.append(_placed(word.id, draft.words[found]))
            at = found if len(word.text) < len(draft.words[found].text) else found + 1
    return Photo(draft.file, draft.width, draft.height, tuple(places))


def _placed(id: str, read: DraftWord) -> ReadWord:
    return ReadWord(id, read.x, read.y, read.width, read.height, read.baseline, read.confidence)


def _same(printed: str, read: str) -> bool:
    bare = read.rstrip("-‐¬")
    return printed == read or printed in read or (len(bare) > 1 and printed.startswith(bare))


def checked(text: str) -> str:
    """`text` without odd spaces and invisible characters. Raises EmptyPassage, NotText, RightToLeftText."""
    tidy = unicodedata.normalize("NFC", text).translate(_ODD_SPACES | _NOTHING)
    if not tidy.strip():
        raise EmptyPassage
    control = sum(unicodedata.category(c) in ("Cc", "Co", "Cn") and c not in "\n\r\f\v" for c in tidy)
    unreadable = control + tidy.count("\ufffd")
    if "\x00" in tidy or unreadable > max(2, len(tidy) // 200):
        raise NotText
    _assert_left_to_right(tidy)
    return "".join(c for c in tidy if c in "\n\r\f" or unicodedata.category(c) != "Cc")


def _assert_left_to_right(text: str) -> None:
    letters = [c for c in text if c.isalpha()]
    from_right = sum(unicodedata.bidirectional(c) in ("R", "AL") for c in letters)
    if from_right * 5 > len(letters):
        raise RightToLeftText
