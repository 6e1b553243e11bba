"""Ink on a picture → mark: what a drawn stroke means there, kept in shares of the picture, so that it stays on its part
through every crop and layout.

In: strokes (points in page units) and the page they were drawn on. Out: where they belong; and on a picture the form:
a loop is a circle around a part, a line with a head an arrow (from part to part, or from words to a part), all else
stays as it was drawn.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum

import numpy as np
import numpy.typing as npt

from wordtrail.core.layout.ink import arrow_way, distance, is_loop
from wordtrail.core.layout.model import LaidPage, LaidPicture, WordBox
from wordtrail.core.marks.forms.arrow import Arrow
from wordtrail.core.marks.forms.circle import Circle
from wordtrail.core.marks.forms.form import Form
from wordtrail.core.marks.forms.ink import AsDrawn
from wordtrail.core.marks.model import Stroke

MOSTLY, PARTLY = 0.7, 0.3
"""Shares of a stroke's length on a picture from which on it belongs to it, and from which on it may."""

ON_WORDS = 0.5
"""Times the size: how near to words a stroke on a photo of a page is drawn on them."""

SMALL = 40.0
"""Page units: what a loop or an arrow is large against."""

Points = npt.NDArray[np.float64]


class Belongs(StrEnum):
    """What a stroke is drawn on."""

    TEXT = "text"
    PICTURE = "picture"
    EITHER = "either"
    """It lies across both: only the teacher knows."""


@dataclass(frozen=True, slots=True)
class InkOnPicture:
    """What was drawn on a picture (its id): the form, its strokes in shares of the whole picture's width and height,
    and the word that it begins at (empty: none)."""

    picture: str
    form: Form
    ink: tuple[Stroke, ...]
    first: str = ""


def belongs_to(strokes: Sequence[Stroke], page: LaidPage) -> tuple[Belongs, LaidPicture | None]:
    """What a drawing belongs to, and the picture of the page under it, if there is one."""
    places, lengths = _pieces(strokes)
    if not page.pictures or not lengths.sum():
        return Belongs.TEXT, None
    shares = [float(lengths[_inside(places, one)].sum() / lengths.sum()) for one in page.pictures]
    best = int(np.argmax(shares))
    share = shares[best]
    if page.photo:
        near = np.array([any(distance(box, x, y) < ON_WORDS * box.size for box in page.boxes) for x, y in places])
        share = float(lengths[~near].sum() / lengths.sum())
    elif _from_words(strokes, page, page.pictures[best]):
        return Belongs.PICTURE, page.pictures[best]
    if share < PARTLY:
        return Belongs.TEXT, page.pictures[best]
    return (Belongs.PICTURE if share > MOSTLY or not page.boxes else Belongs.EITHER), page.pictures[best]


def ink_on_picture(strokes: Sequence[Stroke], page: LaidPage, picture: LaidPicture) -> InkOnPicture:
    """What a drawing on a picture means."""
    drawn = [np.array(stroke, float).reshape(-1, 2) for stroke in strokes if len(stroke) > 3]
    whole = np.concatenate(drawn)
    width, height = np.ptp(whole, axis=0)
    way = arrow_way(drawn, SMALL) if len(drawn) > 1 else None
    if way is not None:
        word = _from_words(strokes, page, picture)
        ends = [way[-1]] if word else [way[0], way[-1]]
        ink = (_in_shares(np.array(ends), picture), *(_in_shares(one, picture) for one in drawn))
        return InkOnPicture(picture.id, Arrow(), ink, word.word if word else "")
    form = Circle() if is_loop(drawn, float(width), float(height), SMALL) else AsDrawn()
    return InkOnPicture(picture.id, form, tuple(_in_shares(one, picture) for one in drawn))


def on_page(points: Sequence[float], picture: LaidPicture) -> list[tuple[float, float]]:
    """Points in shares of a picture (x and y in turn) where they are on its page; those that are cropped off lie at its
    edge."""
    crop = picture.crop
    found = []
    for x, y in zip(points[::2], points[1::2], strict=True):
        across = min(1.0, max(0.0, (x - crop.x) / crop.width))
        down = min(1.0, max(0.0, (y - crop.y) / crop.height))
        found.append((picture.x + across * picture.width, picture.y + down * picture.height))
    return found


def nearest_word(strokes: Sequence[Stroke], page: LaidPage) -> str:
    """The word of a page that a drawing is nearest to (empty: it has none)."""
    places, _ = _pieces(strokes)
    x, y = places.mean(axis=0)
    return min(page.boxes, key=lambda box: distance(box, x, y)).word if page.boxes else ""


def _from_words(strokes: Sequence[Stroke], page: LaidPage, picture: LaidPicture) -> WordBox | None:
    """The word at which an arrow into a picture begins."""
    drawn = [np.array(stroke, float).reshape(-1, 2) for stroke in strokes if len(stroke) > 3]
    way = arrow_way(drawn, SMALL) if len(drawn) > 1 else None
    if way is None or not page.boxes or page.photo:
        return None
    begin, end = way[0], way[-1]
    nearest = min(page.boxes, key=lambda box: distance(box, *begin))
    is_at_word = distance(nearest, *begin) < nearest.size and not _inside(begin[None], picture)[0]
    return nearest if is_at_word and bool(_inside(end[None], picture)[0]) else None


def _pieces(strokes: Sequence[Stroke]) -> tuple[Points, Points]:
    """The middle of each straight piece of a drawing, and its length."""
    drawn = [np.array(stroke, float).reshape(-1, 2) for stroke in strokes if len(stroke) > 3]
    middles = np.concatenate([(one[:-1] + one[1:]) / 2 for one in drawn])
    lengths = np.concatenate([np.hypot(*np.diff(one, axis=0).T) for one in drawn])
    return middles, lengths


def _inside(places: Points, picture: LaidPicture) -> npt.NDArray[np.bool_]:
    x, y = places.T
    across = (x >= picture.x) & (x <= picture.x + picture.width)
    return np.asarray(across & (y >= picture.y) & (y <= picture.y + picture.height), bool)


def _in_shares(points: Points, picture: LaidPicture) -> Stroke:
    crop = picture.crop
    x = crop.x + (points[:, 0] - picture.x) / picture.width * crop.width
    y = crop.y + (points[:, 1] - picture.y) / picture.height * crop.height
    flat = np.clip(np.stack([x, y], axis=1), 0.0, 1.0).ravel()
    return tuple(round(float(value), 4) for value in flat)
