"""The stage's course: which word is lit, which page is shown, where she points and how close she comes. All times are
seconds of lesson time."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class PageTurn:
    """From `at` on, the page with this index of the layout is shown."""

    at: float
    page: int


@dataclass(frozen=True, slots=True)
class Light:
    """The word is lit on `[start, end)`. `sure` is false where the ear was in doubt."""

    word: str
    start: float
    end: float
    sure: bool = True


@dataclass(frozen=True, slots=True)
class Pointing:
    """The pointer moves from `at` on over a page (its index), along `path`: seconds from `at`, x and y (page units) of
    each of its places in turn."""

    at: float
    page: int
    path: tuple[float, ...]


@dataclass(frozen=True, slots=True)
class ViewMove:
    """From `at` on the stage moves to a view of a page (its index): left, top, width and height in page units."""

    at: float
    page: int
    view: tuple[float, ...]
