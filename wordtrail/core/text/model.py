"""The values a passage is made of."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from enum import StrEnum

from wordtrail.core.remembered import remembered


class BlockKind(StrEnum):
    """What a block is, which decides how it is set and whether it is numbered."""

    HEADING = "heading"
    SUBHEADING = "subheading"
    PARAGRAPH = "paragraph"
    STANZA = "stanza"
    LIST_ITEM = "list item"
    CAPTION = "caption"
    FACT_BOX = "fact box"
    STEP = "step"
    GLOSSARY_ENTRY = "glossary entry"
    FOOTNOTE = "footnote"
    PICTURE = "picture"


class Style(StrEnum):
    """Inline emphasis."""

    PLAIN = "plain"
    BOLD = "bold"
    ITALIC = "italic"
    BOLD_ITALIC = "bold italic"


@dataclass(frozen=True, slots=True)
class Emphasis:
    """A run of characters `[start, end)` of the block's text in a style other than plain."""

    start: int
    end: int
    style: Style


@dataclass(frozen=True, slots=True)
class Word:
    """One readable token: its id, the characters `[start, end)` of its block, and its sentence.

    `text` is as printed, with the punctuation that clings to it. Words of one sentence have the same `sentence`,
    words of others have another one; it ascends within a block.
    """

    id: str
    text: str
    start: int
    end: int
    sentence: int


@dataclass(frozen=True, slots=True)
class Area:
    """A rectangle of a picture, in shares of its width and height (0 to 1) from the top left."""

    x: float = 0.0
    y: float = 0.0
    width: float = 1.0
    height: float = 1.0


WHOLE = Area()


@dataclass(frozen=True, slots=True)
class Region:
    """A part of a picture with a name ("the root of the oak"), in shares of the whole picture."""

    id: str
    name: str
    area: Area


class Stands(StrEnum):
    """Where a picture stands on its page."""

    ALONE = "alone"
    BESIDE_PICTURE = "beside the picture before it"
    BESIDE_TEXT = "beside the text after it"


@dataclass(frozen=True, slots=True)
class Picture:
    """A picture file that we keep (`file` names it; `width` and `height` in pixels), what is shown
    of it, its named regions, and where it stands. What it shows, in words, is the text of its block."""

    file: str
    width: int
    height: int
    crop: Area = WHOLE
    regions: tuple[Region, ...] = ()
    stands: Stands = Stands.ALONE


@dataclass(frozen=True, slots=True)
class Block:
    """A heading, a paragraph, a stanza (lines parted by a line feed), and so on.

    `number` is what is printed in the margin: the paragraph's or step's number; for a stanza the
    number of its first line. `numbered` false keeps a block out of the counting. The text of a
    picture says what it shows; its words are not read aloud.
    """

    id: str
    kind: BlockKind
    text: str
    words: tuple[Word, ...]
    emphasis: tuple[Emphasis, ...] = ()
    number: int | None = None
    numbered: bool = True
    picture: Picture | None = None


@dataclass(frozen=True, slots=True)
class ReadWord:
    """Where a word of the passage stands on a page's photo (pixels from the top left), its
    baseline, and how sure the photo reader was of it (0 to 1)."""

    word: str
    x: float
    y: float
    width: float
    height: float
    baseline: float
    confidence: float


@dataclass(frozen=True, slots=True)
class Photo:
    """The picture of a printed page (`width` and `height` in pixels) with the places of its words."""

    file: str
    width: int
    height: int
    words: tuple[ReadWord, ...] = ()


@dataclass(frozen=True, slots=True)
class Page:
    """Blocks that are seen together. `label` is the printed book's page label, if any, and
    `screen_label` that of its on-screen edition. A page with a `photo` can be shown as that photo
    (`as_photo`) instead of being typeset."""

    id: str
    blocks: tuple[Block, ...]
    label: str = ""
    screen_label: str = ""
    photo: Photo | None = None
    as_photo: bool = False

    @property
    def labels(self) -> str:
        """Both labels in one line: "p. 12 · screen 9"."""
        printed = f"p. {self.label}" if self.label[:1].isdigit() else self.label
        screen = f"screen {self.screen_label}" if self.screen_label else ""
        return " · ".join(part for part in (printed, screen) if part)


class Numbers(StrEnum):
    """How paragraphs and lines of verse are numbered."""

    THROUGH = "through"
    PER_PAGE = "per page"
    OFF = "off"


class PermissionKind(StrEnum):
    """Why a text may be used."""

    UNSAID = ""
    OWN = "own work"
    PUBLIC_DOMAIN = "public domain"
    LICENCE = "licence"
    GRANTED = "permission granted"


@dataclass(frozen=True, slots=True)
class Passage:
    """A text to be read. `issued` is the highest number ever given to a word of it, and `parts` to a
    block, page or region, so that the id of one that went away is never given to another.

    `permission` completes its kind: which licence, or by whom and when it was granted; alone it is
    a note of its own.
    """

    id: str
    title: str
    author: str
    permission: str
    pages: tuple[Page, ...]
    issued: int = 0
    illustrator: str = ""
    source: str = ""
    permission_kind: PermissionKind = PermissionKind.UNSAID
    numbers: Numbers = Numbers.THROUGH
    parts: int = 0

    @property
    def blocks(self) -> Iterator[Block]:
        """All blocks in reading order."""
        return (block for page in self.pages for block in page.blocks)

    @property
    def words(self) -> tuple[Word, ...]:
        """All words in reading order."""
        return _words_of(self.pages)


@remembered(64)
def _words_of(pages: tuple[Page, ...]) -> tuple[Word, ...]:
    return tuple(word for page in pages for block in page.blocks for word in block.words)


def permission_line(passage: Passage) -> str:
    """The permission as it is printed on the title card; empty when nothing was said."""
    note = passage.permission
    match passage.permission_kind:
        case PermissionKind.OWN:
            return note or "Our own work"
        case PermissionKind.PUBLIC_DOMAIN:
            return f"Public domain. {note}".strip()
        case PermissionKind.LICENCE:
            return f"Licence: {note}"
        case PermissionKind.GRANTED:
            return f"With permission of {note}"
        case _:
            return note


def sentence_of(passage: Passage, word_id: str) -> tuple[Word, ...]:
    """The words of the sentence in which `word_id` stands; empty when there is no such word."""
    words = passage.words
    found = next((word for word in words if word.id == word_id), None)
    return tuple(word for word in words if found and word.sentence == found.sentence)
