"""Marks as strokes: what is drawn around, under, over and beside their words.

Every shape is a line along points, so that browser and video draw the same and a mark can be drawn to any
share of its length. What each form looks like stands in `core/marks/forms`; here are the pen that it draws with, the
places of its words, and what all marks have. Measures are parts of the font size, from `Look`.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import accumulate, groupby, pairwise

from wordtrail.core.layout.faces import shape
from wordtrail.core.layout.lines import letters_of, set_text
from wordtrail.core.layout.margin_notes import NOTE_LEAD, note_left, note_lines, note_size
from wordtrail.core.layout.model import (
    Ink,
    LaidMark,
    LaidPage,
    LaidPicture,
    LaidStroke,
    Look,
    PageStrokes,
    SetPiece,
    WordBox,
)
from wordtrail.core.layout.picture_ink import on_page
from wordtrail.core.layout.stages import Stage
from wordtrail.core.layout.tied_numbers import numbered_disc
from wordtrail.core.layout.whole_width import GAP
from wordtrail.core.marks.forms.arrow import Arrow
from wordtrail.core.marks.forms.form import THICK, THICK_ON_PICTURES, Area, Letter, Trace
from wordtrail.core.marks.forms.ink import AsDrawn
from wordtrail.core.marks.lines import rounded
from wordtrail.core.marks.meaning import Line, Meaning
from wordtrail.core.marks.model import Mark, Stroke, pen_strokes
from wordtrail.core.marks.stretch import Stretch
from wordtrail.core.text.look import USUAL_LOOK, TextLook
from wordtrail.core.text.model import Region, Style

LOOK = Look()

LABEL_WIDTH = 420.0
"""Page units that a name at a part takes at the most."""

_INKS = {"lake": Ink.LAKE, "moss": Ink.MOSS, "ochre": Ink.OCHRE, "plum": Ink.PLUM, "clay": Ink.CLAY}


@dataclass(frozen=True, slots=True)
class Ground:
    """What marks are laid on: the pages with their words' places, the words of the passage in order, the
    legend, and the named regions of pictures by block and region."""

    pages: Sequence[LaidPage]
    places: Mapping[str, tuple[int, WordBox]]
    order: Sequence[str]
    legend: Sequence[Meaning]
    regions: dict[tuple[str, str], Region]
    stage: Stage
    look: TextLook = USUAL_LOOK


def laid_marks(marks: Iterable[Mark], ground: Ground) -> tuple[LaidMark, ...]:
    """All marks as shapes; margin notes that would lie on one another are moved apart. A mark whose words are quoted on
    another page (beside a question), or stand there once more (beside a chart), has shapes there, too."""
    laid = [(mark, _laid(mark, ground)) for mark in marks]
    again = [one for mark, one in laid if not mark.form.in_margin]
    return (*_apart(laid, ground.stage), *_quoted([mark for mark, _ in laid], ground), *_beside(again, ground.pages))


def _beside(laid: Sequence[LaidMark], pages: Sequence[LaidPage]) -> Iterator[LaidMark]:
    """Marks once more on pages of the text that have a chart beside them: just as they are on the page itself."""
    number_of = {page.id: number for number, page in enumerate(pages)}
    for number, page in enumerate(pages):
        own = number_of.get(page.beside, -1)
        for mark in laid if own >= 0 else ():
            stretches = tuple(replace(one, page=number) for one in mark.stretches if one.page == own)
            strokes = tuple(replace(one, page=number) for one in mark.strokes if one.page == own)
            if stretches or strokes:
                yield replace(mark, stretches=stretches, strokes=strokes)


def _quoted(marks: Iterable[Mark], ground: Ground) -> Iterator[LaidMark]:
    """The marks once more, on the words that are quoted beside questions."""
    order = {word: place for place, word in enumerate(ground.order)}
    on_words = [mark for mark in marks if not mark.picture and not mark.form.in_margin]
    for number, page in enumerate(ground.pages):
        is_quoting = page.board and not page.beside
        places = {box.word: (number, box) for box in page.boxes if box.word in order} if is_quoting else {}
        there = replace(ground, places=places)
        for mark in on_words if places else ():
            if any(order[mark.first] <= order[word] <= order[mark.last] for word in places):
                form = mark.form.among(places.keys()).untied()
                yield _laid(replace(mark, form=form), there, letters=False)


def _placed_words(mark: Mark, ground: Ground) -> list[str]:
    first, last = ground.order.index(mark.first), ground.order.index(mark.last)
    return [word for word in ground.order[first : last + 1] if word in ground.places]


def _laid(mark: Mark, ground: Ground, *, letters: bool = True) -> LaidMark:
    meaning = next(one for one in ground.legend if one.id == mark.meaning)
    run = _placed_words(mark, ground)
    pen = _Pen(mark, meaning, _trimmed(mark, _stretches(run, ground), ground), ground)
    if mark.picture:
        if found := _picture_of(mark, ground):
            pen.on_picture(*found)
        return LaidMark(mark.id, mark.form.kind, meaning.colour, (), _timed(pen.drawn))
    if mark.ink and (mark.as_drawn or isinstance(mark.form, AsDrawn)):
        pen.ink()
    elif pen.stretches:
        mark.form.draw(pen)
    strokes = _timed(pen.drawn)
    if letters:
        strokes = _with_letter(mark, meaning, strokes, pen.stretches, ground)
    return LaidMark(mark.id, mark.form.kind, meaning.colour, pen.stretches, strokes)


Drawn = list[tuple[int, list[LaidStroke], list[SetPiece]]]
"""Page, strokes and pieces, in drawing order."""


class _Pen:
    """The pen of one mark; `drawn` is what it has drawn so far."""

    def __init__(self, mark: Mark, meaning: Meaning, stretches: tuple[Stretch, ...], ground: Ground) -> None:
        self.mark, self.meaning, self.stretches, self.ground = mark, meaning, stretches, ground
        self.drawn: Drawn = []

    @property
    def text_edges(self) -> tuple[float, float]:
        stage = self.ground.stage
        page = self.stretches[0].page if self.stretches else 0
        wider = max(0.0, self.ground.pages[page].text_edge - stage.text_edge)
        return stage.text_left, stage.text_left + stage.text_width + wider

    def place_of(self, word: str) -> Stretch | None:
        place = self.ground.places.get(word)
        return _stretches([word], self.ground)[0] if place else None

    def letter_edges(self) -> tuple[float, ...]:
        return letter_edges(self.mark.first, self.ground)

    def draw(self, page: int, *traces: Trace) -> None:
        colour = self.meaning.colour
        strokes = [LaidStroke(_flat(one.points), one.width, colour, fill=one.fill) for one in traces]
        self.drawn.append((page, strokes, []))

    def underline(self, line: Line) -> None:
        self.drawn += [(one.page, _underline(one, line, self.meaning.colour), []) for one in self.stretches]

    def number(self, page: int, text: str, x: float, y: float, radius: float) -> None:
        disc, pieces = numbered_disc(text, x, y, radius, self.meaning.colour, self.ground.look)
        self.drawn.append((page, [disc], pieces))

    def label(self, page: int, text: str, x: float, y: float, size: float, edge: float = math.inf) -> None:
        lines = set_text(text, size, LABEL_WIDTH, Style.BOLD, TextLook(self.ground.look.typeface))
        pieces: list[SetPiece] = []
        room = 0.35 * size
        right = max(line.width for line in lines)
        x = min(x, edge - right - room)
        for number, line in enumerate(lines):
            pieces += line.set_at(x, y + number * size * NOTE_LEAD, _INKS[self.meaning.colour])
        foot = y + (len(lines) - 1) * size * NOTE_LEAD
        plate = rounded(x - room, y - size, x + right + room, foot + 0.4 * size, 0.2)
        self.drawn.append((page, [LaidStroke(_flat(plate), 0.0, "white", fill=True)], pieces))

    def on_picture(self, number: int, picture: LaidPicture) -> None:
        """Draw the mark's form on a picture of a page: at what the pen drew there, else on its region."""
        mark, ink, edge = self.mark, self.mark.ink, picture.x + picture.width
        if not ink:
            region = self.ground.regions.get((mark.picture, mark.region))
            mark.form.draw_on_picture(self, Area(number, *region_on(picture, region), edge=edge))
        elif mark.as_drawn or isinstance(mark.form, AsDrawn):
            for points in pen_strokes(mark):
                stroke = LaidStroke(_flat(on_page(points, picture)), THICK_ON_PICTURES, self.meaning.colour)
                self.drawn.append((number, [stroke], []))
        else:
            xs, ys = zip(*(place for points in pen_strokes(mark) for place in on_page(points, picture)), strict=True)
            way = on_page(ink[0], picture) if isinstance(mark.form, Arrow) else None
            mark.form.draw_on_picture(self, Area(number, min(xs), min(ys), max(xs), max(ys), way, edge))

    def note(self, text: str) -> None:
        self.drawn.append(_note(text, self.meaning, self.stretches, self.ground))

    def ink(self) -> None:
        """What the hand drew, at its word."""
        if place := self.ground.places.get(self.mark.first):
            page, box = place
            for stroke in self.mark.ink:
                drawn = LaidStroke(_placed_ink(stroke, box), THICK * box.size, self.meaning.colour)
                self.drawn.append((page, [drawn], []))


