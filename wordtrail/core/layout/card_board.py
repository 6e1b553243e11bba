"""A word card as a stage page."""

from __future__ import annotations

import math
from dataclasses import replace

from wordtrail.core.layout.board_draft import SCALES as USUAL_SCALES
from wordtrail.core.layout.board_draft import BoardBench, Draft, flat, lay_card_picture
from wordtrail.core.layout.lines import set_text
from wordtrail.core.layout.model import Ink, LaidPart, LaidStroke, Panel
from wordtrail.core.layout.parted_texts import flowed, largest, lay_column
from wordtrail.core.layout.stages import Stage
from wordtrail.core.lesson.boards import Board, BoardText
from wordtrail.core.plan.cards import WordCard
from wordtrail.core.plan.part_names import (
    syllable_part,
)
from wordtrail.core.speech.word_parts import PartRole
from wordtrail.core.text.look import TextLook
from wordtrail.core.text.model import Style

SCALES = (1.7, 1.5, 1.35, 1.2, *USUAL_SCALES)
"""Scales that are tried for what a card says of its word; the largest two only on a stage with room below."""


def word_card(board: Board, card: WordCard, bench: BoardBench) -> list[Draft]:
    """The word large, its syllables with loops under them, then what it means, an example, its parts; what does not fit
    comes on more pages, each under the word."""
    draft = Draft(TextLook(bench.lesson.look.typeface))
    left_over = _lay_card(draft, board, card, bench)
    return [draft, *_more_pages(left_over, card, bench, draft.lines)]


def _lay_card(draft: Draft, board: Board, card: WordCard, bench: BoardBench) -> list[BoardText]:
    """The page with the word itself; the texts that have no room on it."""
    stage = bench.stage
    least = stage.sizes[-1]
    left = stage.margin + (30 if stage.below else 0)
    has_picture = bool(card.picture or card.drawing)
    width = 1010.0 if has_picture and not stage.below else stage.width - 2 * left
    draft.panels.append(_panel(stage))
    low = stage.height - 110
    if stage.below and has_picture:
        low -= PICTURE_BELOW * stage.height
    by_id = {one.id: one for one in board.texts}
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
        lines = set_text(card.part_of_speech, least, 600, Style.ITALIC, draft.look)
        if right + lines[0].width <= left + width + 60:
            draft.put(lines, right, 96.0 + size * 0.66, Ink.QUIET)
        else:
            y = draft.put(lines, left, y, Ink.QUIET)
    y += 6
    if card.say_it and len(card.syllables) > 1:
        y = _syllables(draft, card, left, y, width)
    if card.parts:
        y = _word_parts(draft, card, left, y + 8, width, least)
    texts = [by_id[name] for name in ("meaning", "example", "related", "place") if name in by_id]
    y += 18
    scales = SCALES[0 if stage.below else 2 :]
    for count in range(len(texts), -1, -1):
        column = largest(texts[:count], width, draft.look, low - y, least, scales)
        if column is not None:
            break
    y = lay_column(draft, column or [], left, y)
    if stage.below and not has_picture:
        draft.panels[0] = replace(draft.panels[0], height=round(min(low, y + 10) - 10, 2))
    if has_picture:
        place = (left + width + 50, 150.0, stage.width - 130, stage.height - 150)
        if stage.below:
            place = (left, low + 10, left + width, low + PICTURE_BELOW * stage.height - 20)
        lay_card_picture(draft, card, board.id, place)
    return texts[count:]


def _more_pages(texts: list[BoardText], card: WordCard, bench: BoardBench, lines: int) -> list[Draft]:
    """Texts of a card on pages of their own, with the word over them."""
    stage = bench.stage
    left = stage.margin + (30 if stage.below else 0)
    width, top = stage.width - 2 * left, 96.0
    drafts: list[Draft] = []
    for column in flowed(texts, width, TextLook(bench.lesson.look.typeface), stage.height - 340, stage.sizes[-1]):
        draft = Draft(TextLook(bench.lesson.look.typeface), lines=lines)
        draft.panels.append(_panel(stage))
        again = set_text(card.word, REPEATED, width, Style.BOLD, draft.look)[:1]
        y = draft.put(again, left, top, Ink.MOSS) + 24
        y = lay_column(draft, column, left, y)
        if stage.below:
            draft.panels[0] = replace(draft.panels[0], height=round(min(stage.height - 110, y + 10) - 10, 2))
        lines = draft.lines
        drafts.append(draft)
    return drafts


