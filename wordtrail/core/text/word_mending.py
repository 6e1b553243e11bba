"""Mending single words: as they should have been read, joined, parted or dropped.

A mended word keeps its id, and a joined one that of its first part, so that whatever hangs on it
stays. On a page with a photo the places go along.
"""

from __future__ import annotations

from dataclasses import replace

from wordtrail.core.errors import LessonError
from wordtrail.core.text.bare import parted
from wordtrail.core.text.counting import recounted
from wordtrail.core.text.intake import Issue, assert_usable
from wordtrail.core.text.model import Block, Emphasis, Page, Passage, Photo, ReadWord, Word
from wordtrail.core.text.pieces import pieces_of

LONGEST_WORD = 80


def mended_word(passage: Passage, id: str, text: str) -> Passage:
    """The word is printed as `text`, which may be several words: the first keeps the id."""
    printed = " ".join(text.split())
    if not any(piece.is_word for piece in pieces_of(printed)) or len(printed) > LONGEST_WORD:
        raise LessonError("A word needs a letter or a digit, and at most 80 characters.")
    block, word = _find(passage, id)
    return _rewritten(passage, block, word.start, word.end, printed, first=id)


def as_said(passage: Passage, id: str, said: str) -> Passage:
    """The word is printed as it was `said`, between the same punctuation and with a capital where it has one; said as
    nothing, it goes."""
    if not said.strip():
        return dropped_word(passage, id)
    _, word = _find(passage, id)
    text = " ".join(said.split())
    before, printed, behind = parted(word.text)
    if printed.isupper() and len(printed) > 1:
        text = text.upper()
    elif printed[:1].isupper():
        text = text[:1].upper() + text[1:]
    return mended_word(passage, id, before + text + behind)


def joined_words(passage: Passage, id: str) -> Passage:
    """The word and the next one of its block become one; a hyphen at a line's end goes."""
    block, word = _find(passage, id)
    place = block.words.index(word)
    if place + 1 == len(block.words):
        raise LessonError("There is no word after this one to join it with.")
    after = block.words[place + 1]
    joined = word.text.rstrip("-‐¬\u00ad") + after.text
    return _rewritten(passage, block, word.start, after.end, joined, first=id)


def dropped_word(passage: Passage, id: str) -> Passage:
    """The word goes, with one space beside it."""
    block, word = _find(passage, id)
    if len(block.words) == 1:
        raise LessonError("It is the only word here.", advice="Remove the whole block instead.")
    start, end = word.start, word.end
    if start > 0 and block.text[start - 1].isspace():
        start -= 1
    elif end < len(block.text) and block.text[end].isspace():
        end += 1
    return _rewritten(passage, block, start, end, "", first="")


def _find(passage: Passage, id: str) -> tuple[Block, Word]:
    for block in passage.blocks:
        for word in block.words:
            if word.id == id:
                return block, word
    raise LessonError("This word is not in the passage any more.", advice="Look at the newer text.")


def _rewritten(passage: Passage, block: Block, start: int, end: int, text: str, first: str) -> Passage:
    """Characters `start` to `end` of the block replaced by `text`, whose first word has the id `first`;
    all other words of the block keep theirs."""
    issue = Issue(passage)
    shift = len(text) - (end - start)
    new: list[Word] = []
    for piece in pieces_of(text):
        if piece.is_word:
            id = first if not new else issue.word()
            new.append(Word(id, piece.text, start + piece.start, start + piece.end, 0))
    gone = [word for word in block.words if start <= word.start < end]
    before = [word for word in block.words if word.start < start]
    after = [replace(w, start=w.start + shift, end=w.end + shift) for w in block.words if w.start >= end]
    runs = tuple(
        Emphasis(_moved(run.start, start, end, shift), _moved(run.end, start, end, shift), run.style)
        for run in block.emphasis
    )
    changed = replace(
        block,
        text=block.text[:start] + text + block.text[end:],
        words=(*before, *new, *after),
        emphasis=tuple(run for run in runs if run.start < run.end),
    )
    pages = tuple(_on_page(page, changed, [word.id for word in gone], new) for page in passage.pages)
    return recounted(assert_usable(replace(passage, pages=pages, issued=issue.words, parts=issue.parts)))


def _moved(at: int, start: int, end: int, shift: int) -> int:
    """Where a border of an emphasis is after the text between `start` and `end` changed its length."""
    if at <= start:
        return at
    return at + shift if at >= end else max(start, min(at, end + shift))


def _on_page(page: Page, changed: Block, gone: list[str], new: list[Word]) -> Page:
    if all(block.id != changed.id for block in page.blocks):
        return page
    blocks = tuple(changed if block.id == changed.id else block for block in page.blocks)
    photo = _on_photo(page.photo, gone, new) if page.photo else None
    return replace(page, blocks=blocks, photo=photo)


def _on_photo(photo: Photo, gone: list[str], new: list[Word]) -> Photo:
    """The places of words that went, given to those that came: together, or in equal parts."""
    places = [place for place in photo.words if place.word in gone]
    others = [place for place in photo.words if place.word not in gone]
    if not places or not new:
        return replace(photo, words=tuple(others))
    # Words on one line share its room; a join over a line's end keeps the room of its first part.
    line = [place for place in places if abs(place.baseline - places[0].baseline) < places[0].height]
    left, right = min(p.x for p in line), max(p.x + p.width for p in line)
    top, bottom = min(p.y for p in line), max(p.y + p.height for p in line)
    letters = sum(len(word.text) for word in new)
    x, made = left, list[ReadWord]()
    for word in new:
        width = (right - left) * len(word.text) / letters
        made.append(ReadWord(word.id, x, top, width, bottom - top, places[0].baseline, 1.0))
        x += width
    return replace(photo, words=(*others, *made))