def _stretches(run: Iterable[str], ground: Ground) -> tuple[Stretch, ...]:
    return stretches_of(ground.places[word] for word in run)


def stretches_of(placed: Iterable[tuple[int, WordBox]]) -> tuple[Stretch, ...]:
    """A run of words as one stretch per line."""
    stretches = []
    for (page, _), run in groupby(placed, key=lambda place: (place[0], place[1].line)):
        boxes = [box for _, box in run]
        last = boxes[-1]
        stretches.append(Stretch(page, boxes[0].x, last.x + last.width, boxes[0].baseline, boxes[0].size))
    return tuple(stretches)


def letter_edges(word: str, ground: Ground) -> tuple[float, ...]:
    """The x of each letter's left edge in a word, and the right edge of the last; evenly parted where the
    word is part of a photo."""
    page, box = ground.places[word]
    pieces = [piece for piece in ground.pages[page].pieces if piece.word == word]
    if not pieces:
        return (box.x, box.x + box.width)
    letters = [letters_of(piece) for piece in pieces]
    return (*(x for edges in letters for x in edges[:-1]), letters[-1][-1])


def _trimmed(mark: Mark, stretches: tuple[Stretch, ...], ground: Ground) -> tuple[Stretch, ...]:
    """Without the letters that a mark leaves out at its ends."""
    if not stretches or not (mark.skip or mark.drop):
        return stretches
    begin, end = letter_edges(mark.first, ground), letter_edges(mark.last, ground)
    cut = list(stretches)
    if mark.skip and mark.first in ground.places:
        cut[0] = replace(cut[0], left=begin[min(mark.skip, len(begin) - 2)])
    if mark.drop and mark.last in ground.places:
        cut[-1] = replace(cut[-1], right=max(end[max(len(end) - 1 - mark.drop, 1)], cut[-1].left + 1))
    return tuple(cut)


