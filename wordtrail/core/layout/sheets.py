"""Sheets as stage pages: purpose, word cards, questions with their evidence side by side, organizers.

What comes on a page later (answers, struck-out choices, filled-in boxes) is a part of it with a name of its own;
the cue sheet says when it is shown. The names are made by the functions at the end, for both sides.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field
from itertools import groupby

from wordtrail.core.layout.boxes import boxes_of
from wordtrail.core.layout.fit import pages_of_rows, rows_at
from wordtrail.core.layout.lines import Line, set_text, set_words, verses_of
from wordtrail.core.layout.model import (
    Ink,
    LaidPage,
    LaidPart,
    LaidPicture,
    LaidStroke,
    Panel,
    SetPiece,
    WordBox,
)
from wordtrail.core.layout.stages import Stage
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.sheets import Role, Sheet, SheetText, as_put
from wordtrail.core.plan.cards import PartRole, WordCard
from wordtrail.core.plan.headings import HEADINGS
from wordtrail.core.plan.model import PauseKind, PausePoint, Span
from wordtrail.core.plan.opening import Part
from wordtrail.core.plan.organizers import Box, Organizer
from wordtrail.core.text.look import TextLook
from wordtrail.core.text.model import WHOLE, Area, Block, BlockKind, Picture, Style

SCALES = (1.0, 0.9, 0.8, 0.7, 0.62, 0.55, 0.48, 0.42)
"""Sizes that are tried for a sheet, the largest first."""

LEADING = 1.4
LETTERS = "ABCDEFGHI"

_SIZES = {
    Role.TITLE: 46.0, Role.BIG: 76.0, Role.BODY: 60.0, Role.ITEM: 52.0, Role.QUIET: 40.0, Role.REASON: 44.0,
    Role.ANSWER: 44.0, Role.CHOICE: 44.0,
}  # fmt: skip
_STYLES = {Role.TITLE: Style.BOLD, Role.BIG: Style.BOLD, Role.REASON: Style.ITALIC, Role.QUIET: Style.PLAIN}
_INKS = {Role.TITLE: Ink.MOSS, Role.QUIET: Ink.QUIET}


@dataclass(frozen=True, slots=True)
class SheetBench:
    """What sheets are laid out from: the lesson, its text pages and the stage."""

    lesson: Lesson
    text: Sequence[LaidPage]
    stage: Stage


@dataclass(slots=True)
class _Draft:
    """A page as it grows."""

    look: TextLook
    pieces: list[SetPiece] = field(default_factory=list)
    boxes: list[WordBox] = field(default_factory=list)
    panels: list[Panel] = field(default_factory=list)
    pictures: list[LaidPicture] = field(default_factory=list)
    strokes: list[LaidStroke] = field(default_factory=list)
    parts: list[LaidPart] = field(default_factory=list)
    lines: int = 0

    def put(self, lines: Iterable[Line], left: float, top: float, ink: Ink = Ink.INK) -> float:
        """Set lines under one another from `top`; where they end."""
        y = top
        for line in lines:
            placed = line.set_at(left, y + line.size * 1.08, ink)
            self.pieces += placed
            self.boxes += boxes_of(placed, self.lines)
            self.lines += 1
            y += line.size * LEADING
        return y

    def text(self, one: SheetText, size: float, left: float, top: float, width: float) -> float:
        """Set a text of a sheet; where it ends."""
        lines = set_words(one.text, one.words, size, width, _STYLES.get(one.role, Style.PLAIN), self.look)
        return self.put(lines, left, top, _INKS.get(one.role, Ink.INK))

    def page(self, id: str, sheet: str) -> LaidPage:
        size = max((piece.size for piece in self.pieces), default=44.0)
        return LaidPage(
            id, "", size, tuple(self.pieces), tuple(self.boxes), tuple(self.panels), pictures=tuple(self.pictures),
            sheet=sheet, strokes=tuple(self.strokes), parts=tuple(self.parts),
        )  # fmt: skip


def laid_sheet(sheet: Sheet, bench: SheetBench) -> LaidPage:
    """One sheet as a stage page."""
    look = TextLook(bench.lesson.look.typeface)
    draft = _Draft(look)
    if sheet.card:
        _word_card(draft, sheet, sheet.card, bench)
    elif sheet.point:
        _question(draft, sheet, sheet.point, bench)
    elif sheet.organizer:
        stage = bench.stage
        _chart(draft, sheet.organizer, sheet, bench, (90.0, 60.0, stage.width - 90, stage.height - 60))
    elif sheet.part is Part.SIGHT_WORDS:
        _sight_words(draft, sheet, bench)
    elif sheet.part is Part.MATCHING:
        _matching(draft, sheet, bench)
    else:
        _column(draft, sheet, bench)
    return draft.page(f"sheet-{sheet.id}", sheet.id)


def _column(draft: _Draft, sheet: Sheet, bench: SheetBench) -> None:
    """Texts under one another, hung a little above the middle, beside a picture where there is one."""
    stage = bench.stage
    picture = _picture_of(bench.lesson, sheet.picture)
    left, width = (110.0, 640.0) if picture else (300.0, stage.width - 600)
    scale, height = _fitted(sheet.texts, width, draft.look, stage.height - 220)
    y = max(90.0, (stage.height - height) * 0.42)
    if picture:
        draft.pictures.append(
            _placed(sheet.picture, picture, WHOLE, (800.0, 110.0, stage.width - 90, stage.height - 110))
        )
    for one in sheet.texts:
        size = _SIZES.get(one.role, 52.0) * scale
        indent = 56.0 * scale if one.role is Role.ITEM else 0.0
        if one.role is Role.ITEM:
            draft.strokes.append(_dot(left + 16 * scale, y + size * 0.72, 10 * scale, "moss"))
        y = draft.text(one, size, left + indent, y, width - indent) + size * 0.35


def _fitted(
    texts: Sequence[SheetText], width: float, look: TextLook, room: float, scales: Sequence[float] = SCALES
) -> tuple[float, float]:
    """The largest scale at which texts fit into `room`, and their height."""
    height = 0.0
    for scale in scales:
        height = 0.0
        for one in texts:
            size = _SIZES.get(one.role, 52.0) * scale
            indent = 56.0 * scale if one.role is Role.ITEM else 0.0
            lines = set_text(one.text, size, width - indent, _STYLES.get(one.role, Style.PLAIN), look)
            height += len(lines) * size * LEADING + size * 0.35
        if height <= room:
            return scale, height
    return scales[-1], height


def _sight_words(draft: _Draft, sheet: Sheet, bench: SheetBench) -> None:
    stage = bench.stage
    heading, *words = sheet.texts
    draft.text(heading, 46.0, 130.0, 70.0, stage.width - 260)
    columns = 3 if len(words) <= 6 else 4 if len(words) <= 12 else 6
    rows = -(-len(words) // columns)
    wide, high = (
        (stage.width - 260 - 30 * (columns - 1)) / columns,
        min(220.0, (stage.height - 260 - 30 * (rows - 1)) / rows),
    )
    size = min(96.0, high * 0.5, wide / 4.2)
    top = 190.0 + max(0.0, (stage.height - 250 - rows * (high + 30)) * 0.3)
    for n, one in enumerate(words):
        x, y = 130.0 + (n % columns) * (wide + 30), top + (n // columns) * (high + 30)
        draft.panels.append(Panel(x, y, round(wide, 2), round(high, 2), "white", "moss-half"))
        lines = set_words(one.text, one.words, size, wide * 2, Style.PLAIN, draft.look)
        draft.put(lines[:1], x + (wide - lines[0].width) / 2, y + high / 2 - size * 0.78)


def _word_card(draft: _Draft, sheet: Sheet, card: WordCard, bench: SheetBench) -> None:
    """The word large, its syllables with loops under them, then what it means, an example, its parts."""
    stage = bench.stage
    left = 130.0
    has_picture = bool(card.picture)
    width = 1010.0 if has_picture else stage.width - 2 * left
    draft.panels.append(Panel(70, 60, stage.width - 140, stage.height - 120, "white", "moss-half"))
    by_id = {one.id: one for one in sheet.texts}
    word = by_id["word"]
    size = next(
        (
            s
            for s in (132.0, 112.0, 92.0, 76.0)
            if set_text(word.text, s, 9999, Style.BOLD, draft.look)[0].width < width
        ),
        60.0,
    )
    y = draft.text(word, size, left, 96.0, width)
    if "class" in by_id:
        right = draft.pieces[-1].x + draft.pieces[-1].width + 36
        draft.put(
            set_text(card.part_of_speech, 38.0, 600, Style.ITALIC, draft.look), right, 96.0 + size * 0.66, Ink.QUIET
        )
    y += 6
    if card.say_it and len(card.syllables) > 1:
        y = _syllables(draft, card, left, y)
    if card.parts:
        y = _word_parts(draft, card, left, y + 8)
    texts = [by_id[name] for name in ("meaning", "example", "related") if name in by_id]
    room = stage.height - 110 - y
    scale, _ = _fitted(texts, width, draft.look, room, (1.35, 1.2, *SCALES))
    y += 18
    for one in texts:
        own = _SIZES[one.role] * scale
        y = draft.text(one, own, left, y, width) + own * 0.35
    if has_picture:
        place = (left + width + 50, 150.0, stage.width - 130, stage.height - 150)
        draft.pictures.append(_contained(card.picture, card.picture_shows, sheet.id, place))


def _syllables(draft: _Draft, card: WordCard, left: float, top: float) -> float:
    size, x = 58.0, left
    for n, syllable in enumerate(card.syllables):
        (line,) = set_text(syllable, size, 9999, Style.PLAIN, draft.look)[:1]
        here = line.set_at(x, top + size * 1.08, Ink.INK)
        draft.pieces += here
        right = here[-1].x + here[-1].width
        y = top + size * 1.3
        loop = [(x + (right - x) * t, y + 26 * math.sin(math.pi * t)) for t in (k / 16 for k in range(17))]
        draft.strokes.append(LaidStroke(_flat(loop), 4.0, "lake"))
        draft.parts.append(
            LaidPart(
                syllable_part(card.id, n),
                panels=(Panel(round(x - 10, 2), top + 4, round(right - x + 20, 2), size * 1.3, "moss-pale"),),
            )
        )
        x = right + 40
    return top + size * 1.3 + 40


def _word_parts(draft: _Draft, card: WordCard, left: float, top: float) -> float:
    """Boxes with the parts, joined by plus signs; a change of spelling stands in a dashed frame."""
    size, x, high = 46.0, left, 78.0
    for n, part in enumerate(card.parts):
        if n:
            (plus,) = set_text("+", size, 999, Style.PLAIN, draft.look)
            draft.pieces += plus.set_at(x, top + 54, Ink.QUIET)
            x += plus.width + 22
        (line,) = set_text(part.text, size, 9999, Style.PLAIN, draft.look)[:1]
        wide = line.width + 44
        changed = part.role in (PartRole.DOUBLED, PartRole.DROPPED, PartRole.CHANGED)
        ink = Ink.CLAY if changed else Ink.INK
        if changed:
            frame = [(x, top), (x + wide, top), (x + wide, top + high), (x, top + high), (x, top)]
            draft.strokes.append(LaidStroke(_flat(frame), 3.0, "clay", (9.0, 7.0)))
        else:
            fill = "ochre-pale" if part.role in (PartRole.ENDING, PartRole.PREFIX) else "moss-pale"
            draft.panels.append(Panel(round(x, 2), top, round(wide, 2), high, fill))
        draft.pieces += line.set_at(x + 22, top + 54, ink)
        x += wide + 22
    return top + high + 12


def _matching(draft: _Draft, sheet: Sheet, bench: SheetBench) -> None:
    heading, *rest = sheet.texts
    stage = bench.stage
    draft.text(heading, 46.0, 130.0, 70.0, stage.width - 260)
    _two_columns(draft, rest, matching_part("matching"), (130.0, 170.0, stage.width - 130, stage.height - 80))


def _two_columns(
    draft: _Draft, texts: Sequence[SheetText], part: str, place: tuple[float, float, float, float]
) -> None:
    """Texts that belong together two by two, in two columns, the right one in another order. The lines that
    join them come later."""
    x0, top, x1, bottom = place
    left, right = texts[::2], texts[1::2]
    put = as_put(tuple(one.text for one in right))
    high = min(150.0, (bottom - top) / max(len(left), 1) - 20)
    half = (x1 - x0) * 0.36
    other = x1 - (x1 - x0) * 0.46
    lines: list[LaidStroke] = []
    for n, one in enumerate(left):
        y = top + n * (high + 20)
        _boxed(draft, one, (x0, y, x0 + half, y + high), "white", "lake")
        m = put.index(right[n].text)
        y_other = top + m * (high + 20)
        _boxed(draft, right[n], (other, y_other, x1, y_other + high), "mist", "")
        joined = [(x0 + half + 6, y + high / 2), (other - 6, y_other + high / 2)]
        lines.append(LaidStroke(_flat(joined), 5.0, "lake"))
    draft.parts.append(LaidPart(part, strokes=tuple(lines)))


def _boxed(draft: _Draft, text: SheetText, place: tuple[float, float, float, float], fill: str, edge: str) -> None:
    """A text in a box, as large as it fits."""
    left, top, right, bottom = place
    draft.panels.append(
        Panel(round(left, 2), round(top, 2), round(right - left, 2), round(bottom - top, 2), fill, edge)
    )
    for size in (46.0, 40.0, 34.0, 29.0, 25.0, 21.0):
        lines = set_words(text.text, text.words, size, right - left - 44, Style.PLAIN, draft.look)
        if len(lines) * size * LEADING <= bottom - top - 8:
            break
    draft.put(lines, left + 22, (top + bottom - len(lines) * size * LEADING) / 2 + 0.05 * size)


def _question(draft: _Draft, sheet: Sheet, point: PausePoint, bench: SheetBench) -> None:
    """The question on the left, its evidence (or picture, or organizer) on the right."""
    stage = bench.stage
    organizer = next((one for one in bench.lesson.plan.organizers if one.id == point.organizer), None)
    shown = bool(point.evidence or sheet.picture or organizer or any(c.proof for c in point.choices))
    left, width = 80.0, (800.0 if shown else 1400.0)
    if not shown:
        left = (stage.width - width) / 2
    draft.panels.append(Panel(left, 60, width, 70, "lake"))
    (heading, *_) = set_text(HEADINGS[point.kind], 36.0, width - 60, Style.BOLD, draft.look)
    draft.pieces += heading.set_at(left + 30, 108, Ink.WHITE)
    asked = [one for one in sheet.texts if one.role in (Role.BODY, Role.QUIET)]
    offered = [one for one in sheet.texts if one.role is Role.CHOICE]
    answer = next((one for one in sheet.texts if one.role is Role.ANSWER), None)
    room = stage.height - 240
    for scale in SCALES:
        need = _need(asked, width, draft.look, scale) + _choices_need(offered, point, width, draft.look, scale)
        need += _need([answer], width - 60, draft.look, scale) + 40 if answer else 0
        if need <= room:
            break
    y = 158.0
    for one in asked:
        size = (54.0 if one.role is Role.BODY else 34.0) * scale
        y = draft.text(one, size, left, y, width) + size * 0.3
    y += 10
    if point.kind is PauseKind.MATCH:
        pairs = [one for one in sheet.texts if one.role is Role.ITEM]
        _two_columns(draft, pairs, answer_part(point.id), (left, y, left + width, stage.height - 90))
    elif offered:
        y = _choices(draft, offered, point, (left, y, width), scale)
    if answer:
        _answer(draft, answer, point, (left, y, width), scale)
    if not shown:
        return
    place = (left + width + 60, 60.0, stage.width - 80, stage.height - 60)
    if organizer:
        _chart(draft, organizer, None, bench, place)
    else:
        _evidence(draft, sheet, point, bench, place)


def _need(texts: Sequence[SheetText | None], width: float, look: TextLook, scale: float) -> float:
    need = 0.0
    for one in texts:
        if one:
            size = {Role.BODY: 54.0, Role.ANSWER: 40.0}.get(one.role, 34.0) * scale
            need += len(set_text(one.text, size, width, Style.PLAIN, look)) * size * LEADING + size * 0.3
    return need


def _choices_need(offered: Sequence[SheetText], point: PausePoint, width: float, look: TextLook, scale: float) -> float:
    if point.kind is PauseKind.MATCH:
        return 110.0 * len(point.pairs)
    need = 0.0
    for n, one in enumerate(offered):
        size = 42.0 * scale
        need += len(set_text(one.text, size, width - 130, Style.PLAIN, look)) * size * LEADING + 40
        reason = point.choices[n].reason if n < len(point.choices) else ""
        need += (
            len(set_text(reason, 32.0 * scale, width - 130, Style.PLAIN, look)) * 32.0 * scale * 1.3 if reason else 0.0
        )
    return need


def _choices(
    draft: _Draft, offered: Sequence[SheetText], point: PausePoint, place: tuple[float, float, float], scale: float
) -> float:
    """Answers in boxes with letters (things to order: with empty rings), and what comes later: wrong ones
    struck out with their reason, the right one lit, the numbers of the order."""
    left, y, width = place
    size, small = 42.0 * scale, 32.0 * scale
    shown: list[Panel] = []
    marks: list[LaidStroke] = []
    pieces: list[SetPiece] = []
    for n, one in enumerate(offered):
        choice = point.choices[n] if n < len(point.choices) else None
        lines = set_words(one.text, one.words, size, width - 130, Style.PLAIN, draft.look)
        reason = (
            set_text(choice.reason, small, width - 130, Style.ITALIC, draft.look) if choice and choice.reason else ()
        )
        high = len(lines) * size * LEADING + len(reason) * small * 1.3 + 22
        draft.panels.append(Panel(left, round(y, 2), width, round(high, 2), "white", "hairline"))
        if choice:
            (letter,) = set_text(LETTERS[n], size, 99, Style.BOLD, draft.look)
            draft.pieces += letter.set_at(left + 34, y + 8 + size * 1.08, Ink.LAKE)
        else:
            draft.strokes.append(_ring(left + 52, y + 8 + size * 0.72, size * 0.52, "lake"))
        end = draft.put(lines, left + 100, y + 8)
        later: list[SetPiece] = []
        for line in reason:
            later += line.set_at(left + 100, end + small * 0.9, Ink.CLAY if choice and not choice.right else Ink.MOSS)
            end += small * 1.3
        if choice and not choice.right:
            first = lines[0]
            struck = [(left + 30, y + 8 + size * 0.76), (left + 100 + first.width + 14, y + 8 + size * 0.7)]
            strokes = [LaidStroke(_flat(struck), 5.0 * max(scale, 0.7), "clay")]
            draft.parts.append(LaidPart(strike_part(point.id, n), tuple(later), (), tuple(strokes)))
        elif choice:
            shown.append(Panel(left, round(y, 2), width, round(high, 2), "moss-pale", "moss"))
            pieces += later
        else:
            right = point.items.index(one.text) + 1
            (number,) = set_text(str(right), size * 0.72, 99, Style.BOLD, draft.look)
            pieces += number.set_at(left + 52 - number.width / 2, y + 8 + size * 0.98, Ink.LAKE)
        y += high + 18
    draft.parts.append(LaidPart(answer_part(point.id), tuple(pieces), tuple(shown), tuple(marks)))
    return y


def _answer(
    draft: _Draft, answer: SheetText, point: PausePoint, place: tuple[float, float, float], scale: float
) -> None:
    """The answer in its own panel; its words can be read aloud, so they stand there from when it is shown."""
    left, y, width = place
    size = 40.0 * scale
    lines = set_words(answer.text, answer.words, size, width - 60, Style.PLAIN, draft.look)
    high = len(lines) * size * LEADING + 28
    own = _Draft(draft.look, lines=draft.lines)
    own.put(lines, left + 30, y + 12)
    draft.boxes += own.boxes
    draft.lines = own.lines
    part = LaidPart(
        answer_part(point.id), tuple(own.pieces), (Panel(left, round(y + 2, 2), width, round(high, 2), "moss-pale"),)
    )
    draft.parts.append(part)


def _evidence(
    draft: _Draft, sheet: Sheet, point: PausePoint, bench: SheetBench, place: tuple[float, float, float, float]
) -> None:
    """A picture, and the paragraphs that the evidence stands in, whole; the evidence is lit with the answer."""
    left, top, right, bottom = place
    picture = _picture_of(bench.lesson, sheet.picture)
    spans = [*point.evidence, *(span for choice in point.choices for span in choice.proof)]
    if picture:
        foot = bottom if not spans else top + (bottom - top) * 0.5
        region = next((r for r in picture.regions if r.id == point.region), None)
        crop = _around(region.area) if region else picture.crop
        draft.pictures.append(_placed(sheet.picture, picture, crop, (left, top, right, foot)))
        top = foot + 30
    if not spans:
        return
    blocks = _blocks_of(bench.lesson, spans)
    draft.panels.append(Panel(left, top, right - left, bottom - top, "mist"))
    column = Stage(
        "evidence", right, bottom, left + 84, right - left - 124, top + 24, bottom - top - 48, left + 62, 0, 0
    )
    set_blocks = [(block, verses_of(block, Style.PLAIN, draft.look)) for block in blocks]
    for size in (54.0, 48.0, 44.0, 40.0, 36.0, 32.0, 28.0, 25.0, 22.0):
        rows = rows_at(set_blocks, size, column, draft.look)
        if len(pages_of_rows(rows, column.text_height)) == 1:
            break
    y = column.text_top
    for index, row in enumerate(rows):
        y += row.gap if index else 0.0
        if row.number:
            (number,) = set_text(row.number, row.size * 0.5, 99, Style.PLAIN, draft.look)
            draft.pieces += number.set_at(column.number_right - number.width, y + row.size * 1.18, Ink.QUIET)
        draft.put([row.line], column.text_left + row.inset, y + 0.1 * row.size, row.ink)
        y += row.height
    places = {box.word: box for box in draft.boxes}
    order = [word.id for word in bench.lesson.words]
    for n, span in enumerate(point.evidence):
        draft.parts.append(LaidPart(evidence_part(point.id, n), panels=_lit(span, order, places, "ochre-pale")))
    # The words that prove the right answer are lit last, over what the wrong ones have in common with it.
    for n, choice in sorted(enumerate(point.choices), key=lambda item: item[1].right):
        panels = tuple(
            panel
            for span in choice.proof
            for panel in _lit(span, order, places, "moss-pale" if choice.right else "clay-pale")
        )
        if panels:
            draft.parts.append(LaidPart(proof_part(point.id, n), panels=panels))


def _lit(span: Span, order: list[str], places: dict[str, WordBox], fill: str) -> tuple[Panel, ...]:
    run = [places[word] for word in order[order.index(span.first) : order.index(span.last) + 1] if word in places]
    panels = []
    for _, group in groupby(run, key=lambda box: box.line):
        line = list(group)
        first, last = line[0], line[-1]
        size = first.size
        panels.append(
            Panel(
                round(first.x - 0.1 * size, 2), round(first.baseline - 0.92 * size, 2),
                round(last.x + last.width - first.x + 0.2 * size, 2), round(1.26 * size, 2), fill,
            )
        )  # fmt: skip
    return tuple(panels)


def _blocks_of(lesson: Lesson, spans: Sequence[Span]) -> list[Block]:
    """The blocks in which the words of the spans stand, in reading order."""
    order = lesson.positions()
    wanted = {place for span in spans for place in range(order[span.first], order[span.last] + 1)}
    return [
        block
        for passage in lesson.passages
        for block in passage.blocks
        if block.kind is not BlockKind.PICTURE and any(order[word.id] in wanted for word in block.words)
    ]


def _chart(
    draft: _Draft,
    organizer: Organizer,
    sheet: Sheet | None,
    bench: SheetBench,
    place: tuple[float, float, float, float],
) -> None:
    """An organizer in a place of the page. What the teacher fills in comes later, box by box."""
    left, top, right, bottom = place
    whole = sheet is not None
    by_id = {one.id: one for one in sheet.texts} if sheet else {}
    title = by_id.get("title") or SheetText("title", Role.TITLE, organizer.title)
    top = draft.text(title, 50.0 if whole else 36.0, left, top, right - left) + 16
    gap = 40.0 if organizer.arrows else 22.0
    wide = (right - left - gap * (organizer.columns - 1)) / organizer.columns
    high = (bottom - top - gap * (organizer.rows - 1)) / organizer.rows
    areas: dict[str, tuple[float, float, float, float]] = {}
    for box in organizer.boxes:
        x, y = left + box.column * (wide + gap), top + box.row * (high + gap)
        areas[box.id] = (x, y, x + box.wide * wide + (box.wide - 1) * gap, y + box.high * high + (box.high - 1) * gap)
        _chart_box(draft, organizer, box, by_id, areas[box.id], bench)
    for arrow in organizer.arrows:
        draft.strokes += _box_arrow(areas[arrow.begin], areas[arrow.end])


def _chart_box(
    draft: _Draft, organizer: Organizer, box: Box, by_id: dict[str, SheetText],
    area: tuple[float, float, float, float], bench: SheetBench,
) -> None:  # fmt: skip
    left, top, right, bottom = area
    draft.panels.append(
        Panel(round(left, 2), round(top, 2), round(right - left, 2), round(bottom - top, 2), "white", "lake")
    )
    inner = right - left - 48
    quote = _quoted(bench.lesson, box.quote)
    for scale in (1.0, 0.9, 0.8, 0.72, 0.64, 0.56, 0.5, 0.44, 0.38):
        need = 24.0
        for text, size in ((box.heading, 42.0), (box.ask, 32.0), (box.text, 40.0), (quote, 36.0)):
            if text:
                need += len(set_text(text, size * scale, inner, Style.PLAIN, draft.look)) * size * scale * LEADING + 10
        if need <= bottom - top:
            break
    y = top + 14
    for name, text, size, style, ink in (
        ("h", box.heading, 42.0, Style.BOLD, Ink.LAKE), ("a", box.ask, 32.0, Style.PLAIN, Ink.QUIET),
    ):  # fmt: skip
        if text:
            words = by_id[f"{box.id}{name}"].words if f"{box.id}{name}" in by_id else ()
            y = draft.put(set_words(text, words, size * scale, inner, style, draft.look), left + 24, y, ink) + 6
    filled = _Draft(draft.look, lines=draft.lines)
    if box.text:
        words = by_id[f"{box.id}t"].words if f"{box.id}t" in by_id else ()
        y = filled.put(set_words(box.text, words, 40.0 * scale, inner, Style.PLAIN, draft.look), left + 24, y) + 6
    if quote:
        filled.put(set_text(quote, 36.0 * scale, inner, Style.ITALIC, draft.look), left + 24, y, Ink.MOSS)
    draft.boxes += filled.boxes
    draft.lines = filled.lines
    if filled.pieces:
        draft.parts.append(LaidPart(box_part(organizer.id, box.id), tuple(filled.pieces)))


def _quoted(lesson: Lesson, span: Span | None) -> str:
    if span is None:
        return ""
    order = lesson.positions()
    run = lesson.words[order[span.first] : order[span.last] + 1]
    text = " ".join(word.text for word in run).strip('“”"')
    return f"“{text}”"


def _box_arrow(a: tuple[float, float, float, float], b: tuple[float, float, float, float]) -> list[LaidStroke]:
    """From the edge of one box to the edge of another."""
    if b[0] >= a[2]:
        begin, end = (a[2] + 4, (a[1] + a[3]) / 2), (b[0] - 4, (b[1] + b[3]) / 2)
    elif b[1] >= a[3]:
        begin, end = ((a[0] + a[2]) / 2, a[3] + 4), ((b[0] + b[2]) / 2, b[1] - 4)
    else:
        begin, end = (a[0] - 4, (a[1] + a[3]) / 2), (b[2] + 4, (b[1] + b[3]) / 2)
    angle = math.atan2(end[1] - begin[1], end[0] - begin[0])
    head = [(end[0] - 18 * math.cos(angle + t), end[1] - 18 * math.sin(angle + t)) for t in (0.5, -0.5)]
    return [LaidStroke(_flat([begin, end]), 5.0, "lake"), LaidStroke(_flat([head[0], end, head[1]]), 5.0, "lake")]


def _picture_of(lesson: Lesson, block_id: str) -> Picture | None:
    blocks = (block for passage in lesson.passages for block in passage.blocks)
    return next((block.picture for block in blocks if block_id and block.id == block_id), None)


def _around(area: Area) -> Area:
    """A named region with some of its surroundings."""
    room = 0.12 * max(area.width, area.height)
    x, y = max(0.0, area.x - room), max(0.0, area.y - room)
    return Area(x, y, min(1.0 - x, area.width + 2 * room), min(1.0 - y, area.height + 2 * room))


def _placed(id: str, picture: Picture, crop: Area, place: tuple[float, float, float, float]) -> LaidPicture:
    """A picture as large as it fits into a place, in its middle."""
    left, top, right, bottom = place
    shape = crop.width * picture.width / (crop.height * picture.height)
    width = min(right - left, (bottom - top) * shape)
    height = width / shape
    x, y = left + (right - left - width) / 2, top + (bottom - top - height) / 2
    return LaidPicture(id, picture.file, crop, round(x, 2), round(y, 2), round(width, 2), round(height, 2), "")


def _contained(file: str, shows: str, id: str, place: tuple[float, float, float, float]) -> LaidPicture:
    """A card's picture: square, since its own shape is not known to the card."""
    left, top, right, bottom = place
    side = min(right - left, bottom - top)
    x, y = left + (right - left - side) / 2, top + (bottom - top - side) / 2
    return LaidPicture(id, file, WHOLE, round(x, 2), round(y, 2), round(side, 2), round(side, 2), shows)


