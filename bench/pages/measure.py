"""`./run bench pages`: words right, places, doubts and seconds of the photo reader on pages with known words."""

from __future__ import annotations

import argparse
import sys
import time
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from difflib import SequenceMatcher

import numpy as np

from bench.pages import damage
from bench.pages.pages import PAGES, printed
from bench.pages.paper import Sheet, TrueWord
from wordtrail.core.proof.checks import settled_by_text, suspects
from wordtrail.core.text.draft import DraftBlock, DraftPage, DraftPhoto, DraftWord
from wordtrail.core.text.intake import passage_from_pages
from wordtrail.core.text.look import Typeface
from wordtrail.core.text.model import BlockKind
from wordtrail.media.ocr.reader import ReadPage, in_photo, read_page

MILD, HARD = "mild", "hard"
Box = tuple[float, float, float, float]


@dataclass(frozen=True)
class Photo:
    """A damaged page with the truth about its words."""

    name: str
    level: str
    pixels: np.ndarray
    words: list[TrueWord]


def _moved(words: Sequence[TrueWord], matrix: np.ndarray) -> list[TrueWord]:
    """The words at their new places: the smallest upright rectangles around them."""
    moved = []
    for word in words:
        left, top, right, bottom = word.box
        corners = np.array([[left, top], [right, top], [left, bottom], [right, bottom]])
        points = corners @ matrix[:, :2].T + matrix[:, 2]
        (x1, y1), (x2, y2) = points.min(axis=0), points.max(axis=0)
        moved.append(TrueWord(word.text, (x1, y1, x2, y2)))
    return moved


def photos(dpis: Sequence[int] = (200, 300)) -> Iterator[Photo]:
    """Every page clean and damaged, in typefaces that take turns."""
    faces = list(Typeface)
    turn = 0
    for name in PAGES:
        for dpi in dpis:
            sheet = printed(name, dpi, faces[turn % len(faces)])
            turn += 1
            yield from _damaged(f"{name} {dpi}", sheet, turn)


def _damaged(name: str, sheet: Sheet, seed: int) -> Iterator[Photo]:
    clean, words = sheet.rgb(), sheet.words
    yield Photo(f"{name} clean", MILD, clean, words)
    tilted, matrix = damage.tilted(clean, 1.2)
    yield Photo(f"{name} 1.2° tilt", MILD, damage.jpeg(tilted, 80), _moved(words, matrix))
    yield Photo(f"{name} dim", MILD, damage.noisy(damage.dim(clean), 5, seed), words)
    sideways, matrix = damage.quarter_turned(clean)
    yield Photo(f"{name} sideways", MILD, sideways, _moved(words, matrix))
    tilted, matrix = damage.tilted(clean, -3.0)
    hard = damage.jpeg(damage.noisy(damage.gutter_shadow(tilted), 14, seed), 45)
    yield Photo(f"{name} 3° tilt, gutter, noise, JPEG", HARD, hard, _moved(words, matrix))
    blurred = damage.blurred(damage.dim(clean, 0.65), sheet.dpi / 160)
    yield Photo(f"{name} dark, out of focus", HARD, damage.jpeg(damage.noisy(blurred, 10, seed), 50), words)
    small, matrix = damage.scaled(clean, 120 / sheet.dpi)
    yield Photo(f"{name} at 120 dpi", HARD, damage.jpeg(damage.noisy(small, 6, seed), 60), _moved(words, matrix))


@dataclass(frozen=True)
class Figures:
    """How one photo was read: words right of all, overlaps of those, doubts among wrong and right ones,
    wrong words in all (also those that are not there), seconds."""

    level: str
    words: int
    right: int
    overlaps: list[float]
    wrong_read: int
    wrong_flagged: int
    right_flagged: int
    seconds: float
    errors: list[tuple[str, str]]


