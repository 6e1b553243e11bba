"""The values a layout is made of. All lengths are page units; y grows downwards."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum

from wordtrail.core.marks.stretch import Stretch
from wordtrail.core.remembered import remembered
from wordtrail.core.text.look import Typeface
from wordtrail.core.text.model import Area, Style


class Ink(StrEnum):
    """What a text is printed in; the names are design tokens."""

    INK = "ink"
    QUIET = "quiet"
    WHITE = "white"
    MOSS = "moss"
    LAKE = "lake"
    OCHRE = "ochre-deep"
    PLUM = "plum"
    CLAY = "clay"


@dataclass(frozen=True, slots=True)
class SetPiece:
    """A piece of text at its place: left edge `x`, `baseline`, `width`, font size and style.

    `word` is the id of the word it belongs to (a word of two styles has two pieces), or empty. Where each of its
    letters stands follows from the typeface: see `lines.letters_of`.
    """

    text: str
    x: float
    baseline: float
    width: float
    size: float
    style: Style
    word: str
    ink: Ink = Ink.INK
    typeface: Typeface = Typeface.ANDIKA


@dataclass(frozen=True, slots=True)
class WordBox:
    """Where a word stands: its edges, its baseline, the size it is set in and its line on the page."""

    word: str
    x: float
    width: float
    baseline: float
    size: float
    line: int


@dataclass(frozen=True, slots=True)
class Panel:
    """A ground drawn behind text (a fact box, a box of a chart), in the colour of a design token, with a
    line around it where `edge` names one."""

    x: float
    y: float
    width: float
    height: float
    fill: str = "mist"
    edge: str = ""


@dataclass(frozen=True, slots=True)
class LaidStroke:
    """A line along `points` (x and y in turn), or an area inside them (`fill`). Of a mark that is drawn to a
    share between `begin` and `end`, so much of the stroke is drawn."""

    points: tuple[float, ...]
    width: float
    colour: str
    dashes: tuple[float, ...] = ()
    fill: bool = False
    begin: float = 0.0
    end: float = 1.0


@dataclass(frozen=True, slots=True)
class LaidPart:
    """Something that comes on a page later: an answer, a filled-in box, a struck-out choice."""

    id: str
    pieces: tuple[SetPiece, ...] = ()
    panels: tuple[Panel, ...] = ()
    strokes: tuple[LaidStroke, ...] = ()


class Side(StrEnum):
    """What a printed answer is: one to choose, a thing to put in order, a side of a pair."""

    CHOICE = "choice"
    ITEM = "item"
    LEFT = "left"
    RIGHT = "right"


@dataclass(frozen=True, slots=True)
class AnswerPlace:
    """Where a printed answer stands, for students to tap: the how many-th of its side from the top, from 0, what it
    says (a picture: how it is called), and its rectangle in page units."""

    side: Side
    row: int
    text: str
    x: float
    y: float
    width: float
    height: float


@dataclass(frozen=True, slots=True)
class LaidPicture:
    """A picture at its place: which block's (a page's photo has its page's id), the file, the part of it
    that is shown, the rectangle it fills, and what it shows in words."""

    id: str
    file: str
    crop: Area
    x: float
    y: float
    width: float
    height: float
    shows: str


@dataclass(frozen=True, slots=True)
class LaidPage:
    """One page as it is seen on the stage. `title` says that it is the title card. On a `photo` page the
    words are those of the picture: light and highlights are laid over it, darkening. `board` names what a
    page shows that is no page of the passage: a word card, a question, an organizer; its `parts` come one
    after another. `answers` are the printed ones of a question. `beside` names the page of the text that stands beside
    a chart on this one. `text_edge` is where the column of text ends on the right, `foot` where it ends below (page
    units; 0: not a page of text)."""

    id: str
    label: str
    size: float
    pieces: tuple[SetPiece, ...]
    boxes: tuple[WordBox, ...]
    panels: tuple[Panel, ...] = ()
    title: bool = False
    pictures: tuple[LaidPicture, ...] = ()
    photo: bool = False
    board: str = ""
    strokes: tuple[LaidStroke, ...] = ()
    parts: tuple[LaidPart, ...] = ()
    answers: tuple[AnswerPlace, ...] = ()
    beside: str = ""
    text_edge: float = 0.0
    foot: float = 0.0

    @property
    def is_text(self) -> bool:
        """Whether it shows a page of the text, be it with a chart beside it."""
        return not self.title and (not self.board or bool(self.beside))


@dataclass(frozen=True, slots=True)
class LaidMark:
    """A mark as shapes: its stretches in drawing order (a highlight fills them), the strokes of each page,
    and the pieces of text that stand there when it is drawn: the letter of its meaning, a number, a note. A layout has
    one more of the same id for each page on which the mark's words are quoted."""

    id: str
    kind: str
    colour: str
    stretches: tuple[Stretch, ...]
    strokes: tuple[PageStrokes, ...] = ()