def _dot(x: float, y: float, radius: float, colour: str) -> LaidStroke:
    return LaidStroke(_flat(_circle_points(x, y, radius)), 0.0, colour, fill=True)


def _ring(x: float, y: float, radius: float, colour: str) -> LaidStroke:
    return LaidStroke(_flat(_circle_points(x, y, radius)), 3.0, colour)


def _circle_points(x: float, y: float, radius: float) -> list[tuple[float, float]]:
    return [(x + radius * math.cos(math.tau * n / 24), y + radius * math.sin(math.tau * n / 24)) for n in range(25)]


def _flat(points: Iterable[tuple[float, float]]) -> tuple[float, ...]:
    return tuple(round(value, 2) for point in points for value in point)


def answer_part(point: str) -> str:
    """The part of a question's page that shows its answer."""
    return f"{point}.answer"


def strike_part(point: str, choice: int) -> str:
    """A struck-out choice with its reason."""
    return f"{point}.strike{choice}"


def evidence_part(point: str, span: int) -> str:
    """A span of the evidence, lit."""
    return f"{point}.evidence{span}"


def proof_part(point: str, choice: int) -> str:
    """The words that prove a choice or rule it out, lit."""
    return f"{point}.proof{choice}"


def syllable_part(card: str, syllable: int) -> str:
    """A syllable of a word card, lit."""
    return f"{card}.syllable{syllable}"


def box_part(organizer: str, box: str) -> str:
    """What the teacher fills into a box."""
    return f"{organizer}.{box}"


def matching_part(sheet: str) -> str:
    """The lines of a matching card."""
    return f"{sheet}.answer"
