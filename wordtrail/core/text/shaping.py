"""Shaping a passage: every change to its blocks and pages, each a function from passage to passage.

Words that stay keep their ids, whatever is done around them. Every function raises LessonError
where the change makes no sense, and gives back a passage that is counted anew.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace

from wordtrail.core.errors import LessonError
from wordtrail.core.text.anchors import same_words
from wordtrail.core.text.counting import recounted
from wordtrail.core.text.intake import Issue, assert_usable
from wordtrail.core.text.model import Block, BlockKind, Emphasis, Page, Passage, Word
from wordtrail.core.text.pieces import pieces_of

LONGEST_BLOCK = 20_000
"""Characters of one block."""

LONGEST_LABEL = 12


def block_of(passage: Passage, id: str) -> Block:
    """The block with this id. Raises LessonError."""
    for block in passage.blocks:
        if block.id == id:
            return block
    raise LessonError("This block is not in the passage any more.", advice="Look at the newer text.")


def with_text(passage: Passage, id: str, text: str, emphasis: Sequence[Emphasis] = ()) -> Passage:
    """The block says `text` now; words that are still there, or only mended, keep their ids."""
    old = block_of(passage, id)
    tidy = _tidy(text, old.kind)
    issue = Issue(passage)
    words = rewritten_words(old, tidy, issue)
    new = replace(old, text=tidy, words=words, emphasis=_clean(emphasis, len(tidy)))
    return _done(passage, issue, _each(passage, lambda block: (new if block.id == id else block,)))


def rewritten_words(old: Block, text: str, issue: Issue) -> tuple[Word, ...]:
    """The words of `text` in the place of `old`, with the ids of those that stayed."""
    if old.kind is BlockKind.PICTURE:
        return ()
    pieces = [piece for piece in pieces_of(text) if piece.is_word]
    kept = same_words([word.text for word in old.words], [piece.text for piece in pieces])
    ids = {place: old.words[origin].id for origin, place in kept.items()}
    return tuple(
        Word(ids.get(place) or issue.word(), piece.text, piece.start, piece.end, 0)
        for place, piece in enumerate(pieces)
    )


def with_kind(passage: Passage, id: str, kind: BlockKind) -> Passage:
    """The block is of another kind. A picture with a file stays one; verse becomes prose and back."""
    old = block_of(passage, id)
    if (old.kind is BlockKind.PICTURE) != (kind is BlockKind.PICTURE):
        raise LessonError(
            "A picture cannot become text, nor text a picture.", advice="Put the picture in as a file instead."
        )
    # Line feeds and spaces are of one length, so that every word and emphasis stays in its place.
    text = old.text if kind is BlockKind.STANZA else old.text.replace("\n", " ")
    return _swapped(passage, replace(old, kind=kind, text=text))


def split(passage: Passage, id: str, at: int) -> Passage:
    """The block ends before character `at`; what comes after becomes a block of its own."""
    old = block_of(passage, id)
    if old.kind is BlockKind.PICTURE or not old.text[:at].strip() or not old.text[at:].strip():
        raise LessonError("There is nothing to part here.", advice="Put the cursor between two words.")
    if any(word.start < at < word.end for word in old.words):
        raise LessonError("A block is parted between two words, not inside one.")
    issue = Issue(passage)
    first, second = _cut(old, 0, at), _cut(old, at, len(old.text))
    second = replace(second, id=issue.part("b"), kind=_after_split(old.kind))
    return _done(passage, issue, _each(passage, lambda block: (first, second) if block.id == id else (block,)))


def _after_split(kind: BlockKind) -> BlockKind:
    headings = (BlockKind.HEADING, BlockKind.SUBHEADING)
    return BlockKind.PARAGRAPH if kind in headings else kind


def merged(passage: Passage, id: str) -> Passage:
    """The block goes on the one before it, also over a page break."""
    second = block_of(passage, id)
    order = list(passage.blocks)
    place = next(index for index, block in enumerate(order) if block.id == id)
    if place == 0:
        raise LessonError("There is no block before this one.")
    first = order[place - 1]
    if BlockKind.PICTURE in (first.kind, second.kind):
        raise LessonError("A picture cannot be joined with text.", advice="Move it instead.")
    joint = "\n" if first.kind is BlockKind.STANZA else " "
    moved = len(first.text) + 1
    tail = second.text if first.kind is BlockKind.STANZA else second.text.replace("\n", " ")
    both = replace(
        first,
        text=first.text + joint + tail,
        words=(*first.words, *(replace(w, start=w.start + moved, end=w.end + moved) for w in second.words)),
        emphasis=(*first.emphasis, *(replace(e, start=e.start + moved, end=e.end + moved) for e in second.emphasis)),
    )
    return _done(
        passage,
        Issue(passage),
        _each(passage, lambda block: () if block.id == id else (both if block.id == first.id else block,)),
    )


def moved(passage: Passage, id: str, before: str = "") -> Passage:
    """The block stands before the block `before`, on that one's page; at the very end without one."""
    block = block_of(passage, id)
    if before == id:
        return passage
    if before:
        block_of(passage, before)
    pages = _each(passage, lambda one: () if one.id == id else ((block, one) if one.id == before else (one,)))
    if not before:
        pages = (*pages[:-1], replace(pages[-1], blocks=(*pages[-1].blocks, block)))
    return _done(passage, Issue(passage), pages)


