"""Reading a page: Tesseract (Smith 2007; its LSTM network) on every region of a straightened page."""

from __future__ import annotations

import sysconfig
from collections.abc import Callable, Iterator
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, replace
from pathlib import Path

import cv2
import numpy as np
from PIL import Image
from tesserocr import OEM, PSM, RIL, PyTessBaseAPI, iterate_level

from wordtrail.core.errors import NoWordsFound
from wordtrail.core.proof.lone_strokes import read_as_word
from wordtrail.core.proof.print_lines import PrintLine
from wordtrail.core.speech.common import rank
from wordtrail.core.text.bare import bare
from wordtrail.core.text.draft import DraftWord
from wordtrail.media.ocr.regions import Region, halves, regions_of
from wordtrail.media.ocr.spaces import parted
from wordtrail.media.ocr.straighten import (
    LETTER_HEIGHT,
    LONGEST_SIDE,
    MOST_ENLARGED,
    PAPER,
    Gray,
    even_light,
    ink_of,
    letter_height,
    lies_sideways,
    tilt,
    turned,
)
from wordtrail.media.pictures import Pixels

SURE_ENOUGH = 0.6
"""Mean confidence of a page below which it is tried upside down."""

DIRT, DIRT_WITHOUT_WORD = 0.5, 0.75
"""Mean confidence of a line below which it is dirt, and of one without a word."""

FEWEST_LETTERS, VERY_SURE = 3, 0.9
"""Letters and digits of a line, below which it must have been read very surely ("12" at the foot of a page)."""

FEWEST_WORDS = 3
"""Words of the language, at least half of a line, with which it is a line however unsure it is."""

RARE, SHORT_WORDS, SURE_LENGTH = 8000, 120, 3
"""Rank of any word, and of one of fewer letters, up to which it is no chance."""

DARKEST = 30.0
"""Brightness below which colour is not to be told from noise."""

SPECK = 0.3
"""Confidence up to which a word without a letter or digit is dirt on the paper."""

SMALLEST_TILT = 0.15
MARGIN = 6
"""Degrees, and pixels around a region, that make no difference."""

Progress = Callable[[str, float], None]

STRAIGHTENING, READING = "Straightening the page", "Reading the words"


@dataclass(frozen=True, slots=True)
class ReadPage:
    """A page as it was read: its picture set upright and straight, and the lines of print on it, with
    all places in pixels of that picture. `quarter_turns` (anticlockwise) and then `tilt` degrees led
    from the photo to it; the photo was `width` by `height` pixels."""

    pixels: Pixels
    lines: tuple[PrintLine, ...]
    quarter_turns: int
    tilt: float
    width: int
    height: int


def read_page(pixels: Pixels, progress: Progress = lambda phase, share: None) -> ReadPage:
    """Read a page of print. Raises NoWordsFound; `progress` may raise to stop."""
    height, width = pixels.shape[:2]
    progress(STRAIGHTENING, 0.0)
    turns = 1 if lies_sideways(ink_of(even_light(_gray(pixels)))) else 0
    page = _read_upright(np.rot90(pixels, turns), turns, progress)
    if page is None or _sureness(page.lines) < SURE_ENOUGH:
        other = _read_upright(np.rot90(pixels, turns + 2), turns + 2, progress)
        if other and (page is None or _worth(other.lines) > _worth(page.lines)):
            page = other
    if page is None:
        raise NoWordsFound
    return replace(page, width=width, height=height)


def in_photo(page: ReadPage, word: DraftWord) -> tuple[float, float, float, float]:
    """Left, top, right and bottom of a word in pixels of the photo as it was taken: the smallest upright
    rectangle around it."""
    height, width = page.pixels.shape[:2]
    corners = np.array(
        [[word.x, word.y], [word.x + word.width, word.y], [word.x, word.y + word.height],
         [word.x + word.width, word.y + word.height]]
    )  # fmt: skip
    matrix = cv2.getRotationMatrix2D((width / 2, height / 2), -page.tilt, 1.0)
    points = corners @ matrix[:, :2].T + matrix[:, 2]
    for _ in range(page.quarter_turns % 4):
        # One quarter turn clockwise: x counts from what was the bottom.
        points = np.stack([height - points[:, 1], points[:, 0]], axis=1)
        height, width = width, height
    (left, top), (right, bottom) = points.min(axis=0), points.max(axis=0)
    return float(left), float(top), float(right), float(bottom)


