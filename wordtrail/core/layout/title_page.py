"""The title card: title, author, illustrator, source and permission, and a picture beside them where one was chosen."""

from __future__ import annotations

from wordtrail.core.layout.board_draft import Draft, Place, placed_picture
from wordtrail.core.layout.lines import Line, set_words
from wordtrail.core.layout.model import Ink, LaidPage
from wordtrail.core.layout.stages import Stage
from wordtrail.core.lesson.title_texts import AUTHOR, ILLUSTRATOR, TITLE, title_id, title_lines, title_words
from wordtrail.core.remembered import remembered
from wordtrail.core.text.look import USUAL_LOOK, TextLook
from wordtrail.core.text.model import Passage, Picture, Style, permission_line

TITLE_SIZES = (120.0, 104.0, 88.0, 76.0, 64.0, 56.0)
MOST_TITLE_LINES = 2
BESIDE_PICTURE = 4
"""Lines of a title at the most, in the whole width and beside a picture."""

LEADING = 1.5
RAISED = 30.0
"""Page units by which the texts stand above the middle."""

MARGIN = 110.0


@remembered(64, by_value=True)
def title_card(
    passage: Passage, number: int, stage: Stage, look: TextLook = USUAL_LOOK, cover: Picture | None = None
) -> LaidPage:
    """The title card of the how many-th passage (from 0). Its words light when they are read."""
    draft = Draft(TextLook(look.typeface))
    left, width, most = stage.width * 0.14, stage.width * 0.72, MOST_TITLE_LINES
    if stage.below:
        left, width, most = stage.margin, stage.width - 2 * stage.margin, BESIDE_PICTURE
    if cover:
        place: Place = (stage.width * 0.46 + MARGIN + 60, MARGIN, stage.width - MARGIN, stage.height - MARGIN)
        if stage.below:
            place = (MARGIN, MARGIN, stage.width - MARGIN, stage.height * 0.48)
        else:
            left, width, most = MARGIN, stage.width * 0.46, BESIDE_PICTURE
        draft.pictures.append(placed_picture("cover", cover, cover.crop, place))
    said, words = title_lines(passage), title_words(passage, number, 0)

    def lines(name: str, size: float, style: Style = Style.PLAIN) -> tuple[Line, ...]:
        return set_words(said.get(name, ""), words.get(name, ()), size, width, style, draft.look)

    fitting = (size for size in TITLE_SIZES if _fits(lines(TITLE, size, Style.BOLD), width, most))
    size = next(fitting, TITLE_SIZES[-1])
    source = f"from {passage.source}" if passage.source else ""
    rows = [(line, Ink.INK) for line in lines(TITLE, size, Style.BOLD)]
    rows += [(line, Ink.MOSS) for line in (*lines(AUTHOR, 50.0), *lines(ILLUSTRATOR, 36.0))]
    for text in (source, permission_line(passage)):
        rows += [(line, Ink.QUIET) for line in set_words(text, (), 30.0, width, Style.PLAIN, draft.look)]
    top = stage.height * 0.48 if cover and stage.below else 0.0
    y = top + (stage.height - top - sum(line.size * LEADING for line, _ in rows)) / 2 - RAISED
    for line, ink in rows:
        draft.put([line], left + (width - line.width) / 2, y, ink)
        y += line.size * LEADING
    return LaidPage(
        title_id(passage, number), "", size, tuple(draft.pieces), tuple(draft.boxes), title=True,
        pictures=tuple(draft.pictures),
    )  # fmt: skip


def _fits(lines: tuple[Line, ...], width: float, most: int) -> bool:
    return len(lines) <= most and all(line.width <= width for line in lines)