def with_block(passage: Passage, after: str, kind: BlockKind | None, text: str) -> Passage:
    """A new block after the block `after`; without a kind, of the one that usually follows on that one."""
    kind = kind or _after_split(block_of(passage, after).kind)
    issue = Issue(passage)
    blank = Block(issue.part("b"), kind, "", ())
    tidy = _tidy(text, kind)
    new = replace(blank, text=tidy, words=rewritten_words(blank, tidy, issue))
    return _done(passage, issue, _each(passage, lambda block: (block, new) if block.id == after else (block,)))


def placed(passage: Passage, after: str, picture: Block) -> Passage:
    """A picture block after the block `after`; it gets an id of its own."""
    block_of(passage, after)
    issue = Issue(passage)
    new = replace(picture, id=issue.part("b"))
    return _done(passage, issue, _each(passage, lambda block: (block, new) if block.id == after else (block,)))


def without_block(passage: Passage, id: str) -> Passage:
    """The block goes, with its words."""
    block_of(passage, id)
    return _done(passage, Issue(passage), _each(passage, lambda block: () if block.id == id else (block,)))


def with_page_break(passage: Passage, id: str) -> Passage:
    """A new page begins with this block. A photo stays with the first part."""
    block_of(passage, id)
    issue = Issue(passage)
    pages: list[Page] = []
    for page in passage.pages:
        place = next((index for index, block in enumerate(page.blocks) if block.id == id), 0)
        if place == 0:
            pages.append(page)
        else:
            pages += [
                replace(page, blocks=page.blocks[:place]),
                Page(issue.part("p"), page.blocks[place:]),
            ]
    return _done(passage, issue, tuple(pages))


def without_page_break(passage: Passage, page: str) -> Passage:
    """The page goes on the one before it. Raises LessonError for the first page and for photos."""
    index = _page_index(passage, page)
    before, this = passage.pages[index - 1], passage.pages[index]
    if index == 0:
        raise LessonError("There is no page before this one.")
    if this.photo or before.photo:
        raise LessonError("A page with a photo cannot be joined with another.")
    both = replace(before, blocks=(*before.blocks, *this.blocks))
    return _done(passage, Issue(passage), (*passage.pages[: index - 1], both, *passage.pages[index + 1 :]))


def with_labels(passage: Passage, page: str, printed: str, screen: str) -> Passage:
    """The page's labels in the printed book and in its on-screen edition."""
    labels = [" ".join(label.split()) for label in (printed, screen)]
    if any(len(label) > LONGEST_LABEL for label in labels):
        raise LessonError(f"A page label holds at most {LONGEST_LABEL} characters.", advice="Make it shorter.")
    index = _page_index(passage, page)
    return with_page(passage, replace(passage.pages[index], label=labels[0], screen_label=labels[1]))