def lines_in_photo(page: ReadPage) -> tuple[PrintLine, ...]:
    """The lines of a page with all places in pixels of the photo as it was taken."""
    return tuple(_line_in_photo(page, line) for line in page.lines)


def _line_in_photo(page: ReadPage, line: PrintLine) -> PrintLine:
    words = []
    for word in line.words:
        left, top, right, bottom = in_photo(page, word)
        words.append(replace(word, x=left, y=top, width=right - left, height=bottom - top, baseline=bottom))
    left, top = min(word.x for word in words), min(word.y for word in words)
    right, bottom = max(word.x + word.width for word in words), max(word.y + word.height for word in words)
    return replace(line, left=left, right=right, top=top, bottom=bottom, words=tuple(words))


def _read_upright(pixels: Pixels, turns: int, progress: Progress) -> ReadPage | None:
    gray = _gray(pixels)
    even = even_light(gray)
    angle = tilt(ink_of(even))
    if abs(angle) >= SMALLEST_TILT:
        even, pixels = turned(even, angle, PAPER), turned(pixels, angle, PAPER)
    else:
        angle = 0.0
    progress(STRAIGHTENING, 1.0)
    ink = ink_of(even)
    letter = letter_height(ink)
    if letter == 0:
        return None
    regions = regions_of(ink, _colours(pixels), letter)
    scale = float(np.clip(LETTER_HEIGHT / letter, 0.3, MOST_ENLARGED))
    scale = min(scale, LONGEST_SIDE / max(even.shape))
    lines = _lines(even, ink, regions, scale, progress)
    if not any(line.words for line in lines):
        return None
    return ReadPage(np.ascontiguousarray(pixels), tuple(lines), turns % 4, angle, 0, 0)


def _gray(pixels: Pixels) -> Gray:
    return np.asarray(cv2.cvtColor(np.ascontiguousarray(pixels), cv2.COLOR_RGB2GRAY), np.uint8)


def _colours(pixels: Pixels) -> Gray:
    """How far each pixel is from gray, whatever the light: the largest less the smallest of its three parts,
    as a share (of 255) of the largest."""
    small = cv2.blur(np.ascontiguousarray(pixels), (5, 5)).astype(np.float32)
    largest = small.max(axis=2)
    return np.asarray(255 * (largest - small.min(axis=2)) / np.maximum(largest, DARKEST), np.uint8)


def _lines(even: Gray, ink: Gray, regions: list[Region], scale: float, progress: Progress) -> list[PrintLine]:
    """The lines of all regions, read on two cores."""
    page = even.copy()
    for region in regions:
        if region.boxed:
            page[region.top : region.bottom, region.left : region.right] = PAPER
    lines: list[PrintLine] = []
    with ThreadPoolExecutor(2) as pool:
        jobs = [
            pool.submit(_lines_in, even if region.boxed else page, ink, part, number, scale)
            for number, region in enumerate(regions)
            for part in halves(region, ink)
        ]
        for done, job in enumerate(jobs, 1):
            lines += job.result()
            progress(READING, done / len(jobs))
    return [line for line in lines if not is_dirt(line)]


def is_dirt(line: PrintLine) -> bool:
    """Whether what was read as a line is a piece of a picture, a fold or a stain: hardly sure of anything,
    and hardly a word in it."""
    words = [word for word in line.words if _makes_sense(bare(word.text))]
    sure = sum(word.confidence for word in line.words) / len(line.words)
    if sum(map(str.isalnum, line.text)) < FEWEST_LETTERS and sure < VERY_SURE:
        return True
    if len(words) * 2 >= len(line.words) and (sure > DIRT or len(words) >= FEWEST_WORDS):
        return False
    return sure < (DIRT if words else DIRT_WITHOUT_WORD)


def _makes_sense(text: str) -> bool:
    """Whether it is a word that chance seldom makes out of scratches."""
    return rank().get(text, RARE) < (SHORT_WORDS if len(text) < SURE_LENGTH else RARE)


