"""Covers that are no moment of the film: a picture of the teacher's, or the title with its number in a series beside a
page of the text."""

from __future__ import annotations

import math

from wordtrail.core.film.model import CoverPicture, NumberedCover
from wordtrail.core.layout.board_draft import LEADING, Draft, flat
from wordtrail.core.layout.free_place import Place
from wordtrail.core.layout.lines import set_text
from wordtrail.core.layout.model import Ink, LaidPage, LaidPicture, LaidStroke, Panel
from wordtrail.core.layout.stages import Stage
from wordtrail.core.text.look import TextLook
from wordtrail.core.text.model import Area, Passage, Style

COVER = "cover"

NUMBER_SIZE, SERIES_SIZE, AUTHOR_SIZE = 92.0, 46.0, 44.0
TITLE_SIZES = (112.0, 100.0, 88.0, 76.0, 66.0, 58.0, 50.0)
STONE = 88.0
"""Radius of the stone with the number, in page units."""

MARGIN = 100.0
PAGE_SHARE = 0.42
"""How large the page is beside the stage itself."""


def picture_cover(picture: CoverPicture, stage: Stage) -> LaidPage:
    """A picture that fills the stage: what of it does not fit is cut off, as much on either side."""
    wanted, there = stage.width / stage.height, picture.width / picture.height
    if there > wanted:
        part = wanted / there
        crop = Area((1 - part) / 2, 0.0, part, 1.0)
    else:
        part = there / wanted
        crop = Area(0.0, (1 - part) / 2, 1.0, part)
    shown = LaidPicture(COVER, picture.file, crop, 0.0, 0.0, stage.width, stage.height, picture.shows)
    return LaidPage(COVER, "", 0.0, (), (), pictures=(shown,), board=COVER)


def numbered_cover(
    passage: Passage, cover: NumberedCover, stage: Stage, look: TextLook
) -> tuple[LaidPage, Place | None]:
    """The number on a stone, the series, the title and who wrote it; and the place in which a page of the text is
    shown, where it leaves room for one."""
    beside = _place_of_page(stage)
    page = _lettered(passage, cover, stage, look, beside)
    if page:
        return page, beside
    alone = _lettered(passage, cover, stage, look, None)
    assert alone
    return alone, None


def _lettered(
    passage: Passage, cover: NumberedCover, stage: Stage, look: TextLook, page: Place | None
) -> LaidPage | None:
    """The cover without its page; None where its texts do not fit beside that."""
    draft = Draft(TextLook(look.typeface))
    left, right, top, foot = MARGIN, stage.width - MARGIN, MARGIN, stage.height - MARGIN
    if page:
        draft.panels.append(Panel(page.x - 12, page.y - 12, page.width + 24, page.height + 24, "white", "moss-half"))
        right, foot = (right, page.y - 60) if stage.below else (page.x - 90, foot)
    centre = (left + STONE, top + STONE)
    draft.strokes.append(_stone(*centre))
    (number,) = set_text(str(cover.number), NUMBER_SIZE, 400, Style.BOLD, draft.look)
    draft.pieces += number.set_at(centre[0] - number.width / 2, centre[1] + NUMBER_SIZE * 0.36, Ink.WHITE)
    beside = left + 2 * STONE + 36
    series = set_text(cover.series, SERIES_SIZE, right - beside, Style.PLAIN, draft.look)
    draft.put(series, beside, centre[1] - len(series) * SERIES_SIZE * 0.7, Ink.MOSS)
    y = top + 2 * STONE + 50
    by = f"by {passage.author}" if passage.author else ""
    author = set_text(by, AUTHOR_SIZE, right - left, Style.PLAIN, draft.look)
    room = foot - y - len(author) * AUTHOR_SIZE * LEADING
    for size in TITLE_SIZES:
        lines = set_text(passage.title, size, right - left, Style.BOLD, draft.look)
        if len(lines) * size * LEADING <= room and all(line.width <= right - left for line in lines):
            break
    else:
        if page:
            return None
    draft.put(author, left, draft.put(lines, left, y), Ink.MOSS)
    return draft.page(COVER, COVER)


def _place_of_page(stage: Stage) -> Place:
    """A page in small, in the stage's own shape: at the right, or below."""
    scale = PAGE_SHARE
    width, height = stage.width * scale, stage.height * scale
    if stage.below:
        return Place((stage.width - width) / 2, stage.height - height - MARGIN * 0.6, width, height)
    return Place(stage.width - width - MARGIN, (stage.height - height) / 2, width, height)


def _stone(x: float, y: float) -> LaidStroke:
    points = ((x + STONE * math.cos(math.tau * n / 48), y + STONE * math.sin(math.tau * n / 48)) for n in range(49))
    return LaidStroke(flat(points), 0.0, "moss", fill=True)