def measure(photo: Photo) -> Figures:
    """Read a photo and hold it against the truth, word by word in reading order."""
    begun = time.perf_counter()
    page = read_page(photo.pixels)
    seconds = time.perf_counter() - begun
    read = [word for line in page.lines for word in line.words]
    matcher = SequenceMatcher(
        None, [_folded(w.text) for w in photo.words], [_folded(w.text) for w in read], autojunk=False
    )
    overlaps, right_places, errors = [], set[int](), []
    for what, low, high, read_low, read_high in matcher.get_opcodes():
        if what == "equal":
            for true, place in zip(range(low, high), range(read_low, read_high), strict=True):
                overlaps.append(overlap(photo.words[true].box, in_photo(page, read[place])))
                right_places.add(place)
        else:
            wanted = " ".join(w.text for w in photo.words[low:high])
            errors.append((wanted, " ".join(w.text for w in read[read_low:read_high])))
    return _figures(photo, page, read, right_places, overlaps, seconds, errors)


def _folded(text: str) -> str:
    """A word with typewriter quotes, which fonts and readers choose as they like."""
    return text.translate(str.maketrans("‘’“”", "''\"\""))


def _figures(
    photo: Photo, page: ReadPage, read: list[DraftWord], right: set[int], overlaps: list[float], seconds: float,
    errors: list[tuple[str, str]],
) -> Figures:  # fmt: skip
    flagged = _shown_to_the_teacher(page, read)
    wrong = set(range(len(read))) - right
    return Figures(
        photo.level, len(photo.words), len(overlaps), overlaps, len(wrong), len(wrong & flagged), len(right & flagged),
        seconds, errors,
    )  # fmt: skip


def _shown_to_the_teacher(page: ReadPage, read: list[DraftWord]) -> set[int]:
    """Which of the read words the check of the text puts before the teacher."""
    height, width = page.pixels.shape[:2]
    photo = DraftPhoto("", width, height, tuple(read))
    block = DraftBlock(BlockKind.PARAGRAPH, " ".join(word.text for word in read))
    passage = passage_from_pages([DraftPage("", (block,), photo)])
    found = suspects(passage)
    shown = {suspect.word for suspect in found}
    texts = {suspect.text for suspect in found if settled_by_text(suspect.suspicion)}
    places = {word.id: word.text for word in passage.words}
    on_photo = passage.pages[0].photo
    assert on_photo
    flagged = {(place.x, place.y) for place in on_photo.words if place.word in shown or places[place.word] in texts}
    return {index for index, word in enumerate(read) if (word.x, word.y) in flagged}


def overlap(one: Box, other: Box) -> float:
    """Intersection over union of two rectangles."""
    width = min(one[2], other[2]) - max(one[0], other[0])
    height = min(one[3], other[3]) - max(one[1], other[1])
    if width <= 0 or height <= 0:
        return 0.0
    areas = sum((box[2] - box[0]) * (box[3] - box[1]) for box in (one, other))
    return width * height / (areas - width * height)


def main(arguments: Sequence[str]) -> None:
    """Print a row for each kind of page and damage, and one for all mild and all hard ones."""
    options = argparse.ArgumentParser()
    options.add_argument("--only", default="")
    options.add_argument("--show", action="store_true", help="every word that is wrong")
    options.add_argument("--dpi", type=int, nargs="*", default=[200, 300])
    chosen = options.parse_args(arguments)
    results: list[Figures] = []
    print(f"{'page':44}{'words':>6}{'right':>9}{'overlap':>9}{'wrong flagged':>15}{'right flagged':>15}{'seconds':>9}")
    for photo in photos(chosen.dpi):
        if chosen.only not in photo.name:
            continue
        figures = measure(photo)
        results.append(figures)
        print(_row(photo.name, [figures]), flush=True)
        if chosen.show:
            for wanted, read in figures.errors:
                print(f"      {wanted!r} read as {read!r}")
    for level in (MILD, HARD):
        some = [one for one in results if one.level == level]
        if some:
            print(_row(f"all {level} ones", some))


def _row(name: str, some: list[Figures]) -> str:
    words, right = sum(f.words for f in some), sum(f.right for f in some)
    wrong, flagged = sum(f.wrong_read for f in some), sum(f.wrong_flagged for f in some)
    overlaps = [value for f in some for value in f.overlaps]
    mean = np.mean(overlaps) if overlaps else 0.0
    return (
        f"{name:44}{words:6}{100 * right / words:8.2f}%{mean:9.3f}{f'{flagged}/{wrong}':>15}"
        f"{100 * sum(f.right_flagged for f in some) / max(1, right):14.2f}%{np.mean([f.seconds for f in some]):9.2f}"
    )


if __name__ == "__main__":
    main(sys.argv[1:])
