"""A page shown as its photo: the picture on the stage, and every word's box at its place on it.

The box of a word on a photo has a baseline and a size as a typeset one has, so that light, marks and
zooms need not know the difference.
"""

from __future__ import annotations

from collections.abc import Iterable
from itertools import pairwise
from statistics import median

from wordtrail.core.layout.model import LaidPage, LaidPicture, WordBox
from wordtrail.core.layout.stages import Stage
from wordtrail.core.text.model import WHOLE, Page, Photo, ReadWord

MARGIN = 24.0
"""Page units around the photo."""

SIZE_OF_HEIGHT = 1.15
"""A word's box on a photo is about so many times as high as its letters' size would be."""

SIZE_OF_PITCH = 1 / 1.6
"""A stone reaches over 1.6 times the size: no more than there is from line to line."""

SAME_LINE = 0.6
"""Times a word's height: baselines nearer than this are of one line."""


def shows_photo(page: Page) -> bool:
    """Whether the page is seen as its photo."""
    return page.as_photo and page.photo is not None


def laid_photo(page: Page, photo: Photo | None, stage: Stage) -> tuple[LaidPage, ...]:
    """The page with its photo as large as it can be; words that were not found on it have no box."""
    if photo is None:
        return ()
    # Where things stand below the text, they stand below a photo as well.
    foot = stage.text_foot if stage.below else stage.height - MARGIN
    scale = min((stage.width - 2 * MARGIN) / photo.width, (foot - MARGIN) / photo.height)
    left = ((stage.width if stage.below else stage.signpost_left) - photo.width * scale) / 2
    if left < MARGIN:
        left = min(MARGIN, (stage.width - photo.width * scale) / 2)
    top = (MARGIN + foot - photo.height * scale) / 2
    known = {word.id for block in page.blocks for word in block.words}
    words = [place for place in photo.words if place.word in known]
    lines = lines_of(words)
    pitch = _pitch([line[0].baseline for line in lines])
    boxes = []
    for number, line in enumerate(lines):
        size = min(median(place.height for place in line) / SIZE_OF_HEIGHT, pitch * SIZE_OF_PITCH) * scale
        for place in line:
            boxes.append(
                WordBox(
                    place.word,
                    round(left + place.x * scale, 3),
                    round(place.width * scale, 3),
                    round(top + place.baseline * scale, 3),
                    round(size, 3),
                    number,
                )
            )
    picture = LaidPicture(
        page.id, photo.file, WHOLE, round(left, 3), round(top, 3), round(photo.width * scale, 3),
        round(photo.height * scale, 3), "",
    )  # fmt: skip
    size = median([box.size for box in boxes]) if boxes else 44.0
    return (LaidPage(page.id, page.labels, size, (), tuple(boxes), pictures=(picture,), photo=True, foot=foot),)


def lines_of(words: Iterable[ReadWord]) -> list[list[ReadWord]]:
    """Words in reading order, put together to lines: to the right of one another on about one baseline."""
    lines: list[list[ReadWord]] = []
    for place in words:
        before = lines[-1][-1] if lines else None
        near = before and abs(place.baseline - before.baseline) < SAME_LINE * max(place.height, before.height)
        if before and near and place.x > before.x:
            lines[-1].append(place)
        else:
            lines.append([place])
    return lines


def _pitch(baselines: list[float]) -> float:
    """The usual distance from line to line in pixels; endless where there is one line only."""
    steps = [b - a for a, b in pairwise(baselines) if b > a]
    return median(steps) if steps else float("inf")
