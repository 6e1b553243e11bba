"""A word card as a stage page."""

from __future__ import annotations

import math
from dataclasses import replace

from wordtrail.core.layout.board_draft import (
    SCALES,
    SIZES,
    BoardBench,
    Draft,
    fitted,
    flat,
    lay_card_picture,
)
from wordtrail.core.layout.lines import set_text
from wordtrail.core.layout.model import Ink, LaidPart, LaidStroke, Panel
from wordtrail.core.lesson.boards import Board
from wordtrail.core.plan.cards import WordCard
from wordtrail.core.plan.part_names import (
    syllable_part,
)
from wordtrail.core.speech.word_parts import PartRole
from wordtrail.core.text.model import Style


def lay_word_card(draft: Draft, board: Board, card: WordCard, bench: BoardBench) -> None:
    """The word large, its syllables with loops under them, then what it means, an example, its parts."""
    stage = bench.stage
    left = stage.margin + (30 if stage.below else 0)
    has_picture = bool(card.picture or card.drawing)
    width = 1010.0 if has_picture and not stage.below else stage.width - 2 * left
    side = stage.margin - (20 if stage.below else 60)
    draft.panels.append(Panel(side, 60, stage.width - 2 * side, stage.height - 120, "white", "moss-half"))
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
        lines = set_text(card.part_of_speech, 38.0, 600, Style.ITALIC, draft.look)
        if right + lines[0].width <= left + width + 60:
            draft.put(lines, right, 96.0 + size * 0.66, Ink.QUIET)
        else:
            y = draft.put(lines, left, y, Ink.QUIET)
    y += 6
    if card.say_it and len(card.syllables) > 1:
        y = _syllables(draft, card, left, y, width)
    if card.parts:
        y = _word_parts(draft, card, left, y + 8, width)
    texts = [by_id[name] for name in ("meaning", "example", "related", "place") if name in by_id]
    room = low - y
    scale, _ = fitted(texts, width, draft.look, room, (1.7, 1.5, 1.35, 1.2, *SCALES)[0 if stage.below else 2 :])
    y += 18
    for one in texts:
        own = SIZES[one.role] * scale
        y = draft.text(one, own, left, y, width) + own * 0.35
    if stage.below and not has_picture:
        draft.panels[0] = replace(draft.panels[0], height=round(min(low, y + 10) - 10, 2))
    if has_picture:
        place = (left + width + 50, 150.0, stage.width - 130, stage.height - 150)
        if stage.below:
            place = (left, low + 10, left + width, low + PICTURE_BELOW * stage.height - 20)
        lay_card_picture(draft, card, board.id, place)


PICTURE_BELOW = 0.36
"""Share of the height that a card's picture has where it stands below the words."""


def _syllables(draft: Draft, card: WordCard, left: float, top: float, width: float) -> float:
    wide = sum(set_text(one, 58.0, 9999, Style.PLAIN, draft.look)[0].width + 40 for one in card.syllables)
    size, x = 58.0 * min(1.0, width / wide), left
    for n, syllable in enumerate(card.syllables):
        (line,) = set_text(syllable, size, 9999, Style.PLAIN, draft.look)[:1]
        here = line.set_at(x, top + size * 1.08, Ink.INK)
        draft.pieces += here
        right = here[-1].x + here[-1].width
        y = top + size * 1.3
        loop = [(x + (right - x) * t, y + 26 * math.sin(math.pi * t)) for t in (k / 16 for k in range(17))]
        draft.strokes.append(LaidStroke(flat(loop), 4.0, "lake"))
        draft.parts.append(
            LaidPart(
                syllable_part(card.id, n),
                panels=(Panel(round(x - 10, 2), top + 4, round(right - x + 20, 2), size * 1.3, "moss-pale"),),
            )
        )
        x = right + 40
    return top + size * 1.3 + 40


def _word_parts(draft: Draft, card: WordCard, left: float, top: float, width: float) -> float:
    """Boxes with the parts, joined by plus signs; a change of spelling stands in a dashed frame."""
    letters = sum(set_text(one.text, 46.0, 9999, Style.PLAIN, draft.look)[0].width for one in card.parts)
    around = 140.0 * len(card.parts)
    size, x, high = 46.0 * min(1.0, max(0.4, (width - around) / letters)), left, 78.0
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
            draft.strokes.append(LaidStroke(flat(frame), 3.0, "clay", (9.0, 7.0)))
        else:
            fill = "ochre-pale" if part.role in (PartRole.ENDING, PartRole.PREFIX) else "moss-pale"
            draft.panels.append(Panel(round(x, 2), top, round(wide, 2), high, fill))
        draft.pieces += line.set_at(x + 22, top + 54, ink)
        x += wide + 22
    return top + high + 12