def _underline(stretch: Stretch, line: Line, colour: str) -> list[LaidStroke]:
    size = stretch.size
    thick, y = LOOK.underline * size, stretch.baseline + LOOK.underline_below * size

    def at(y: float, width: float, dashes: tuple[float, ...] = ()) -> LaidStroke:
        return LaidStroke(_flat([(stretch.left, y), (stretch.right, y)]), round(width, 3), colour, dashes)

    if line is Line.DOUBLE:
        return [at(y - thick * 0.6, thick * 0.55), at(y + thick * 0.6, thick * 0.55)]
    return [at(y, thick, (round(thick * 3, 3), round(thick * 1.6, 3)) if line is Line.DASHED else ())]


def _note(
    text: str, meaning: Meaning, stretches: tuple[Stretch, ...], ground: Ground
) -> tuple[int, list[LaidStroke], list[SetPiece]]:
    """Words in the right margin, with a line to the text."""
    last, stage = stretches[-1], ground.stage
    left, size = note_left(stage), note_size(stage)
    lines = note_lines(text, stage, ground.look)
    y = ground.pages[last.page].foot + GAP + size if stage.below else last.baseline - 0.2 * last.size
    pieces: list[SetPiece] = []
    for number, line in enumerate(lines):
        pieces += line.set_at(left, y + number * size * NOTE_LEAD, _INKS[meaning.colour])
    start = last.right + 0.2 * last.size
    y_line = last.baseline + LOOK.dots_below * last.size
    edge = max(start, stage.text_left + stage.text_width + 14)
    way = [(start, y_line), (edge, y_line), (left - 14, y - 0.3 * size)]
    if stage.below:
        # Along the line and down the margin, never through words.
        reach = left + lines[0].width + 14
        way = [(start, y_line), (edge, y_line), (edge, y - 0.3 * size), (reach, y - 0.3 * size)]
    underlines = [
        stroke for one in stretches if one.page == last.page for stroke in _underline(one, Line.SOLID, meaning.colour)
    ]
    return last.page, [*underlines, LaidStroke(_flat(way), 2.5, meaning.colour, (7.0, 6.0))], pieces


def _placed_ink(stroke: Stroke, box: WordBox) -> tuple[float, ...]:
    return tuple(round((box.baseline if n % 2 else box.x) + value * box.size, 2) for n, value in enumerate(stroke))


def _picture_of(mark: Mark, ground: Ground) -> tuple[int, LaidPicture] | None:
    """The picture that a mark is on, with its page, where it is on a page of the text."""
    for number, page in enumerate(ground.pages):
        for picture in page.pictures:
            if picture.id == mark.picture and not page.board:
                return number, picture
    return None