def _lines_in(even: Gray, ink: Gray, region: Region, number: int, scale: float) -> list[PrintLine]:
    top, left = max(0, region.top - MARGIN), max(0, region.left - MARGIN)
    part = even[top : region.bottom + MARGIN, left : region.right + MARGIN]
    if region.boxed:
        part = even_light(part)
    framed = cv2.copyMakeBorder(part, 12, 12, 12, 12, cv2.BORDER_CONSTANT, value=PAPER)
    way = cv2.INTER_CUBIC if scale > 1 else cv2.INTER_AREA
    large = cv2.resize(framed, None, fx=scale, fy=scale, interpolation=way)
    with PyTessBaseAPI(path=_data(), lang="eng", psm=PSM.SINGLE_COLUMN, oem=OEM.LSTM_ONLY) as reader:
        reader.SetVariable("thresholding_method", "0")
        reader.SetImage(Image.fromarray(large))
        reader.SetSourceResolution(300)
        reader.Recognize()
        found = list(_found(reader, scale, left - 12, top - 12))
    made = (_line(words, size, number, region.boxed, ink) for words, size in found)
    return [line for line in made if line]


def _data() -> str:
    """The folder of Tesseract's English data, as its package installs it."""
    return str(Path(sysconfig.get_path("data")) / "share" / "tessdata")


def _found(reader: PyTessBaseAPI, scale: float, left: float, top: float) -> Iterator[tuple[list[DraftWord], float]]:
    """Each line's words in pixels of the page, and the size of its letters."""
    words: list[DraftWord] = []
    size = 0.0
    iterator = reader.GetIterator()
    if iterator is None:
        return
    for one in iterate_level(iterator, RIL.WORD):
        if one.IsAtBeginningOf(RIL.TEXTLINE) and words:
            yield words, size
            words = []
        if one.Empty(RIL.WORD):
            continue
        text, box = one.GetUTF8Text(RIL.WORD), one.BoundingBox(RIL.WORD)
        if not text or not text.strip() or box is None:
            continue
        x1, y1, x2, y2 = (value / scale for value in box)
        base = one.Baseline(RIL.WORD)
        baseline = (base[0][1] + base[1][1]) / 2 / scale if base else y2
        row = one.RowAttributes()
        # The height of an "x"; what reaches below the line counts as less than nothing.
        size = max(1.0, (row["row_height"] - row["ascenders"] + row["descenders"]) / scale) if row else y2 - y1
        sure = max(0.0, min(1.0, one.Confidence(RIL.WORD) / 100))
        words.append(DraftWord(text.strip(), left + x1, top + y1, x2 - x1, y2 - y1, top + baseline, sure))
    if words:
        yield words, size


def _line(words: list[DraftWord], size: float, region: int, boxed: bool, ink: Gray) -> PrintLine | None:
    """A line from its words, each drawn close around its ink; what is only a speck is dropped."""
    meant = map(read_as_word, words)
    close = [_close(word, ink) for word in meant if word.confidence > SPECK or any(map(str.isalnum, word.text))]
    kept = parted(close, ink)
    if not kept:
        return None
    return PrintLine(
        " ".join(word.text for word in kept),
        min(word.x for word in kept), max(word.x + word.width for word in kept),
        min(word.y for word in kept), max(word.y + word.height for word in kept),
        size, region=region, boxed=boxed, words=tuple(kept),
    )  # fmt: skip


def _close(word: DraftWord, ink: Gray) -> DraftWord:
    """The word with its box drawn close around its ink: the network's own boxes are a few pixels off."""
    room = max(2, round(word.height * 0.12))
    left, top = max(0, round(word.x) - room // 2), max(0, round(word.y) - room)
    right, bottom = round(word.x + word.width) + room // 2, round(word.y + word.height) + room
    part = ink[top:bottom, left:right]
    rows, columns = np.flatnonzero(part.any(axis=1)), np.flatnonzero(part.any(axis=0))
    if len(rows) == 0:
        return word
    return replace(
        word, x=float(left + columns[0]), y=float(top + rows[0]),
        width=float(columns[-1] - columns[0] + 1), height=float(rows[-1] - rows[0] + 1),
    )  # fmt: skip


def _sureness(lines: tuple[PrintLine, ...]) -> float:
    words = [word.confidence for line in lines for word in line.words]
    return sum(words) / len(words) if words else 0.0


def _worth(lines: tuple[PrintLine, ...]) -> float:
    """How much was read and how surely: sure letters."""
    return sum(len(word.text) * max(0.0, word.confidence - 0.4) for line in lines for word in line.words)