REPEATED = 66.0
"""The size of a card's word on its further pages."""


def _panel(stage: Stage) -> Panel:
    """The card itself."""
    side = stage.margin - (20 if stage.below else 60)
    return Panel(side, 60, stage.width - 2 * side, stage.height - 120, "white", "moss-half")


PICTURE_BELOW = 0.36
"""Share of the height that a card's picture has where it stands below the words."""


def _syllables(draft: Draft, card: WordCard, left: float, top: float, width: float) -> float:
    """Syllables with their loops, in as many rows as they need; where they end."""
    size = SYLLABLE_SIZE
    widest = max(set_text(one, size, 9999, Style.PLAIN, draft.look)[0].width for one in card.syllables)
    size *= min(1.0, (width - 20) / widest)
    x, row = left, top
    for n, syllable in enumerate(card.syllables):
        (line,) = set_text(syllable, size, 9999, Style.PLAIN, draft.look)[:1]
        if x > left and x + line.width > left + width:
            x, row = left, row + size * 1.3 + 40
        here = line.set_at(x, row + size * 1.08, Ink.INK)
        draft.pieces += here
        right = here[-1].x + here[-1].width
        y = row + size * 1.3
        loop = [(x + (right - x) * t, y + 26 * math.sin(math.pi * t)) for t in (k / 16 for k in range(17))]
        draft.strokes.append(LaidStroke(flat(loop), 4.0, "lake"))
        draft.parts.append(
            LaidPart(
                syllable_part(card.id, n),
                panels=(Panel(round(x - 10, 2), row + 4, round(right - x + 20, 2), size * 1.3, "moss-pale"),),
            )
        )
        x = right + 40
    return row + size * 1.3 + 40


SYLLABLE_SIZE, PART_SIZE = 58.0, 46.0


def _word_parts(draft: Draft, card: WordCard, left: float, top: float, width: float, least: float) -> float:
    """Boxes with the parts, joined by plus signs, in as many rows as they need; a change of spelling stands in a dashed
    frame. Where they end."""
    size, x, row, high = max(PART_SIZE, least), left, top, 78.0
    widest = max(set_text(one.text, size, 9999, Style.PLAIN, draft.look)[0].width for one in card.parts)
    size *= min(1.0, (width - 110) / widest)
    (plus,) = set_text("+", size, 999, Style.PLAIN, draft.look)
    for n, part in enumerate(card.parts):
        (line,) = set_text(part.text, size, 9999, Style.PLAIN, draft.look)[:1]
        wide = line.width + 44
        if n:
            if x + plus.width + 22 + wide > left + width:
                x, row = left, row + high + 14
            draft.pieces += plus.set_at(x, row + 54, Ink.QUIET)
            x += plus.width + 22
        changed = part.role in (PartRole.DOUBLED, PartRole.DROPPED, PartRole.CHANGED)
        ink = Ink.CLAY if changed else Ink.INK
        if changed:
            frame = [(x, row), (x + wide, row), (x + wide, row + high), (x, row + high), (x, row)]
            draft.strokes.append(LaidStroke(flat(frame), 3.0, "clay", (9.0, 7.0)))
        else:
            fill = "ochre-pale" if part.role in (PartRole.ENDING, PartRole.PREFIX) else "moss-pale"
            draft.panels.append(Panel(round(x, 2), row, round(wide, 2), high, fill))
        draft.pieces += line.set_at(x + 22, row + 54, ink)
        x += wide + 22
    return row + high + 12