@dataclass(frozen=True, slots=True)
class PageStrokes:
    """A mark's strokes and pieces on one page."""

    page: int
    strokes: tuple[LaidStroke, ...]
    pieces: tuple[SetPiece, ...] = ()


@dataclass(frozen=True, slots=True)
class Point:
    """A place on the page."""

    x: float
    y: float


@dataclass(frozen=True, slots=True)
class Signpost:
    """A pause point's signpost: its box, header, text (whose words have `boxes`, since they can be read
    aloud), thinking stones (centres), the answer that is shown after the think time, the arrow with which it points
    (`tip`: x and y of its corners), and the footpath that joins it to its word: x and y of its start, of the edge of
    the text, and of the two control points and the end of a cubic curve from there to the tip."""

    id: str
    page: int
    x: float
    y: float
    width: float
    height: float
    header: float
    tip: tuple[float, ...]
    pieces: tuple[SetPiece, ...]
    stones: tuple[Point, ...]
    footpath: tuple[float, ...]
    think_seconds: float
    boxes: tuple[WordBox, ...] = ()
    answer: tuple[SetPiece, ...] = ()


@dataclass(frozen=True, slots=True)
class Sign:
    """A sign at the foot of the stage, on a ground of its own: its box, what it says, and stones (centres, of `radius`)
    that are used up while the lesson stands still."""

    id: str
    x: float
    y: float
    width: float
    height: float
    pieces: tuple[SetPiece, ...]
    stones: tuple[Point, ...]
    radius: float


@dataclass(frozen=True, slots=True)
class Look:
    """Measures of what is drawn around words, as parts of the font size, so that browser and
    video need no numbers of their own."""

    stone_above: float = 0.98
    stone_below: float = 0.62
    stone_side: float = 0.09
    stone_radius: float = 0.16
    foot: float = 0.085
    dots_below: float = 0.56
    dot: float = 0.085
    dot_gap: float = 0.2
    underline_below: float = 0.27
    underline: float = 0.075
    highlight_above: float = 0.92
    highlight_below: float = 0.34
    letter: float = 0.36
    stone: float = 13.0
    """Radius of a thinking stone in page units."""
    spot: float = 54.0
    spot_strength: float = 0.7
    """Radius of the pointer's soft spot in page units, and how strong it is in its middle, from 0 to 1."""
    caption: float = 44.0
    caption_lead: float = 54.0
    """The size of captions in the picture, and from one of their lines to the next, in page units."""
    camera_radius: float = 18.0
    camera_edge: float = 3.0
    """The corners of the camera's picture, and the line around it, in page units."""


@dataclass(frozen=True, slots=True)
class Layout:
    """All pages of a lesson for one stage shape, title card first. `text_edge` is where the column of text ends:
    right of it is the room for signposts. Below a page there may be `caption_room` (page units) for captions."""

    name: str
    width: float
    height: float
    pages: tuple[LaidPage, ...]
    marks: tuple[LaidMark, ...]
    signposts: tuple[Signpost, ...]
    look: Look = Look()
    text_edge: float = 0.0
    signs: tuple[Sign, ...] = ()
    caption_room: float = 0.0

    def places(self) -> Mapping[str, tuple[int, WordBox]]:
        """Word id → (page index, box). A word of the passage that is seen again beside a question has its
        place on its own page; words of a signpost on the page of the signpost."""
        return _places(self.pages, self.signposts)

    def pages_of_board(self, board: str) -> tuple[int, ...]:
        """The pages that show a board by itself, in their order."""
        return tuple(index for index, page in enumerate(self.pages) if page.board == board and not page.beside)

    def page_of_board(self, board: str) -> int | None:
        """The page that shows a board by itself (the first, when it takes several)."""
        return next((index for index, page in enumerate(self.pages) if page.board == board), None)


@remembered(32)
def _places(pages: tuple[LaidPage, ...], signposts: tuple[Signpost, ...]) -> Mapping[str, tuple[int, WordBox]]:
    found = {box.word: (signpost.page, box) for signpost in signposts for box in signpost.boxes}
    for index, page in enumerate(pages):
        for box in page.boxes:
            if not page.board or box.word not in found:
                found[box.word] = (index, box)
    return found
