"""Sheets as stage pages: purpose, word cards, questions with their evidence side by side, organizers.

What comes on a page later (answers, struck-out choices, filled-in boxes) is a part of it with a name of its own;
the cue sheet says when it is shown. Their names are made in `part_names`.
"""

from __future__ import annotations

from functools import partial

from wordtrail.core.layout.card_sheet import lay_word_card
from wordtrail.core.layout.chart_sheet import lay_chart
from wordtrail.core.layout.lines import set_text, set_words
from wordtrail.core.layout.model import Ink, LaidPage, Panel
from wordtrail.core.layout.question_sheet import lay_question
from wordtrail.core.layout.sheet_draft import (
    SIZES,
    Draft,
    Place,
    Row,
    SheetBench,
    boxed,
    dot,
    fitted,
    lay_card_picture,
    picture_of,
    placed_picture,
    two_columns,
)
from wordtrail.core.lesson.sheets import Role, Sheet
from wordtrail.core.plan.matching import Match, matches, picture_letter
from wordtrail.core.plan.opening import Part
from wordtrail.core.plan.part_names import (
    matching_part,
)
from wordtrail.core.text.look import TextLook
from wordtrail.core.text.model import WHOLE, Style


def laid_sheet(sheet: Sheet, bench: SheetBench) -> LaidPage:
    """One sheet as a stage page."""
    look = TextLook(bench.lesson.look.typeface)
    draft = Draft(look)
    if sheet.card:
        lay_word_card(draft, sheet, sheet.card, bench)
    elif sheet.point:
        lay_question(draft, sheet, sheet.point, bench)
    elif sheet.organizer:
        stage = bench.stage
        lay_chart(draft, sheet.organizer, sheet, bench, (90.0, 60.0, stage.width - 90, stage.height - 60))
    elif sheet.part is Part.SIGHT_WORDS:
        _sight_words(draft, sheet, bench)
    elif sheet.part is Part.MATCHING:
        _matching(draft, sheet, bench)
    else:
        _column(draft, sheet, bench)
    return draft.page(f"sheet-{sheet.id}", sheet.id)


def _column(draft: Draft, sheet: Sheet, bench: SheetBench) -> None:
    """Texts under one another, hung a little above the middle, beside a picture where there is one."""
    stage = bench.stage
    picture = picture_of(bench.lesson, sheet.picture)
    left, width = (110.0, 640.0) if picture else (300.0, stage.width - 600)
    scale, height = fitted(sheet.texts, width, draft.look, stage.height - 220)
    y = max(90.0, (stage.height - height) * 0.42)
    if picture:
        draft.pictures.append(
            placed_picture(sheet.picture, picture, WHOLE, (800.0, 110.0, stage.width - 90, stage.height - 110))
        )
    for one in sheet.texts:
        size = SIZES.get(one.role, 52.0) * scale
        indent = 56.0 * scale if one.role is Role.ITEM else 0.0
        if one.role is Role.ITEM:
            draft.strokes.append(dot(left + 16 * scale, y + size * 0.72, 10 * scale, "moss"))
        y = draft.text(one, size, left + indent, y, width - indent) + size * 0.35


def _sight_words(draft: Draft, sheet: Sheet, bench: SheetBench) -> None:
    stage = bench.stage
    heading, *words = sheet.texts
    draft.text(heading, 46.0, 130.0, 70.0, stage.width - 260)
    columns = 3 if len(words) <= 6 else 4 if len(words) <= 12 else 6
    rows = -(-len(words) // columns)
    wide, high = (
        (stage.width - 260 - 30 * (columns - 1)) / columns,
        min(220.0, (stage.height - 260 - 30 * (rows - 1)) / rows),
    )
    widest = max(set_text(one.text, 100.0, 9999.0, Style.PLAIN, draft.look)[0].width for one in words) / 100
    size = min(96.0, high * 0.5, wide / 4.2, (wide - 28) / widest)
    top = 190.0 + max(0.0, (stage.height - 250 - rows * (high + 30)) * 0.3)
    for n, one in enumerate(words):
        x, y = 130.0 + (n % columns) * (wide + 30), top + (n // columns) * (high + 30)
        draft.panels.append(Panel(x, y, round(wide, 2), round(high, 2), "white", "moss-half"))
        lines = set_words(one.text, one.words, size, wide * 2, Style.PLAIN, draft.look)
        draft.put(lines[:1], x + (wide - lines[0].width) / 2, y + high / 2 - size * 0.78)


def _matching(draft: Draft, sheet: Sheet, bench: SheetBench) -> None:
    """Words on the left, on the right what they mean, or their pictures with a letter each."""
    texts, stage, plan = {one.id: one for one in sheet.texts}, bench.stage, bench.lesson.plan
    draft.text(sheet.texts[0], 46.0, 130.0, 70.0, stage.width - 260)
    rows = []
    for match in matches(plan.cards, pictures=plan.matching_pictures):
        meaning = texts.get(f"{match.card.id}m")
        draws = partial(boxed, draft, meaning, fill="mist", edge="") if meaning else partial(_pictured, draft, match)
        rows.append(Row(texts[f"{match.card.id}w"], draws, match.place))
    tallest = TALLEST_PICTURE if plan.matching_pictures else TALLEST_MEANING
    place = (130.0, 170.0, stage.width - 130, stage.height - 80)
    two_columns(draft, rows, matching_part(sheet.id), place, tallest)


TALLEST_PICTURE, TALLEST_MEANING = 300.0, 200.0


def _pictured(draft: Draft, match: Match, place: Place) -> None:
    """A card's picture on the matching card, with its letter."""
    left, top, right, bottom = place
    draft.panels.append(Panel(round(left, 2), round(top, 2), round(right - left, 2), round(bottom - top, 2), "mist"))
    (letter,) = set_words(picture_letter(match.place), (), 52.0, 99.0, Style.BOLD, draft.look)
    draft.pieces += letter.set_at(left + 26, top + 62, Ink.LAKE)
    lay_card_picture(draft, match.card, f"matching-{match.card.id}", (left + 80, top + 10, right - 20, bottom - 10))
