"""The end card of a film: what to do now, where to hand it in, and the student page as a code."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from wordtrail.core.film.model import EndCard
from wordtrail.core.layout.board_draft import LEADING, Draft, flat
from wordtrail.core.layout.codes import code_of
from wordtrail.core.layout.lines import Line, set_text
from wordtrail.core.layout.model import Ink, LaidPage, LaidStroke, Layout, Panel
from wordtrail.core.layout.stages import Stage
from wordtrail.core.text.look import TextLook
from wordtrail.core.text.model import Style

Texts = Sequence[tuple[str, str]]
"""What stands over each text, and the text."""

END_CARD = "end-card"
"""The board that it is."""

TO_DO, HAND_IN, CODE = "Now you", "Hand it in", "Read along here"
"""What stands over its texts and under its code."""

SIZES = (84.0, 76.0, 68.0, 60.0, 54.0, 48.0)
"""Sizes that are tried for its texts: the smallest is one that is read on a phone."""

HEADING = 48.0
GAP = 56.0
"""Page units between its two texts."""

QUIET_ZONE = 4
"""Modules that are left free around a code (ISO/IEC 18004, 5.3.8)."""

WIDEST_CODE = 560.0
"""Page units."""


def with_end_card(layout: Layout, end: EndCard | None, stage: Stage, look: TextLook) -> Layout:
    """A film's layout with its end card as the last page, or pages, if it has one."""
    return replace(layout, pages=(*layout.pages, *end_card(end, stage, look))) if end else layout


def end_card(end: EndCard, stage: Stage, look: TextLook) -> tuple[LaidPage, ...]:
    """The card: its texts, and the code beside them, or below; on a card of its own where both are too much for one."""
    texts = [(head, text) for head, text in ((TO_DO, end.to_do), (HAND_IN, end.hand_in)) if text]
    if not end.link:
        return (_card(texts or [(TO_DO, "")], "", stage, look) or _crowded(texts, stage, look),)
    together = _card(texts, end.link, stage, look)
    if together:
        return (together,)
    alone = _card([], end.link, stage, look)
    assert alone
    return (_card(texts, "", stage, look) or _crowded(texts, stage, look), replace(alone, id=f"{alone.id}-code"))


def _crowded(texts: Texts, stage: Stage, look: TextLook) -> LaidPage:
    """Texts that are too much for a card, in the smallest letters."""
    page = _card(texts, "", stage, look, whole=False)
    assert page
    return page


def _card(texts: Texts, link: str, stage: Stage, look: TextLook, *, whole: bool = True) -> LaidPage | None:
    """A card with texts, and a code; None where (`whole`) they do not fit on it."""
    draft = Draft(TextLook(look.typeface))
    left, right, foot = stage.margin, stage.width - stage.margin, stage.height - 60
    if link:
        code = min(WIDEST_CODE, stage.height * 0.42) if stage.below else WIDEST_CODE
        beside = bool(texts) and not stage.below
        left_of_code = right - code if beside else (stage.width - code) / 2
        low = bool(texts) and stage.below
        top_of_code = foot - code - HEADING * LEADING if low else (stage.height - code) / 2 - HEADING * 0.7
        _code(draft, link, left_of_code, top_of_code, code)
        foot = top_of_code - 30 if low else foot
        right -= code + 100 if beside else 0
    top, room = 70.0, foot - 70.0
    for size in SIZES:
        blocks = [
            [*set_text(head, HEADING, right - left, Style.BOLD, draft.look),
             *set_text(text, size, right - left, Style.PLAIN, draft.look)]
            for head, text in texts
        ]  # fmt: skip
        if _height(blocks) <= room and all(line.width <= right - left for lines in blocks for line in lines):
            break
    else:
        if whole:
            return None
    y = top + max(0.0, (room - _height(blocks)) * 0.42)
    for head, *rest in blocks:
        y = draft.put([head], left, y, Ink.MOSS)
        y = draft.put(rest, left, y) + GAP
    return draft.page(f"board-{END_CARD}", END_CARD)


def _height(blocks: list[list[Line]]) -> float:
    return sum(line.size * LEADING for lines in blocks for line in lines) + GAP * max(0, len(blocks) - 1)


def _code(draft: Draft, link: str, left: float, top: float, side: float) -> None:
    """A QR code (ISO/IEC 18004) with its quiet zone in a square, and under it what it is. It stays dark on light
    in every look: few cameras read one that is light on dark."""
    modules = [bytes(row) for row in code_of(link).matrix]
    step = side / (len(modules) + 2 * QUIET_ZONE)
    draft.panels.append(Panel(round(left, 2), round(top, 2), round(side, 2), round(side, 2), "code-light"))
    for row, cells in enumerate(modules):
        for first, last in _runs(cells):
            x, y = left + (QUIET_ZONE + first) * step, top + (QUIET_ZONE + row) * step
            across = (last - first) * step
            # A hair taller than a module: no light line is left between two rows.
            corners = [(x, y), (x + across, y), (x + across, y + step + SEAM), (x, y + step + SEAM), (x, y)]
            draft.strokes.append(LaidStroke(flat(corners), 0.0, "code-dark", fill=True))
    (says,) = set_text(CODE, HEADING * 0.9, 2 * side, Style.BOLD, draft.look)
    draft.put([says], left + (side - says.width) / 2, top + side + 4, Ink.MOSS)


SEAM = 0.4
"""Page units."""


def _runs(cells: bytes) -> list[tuple[int, int]]:
    """The runs of dark modules in a row of a code."""
    edges = [n for n in range(len(cells) + 1) if (n < len(cells) and cells[n]) != (n > 0 and bool(cells[n - 1]))]
    return list(zip(edges[::2], edges[1::2], strict=True))