def with_page(passage: Passage, page: Page) -> Passage:
    """`page` in the place of the page with its id."""
    _page_index(passage, page.id)
    return recounted(replace(passage, pages=tuple(page if old.id == page.id else old for old in passage.pages)))


def with_block_numbered(passage: Passage, id: str, numbered: bool) -> Passage:
    """Whether this block is counted in the margin."""
    return _swapped(passage, replace(block_of(passage, id), numbered=numbered))


def with_picture_block(passage: Passage, block: Block) -> Passage:
    """A picture block as it is now, in the place of the one with its id."""
    old = block_of(passage, block.id)
    if old.picture is None:
        raise LessonError("This is not a picture.")
    return _swapped(passage, block)


def page_of(passage: Passage, id: str) -> Page:
    """The page with this id. Raises LessonError."""
    return passage.pages[_page_index(passage, id)]


def _page_index(passage: Passage, id: str) -> int:
    for index, page in enumerate(passage.pages):
        if page.id == id:
            return index
    raise LessonError("This page is not in the passage any more.", advice="Look at the newer text.")


def _tidy(text: str, kind: BlockKind) -> str:
    """One line of `text` (verse: several), with single spaces. Raises LessonError for an empty or
    endless one."""
    lines = [" ".join(line.split()) for line in text.split("\n")]
    tidy = ("\n" if kind is BlockKind.STANZA else " ").join(line for line in lines if line)
    if not tidy and kind is not BlockKind.PICTURE:
        raise LessonError("A block needs at least one word.", advice="Write something, or remove the block.")
    if len(tidy) > LONGEST_BLOCK:
        raise LessonError(f"A block holds at most {LONGEST_BLOCK:,} characters.", advice="Make several blocks of it.")
    return tidy


def _clean(emphasis: Sequence[Emphasis], length: int) -> tuple[Emphasis, ...]:
    """Runs in their order, inside the text and apart from one another."""
    clean: list[Emphasis] = []
    for run in sorted(emphasis, key=lambda run: run.start):
        start = max(run.start, clean[-1].end if clean else 0)
        end = min(run.end, length)
        if start < end:
            clean.append(Emphasis(start, end, run.style))
    return tuple(clean)


def _cut(block: Block, begin: int, end: int) -> Block:
    """The part of a block from character `begin` to `end`, without space around it."""
    part = block.text[begin:end]
    begin += len(part) - len(part.lstrip())
    end -= len(part) - len(part.rstrip())
    words = (replace(w, start=w.start - begin, end=w.end - begin) for w in block.words if begin <= w.start < end)
    runs = (
        Emphasis(max(run.start, begin) - begin, min(run.end, end) - begin, run.style)
        for run in block.emphasis
        if run.start < end and run.end > begin
    )
    return replace(block, text=block.text[begin:end], words=tuple(words), emphasis=tuple(runs))


def _swapped(passage: Passage, new: Block) -> Passage:
    pages = _each(passage, lambda block: (new if block.id == new.id else block,))
    return _done(passage, Issue(passage), pages)


def _each(passage: Passage, change: Callable[[Block], tuple[Block, ...]]) -> tuple[Page, ...]:
    """All pages with every block replaced by what `change` makes of it; a page that it leaves as it is, is the same."""
    pages = []
    for page in passage.pages:
        blocks = tuple(new for block in page.blocks for new in change(block))
        same = len(blocks) == len(page.blocks) and all(a is b for a, b in zip(blocks, page.blocks, strict=True))
        pages.append(page if same else replace(page, blocks=blocks))
    return tuple(pages)


def _done(passage: Passage, issue: Issue, pages: Sequence[Page]) -> Passage:
    """The changed passage: without empty pages, counted anew. Raises as `assert_usable`."""
    kept = tuple(page for page in pages if page.blocks)
    changed = replace(passage, pages=kept, issued=issue.words, parts=issue.parts)
    return recounted(assert_usable(changed))