def region_on(picture: LaidPicture, region: Region | None) -> tuple[float, float, float, float]:
    """Left, top, right and bottom, in page units, of a region of a picture as far as it is shown (None: the
    whole picture)."""
    if region is None:
        return picture.x, picture.y, picture.x + picture.width, picture.y + picture.height
    crop, area = picture.crop, region.area
    across, down = picture.width / crop.width, picture.height / crop.height
    left, top = picture.x + (area.x - crop.x) * across, picture.y + (area.y - crop.y) * down
    right, bottom = left + area.width * across, top + area.height * down
    return (
        max(left, picture.x), max(top, picture.y),
        min(right, picture.x + picture.width), min(bottom, picture.y + picture.height),
    )  # fmt: skip


def _timed(drawn: Drawn) -> tuple[PageStrokes, ...]:
    """Strokes with the share of the mark's progress in which each is drawn, by its length; the strokes of
    one entry are drawn together. Gathered by page."""
    lengths = [max((_length(s.points) for s in strokes), default=0.0) for _, strokes, _ in drawn]
    total = sum(lengths) or 1.0
    ends = [0.0, *accumulate(length / total for length in lengths)]
    pages: dict[int, tuple[list[LaidStroke], list[SetPiece]]] = {}
    for (page, strokes, pieces), begin, end in zip(drawn, ends, ends[1:], strict=False):
        own = pages.setdefault(page, ([], []))
        own[0].extend(replace(stroke, begin=round(begin, 4), end=round(max(end, begin), 4)) for stroke in strokes)
        own[1].extend(pieces)
    return tuple(PageStrokes(page, tuple(strokes), tuple(pieces)) for page, (strokes, pieces) in pages.items())


def _with_letter(
    mark: Mark, meaning: Meaning, strokes: tuple[PageStrokes, ...], stretches: tuple[Stretch, ...], ground: Ground
) -> tuple[PageStrokes, ...]:
    """With the letter of the meaning at the end of the last line."""
    if not stretches or mark.form.letter is Letter.NOWHERE:
        return strokes
    last = stretches[-1]
    size = LOOK.letter * last.size
    y = last.baseline + (LOOK.underline_below + 0.14) * last.size
    letter = _piece(meaning.letter, last.right + 0.1 * last.size, y, size, _INKS[meaning.colour], ground)
    if mark.form.letter is Letter.BEFORE:
        first = stretches[0]
        left = min([ground.stage.text_left, *(one.left for one in stretches)])
        letter = replace(
            letter, x=round(left - 16 - 0.75 * size, 3), baseline=round(first.baseline - 0.85 * first.size - 4, 3)
        )
        last = first
    for index, page in enumerate(strokes):
        if page.page == last.page:
            with_it = replace(page, pieces=(*page.pieces, letter))
            return (*strokes[:index], with_it, *strokes[index + 1 :])
    return (*strokes, PageStrokes(last.page, (), (letter,)))


def _piece(text: str, x: float, y: float, size: float, ink: Ink, ground: Ground) -> SetPiece:
    shaped = shape(text, Style.BOLD, ground.look.typeface)
    return SetPiece(
        text, round(x, 3), round(y, 3), round(shaped.advance * size, 3), round(size, 3), Style.BOLD, "", ink,
        ground.look.typeface,
    )  # fmt: skip


def _apart(marks: list[tuple[Mark, LaidMark]], stage: Stage) -> list[LaidMark]:
    """Margin notes under one another, none upon another."""
    lowest: dict[int, float] = {}
    size, below = note_size(stage), stage.below
    result = []
    for planned, mark in marks:
        if planned.form.in_margin and mark.strokes and mark.strokes[0].pieces:
            page = mark.strokes[0]
            top = min(piece.baseline for piece in page.pieces) - size
            down = max(0.0, lowest.get(page.page, 0.0) - top)
            lowest[page.page] = max(piece.baseline for piece in page.pieces) + down + size * 0.5
            if down:
                pieces = tuple(replace(piece, baseline=round(piece.baseline + down, 3)) for piece in page.pieces)
                way = page.strokes[-1]
                points = list(way.points)
                # The end of the way goes along; below the text also the corner before it.
                for place in (-3, -1) if below else (-1,):
                    points[place] = round(points[place] + down, 3)
                moved = replace(way, points=tuple(points))
                mark = replace(mark, strokes=(replace(page, pieces=pieces, strokes=(*page.strokes[:-1], moved)),))
        result.append(mark)
    return result


def _length(points: tuple[float, ...]) -> float:
    pairs = list(zip(points[::2], points[1::2], strict=True))
    return sum(math.dist(a, b) for a, b in pairwise(pairs))


def _flat(points: Iterable[tuple[float, float]]) -> tuple[float, ...]:
    return tuple(round(value, 2) for point in points for value in point)
